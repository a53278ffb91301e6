package org.urvant.project.change;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.point.Access;
import org.urvant.core.point.ListPoint;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Glob;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.MappingKey;
import org.urvant.project.mapping.OfferedSignals;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/**
 * Signals of relays mapped on a device, with the connections to the relays that are missing.
 *
 * @param after the site with the rows and connections
 * @param proposal the rows, what was left out and why
 * @param connects names of the connections that are made
 */
public record SignalMapping(Project after, SignalMapper.Proposal proposal, List<String> connects) {
    /** Returns whether signals of relays are among those that are mapped, so that reports follow. */
    public boolean concernsReports() {
        return Stream.of(
                        proposal.rows().stream()
                                .flatMap(row -> row.origins().stream())
                                .map(Mapping.End::point),
                        proposal.present().stream().map(MappedSignal::reference))
                .flatMap(references -> references)
                .anyMatch(reference -> after.ieds().stream()
                        .anyMatch(ied -> ied.attributeAt(reference).isPresent()));
    }

    /**
     * How one value is calculated.
     *
     * @param transform expression of Structured Text over {@code x}, or {@code x1} and on in the order of the signals
     * @param name name of the row; empty for that of the first signal
     */
    public record Calculation(String transform, Optional<String> name) {}

    /**
     * What is to be mapped.
     *
     * @param signals references of single signals of IEDs, and names of channels of the device, wildcards allowed
     * @param query what to search on relays; empty for none
     * @param pick a kept choice; empty for none
     * @param ieds relays that the query or pick is applied to; empty for all that it fits
     * @param receiver connection to map to; empty where the device has only one
     * @param start first address to try; empty where the project's address plan holds
     * @param calculation how one value is calculated from all single signals; empty to map each
     * @param over connection that reads the points of lists that none reads yet; empty where only one can
     */
    public record Request(
            List<String> signals,
            Optional<Query> query,
            Optional<String> pick,
            List<String> ieds,
            Optional<String> receiver,
            OptionalInt start,
            Optional<Calculation> calculation,
            Optional<String> over) {
        public Request {
            signals = List.copyOf(signals);
            ieds = List.copyOf(ieds);
        }

        private static final Request NOTHING = new Request(
                List.of(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                Optional.empty(),
                OptionalInt.empty(),
                Optional.empty(),
                Optional.empty());

        /** Returns a request for what a pick finds on all relays of its type. */
        public static Request ofPick(String name) {
            return new Request(
                    NOTHING.signals,
                    NOTHING.query,
                    Optional.of(name),
                    NOTHING.ieds,
                    NOTHING.receiver,
                    NOTHING.start,
                    NOTHING.calculation,
                    NOTHING.over);
        }

        /** Returns a request for single signals. */
        public static Request ofSignals(String... references) {
            return new Request(
                    List.of(references),
                    NOTHING.query,
                    NOTHING.pick,
                    NOTHING.ieds,
                    NOTHING.receiver,
                    NOTHING.start,
                    NOTHING.calculation,
                    NOTHING.over);
        }

        /** Returns a request for what a query finds on all sources that the device can ask. */
        public static Request ofQuery(Query query) {
            return new Request(
                    NOTHING.signals,
                    Optional.of(query),
                    NOTHING.pick,
                    NOTHING.ieds,
                    NOTHING.receiver,
                    NOTHING.start,
                    NOTHING.calculation,
                    NOTHING.over);
        }

        /** Returns the request for one connection to map to. */
        public Request to(String connection) {
            return new Request(signals, query, pick, ieds, Optional.of(connection), start, calculation, over);
        }

        /** Returns the request for one value that is calculated from all signals. */
        public Request as(Calculation one) {
            return new Request(signals, query, pick, ieds, receiver, start, Optional.of(one), over);
        }
    }

    /**
     * Says what it would bring to pass a signal on to a point of a list; changes nothing. The row arrives switched off.
     *
     * @param signal reference of the signal: of a data attribute, a channel of the device, or a point of another list
     * @param onto the point that is written, {@code LIST/KEY}
     * @param over connection that reaches the list's station; empty where only one can
     * @throws UnknownNameException when the signal or point does not exist
     * @throws RefusedException when it is not one signal, the point cannot be written, or no connection reaches its station
     */
    public static SignalMapping passOn(
            Project project, String deviceName, String signal, String onto, Optional<String> over) {
        MappedSignal source = single(project, project.device(deviceName), signal);
        return passOn(project, deviceName, source, commanded(project, onto), over);
    }

    /** Returns a point of a list as one that is written. */
    static MappedSignal.OfList commanded(Project project, String onto) {
        ListPoint point = ListPoint.of(onto)
                .orElseThrow(
                        () -> new RefusedException("'" + onto + "' is no point of a list", "Name it as LIST/POINT."));
        PointList list = project.list(point.list());
        ListedPoint listed = list.point(point.key())
                .orElseThrow(() -> new UnknownNameException(
                        "point of list " + list.name(),
                        point.key(),
                        list.points().keySet()));
        return new MappedSignal.OfList(list, listed, Access.COMMAND);
    }

    static SignalMapping passOn(
            Project project, String deviceName, MappedSignal source, MappedSignal.OfList onto, Optional<String> over) {
        ConnectionChange.Connected connected =
                ConnectionChange.connectAll(project, project.device(deviceName), relays(source));
        SignalMapper.Proposal proposal =
                SignalMapper.passOn(connected.project(), connected.device(), source, onto, over);
        Project after =
                proposal.rows().isEmpty() ? project : proposal.carriedOut(connected.project(), connected.device());
        proposal.rows()
                .forEach(row -> ResolvedMapping.resolve(after, after.device(deviceName), row, SignalMapping::refuse));
        return new SignalMapping(
                ConnectionChange.withFreeInstances(after, deviceName, connected.made()), proposal, connected.made());
    }

    /** Maps signals whose rows own their addresses; those that have such a row keep it. */
    static SignalMapping ofOwnPoints(
            Project project, Device device, String to, List<MappedSignal> wanted, List<MappedSignal> present) {
        SignalMapper.Proposal proposed = SignalMapper.propose(project, device, to, wanted, OptionalInt.empty());
        SignalMapper.Proposal proposal = new SignalMapper.Proposal(
                proposed.rows(), proposed.addresses(), present, proposed.leftOut(), proposed.shortened());
        return new SignalMapping(proposal.carriedOut(project, device), proposal, List.of());
    }

    /** Returns the only signal of a name that is read. */
    static MappedSignal single(Project project, Device device, String signal) {
        List<MappedSignal> sources = signals(project, device, signal).stream()
                .filter(each -> each.shape()
                        .filter(shape -> shape.access() == Access.READ)
                        .isPresent())
                .toList();
        if (sources.size() != 1) {
            throw new RefusedException(
                    "'" + signal + "' is " + (sources.isEmpty() ? "nothing that is read" : "several signals"),
                    "Name one signal that is read.");
        }
        return sources.get(0);
    }

    static List<Ied> relays(MappedSignal source) {
        return source instanceof MappedSignal.OfIed ofIed
                ? List.of(ofIed.attribute().node().device().ied())
                : List.of();
    }

    /** What the checks would call an error is not mapped in the first place. */
    static void refuse(Finding finding) {
        if (finding.severity() == Severity.ERROR) {
            throw new RefusedException(finding.message(), finding.remedy());
        }
    }

    /**
     * Says what a mapping would bring; changes nothing.
     *
     * @throws UnknownNameException when a signal, pick, relay or connection does not exist
     * @throws RefusedException when there is nothing to map, or it is not clear where to
     */
    public static SignalMapping plan(Project project, String deviceName, Request request) {
        Device device = project.device(deviceName);
        project.requireWhole(device);
        String receiver = request.receiver().orElseGet(() -> onlyReceiver(project, device));
        List<MappedSignal> wanted = new ArrayList<>();
        request.calculation().ifPresent(calculation -> requireSingle(request));
        request.signals().forEach(text -> wanted.addAll(signals(project, device, text)));
        List<Ied> relays = new ArrayList<>();
        if (request.query().isPresent()) {
            Query query = request.query().get();
            for (Ied relay : named(project, request.ieds())) {
                List<DataAttribute> found = query.find(relay);
                wanted.addAll(MappedSignal.of(found));
                relays.addAll(found.isEmpty() ? List.of() : List.of(relay));
            }
            if (request.ieds().isEmpty()) {
                wanted.addAll(OfferedSignals.find(project, device, query));
            }
            if (wanted.isEmpty()) {
                throw new RefusedException(
                        "'" + query.text() + "' finds no signal of a relay or list that is imported, or of "
                                + device.name(),
                        "Look at what it finds.",
                        Step.of(Action.SEARCH));
            }
        }
        if (request.pick().isPresent()) {
            Pick pick = project.pick(request.pick().get());
            List<Ied> fitting = PickChange.relays(project, pick, request.ieds());
            fitting.stream().filter(relay -> !pick.signals(relay).isEmpty()).forEach(relays::add);
            relays.forEach(relay -> pick.signals(relay).forEach(signal -> wanted.add(new MappedSignal.OfIed(signal))));
            if (pick.isGeneral() && request.ieds().isEmpty()) {
                wanted.addAll(offered(project, device, pick));
            }
            if (wanted.isEmpty()) {
                throw new RefusedException(
                        "pick '" + pick.name() + "' finds no signal on "
                                + (fitting.isEmpty()
                                        ? "any relay that is imported"
                                        : fitting.get(0).name()),
                        "Look at the pick; terms beside each other must all hold.");
            }
        }
        if (request.calculation().isPresent()) {
            MappedSignal calculated =
                    calculated(device, receiver, wanted, request.calculation().get());
            wanted.clear();
            wanted.add(calculated);
        }
        if (wanted.isEmpty()) {
            throw new RefusedException("there is nothing to map", "Name signals, or a pick.");
        }
        ConnectionChange.Connected connected = ConnectionChange.connectAll(project, device, relays);
        SignalMapper.Proposal proposal = SignalMapper.propose(
                connected.project(), connected.device(), receiver, wanted, request.start(), request.over());
        Project after =
                proposal.rows().isEmpty() ? project : proposal.carriedOut(connected.project(), connected.device());
        return new SignalMapping(
                ConnectionChange.withFreeInstances(after, deviceName, connected.made()), proposal, connected.made());
    }

    private static void requireSingle(Request request) {
        if (request.signals().isEmpty()
                || request.query().isPresent()
                || request.pick().isPresent()) {
            throw new RefusedException(
                    "what a value is calculated from is not clear",
                    "Name each signal, in the order of x1, x2 and on; a query or pick has no order.");
        }
    }

    private static MappedSignal calculated(
            Device device, String receiver, List<MappedSignal> sources, Calculation calculation) {
        for (MappedSignal source : sources) {
            if (source.shape().filter(shape -> shape.access() == Access.READ).isEmpty()) {
                throw new RefusedException(
                        source.reference() + " (" + source.kind() + ") has no value to calculate with",
                        "Take a signal that is read.");
            }
        }
        String text = calculation.transform().strip();
        List<String> points = sources.stream().map(MappedSignal::reference).toList();
        Set<String> taken = MappingKey.taken(device);
        String key = device.mappings().stream()
                .filter(row -> row.isCalculated() && row.to().equals(receiver))
                .filter(row -> row.transform().equals(text)
                        && row.origins().stream()
                                .map(Mapping.End::point)
                                .toList()
                                .equals(points))
                .map(Mapping::key)
                .findFirst()
                .orElseGet(() -> MappingKey.of(text + " " + String.join(" ", points), receiver, taken));
        return MappedSignal.Calculated.of(sources, text, key, calculation.name().orElse(""));
    }

    /** Returns the signal with a reference, or the channels of the device that a name with wildcards fits. */
    private static List<MappedSignal> signals(Project project, Device device, String text) {
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        Glob form = new Glob(text);
        List<MappedSignal> channels = sheets.channels().keySet().stream()
                .filter(form::fits)
                .flatMap(name -> MappedSignal.OfChannel.of(sheets, name).stream())
                .map(MappedSignal.class::cast)
                .toList();
        if (!channels.isEmpty()) {
            return channels;
        }
        if (text.startsWith(device.name() + "/")
                && sheets.channels().containsKey(text.substring(device.name().length() + 1))) {
            return signals(project, device, text.substring(device.name().length() + 1));
        }
        Optional<List<MappedSignal>> listed = ListPoint.of(text).flatMap(point -> listed(project, point));
        if (listed.isPresent()) {
            return listed.get();
        }
        if (text.indexOf('.') < 0 && !sheets.channels().isEmpty()) { // no reference of an IED's signal
            throw new UnknownNameException(
                    "channel of " + device.name() + " or signal",
                    text,
                    sheets.channels().keySet());
        }
        return List.of(new MappedSignal.OfIed(project.signal(text)));
    }

    /** Returns the points of a list that a key with wildcards fits; empty when there is no such list. */
    private static Optional<List<MappedSignal>> listed(Project project, ListPoint point) {
        PointList list = project.lists().get(point.list());
        if (list == null) {
            return Optional.empty();
        }
        Glob form = new Glob(point.key());
        List<MappedSignal> found = list.points().values().stream()
                .filter(each -> form.fits(each.key()))
                .flatMap(each -> MappedSignal.OfList.all(list, each).stream())
                .toList();
        if (found.isEmpty()) {
            throw new UnknownNameException(
                    "point of list " + list.name(), point.key(), list.points().keySet());
        }
        return Optional.of(found);
    }

    /** Returns what a general pick finds of the channels of a device and of lists, each once. */
    private static List<MappedSignal> offered(Project project, Device device, Pick pick) {
        Map<String, MappedSignal> found = new LinkedHashMap<>();
        for (Query query : pick.queries()) {
            for (MappedSignal signal : OfferedSignals.find(project, device, query)) {
                String reference = signal instanceof MappedSignal.OfChannel
                        ? device.name() + "/" + signal.reference()
                        : signal.reference();
                if (!pick.without().contains(reference)) {
                    boolean isRead = signal.shape()
                            .filter(shape -> shape.access() == Access.READ)
                            .isPresent();
                    found.putIfAbsent(reference + isRead, signal);
                }
            }
        }
        return List.copyOf(found.values());
    }

    /** Returns the relays with some names; all of the site when none is named. */
    private static List<Ied> named(Project project, List<String> names) {
        return names.isEmpty()
                ? project.ieds()
                : names.stream()
                        .map(name -> project.ied(name)
                                .orElseThrow(() -> new UnknownNameException("IED", name, project.iedNames())))
                        .toList();
    }

    static String onlyReceiver(Project project, Device device) {
        List<String> receivers = SignalMapper.receivers(project, device);
        boolean canTake = project.typeOf(device).connections().values().stream().anyMatch(ConnectionKind::takesSignals);
        if (!canTake) {
            throw new RefusedException(
                    "signals cannot be mapped to any connection of a "
                            + device.type().text(),
                    "The maker fixed its points; map them on a gateway or RTU.");
        }
        if (receivers.isEmpty()) {
            throw new RefusedException(
                    device.name() + " has no connection that signals can be mapped to",
                    "Give it one.",
                    Step.of(Action.CONNECT, device.name(), "NAME", "KIND"));
        }
        if (receivers.size() > 1) {
            throw new RefusedException(
                    device.name() + " has several connections to map to",
                    "Say which of " + String.join(", ", receivers) + " is meant.");
        }
        return receivers.get(0);
    }
}
