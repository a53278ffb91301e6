package org.urvant.project.check;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Example;
import org.urvant.core.device.Handling;
import org.urvant.core.device.ModuleKind;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SubBus;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.ValueRules;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.NumberedNames;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappingRules;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Holds a device's sheets against each other: numbers of rows, values that must differ, references between tables, members of
 * sub-buses, setting groups that are alike, examples that nobody has changed, twins.
 */
final class TableCheck {
    private static final int MOST_ROWS = 5; // that a finding names

    private final Project project;
    private final Device device;
    private final DeviceSheets sheets;
    private final DeviceType type;
    private final Consumer<Finding> findings;
    private final Map<String, Set<String>> referenced = new HashMap<>();

    private TableCheck(Project project, Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        this.project = project;
        this.device = device;
        this.sheets = sheets;
        this.type = sheets.type();
        this.findings = findings;
    }

    static void check(Project project, Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        TableCheck check = new TableCheck(project, device, sheets, findings);
        sheets.all().forEach(check::references);
        check.type.tables().values().forEach(table -> check.table(table, table.name(), sheets.own()));
        List<Sheet> groups = sheets.of(Sheet.Kind.GROUP, "group");
        for (Sheet group : groups) {
            check.type
                    .groups()
                    .tables()
                    .values()
                    .forEach(table -> check.table(table, group.prefix() + "." + table.name(), group));
        }
        check.type.hardware().channels().values().forEach(kind -> check.uniqueValues()
                .check(kind.settings(), sheets.of(Sheet.Kind.CHANNEL, kind.name())));
        check.unusedChannels();
        GroupCheck.check(sheets, groups, findings);
        NameCheck.check(sheets, findings);
        check.examples();
        check.twin();
    }

    private void references(Sheet sheet) {
        for (SettingDefinition setting : sheet.definition().settings().values()) {
            if (setting.kind() != SettingKind.REFERENCE || sheet.text(setting).isEmpty()) {
                continue;
            }
            Entry entry = sheet.given().get(setting.path());
            String to = setting.limits().refersTo();
            String container = References.container(sheets, sheet, setting);
            List<String> known = names(to, container);
            String[] names = setting.limits().isMany()
                    ? sheet.text(setting).get().split("\\s*,\\s*")
                    : new String[] {sheet.text(setting).get()};
            for (String name : names) {
                referenced.computeIfAbsent(container, key -> new HashSet<>()).add(name);
                if (!known.contains(name) && !name.isEmpty() && !name.equals("none")) {
                    report(
                            GeneralRules.UNKNOWN_REFERENCE,
                            sheet.path(setting.path()),
                            entry == null ? sheet.position() : entry.position(),
                            sheet.path(setting.path()) + " names '" + name + "', which is not among the " + to,
                            NearestName.hint(to, name, known));
                }
            }
        }
    }

    /** Returns what a reference may name: rows of a table, channels of a kind or of any. */
    private List<String> names(String to, String container) {
        if (to.equals("channels")) {
            return List.copyOf(sheets.channels().keySet());
        }
        if (type.hardware().channels().containsKey(to)) {
            return sheets.of(Sheet.Kind.CHANNEL, to).stream().map(Sheet::prefix).toList();
        }
        return sheets.of(Sheet.Kind.ROW, container).stream().map(Sheet::name).toList();
    }

    private void table(TableDefinition table, String container, Sheet outer) {
        List<Sheet> rows = sheets.of(Sheet.Kind.ROW, container);
        Position position = rows.isEmpty() ? device.position() : rows.get(0).position();
        if (table.condition() != null && !rows.isEmpty() && !table.condition().holds(outer)) {
            report(
                    ValueRules.VALUE_NOT_USED,
                    container,
                    position,
                    "table " + container + " does not apply: "
                            + table.condition().reason(),
                    ValueRules.VALUE_NOT_USED.remedy());
        }
        count(table, container, outer, rows, position);
        if (!table.licence().isEmpty()
                && !rows.isEmpty()
                && !device.fitted().licenceNames().contains(table.licence())) {
            report(
                    DeviceRules.LICENCE_MISSING,
                    container,
                    position,
                    "table " + container + " needs the licence '" + table.licence() + "', which " + device.name()
                            + " does not have",
                    DeviceRules.LICENCE_MISSING.remedy());
        }
        uniqueValues().check(table.row(), rows);
        table.unreferenced().ifPresent(rule -> rows.stream()
                .filter(row -> !referenced.getOrDefault(container, Set.of()).contains(row.name()))
                .forEach(row ->
                        report(rule, row.prefix(), row.position(), row.prefix() + " is named nowhere", rule.remedy())));
        table.bus().ifPresent(bus -> bus(table, bus, rows));
    }

