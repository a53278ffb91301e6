package org.urvant.project.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.point.Claims;
import org.urvant.core.progress.Cores;
import org.urvant.core.text.NameRule;
import org.urvant.core.text.ShortName;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.MappingKey;
import org.urvant.project.mapping.MappingRules;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.mapping.RowSignals;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.mapping.Subscriptions;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.LogicalNode;

/** Checks a device's mappings: names, points, addresses, use, and whether reports carry what is mapped. */
final class MappingCheck {
    private static final String NOTHING = "nothing";

    private final Project project;
    private final Device device;
    private final Consumer<Finding> findings;
    private final OctetCheck octets;
    private final PlaceCheck places;
    private final Map<String, Claims<ResolvedMapping>> claimed = new HashMap<>();
    private final Map<String, Map<String, Mapping>> names = new HashMap<>();
    private final Map<String, NameRule> nameRules = new HashMap<>();
    private final Map<String, Mapping> fed = new HashMap<>();
    private final List<Keyed> keyed = new ArrayList<>();
    private final List<Mapping> passed = new ArrayList<>();
    private final Map<String, Integer> counts = new HashMap<>();
    private final Map<String, Optional<String>> silent = new HashMap<>();
    private final Map<String, Integer> unqualified = new TreeMap<>();

    private MappingCheck(Project project, Device device, Consumer<Finding> findings) {
        this.project = project;
        this.device = device;
        this.findings = findings;
        this.octets = new OctetCheck(project, device);
        this.places = new PlaceCheck(project);
    }

    /** What the names of one row stand for, which rests on no other row. */
    private record Found(Mapping mapping, Optional<ResolvedMapping> resolved, List<Finding> findings) {}

    private Found found(Mapping mapping) {
        List<Finding> told = new ArrayList<>(0);
        return new Found(mapping, ResolvedMapping.resolve(project, device, mapping, told::add), told);
    }

    /** A row of which the key follows from its signal. */
    private record Keyed(Mapping mapping, String signal, String connection) {
        boolean isSound() {
            return MappingKey.isOf(mapping.key(), signal, connection);
        }
    }

    static void check(Project project, Device device, Consumer<Finding> findings) {
        new MappingCheck(project, device, findings).run();
    }

    private void run() {
        identifiers();
        for (Found row : Cores.map(device.mappings(), this::found)) {
            Mapping mapping = row.mapping;
            row.findings.forEach(findings);
            row.resolved.ifPresent(resolved -> {
                if (mapping.isUsed()
                        && (resolved.isToProgram() || resolved.receiver().isPresent())) {
                    passed.add(mapping);
                }
                if (resolved.isToProgram()) {
                    return;
                }
                address(resolved);
                octets.check(
                        resolved, (message, remedy) -> report(ValueRules.VALUE_OUT_OF_RANGE, mapping, message, remedy));
                name(resolved);
                place(resolved);
                inferred(resolved);
                counts.merge(resolved.objectConnection(), 1, Integer::sum);
                if (!resolved.carriesQuality() && mapping.to().equals(resolved.objectConnection())) {
                    unqualified.merge(mapping.to(), 1, Integer::sum);
                }
            });
            if (mapping.isUsed()) {
                written(mapping);
            } else {
                report(
                        MappingRules.POINT_DISABLED,
                        mapping,
                        "the row is switched off; nothing is passed on",
                        "Switch it on when it is wanted.",
                        Step.of(Action.ENABLE, device.name(), mapping.key()));
            }
        }
        keys();
        RowCircles.find(passed, device.logic())
                .forEach((row, points) -> report(
                        MappingRules.ROWS_IN_CIRCLE,
                        row,
                        "what goes to " + points.get(0) + " comes back to it: " + String.join(" → ", points),
                        MappingRules.ROWS_IN_CIRCLE.remedy()));
        RowTwins.find(device.mappings())
                .forEach((row, other) -> report(
                        MappingRules.MAPPED_TWICE,
                        row,
                        other.target().connection() + " gets the same at "
                                + other.target().point(),
                        MappingRules.MAPPED_TWICE.remedy()));
        counts.forEach(this::capacity);
        unqualified.forEach(this::quality);
        device.connections().values().forEach(this::reports);
        device.connections()
                .values()
                .forEach(connection -> octets.check(
                        connection.name(),
                        (message, remedy) -> findings.accept(new Finding(
                                ValueRules.VALUE_OUT_OF_RANGE,
                                device.name() + " " + connection.name(),
                                connection.position(),
                                message,
                                remedy))));
    }

