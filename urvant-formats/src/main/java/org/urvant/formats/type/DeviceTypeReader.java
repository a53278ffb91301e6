package org.urvant.formats.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.urvant.core.device.AccessRole;
import org.urvant.core.device.Account;
import org.urvant.core.device.Bound;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Effect;
import org.urvant.core.device.Example;
import org.urvant.core.device.Firmware;
import org.urvant.core.device.Guide;
import org.urvant.core.device.Handling;
import org.urvant.core.device.Hardware;
import org.urvant.core.device.Limits;
import org.urvant.core.device.Reading;
import org.urvant.core.device.Role;
import org.urvant.core.device.Service;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingGroups;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.Software;
import org.urvant.core.device.SubBus;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.device.Traits;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.fault.MalformedInputException;
import org.urvant.core.fault.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.point.Protocol;
import org.urvant.core.project.Entry;
import org.urvant.core.setting.DeviceSheets;
import org.urvant.core.text.NearestName;
import org.urvant.formats.yaml.FieldReader;
import org.urvant.formats.yaml.YamlDocument;
import org.urvant.formats.yaml.YamlNode;

/**
 * Reads a device type from its YAML file, {@code urvant-device-type/1}; the JSON Schema that ships says the same, as far as a
 * schema can.
 */
public final class DeviceTypeReader {
    /** The form and version of a device-type file. */
    public static final String FORMAT = "urvant-device-type/1";

    private static final String FORMAT_NAME = "urvant-device-type/";

    private DeviceTypeReader() {}

    /**
     * Reads a type.
     *
     * @param source name that positions show
     * @throws MalformedInputException naming the first fault, and how many more there are
     */
    public static DeviceType read(String source, String text) {
        Set<Finding> findings = new LinkedHashSet<>();
        DeviceType type = new TypeReading(findings)
                .type("device type", YamlDocument.parse(source, text).root());
        if (!findings.isEmpty()) {
            Finding first = findings.stream().sorted().findFirst().orElseThrow();
            String more = findings.size() == 1 ? "" : " (and " + (findings.size() - 1) + " more faults)";
            throw new MalformedInputException(
                    first.position(), first.subject() + ": " + first.message() + more, first.remedy());
        }
        return type;
    }

    /** Compiles the programs of a type on a device of defaults, and tells what is wrong in them. */
    public static void verifyLogic(DeviceType type, Consumer<Finding> findings) {
        LogicReader.verify(type, findings);
    }

    /** Reads a type; empty when it has faults, and then all of them are told. */
    public static Optional<DeviceType> read(String source, String text, Consumer<Finding> findings) {
        Set<Finding> found = new LinkedHashSet<>(); // what is read twice is not told twice
        Optional<DeviceType> type;
        try {
            type = Optional.of(new TypeReading(found)
                    .type(source, YamlDocument.parse(source, text).root()));
        } catch (UrvantException e) {
            Position position = e.position().orElse(Position.in(source));
            found.add(new Finding(Rule.FILE_MALFORMED, source, position, e.getMessage(), e.remedy()));
            type = Optional.empty();
        }
        found.forEach(findings);
        return found.isEmpty() ? type : Optional.empty();
    }

    private static final String NO_KIND = "' is no kind";

    private record TypeReading(Set<Finding> findings) {
        DeviceType type(String subject, YamlNode.Fields root) {
            FieldReader fields = new FieldReader(subject, root, findings::add);
            refuseEmpty(fields, root);
            return type(fields);
        }

        /** A key without a value would be taken as not given, although somebody meant to give it. */
        private static void refuseEmpty(FieldReader fields, YamlNode.Fields map) {
            map.entries().forEach((key, node) -> {
                if (node instanceof YamlNode.Fields inner) {
                    refuseEmpty(fields, inner);
                } else if (node instanceof YamlNode.Text text && text.text().isEmpty()) {
                    fields.report(
                            map.keys().getOrDefault(key, node.position()),
                            "nothing stands at '" + key + "'",
                            "Give it a value, or take it out.");
                }
            });
        }