    /** A channel is used when something is given for it, or a reference, a row of the mapping or a program names it. */
    private void unusedChannels() {
        Set<String> named = new HashSet<>(referenced.getOrDefault("channels", Set.of()));
        type.hardware().channels().keySet().forEach(kind -> named.addAll(referenced.getOrDefault(kind, Set.of())));
        named.addAll(References.inPrograms(sheets));
        for (Mapping row : device.mappings()) {
            row.ends().filter(end -> end.connection().equals(ChannelPoint.OWN)).forEach(end -> named.add(end.point()));
        }
        List<String> forgotten = sheets.channels().keySet().stream()
                .filter(name -> !named.contains(name)
                        && sheets.sheet(name).orElseThrow().given().isEmpty())
                .toList();
        if (!forgotten.isEmpty()) {
            report(
                    DeviceRules.CHANNEL_UNMAPPED,
                    "channels",
                    device.position(),
                    (forgotten.size() == 1 ? "1 channel is" : forgotten.size() + " channels are")
                            + " neither used nor marked as unused: " + NumberedNames.brief(forgotten),
                    "Use them, or mark them as unused.",
                    Step.of(Action.SET, device.name(), "CHANNEL." + ChannelKind.CARRIES, ChannelKind.UNUSED));
        }
        device.fitted().modules().forEach((slot, entry) -> {
            ModuleKind module = type.hardware().modules().get(entry.text());
            Set<String> given = module == null
                    ? Set.of()
                    : DeviceSheets.channels(type, slot, module).keySet();
            if (!given.isEmpty() && forgotten.containsAll(given)) {
                report(
                        DeviceRules.MODULE_UNUSED,
                        "module." + slot,
                        entry.position(),
                        "no channel of module " + module.name() + " in slot " + slot + " is used",
                        DeviceRules.MODULE_UNUSED.remedy());
            }
        });
    }

    private void count(TableDefinition table, String container, Sheet outer, List<Sheet> rows, Position position) {
        BigDecimal count = BigDecimal.valueOf(rows.size());
        BigDecimal most = table.most() == null ? null : table.most().at(outer).orElse(null);
        BigDecimal least = table.least() == null
                ? BigDecimal.ZERO
                : table.least().at(outer).orElse(BigDecimal.ZERO);
        if (most != null && count.compareTo(most) > 0) {
            report(
                    table.bus().isEmpty() ? ValueRules.VALUE_OUT_OF_RANGE : DeviceRules.SUB_BUS_OVER_LIMIT,
                    container,
                    rows.get(most.intValue()).position(),
                    rows.size() + " rows in " + container + "; the device holds " + most.toPlainString(),
                    "Take rows out that are not needed.");
        } else if (count.compareTo(least) < 0) {
            report(
                    GeneralRules.OPEN_ITEMS,
                    container,
                    position,
                    container + " needs " + least.toPlainString() + " rows and has " + rows.size() + ": "
                            + table.meaning(),
                    "Add rows.",
                    Step.of(Action.SET, device.name(), container + ".NAME.COLUMN", "VALUE"));
        } else if (most != null
                && rows.size() > 5
                && count.multiply(BigDecimal.TEN).compareTo(most.multiply(BigDecimal.valueOf(9))) > 0) {
            report(
                    MappingRules.CAPACITY_NEAR_LIMIT,
                    container,
                    position,
                    rows.size() + " of " + most.toPlainString() + " rows in " + container + " are used",
                    MappingRules.CAPACITY_NEAR_LIMIT.remedy());
        }
        if (table.isNumbered()) {
            for (Sheet row : rows) {
                boolean sound = row.name().matches("[1-9]\\d{0,3}")
                        && (most == null || new BigDecimal(row.name()).compareTo(most) <= 0);
                if (!sound) {
                    report(
                            ValueRules.VALUE_OUT_OF_RANGE,
                            row.prefix(),
                            row.position(),
                            "row '" + row.name() + "' of " + container + " is no number from 1 to "
                                    + (most == null ? "…" : most.toPlainString()),
                            "Number the rows.");
                }
            }
        }
    }

    private UniqueValues uniqueValues() {
        return new UniqueValues(this::report);
    }

    /** Members by class and in all, and the sum of the currents of those that the bus feeds. */
    private void bus(TableDefinition table, SubBus bus, List<Sheet> rows) {
        Map<String, Integer> counts = new TreeMap<>();
        BigDecimal load = BigDecimal.ZERO;
        for (Sheet row : rows) {
            String name = String.valueOf(row.value(SubBus.CLASS));
            SubBus.MemberClass member = bus.classes().get(name);
            if (member == null) {
                continue; // the value's own check says so
            }
            if (counts.merge(name, 1, Integer::sum) == member.most() + 1) {
                report(
                        DeviceRules.SUB_BUS_OVER_LIMIT,
                        row.prefix(),
                        row.position(),
                        "more than " + member.most() + " members of class " + name + " on " + table.name(),
                        DeviceRules.SUB_BUS_OVER_LIMIT.remedy());
            }
            if (!SubBus.OWN.equals(row.value(SubBus.SUPPLY))) {
                load = load.add(member.load());
            }
        }
        if (load.compareTo(bus.supply()) > 0) {
            report(
                    DeviceRules.SUB_BUS_OVER_LIMIT,
                    table.name(),
                    rows.get(0).position(),
                    "members of " + table.name() + " take " + load.toPlainString() + " mA; it gives "
                            + bus.supply().toPlainString() + " mA",
                    "Feed some from elsewhere, with supply: own, or take some out.");
        }
    }