    /** Keys are digests, which cost the most of a row and rest on nothing else. */
    private void keys() {
        List<Boolean> areOf = Cores.map(keyed, Keyed::isSound);
        for (int i = 0; i < keyed.size(); i++) {
            if (!areOf.get(i)) {
                Keyed row = keyed.get(i);
                report(
                        MappingRules.MAPPING_KEY_ALTERED,
                        row.mapping,
                        "the key '" + row.mapping.key() + "' is not that of " + row.signal + " on " + row.connection,
                        "Put back '" + MappingKey.shortest(row.signal, row.connection) + "'.");
            }
        }
    }

    private void identifiers() {
        Map<String, Mapping> known = new HashMap<>();
        Set<String> written = SyntaxReader.targets(device.logic()).stream()
                .map(target -> target.text().toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        for (Mapping row : device.mappings()) {
            String identifier = row.identifier();
            if (identifier.isEmpty()) {
                continue;
            }
            if (!RowSignals.isIdentifier(identifier)) {
                report(
                        MappingRules.IDENTIFIER_WRONG,
                        row,
                        "'" + identifier + "' cannot be used in programs",
                        MappingRules.IDENTIFIER_WRONG.remedy());
            }
            Mapping first = known.putIfAbsent(identifier.toLowerCase(Locale.ROOT), row);
            if (first != null) {
                report(
                        MappingRules.IDENTIFIER_WRONG,
                        row,
                        "the identifier '" + identifier + "' stands already at " + first.position(),
                        "Give one of the two rows another identifier; case does not count.");
            }
            if (row.isUsed()
                    && row.origin().isProgram()
                    && !written.contains(RowSignals.name(identifier).toLowerCase(Locale.ROOT))) {
                report(
                        MappingRules.PROGRAM_GIVES_NOTHING,
                        row,
                        "no program of " + device.name() + " writes " + RowSignals.name(identifier),
                        MappingRules.PROGRAM_GIVES_NOTHING.remedy());
            }
        }
    }

    private void address(ResolvedMapping resolved) {
        Mapping mapping = resolved.mapping();
        if (resolved.receiver().isPresent()) {
            fedTwice(mapping, resolved.receiver().get().reference());
            return;
        }
        if (resolved.isCommand() && resolved.mapped() instanceof MappedSignal.OfList listed) {
            fedTwice(mapping, listed.reference());
        }
        ownStation(resolved);
        AddressBook.GivenAddress place = resolved.place();
        Claims<ResolvedMapping> taken = claimed.computeIfAbsent(place.connection(), name -> new Claims<>());
        ResolvedMapping other = taken.overlapping(place.claim()).orElse(null);
        taken.add(place.claim(), resolved);
        String address = "address " + resolved.object().shownAddress() + " of " + place.connection();
        if (other != null) {
            report(
                    MappingRules.POINT_DUPLICATE,
                    mapping,
                    address + " is already used by '" + other.mapping().name() + "' at "
                            + other.mapping().position(),
                    "Give one of the two another address.");
            return;
        }
        String signal = resolved.signal();
        Optional<String> given = device.addresses().owner(place);
        if (!mapping.isOwner() && given.filter(signal::equals).isPresent()) {
            keyed.add(new Keyed(mapping, signal, place.connection()));
        }
        given.filter(owner -> !owner.equals(signal))
                .ifPresent(owner -> report(
                        MappingRules.ADDRESS_TAKEN,
                        mapping,
                        address + " was given to " + owner + " and is now used for " + signal,
                        "Take an address that was never given."));
    }

    /** One point would have two addresses. */
    private void ownStation(ResolvedMapping resolved) {
        OptionalInt station = resolved.object().station();
        if (station.isEmpty()) {
            return;
        }
        project.type(device)
                .flatMap(type -> DeviceSheets.of(type, device).sheet(resolved.objectConnection()))
                .map(sheet -> String.valueOf(sheet.value(Meaning.COMMON_ADDRESS)))
                .filter(String.valueOf(station.getAsInt())::equals)
                .ifPresent(own -> report(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        resolved.mapping(),
                        "common address " + own + " is that of " + resolved.objectConnection() + " itself",
                        "Write " + resolved.object().alone().text() + ", which is the same point."));
    }

    private void fedTwice(Mapping mapping, String point) {
        Mapping first = mapping.isUsed() ? fed.putIfAbsent(mapping.to() + "|" + point, mapping) : null;
        if (first != null) {
            report(
                    MappingRules.POINT_FED_TWICE,
                    mapping,
                    point + " is written by '" + first.name() + "' too, at " + first.position(),
                    MappingRules.POINT_FED_TWICE.remedy());
        }
    }

    private void name(ResolvedMapping resolved) {
        Mapping mapping = resolved.mapping();
        if (mapping.name().isBlank()) {
            report(
                    GeneralRules.OPEN_ITEMS,
                    mapping,
                    "the name of " + mapping.source() + " at " + mapping.to() + " is open",
                    "Give it in the column 'name' of the mappings.");
            return;
        }
        Mapping first = names.computeIfAbsent(
                        resolved.objectConnection(),
                        connection -> new HashMap<>(2 * device.mappings().size()))
                .putIfAbsent(mapping.name(), mapping);
        if (first != null) {
            report(
                    GeneralRules.DUPLICATE_NAME,
                    mapping,
                    "the name '" + mapping.name() + "' stands already at " + first.position(),
                    GeneralRules.DUPLICATE_NAME.remedy());
        }
        NameRule rule = nameRules.computeIfAbsent(
                resolved.objectConnection(), connection -> SignalMapper.nameRule(project, device, connection));
        int longest = rule.longest();
        rule.misfit(mapping.name())
                .ifPresent(misfit -> report(
                        ValueRules.VALUE_OUT_OF_RANGE,
                        mapping,
                        misfit,
                        "Name it otherwise, such as '"
                                + ShortName.of(
                                        rule.written(mapping.name()),
                                        longest,
                                        project.conventions().abbreviations(),
                                        Set.of())
                                + "'."));
        String full = longest > 0 ? resolved.mapped().name(project.conventions().names()) : "";
        if (full.codePointCount(0, full.length()) > longest && !mapping.name().equals(full)) {
            report(
                    MappingRules.NAME_SHORTENED,
                    mapping,
                    "the name stands for '" + full + "', which has more than " + longest + " characters",
                    MappingRules.NAME_SHORTENED.remedy());
        }
    }

    private void place(ResolvedMapping resolved) {
        if (project.conventions().arePlacesRequired()
                && resolved.mapping().place().isEmpty()) {
            report(
                    GeneralRules.OPEN_ITEMS,
                    resolved.mapping(),
                    "the place of " + resolved.signal() + " in the plant is open",
                    resolved.mapped().place().isEmpty()
                            ? "Give it in the column 'place' of the mappings, or import a file with the site's structure."
                            : "Give it in the column 'place' of the mappings; the file has "
                                    + resolved.mapped().place() + ".");
            return;
        }
        Optional<PlaceCheck.Unknown> unknown = places.unknown(resolved);
        unknown.ifPresent(
                found -> report(MappingRules.PLACE_UNKNOWN, resolved.mapping(), found.message(), found.remedy()));
        (unknown.isPresent() ? Optional.<String>empty() : PlaceCheck.elsewhere(resolved))
                .ifPresent(path -> report(
                        MappingRules.PLACE_DIFFERS,
                        resolved.mapping(),
                        "the place is '" + resolved.mapping().place() + "'; the site has "
                                + resolved.attribute().orElseThrow().node().reference() + " at '" + path + "'",
                        MappingRules.PLACE_DIFFERS.remedy()));
        if (resolved.attribute().isEmpty()) {
            return;
        }
        LogicalNode node = resolved.attribute().get().node();
        boolean siteKnown = node.device().ied().file().hasPlaces();
        if (siteKnown && resolved.mapping().place().isEmpty() && node.place().isEmpty()) {
            report(
                    MappingRules.SIGNAL_WITHOUT_PLACE,
                    resolved.mapping(),
                    node.reference() + " is in no bay of the site that "
                            + node.position().source() + " describes",
                    MappingRules.SIGNAL_WITHOUT_PLACE.remedy());
        }
    }

    private void inferred(ResolvedMapping resolved) {
        if (resolved.attribute().isEmpty()) {
            return;
        }
        LogicalNode node = resolved.attribute().get().node();
        String place = resolved.mapping().place();
        if (!place.isEmpty()
                && node.isPlaceInferred()
                && place.equals(node.place().orElseThrow().path())) {
            report(
                    MappingRules.PLACE_INFERRED,
                    resolved.mapping(),
                    "the place " + place + " is that of other nodes of "
                            + node.device().ied().name() + "; the file does not name " + node.reference(),
                    MappingRules.PLACE_INFERRED.remedy());
        }
    }

    private void capacity(String connection, int count) {
        int most = project.type(device)
                .flatMap(type -> type.connection(
                        device.connections().get(connection).kind().text()))
                .map(kind -> kind.capacity().mostPoints())
                .orElse(0);
        if (most > 0 && count * 10L > most * 9L) {
            boolean full = count > most;
            findings.accept(new Finding(
                    full ? ValueRules.VALUE_OUT_OF_RANGE : MappingRules.CAPACITY_NEAR_LIMIT,
                    device.name() + " " + connection,
                    device.connections().get(connection).position(),
                    connection + " has " + count + " points; the device holds " + most,
                    "Leave out what is not needed."));
        }
    }

    private void quality(String connection, int count) {
        findings.accept(new Finding(
                MappingRules.QUALITY_NOT_CARRIED,
                device.name() + " " + connection,
                device.connections().get(connection).position(),
                count + (count == 1 ? " value goes" : " values go") + " to " + connection + " without quality and time",
                MappingRules.QUALITY_NOT_CARRIED.remedy()));
    }

    private void reports(Connection connection) {
        for (DataAttribute signal :
                Subscriptions.of(project, device, connection).uncarried()) {
            device.mappings().stream()
                    .filter(mapping -> mapping.touches(signal.reference()))
                    .findFirst()
                    .ifPresent(mapping -> report(
                            MappingRules.SIGNAL_NOT_REPORTED,
                            mapping,
                            signal.reference() + " is in no dataset of a report control block of "
                                    + signal.node().device().ied().name(),
                            MappingRules.SIGNAL_NOT_REPORTED.remedy()));
        }
        Entry instance = Subscriptions.instance(project, device, connection).orElse(null);
        int wanted = instance != null && instance.text().matches("\\d{1,4}") ? Integer.parseInt(instance.text()) : 1;
        Subscriptions.of(project, device, connection).subscriptions().stream()
                .filter(subscription -> subscription.report().instances() < wanted)
                .findFirst()
                .ifPresent(subscription -> findings.accept(new Finding(
                        MappingRules.REPORT_INSTANCE_MISSING,
                        device.name() + " " + Subscriptions.instancePath(project, device, connection),
                        instance == null ? connection.position() : instance.position(),
                        "instance " + wanted + " of " + subscription.report().reference() + " is wanted; it has "
                                + subscription.report().instances(),
                        MappingRules.REPORT_INSTANCE_MISSING.remedy())));
    }

    /** Some devices write nothing over a connection until that is wanted, whatever its rows say. */
    private void written(Mapping mapping) {
        silent.computeIfAbsent(mapping.to(), this::silent)
                .ifPresent(path -> report(
                        MappingRules.ROW_NOT_WRITTEN,
                        mapping,
                        "the row is switched on, but " + path + " is '" + NOTHING + "', so nothing is written",
                        MappingRules.ROW_NOT_WRITTEN.remedy(),
                        Step.of(Action.SET, device.name(), path, "VALUE")));
    }

    /** Returns the path at which a connection says that it writes nothing; empty when it says no such thing. */
    private Optional<String> silent(String connection) {
        return project.type(device)
                .flatMap(type -> DeviceSheets.of(type, device).sheet(connection))
                .filter(sheet -> NOTHING.equals(sheet.value(Meaning.WRITES)))
                .flatMap(sheet -> sheet.path(Meaning.WRITES));
    }

    private void report(Rule rule, Mapping mapping, String message, String remedy, Step... steps) {
        Remedy mend = steps.length == 0 && remedy.equals(rule.remedy()) ? rule.mend() : Remedy.of(remedy, steps);
        findings.accept(new Finding(rule, device.name() + " " + mapping.name(), mapping.position(), message, mend));
    }
}