        private DeviceType type(FieldReader fields) {
            format(fields);
            Known known = Known.of(fields);
            Entry name = fields.required("type", "unnamed");
            if (!name.text().matches("[a-z0-9][a-z0-9.-]*")) {
                fields.report(
                        name.position(),
                        "type '" + name.text() + "' is not named as types are",
                        "Use small letters, digits, hyphens and dots.");
            }
            SortedMap<String, String> sections = texts(fields, "sections");
            DeviceType.Plate plate = new DeviceType.Plate(
                    name.text(),
                    fields.required("maker", "").text(),
                    fields.required("title", "").text(),
                    Words.texts(fields, "labels"),
                    sections);
            Software software = new Software(firmware(fields, known), texts(fields, "licences"));
            Map<String, Type> facts = DeviceSheets.facts(
                    fields.names("modules"),
                    fields.names("channels"),
                    fields.names("tables"),
                    software.licences().keySet());
            SheetReader.Sheet own = SheetReader.read(fields, Names.NONE, known, facts, List.of());
            Hardware hardware = HardwareReader.read(fields, own.names(), known, own.definition());
            SortedMap<String, TableDefinition> tables = tables(fields, own.names(), known);
            subBuses(fields, own.names(), known, tables);
            SettingGroups groups = fields.child("groups")
                    .map(reader -> groups(reader, own.names(), known.inGroup(reader)))
                    .orElse(SettingGroups.NONE);
            SortedMap<String, ConnectionKind> connections = new TreeMap<>();
            Words.named(fields, "connections")
                    .forEach((kind, reader) ->
                            connections.put(kind, connection(kind, reader, hardware, own.names(), known)));
            DeviceType bare = new DeviceType(
                    plate,
                    hardware,
                    software,
                    own.definition(),
                    tables,
                    groups,
                    connections,
                    services(fields, own.definition(), connections),
                    accounts(fields),
                    new Handling(
                            Words.yes(fields, "safety"),
                            fields.text("programmable").isEmpty() || Words.yes(fields, "programmable"),
                            texts(fields, "read-back-gaps"),
                            examples(fields),
                            Guide.NONE,
                            List.of()));
            DeviceType working = FunctionReader.read(fields, bare, own.names());
            DeviceType acting = fields.child("logic")
                    .map(reader -> LogicReader.read(reader, working, own.names()))
                    .orElse(working);
            DeviceType type = fields.child("guide")
                    .map(reader -> acting.withGuide(GuideReader.read(reader, acting, known)))
                    .orElse(acting);
            fields.finish();
            verify(fields, type);
            // until its kind is known, what else is said of a setting is guesswork
            findings.removeIf(finding -> !finding.message().endsWith(NO_KIND)
                    && known.unclear().stream().anyMatch(path -> names(finding.message(), path)));
            return type;
        }

        /** Whether a message speaks of a setting, as files or as expressions write it. */
        private static boolean names(String message, String path) {
            String either = Pattern.quote(path) + "|" + Pattern.quote(path.replace('-', '_'));
            return Pattern.compile("(?<![\\w.-])(" + either + ")(?![\\w.-])")
                    .matcher(message)
                    .find();
        }

        private static void format(FieldReader fields) {
            Entry format = fields.required("format", FORMAT);
            if (FORMAT.equals(format.text())) {
                return;
            }
            boolean isNewer = format.text().startsWith(FORMAT_NAME);
            fields.report(
                    format.position(),
                    "format is '" + format.text() + "'",
                    isNewer
                            ? "The file is of another version; take an Urvant that reads it."
                            : "Expected " + FORMAT + ".");
        }

        private static SortedMap<String, String> texts(FieldReader fields, String key) {
            SortedMap<String, String> texts = new TreeMap<>();
            fields.child(key)
                    .ifPresent(reader -> reader.plain().forEach((name, entry) -> texts.put(name, entry.text())));
            return texts;
        }

        private static List<Firmware> firmware(FieldReader fields, Known known) {
            List<Firmware> versions = new ArrayList<>();
            fields.children("firmware").forEach((version, reader) -> {
                versions.add(new Firmware(
                        version,
                        Words.text(reader, "adds"),
                        Known.all(
                                reader,
                                "from",
                                "firmware version before it",
                                versions.stream().map(Firmware::version).toList()),
                        known.hardware(reader, "least-hardware")));
                reader.finish();
            });
            if (versions.isEmpty()) {
                fields.report(fields.position(), "key 'firmware' lists no version", "Add 'firmware: {\"1.0\": {}}'.");
            }
            return versions;
        }

        private static List<Account> accounts(FieldReader fields) {
            List<Account> accounts = new ArrayList<>();
            Words.named(fields, "accounts").forEach((user, reader) -> {
                AccessRole role = Words.word(reader, "role", AccessRole::of, AccessRole.VIEWER);
                accounts.add(new Account(
                        user, role, reader.required("factory-password", "").text()));
                reader.finish();
            });
            return accounts;
        }

