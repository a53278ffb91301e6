package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Access;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.core.text.NameRule;
import org.urvant.core.text.ShortName;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Past;
import org.urvant.project.Project;
import org.urvant.scl.LogicalNode;

/**
 * Proposes mappings of signals to points of a connection: what carries them by what they are, name by the project's template,
 * address by its plan. Deterministic: the same signals on the same device get the same rows.
 */
public final class SignalMapper {
    private final Project project;
    private final Device device;
    private final String to;
    private final Reach reach;
    private final Set<String> mapped;
    private final Set<String> keys;
    private final Set<String> names;
    private final PointSpace space;
    private final FreeAddresses free;
    private final NameRule nameRule;
    private final Map<Shape, List<String>> carriers = new HashMap<>();
    private final List<Mapping> rows = new ArrayList<>();
    private final List<MappedSignal> present = new ArrayList<>();
    private final Map<MappedSignal, String> leftOut = new LinkedHashMap<>();
    private final Map<String, String> shortened = new LinkedHashMap<>();
    private @Nullable LogicalNode lastNode;
    private String lastPlace = "";

    /** Creates one that gives no addresses. */
    private SignalMapper(Project project, Device device, Optional<String> over) {
        this.project = project;
        this.device = device;
        this.to = "";
        this.reach = new Reach(project, device, over);
        this.nameRule = NameRule.NONE;
        this.space = null;
        this.free = null;
        this.mapped = new HashSet<>();
        this.keys = new HashSet<>();
        this.names = new HashSet<>();
        for (Mapping mapping : device.mappings()) {
            keys.add(mapping.key());
            names.add(mapping.name());
        }
    }

    /** @param count how many signals are to be mapped */
    private SignalMapper(
            Project project, Device device, String to, OptionalInt start, Optional<String> over, int count) {
        this.project = project;
        this.device = device;
        this.to = to;
        this.reach = new Reach(project, device, over);
        this.nameRule = nameRule(project, device, to);
        this.space = space(project, device, device.connections().get(to)).orElseThrow();
        this.free = new FreeAddresses(project, device, to, space, start);
        int room = 2 * (count + device.mappings().size()); // grown step by step they would be filled many times
        this.mapped = new HashSet<>(room);
        this.keys = new HashSet<>(room);
        this.names = new HashSet<>(room);
        for (Mapping mapping : device.mappings()) {
            keys.add(mapping.key());
            if (mapping.to().equals(to) || mapping.from().equals(to)) {
                names.add(mapping.name());
            }
            if (mapping.to().equals(to) || mapping.origin().connection().equals(to)) {
                mapped.add(marked(mapping.owner(to), mapping.to().equals(to)));
            }
        }
    }

    /**
     * What a proposal brings.
     *
     * @param rows the new rows, in the order of the signals
     * @param addresses the address book with the new addresses
     * @param present signals that were mapped to the receiver before and keep their rows
     * @param leftOut signals that are not mapped, with the reason
     * @param shortened names that had to be shortened: the name by the template, and what became of it
     */
    public record Proposal(
            List<Mapping> rows,
            AddressBook addresses,
            List<MappedSignal> present,
            Map<MappedSignal, String> leftOut,
            Map<String, String> shortened) {
        /** Returns the project in which a device has the new rows and addresses. */
        public Project carriedOut(Project project, Device device) {
            List<Mapping> all = new ArrayList<>(device.mappings());
            all.addAll(rows);
            return project.with(device.withMappings(all).with(new Past(addresses, device.record())));
        }
    }

    /**
     * Proposes a row for each signal that has none yet.
     *
     * @param to name of the connection to map to
     * @param signals data attributes of connected IEDs and channels of the device, in the order in which addresses are given
     * @param start the first address to try for every type; empty to follow the project's plan
     * @param over connection that reads the points of lists that none reads yet; empty where only one can
     * @throws UnknownNameException when the device has no such connection
     * @throws RefusedException when no point of the connection can carry signals, or a block of the plan is full
     */
    public static Proposal propose(
            Project project,
            Device device,
            String to,
            List<MappedSignal> signals,
            OptionalInt start,
            Optional<String> over) {
        requireReceiver(project, device, to);
        SignalMapper mapper = new SignalMapper(project, device, to, start, over, signals.size());
        signals.forEach(mapper::add);
        return new Proposal(
                mapper.rows,
                device.addresses().with(mapper.free.given()),
                mapper.present,
                mapper.leftOut,
                mapper.shortened);
    }