    private void examples() {
        for (Example example : type.handling().examples().values()) {
            boolean same = !example.values().isEmpty()
                    && example.values().entrySet().stream().allMatch(entry -> sheets.seek(entry.getKey())
                            .map(place ->
                                    place.sheet().given().get(place.setting().path()))
                            .map(given -> given.text().equals(entry.getValue()))
                            .orElse(false));
            if (same) {
                report(
                        DeviceRules.EQUALS_EXAMPLE,
                        "example " + example.name(),
                        device.position(),
                        device.name() + " has all values of the example '" + example.name() + "'",
                        DeviceRules.EQUALS_EXAMPLE.remedy());
            }
        }
        Handling handling = type.handling();
        if (!handling.gaps().isEmpty()) {
            report(
                    DeviceRules.READ_BACK_GAP,
                    "read-back",
                    device.position(),
                    "a read-back of " + device.name() + " does not contain "
                            + String.join(", ", handling.gaps().keySet()),
                    DeviceRules.READ_BACK_GAP.remedy());
        }
    }

    /** A redundant pair is alike but for what is marked as identity (N17). */
    private void twin() {
        Entry named = device.plate().entry(Plate.Item.TWIN_OF).orElse(null);
        if (named == null) {
            return;
        }
        Device other = project.devices().get(named.text());
        if (other == null || other == device) {
            report(
                    GeneralRules.UNKNOWN_REFERENCE,
                    "twin-of",
                    named.position(),
                    "'" + named.text() + "' is no other device of the project",
                    NearestName.hint("device", named.text(), project.devices().keySet()));
            return;
        }
        List<String> differing = new ArrayList<>();
        if (!other.type().text().equals(device.type().text())) {
            differing.add("type");
        } else {
            compare(DeviceSheets.of(type, other), differing);
        }
        if (!other.fitted().moduleNames().equals(device.fitted().moduleNames())) {
            differing.add("modules");
        }
        if (!other.firmware().text().equals(device.firmware().text())) {
            differing.add("firmware");
        }
        if (!other.logic().equals(device.logic())) {
            differing.add("programs");
        }
        Set<String> mine = rows(device);
        Set<String> theirs = rows(other);
        List<String> others = Stream.concat(mine.stream(), theirs.stream())
                .filter(row -> !(mine.contains(row) && theirs.contains(row)))
                .map(row -> "mapping '" + row.substring(0, row.indexOf('\n')) + "'")
                .distinct()
                .toList();
        differing.addAll(others.subList(0, Math.min(MOST_ROWS, others.size())));
        if (others.size() > MOST_ROWS) {
            differing.add("mappings of " + (others.size() - MOST_ROWS) + " more names");
        }
        if (!differing.isEmpty()) {
            findings.accept(new Finding(
                            SiteRules.TWINS_DIFFER,
                            device.name() + " twin-of",
                            named.position(),
                            device.name() + " and " + other.name() + " differ in " + String.join(", ", differing),
                            SiteRules.TWINS_DIFFER.remedy())
                    .concerning(Ref.device(device.name()), Ref.device(other.name())));
        }
    }

    /** What the rows of a mapping say, each as a text that begins with its name; keys tell rows of one device apart only. */
    private static Set<String> rows(Device device) {
        return device.mappings().stream()
                .map(row -> String.join(
                        "\n",
                        row.name(),
                        row.title().toString(),
                        row.origins().toString(),
                        row.target().toString(),
                        row.handling().toString(),
                        row.isUsed() ? "on" : "off"))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    private void compare(DeviceSheets others, List<String> differing) {
        Set<String> prefixes = new TreeSet<>();
        for (DeviceSheets side : Arrays.asList(sheets, others)) {
            side.all().forEach(sheet -> prefixes.add(sheet.prefix()));
        }
        for (String prefix : prefixes) {
            Sheet mine = sheets.sheet(prefix).orElse(null);
            Sheet theirs = others.sheet(prefix).orElse(null);
            if (mine == null || theirs == null) {
                differing.add(prefix);
                continue;
            }
            for (SettingDefinition setting : mine.definition().settings().values()) {
                Object left = mine.value(setting.path());
                Object right = theirs.value(setting.path());
                boolean same = left instanceof BigDecimal a && right instanceof BigDecimal b
                        ? a.compareTo(b) == 0
                        : Objects.equals(left, right);
                if (!same && !setting.traits().isIdentity()) {
                    differing.add(mine.path(setting.path()));
                }
            }
        }
    }

    private void report(Rule rule, String subject, Position position, String message, String remedy, Step... steps) {
        Remedy mend = steps.length == 0 && remedy.equals(rule.remedy()) ? rule.mend() : Remedy.of(remedy, steps);
        findings.accept(new Finding(rule, device.name() + " " + subject, position, message, mend));
    }
}