        private static SortedMap<String, TableDefinition> tables(FieldReader fields, Names outer, Known known) {
            SortedMap<String, TableDefinition> tables = new TreeMap<>();
            Words.named(fields, "tables").forEach((name, reader) -> {
                SheetReader.Sheet row = SheetReader.read(reader, outer, known, Map.of(), List.of());
                Bound least = Words.bound(reader, "least", outer);
                Bound most = Words.bound(reader, "most", outer);
                if (SheetReader.isAbove(least, most)) {
                    reader.report(reader.at("least"), "least " + least + " is above most " + most, "Exchange the two.");
                }
                Rule unreferenced = Words.optional(reader, "unreferenced", Rule::byId, null);
                tables.put(
                        name,
                        new TableDefinition(
                                name,
                                reader.required("meaning", "").text(),
                                least,
                                most,
                                Words.yes(reader, "numbered"),
                                row.definition(),
                                unreferenced,
                                Words.condition(reader, outer),
                                known.licence(reader),
                                null,
                                frameBits(reader, row.definition())));
                reader.finish();
            });
            return tables;
        }

        private static TableDefinition.FrameBits frameBits(FieldReader table, SheetDefinition row) {
            return table.child("bits")
                    .map(reader -> {
                        TableDefinition.FrameBits bits = new TableDefinition.FrameBits(
                                Words.setting(reader, "frame", row, true),
                                Words.setting(reader, "start", row, true),
                                Words.setting(reader, "length", row, true),
                                Words.setting(reader, "order", row, true));
                        reader.finish();
                        return bits;
                    })
                    .orElse(null);
        }

        private static void subBuses(
                FieldReader fields, Names outer, Known known, SortedMap<String, TableDefinition> tables) {
            Words.named(fields, "sub-buses").forEach((name, reader) -> {
                Map<String, SubBus.MemberClass> classes = new LinkedHashMap<>();
                reader.children("classes").forEach((word, inner) -> {
                    BigDecimal load = inner.text("load")
                            .flatMap(entry -> Words.decimal(inner, entry))
                            .orElse(BigDecimal.ZERO);
                    int most = Words.whole(inner, "most", Integer.MAX_VALUE);
                    classes.put(
                            word,
                            new SubBus.MemberClass(inner.required("title", "").text(), most, load));
                    inner.finish();
                });
                BigDecimal supply = reader.text("supply")
                        .flatMap(entry -> Words.decimal(reader, entry))
                        .orElse(BigDecimal.ZERO);
                Bound least = Words.bound(reader, "least-address", outer);
                Bound most = Words.bound(reader, "most-address", outer);
                SheetReader.Sheet row = SheetReader.read(
                        reader, outer, known, Map.of(), memberColumns(List.copyOf(classes.keySet()), least, most));
                tables.put(
                        name,
                        new TableDefinition(
                                name,
                                reader.required("meaning", "").text(),
                                null,
                                Words.bound(reader, "most", outer),
                                false,
                                row.definition(),
                                null,
                                Words.condition(reader, outer),
                                known.licence(reader),
                                new SubBus(supply, classes),
                                null));
                reader.finish();
            });
        }

        private static List<SettingDefinition> memberColumns(List<String> classes, Bound least, Bound most) {
            Traits unique = new Traits(
                    Effect.RESTART,
                    "",
                    "",
                    AccessRole.ENGINEER,
                    false,
                    null,
                    false,
                    Rule.DUPLICATE_BUS_ADDRESS,
                    "",
                    null);
            Limits addresses = new Limits(null, false, least, most, null, List.of(), 0, "", false);
            return List.of(
                    new SettingDefinition(
                            SubBus.CLASS, SettingKind.CHOICE, Limits.choices(classes), "what kind of member it is"),
                    new SettingDefinition(
                            SubBus.ADDRESS,
                            SettingKind.INTEGER,
                            addresses,
                            null,
                            false,
                            null,
                            unique,
                            "address of the member on the bus"),
                    new SettingDefinition(
                            SubBus.SUPPLY,
                            SettingKind.CHOICE,
                            Limits.choices(List.of(SubBus.FROM_BUS, SubBus.OWN)),
                            SubBus.FROM_BUS,
                            false,
                            null,
                            Traits.ORDINARY,
                            "who feeds the member; its own supply does not load the bus"));
        }