    /** Proposes a row for each signal that has none yet; points of lists are read over the only connection that can. */
    public static Proposal propose(
            Project project, Device device, String to, List<MappedSignal> signals, OptionalInt start) {
        return propose(project, device, to, signals, start, Optional.empty());
    }

    /**
     * Proposes a row that passes a signal on to a point of a list; the list says its address, and the project gives none. The row
     * arrives switched off.
     *
     * @throws RefusedException when the point cannot be written, or it is not clear which connection reaches its station
     */
    public static Proposal passOn(
            Project project, Device device, MappedSignal signal, MappedSignal.OfList onto, Optional<String> over) {
        if (onto.shape().isEmpty()) {
            throw new RefusedException(onto.reference() + " " + onto.reason(), "Choose a point that can be written.");
        }
        SignalMapper mapper = new SignalMapper(project, device, over);
        String to = mapper.reach.from(onto);
        String from = mapper.reach.from(signal);
        if (to.isEmpty() || from.isEmpty()) {
            MappedSignal unreached = to.isEmpty() ? onto : signal;
            throw new RefusedException(
                    unreached.reference() + " " + mapper.reach.unreachable(unreached),
                    "Give the device a connection to it, or say which one.");
        }
        Optional<Mapping> known = device.mappings().stream()
                .filter(row -> row.target().equals(new Mapping.End(to, onto.reference()))
                        && row.origins().equals(List.of(new Mapping.End(from, signal.written())))
                        && row.identifier().equals(identifier(signal)))
                .findFirst();
        if (known.isEmpty()) {
            String names = project.conventions().names();
            String name = ShortName.of(onto.name(names) + " from " + signal.name(names), 0, Map.of(), mapper.names);
            mapper.rows.add(new Mapping(
                    signal.ownKey()
                            .orElseGet(
                                    () -> MappingKey.of(signal.reference() + " " + onto.reference(), to, mapper.keys)),
                    new Mapping.Title(name, onto.place(), identifier(signal)),
                    List.of(new Mapping.End(from, signal.written())),
                    new Mapping.End(to, onto.reference()),
                    Mapping.Handling.NONE,
                    false,
                    Position.in("proposal")));
        }
        return new Proposal(
                mapper.rows,
                device.addresses(),
                known.isPresent() ? List.of(signal) : List.of(),
                mapper.leftOut,
                mapper.shortened);
    }

    /**
     * Proposes a row that gives programs of the device a signal to read.
     *
     * @throws RefusedException when it is not clear which connection reaches its source
     */
    public static Proposal toPrograms(
            Project project, Device device, MappedSignal signal, String identifier, Optional<String> over) {
        SignalMapper mapper = new SignalMapper(project, device, over);
        String from = mapper.reach.from(signal);
        if (from.isEmpty()) {
            throw new RefusedException(
                    signal.reference() + " " + mapper.reach.unreachable(signal),
                    "Give the device a connection to it, or say which one.");
        }
        String name = ShortName.of(signal.name(project.conventions().names()), 0, Map.of(), mapper.names);
        mapper.rows.add(new Mapping(
                MappingKey.of(signal.reference() + " " + identifier, ChannelPoint.OWN, mapper.keys),
                new Mapping.Title(name, signal.place(), identifier),
                List.of(new Mapping.End(from, signal.written())),
                new Mapping.End(ChannelPoint.OWN, ProgramPoint.TEXT),
                Mapping.Handling.NONE,
                true,
                Position.in("proposal")));
        return new Proposal(mapper.rows, device.addresses(), List.of(), mapper.leftOut, mapper.shortened);
    }

    /** Returns the names of a device's connections that signals can be mapped to. */
    public static List<String> receivers(Project project, Device device) {
        return device.connections().values().stream()
                .filter(connection -> kind(project, device, connection)
                        .filter(ConnectionKind::takesSignals)
                        .isPresent())
                .map(Connection::name)
                .toList();
    }

    /**
     * Returns the connection of a device that signals can be mapped to, when it has one.
     *
     * @throws RefusedException when it has none or several
     */
    public static String onlyReceiver(Project project, Device device) {
        List<String> receivers = receivers(project, device);
        if (receivers.size() != 1) {
            throw new RefusedException(
                    device.name()
                            + (receivers.isEmpty()
                                    ? " offers no points to others"
                                    : " is asked over several connections"),
                    receivers.isEmpty()
                            ? "Give it a connection on which it is the server."
                            : "Say which of " + String.join(", ", receivers) + " is meant.");
        }
        return receivers.get(0);
    }