        private static SettingGroups groups(FieldReader fields, Names outer, Known known) {
            SheetReader.Sheet sheet = SheetReader.read(fields, outer, known, Map.of(), List.of());
            Entry most = fields.required("most", "1");
            int number = Words.whole(fields, "most", 1);
            if (number < 1) {
                fields.report(
                        most.position(),
                        "there are at most " + number + " setting groups",
                        "Give 1 or more, or take 'groups' out.");
            }
            SettingGroups groups =
                    new SettingGroups(Math.max(1, number), sheet.definition(), tables(fields, sheet.names(), known));
            fields.finish();
            return groups;
        }

        private static ConnectionKind connection(
                String name, FieldReader fields, Hardware hardware, Names outer, Known known) {
            Protocol protocol = Words.word(fields, "protocol", Protocol::byId, Protocol.IEC61850);
            Role role = Words.word(fields, "role", Role::of, Role.CLIENT);
            List<String> ports =
                    Known.all(fields, "ports", "port", hardware.ports().keySet());
            List<SettingDefinition> built = ports.isEmpty()
                    ? List.of()
                    : List.of(new SettingDefinition(
                            ConnectionKind.PORT,
                            SettingKind.CHOICE,
                            Limits.choices(ports),
                            ports.get(0),
                            false,
                            null,
                            new Traits(Effect.RESTART, "", "", AccessRole.ENGINEER, false, null, false, null, "", null),
                            "port of the device that the connection uses"));
            ConnectionKind kind = new ConnectionKind(
                    name,
                    protocol,
                    role,
                    Words.whole(fields, "most", 1),
                    fields.required("meaning", "").text(),
                    Words.whole(fields, "longest-name", 0),
                    Words.whole(fields, "most-points", 0),
                    ports,
                    known.licence(fields),
                    known.firmware(fields, "since"),
                    SheetReader.read(fields, outer, known, Map.of(), built).definition());
            fields.finish();
            return kind;
        }

        private static String port(FieldReader fields) {
            Entry port = fields.required("port", "tcp/1");
            if (!port.text().matches("(tcp|udp)/\\d{1,5}")
                    || Integer.parseInt(port.text().substring(4)) > 65_535
                    || Integer.parseInt(port.text().substring(4)) == 0) {
                fields.report(port.position(), "'" + port.text() + "' is no port", "Write tcp/80 or udp/123.");
            }
            return port.text();
        }

        private static List<Service> services(
                FieldReader fields, SheetDefinition own, Map<String, ConnectionKind> connections) {
            List<Service> services = new ArrayList<>();
            fields.children("services").forEach((name, reader) -> {
                Entry setting = reader.text("setting").orElse(new Entry("", reader.position()));
                if (!setting.text().isEmpty()
                        && own.setting(setting.text())
                                .filter(found -> found.kind() == SettingKind.LOGICAL)
                                .isEmpty()) {
                    reader.report(
                            setting.position(),
                            "'" + setting.text() + "' is no setting of yes or no",
                            NearestName.hint(
                                    "setting", setting.text(), own.settings().keySet()));
                }
                String serves = Words.text(reader, "serves");
                if (!serves.isEmpty() && !connections.containsKey(serves)) {
                    reader.report(
                            reader.at("serves"),
                            "'" + serves + "' is no kind of connection",
                            NearestName.hint("kind", serves, connections.keySet()));
                }
                services.add(new Service(
                        name,
                        reader.required("meaning", "").text(),
                        setting.text(),
                        port(reader),
                        Words.yes(reader, "clear-text"),
                        Words.text(reader, "risk"),
                        serves));
                reader.finish();
            });
            return services;
        }

        private static SortedMap<String, Example> examples(FieldReader fields) {
            SortedMap<String, Example> examples = new TreeMap<>();
            fields.children("examples").forEach((name, reader) -> {
                String meaning = reader.required("meaning", "").text();
                String firmware = reader.required("firmware", "").text();
                SortedMap<String, String> values = new TreeMap<>();
                reader.child("values")
                        .ifPresent(inner -> inner.values().forEach((path, entry) -> values.put(path, entry.text())));
                reader.finish();
                examples.put(name, new Example(name, meaning, firmware, values));
            });
            return examples;
        }

        /** What only the whole type can show: names that mean two things, words that lead nowhere. */
        private static void verify(FieldReader fields, DeviceType type) {
            Set<String> firsts = new HashSet<>();
            type.settings().keySet().forEach(path -> firsts.add(path.split("\\.")[0]));
            type.groups().settings().settings().keySet().forEach(path -> firsts.add(path.split("\\.")[0]));
            fields.child("sections").ifPresent(sections -> type.plate().sections().keySet().stream()
                    .filter(section -> !firsts.contains(section))
                    .forEach(section -> sections.report(
                            sections.at(section),
                            "section '" + section + "' has a title and no settings",
                            NearestName.hint("section", section, firsts))));
            for (String key : List.of("tables", "sub-buses", "channels")) {
                fields.child(key).ifPresent(reader -> fields.names(key).stream()
                        .filter(name -> firsts.contains(name) || name.equals("group"))
                        .forEach(name -> reader.report(
                                reader.at(name),
                                "'" + name + "' is the name of a section and of a table, channel or group",
                                "Rename one of them.")));
            }
            if (firsts.contains("group")) {
                fields.report(
                        fields.at("settings"),
                        "'group' is the name of a section and of a table, channel or group",
                        "Rename the section.");
            }
            Map<String, FieldReader> channels = fields.children("channels");
            type.hardware().channels().values().forEach(kind -> {
                Map<String, FieldReader> laws = channels.containsKey(kind.name())
                        ? channels.get(kind.name()).children("laws")
                        : Map.of();
                kind.laws().forEach(law -> LawReader.verifyRow(laws.get(law.name()), kind, law, type.tables()));
            });
            Expansion.children(fields, "selectors").forEach((name, reader) -> selector(reader, type));
            fields.children("examples").forEach((name, reader) -> example(reader, type));
        }

        private static void selector(FieldReader fields, DeviceType type) {
            Entry follows = fields.required("follows", "");
            int dot = follows.text().indexOf('.');
            SettingDefinition setting = type.setting(follows.text())
                    .or(() -> type.hardware().channels().values().stream()
                            .filter(kind -> follows.text().matches(kind.name() + "\\d+\\..+"))
                            .flatMap(kind ->
                                    kind.settings().setting(follows.text().substring(dot + 1)).stream())
                            .findFirst())
                    .orElse(null);
            if (setting == null) {
                fields.report(
                        follows.position(),
                        "the selector follows '" + follows.text() + "', which is no setting",
                        NearestName.hint(
                                "setting", follows.text(), type.settings().keySet()));
                return;
            }
            fields.child("positions").ifPresent(reader -> reader.plain().forEach((value, entry) -> {
                Reading read = setting.read(value);
                if (!read.isSound()) {
                    reader.report(
                            reader.at(value), "a position is for '" + value + "'; " + read.message(), read.remedy());
                }
            }));
        }

        /** An example must fit a device of its firmware that has nothing else. */
        private static void example(FieldReader fields, DeviceType type) {
            Entry firmware = fields.required("firmware", "");
            Known.check(fields, firmware, "firmware version", type.firmware());
            SortedMap<String, Entry> values =
                    fields.child("values").map(FieldReader::values).orElse(new TreeMap<>());
            DeviceSheets blank = DeviceSheets.blank(type);
            SortedMap<String, String> texts = new TreeMap<>();
            values.forEach((path, entry) -> {
                if (blank.seek(path).isPresent()) {
                    texts.put(path, entry.text());
                } else {
                    fields.report(
                            entry.position(),
                            "there is no setting '" + path + "'",
                            NearestName.hint("setting", path, blank.paths()));
                }
            });
            DeviceSheets sheets = DeviceSheets.of(type, blank.with(texts));
            texts.keySet().forEach(path -> sheets.seek(path).ifPresent(place -> {
                SettingDefinition setting = place.setting();
                Position position = values.get(path).position();
                if (setting.isDerived()) {
                    fields.report(position, path + " follows from other settings", "Take it out.");
                }
                if (type.software().isOlder(firmware.text(), setting.traits().since())) {
                    fields.report(
                            position,
                            path + " needs firmware " + setting.traits().since() + "; the example is for "
                                    + firmware.text(),
                            "Take it out, or make the example for a newer version.");
                }
                place.sheet()
                        .reading(setting)
                        .filter(read -> !read.isSound())
                        .ifPresent(read -> fields.report(position, read.message(), read.remedy()));
            }));
        }
    }
}