    static Optional<ConnectionKind> kind(Project project, Device device, Connection connection) {
        return project.type(device)
                .flatMap(type -> type.connection(connection.kind().text()));
    }

    static Optional<PointSpace> space(Project project, Device device, Connection connection) {
        return kind(project, device, connection).map(ConnectionKind::protocol);
    }

    static void requireReceiver(Project project, Device device, String name) {
        Connection connection = device.connections().get(name);
        if (connection == null) {
            throw new UnknownNameException(
                    "connection", name, device.connections().keySet());
        }
        List<String> receivers = receivers(project, device);
        if (!receivers.contains(name)) {
            throw new RefusedException(
                    "signals cannot be mapped to " + name + ", a connection of kind "
                            + connection.kind().text(),
                    receivers.isEmpty()
                            ? device.name() + " has no connection that signals can be mapped to."
                            : "Map to " + String.join(", ", receivers) + ".");
        }
    }

    private void add(MappedSignal signal) {
        List<MappedSignal> sources =
                signal instanceof MappedSignal.Calculated calculated ? calculated.sources() : List.of(signal);
        List<Mapping.End> ends = new ArrayList<>();
        for (MappedSignal source : sources) {
            String from = reach.from(source);
            if (from.isEmpty()) {
                leftOut.put(signal, reach.unreachable(source));
                return;
            }
            ends.add(new Mapping.End(from, source.written()));
        }
        Optional<Shape> shape = signal.shape();
        List<String> fitting = shape.map(known -> carriers.computeIfAbsent(known, space::carriers))
                .map(known -> RowFit.fitting(space, signal, known))
                .orElse(List.of());
        if (fitting.isEmpty()) {
            leftOut.put(
                    signal,
                    signal.reason().isEmpty() ? "nothing in " + space.title() + " carries it" : signal.reason());
            return;
        }
        String reference = signal instanceof MappedSignal.OfIed ? ends.get(0).point() : signal.reference(); // made once
        boolean isRead = shape.get().access() == Access.READ;
        if (!mapped.add(marked(reference, isRead))) {
            present.add(signal);
            return;
        }
        PlacedPoint at = free.again(reference, fitting, point -> true)
                .orElseGet(() -> free.next(signal, RowFit.best(space, signal, fitting)));
        PlacedPoint point = !isRead && signal.selects().orElse(false) ? at.selected() : at;
        free.take(signal, reference, point);
        String key = signal.ownKey().orElseGet(() -> MappingKey.of(reference, to, keys));
        keys.add(key);
        rows.add(row(key, ends, signal, isRead, point));
    }

    /** A point of a list that is read and written is mapped both ways. */
    private static String marked(String reference, boolean isRead) {
        return isRead ? reference : "command " + reference;
    }

    private Mapping row(String key, List<Mapping.End> ends, MappedSignal signal, boolean isRead, PlacedPoint object) {
        String full = signal.name(project.conventions().names());
        String name = ShortName.of(
                nameRule.written(full),
                nameRule.longest(),
                project.conventions().abbreviations(),
                names);
        if (!name.equals(full)) {
            shortened.put(full, name);
        }
        names.add(name);
        Position position = Position.in("proposal");
        String place = place(signal);
        Mapping.End receiver = new Mapping.End(to, object.text());
        String transform = signal instanceof MappedSignal.Calculated calculated
                ? calculated.transform().text()
                : "";
        Mapping.Title title = new Mapping.Title(name, place, identifier(signal));
        return isRead
                ? new Mapping(key, title, ends, receiver, Mapping.Handling.of(transform), true, position)
                : new Mapping(key, title, List.of(receiver), ends.get(0), Mapping.Handling.NONE, false, position);
    }

    /** Signals of one node follow each other, and all belong to one part of the site. */
    private String place(MappedSignal signal) {
        if (!(signal instanceof MappedSignal.OfIed ofIed)) {
            return signal.place();
        }
        if (ofIed.attribute().node() != lastNode) {
            lastNode = ofIed.attribute().node();
            lastPlace = signal.place();
        }
        return lastPlace;
    }

    private static String identifier(MappedSignal signal) {
        return signal instanceof MappedSignal.OfProgram program ? program.identifier() : "";
    }

    /** Returns what names points can have on a connection. */
    public static NameRule nameRule(Project project, Device device, String connection) {
        Connection found = device.connections().get(connection);
        return found == null
                ? NameRule.NONE
                : project.type(device)
                        .flatMap(type -> type.connection(found.kind().text()))
                        .map(ConnectionKind::names)
                        .orElse(NameRule.NONE);
    }
}
