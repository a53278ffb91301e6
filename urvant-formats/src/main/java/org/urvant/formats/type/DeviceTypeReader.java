package org.urvant.formats.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
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
import org.urvant.core.device.Role;
import org.urvant.core.device.Selector;
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
        List<Finding> findings = new ArrayList<>();
        DeviceType type = new Reading(findings)
                .type(new FieldReader(
                        "device type", YamlDocument.parse(source, text).root(), findings::add));
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
        List<Finding> found = new ArrayList<>();
        Optional<DeviceType> type;
        try {
            type = Optional.of(new Reading(found)
                    .type(new FieldReader(
                            source, YamlDocument.parse(source, text).root(), found::add)));
        } catch (UrvantException e) {
            Position position = e.position().orElse(Position.in(source));
            found.add(new Finding(Rule.FILE_MALFORMED, source, position, e.getMessage(), e.remedy()));
            type = Optional.empty();
        }
        found.forEach(findings);
        return found.isEmpty() ? type : Optional.empty();
    }

    private record Reading(List<Finding> findings) {
        DeviceType type(FieldReader fields) {
            format(fields);
            SortedMap<String, String> sections = texts(fields, "sections");
            DeviceType.Plate plate = new DeviceType.Plate(
                    fields.required("type", "unnamed").text(),
                    fields.required("maker", "").text(),
                    fields.required("title", "").text(),
                    Words.texts(fields, "labels"),
                    sections);
            Software software = new Software(firmware(fields), texts(fields, "licences"));
            Map<String, Type> facts = DeviceSheets.facts(
                    fields.names("modules"),
                    fields.names("channels"),
                    fields.names("tables"),
                    software.licences().keySet());
            SheetReader.Sheet own = SheetReader.read(fields, Names.NONE, facts, List.of());
            Hardware hardware = HardwareReader.read(fields, own.names());
            SortedMap<String, TableDefinition> tables = tables(fields, own.names());
            subBuses(fields, own.names(), tables);
            SettingGroups groups = fields.child("groups")
                    .map(reader -> groups(reader, own.names()))
                    .orElse(SettingGroups.NONE);
            SortedMap<String, ConnectionKind> connections = new TreeMap<>();
            fields.children("connections")
                    .forEach((kind, reader) -> connections.put(kind, connection(kind, reader, hardware, own.names())));
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
                    .map(reader -> acting.withGuide(GuideReader.read(reader, acting)))
                    .orElse(acting);
            fields.finish();
            verify(fields, type);
            return type;
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

        private static List<Firmware> firmware(FieldReader fields) {
            List<Firmware> versions = new ArrayList<>();
            fields.children("firmware").forEach((version, reader) -> {
                versions.add(new Firmware(
                        version,
                        Words.text(reader, "adds"),
                        Words.texts(reader, "from"),
                        Words.text(reader, "least-hardware")));
                reader.finish();
            });
            if (versions.isEmpty()) {
                fields.report(fields.position(), "key 'firmware' lists no version", "Add 'firmware: {\"1.0\": {}}'.");
            }
            return versions;
        }

        private static List<Account> accounts(FieldReader fields) {
            List<Account> accounts = new ArrayList<>();
            fields.children("accounts").forEach((user, reader) -> {
                AccessRole role = Words.word(reader, "role", AccessRole::of, AccessRole.VIEWER);
                accounts.add(new Account(
                        user, role, reader.required("factory-password", "").text()));
                reader.finish();
            });
            return accounts;
        }

        private static SortedMap<String, TableDefinition> tables(FieldReader fields, Names outer) {
            SortedMap<String, TableDefinition> tables = new TreeMap<>();
            fields.children("tables").forEach((name, reader) -> {
                SheetReader.Sheet row = SheetReader.read(reader, outer, Map.of(), List.of());
                Rule unreferenced = Words.optional(reader, "unreferenced", Rule::byId, null);
                tables.put(
                        name,
                        new TableDefinition(
                                name,
                                reader.required("meaning", "").text(),
                                Words.bound(reader, "least", outer),
                                Words.bound(reader, "most", outer),
                                Words.yes(reader, "numbered"),
                                row.definition(),
                                unreferenced,
                                Words.condition(reader, outer),
                                Words.text(reader, "licence"),
                                null));
                reader.finish();
            });
            return tables;
        }

        private static void subBuses(FieldReader fields, Names outer, SortedMap<String, TableDefinition> tables) {
            fields.children("sub-buses").forEach((name, reader) -> {
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
                        reader, outer, Map.of(), memberColumns(List.copyOf(classes.keySet()), least, most));
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
                                Words.text(reader, "licence"),
                                new SubBus(supply, classes)));
                reader.finish();
            });
        }

        private static List<SettingDefinition> memberColumns(List<String> classes, Bound least, Bound most) {
            Traits unique = new Traits(
                    Effect.RESTART, "", "", AccessRole.ENGINEER, false, null, false, Rule.DUPLICATE_BUS_ADDRESS);
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

        private static SettingGroups groups(FieldReader fields, Names outer) {
            SheetReader.Sheet sheet = SheetReader.read(fields, outer, Map.of(), List.of());
            SettingGroups groups = new SettingGroups(
                    Words.whole(fields, "most", 1), sheet.definition(), tables(fields, sheet.names()));
            fields.finish();
            return groups;
        }

        private static ConnectionKind connection(String name, FieldReader fields, Hardware hardware, Names outer) {
            Protocol protocol = Words.word(fields, "protocol", Protocol::byId, Protocol.IEC61850);
            Role role = Words.word(fields, "role", Role::of, Role.CLIENT);
            List<String> ports = Words.texts(fields, "ports");
            for (String port : ports) {
                if (!hardware.ports().containsKey(port)) {
                    fields.report(
                            fields.position(),
                            "there is no port '" + port + "'",
                            NearestName.hint("port", port, hardware.ports().keySet()));
                }
            }
            List<SettingDefinition> built = ports.isEmpty()
                    ? List.of()
                    : List.of(new SettingDefinition(
                            ConnectionKind.PORT,
                            SettingKind.CHOICE,
                            Limits.choices(ports),
                            ports.get(0),
                            false,
                            null,
                            new Traits(Effect.RESTART, "", "", AccessRole.ENGINEER, false, null, false, null),
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
                    Words.text(fields, "licence"),
                    Words.text(fields, "since"),
                    SheetReader.read(fields, outer, Map.of(), built).definition());
            fields.finish();
            return kind;
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
                            reader.position(),
                            "'" + serves + "' is no kind of connection",
                            NearestName.hint("kind", serves, connections.keySet()));
                }
                services.add(new Service(
                        name,
                        reader.required("meaning", "").text(),
                        setting.text(),
                        reader.required("port", "").text(),
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
            type.plate().sections().keySet().stream()
                    .filter(section -> !firsts.contains(section))
                    .forEach(section -> fields.report(
                            fields.position(),
                            "section '" + section + "' has a title and no settings",
                            NearestName.hint("section", section, firsts)));
            Set<String> others = new HashSet<>(type.tables().keySet());
            others.addAll(type.hardware().channels().keySet());
            others.add("group");
            others.stream()
                    .filter(firsts::contains)
                    .forEach(name -> fields.report(
                            fields.position(),
                            "'" + name + "' is the name of a section and of a table, channel or group",
                            "Rename one of them."));
            for (Selector selector : type.hardware().selectors()) {
                String follows = selector.follows();
                boolean onChannel = type.hardware().channels().values().stream()
                        .anyMatch(kind -> follows.matches(kind.name() + "\\d+\\..+")
                                && kind.settings()
                                        .setting(follows.substring(follows.indexOf('.') + 1))
                                        .isPresent());
                if (type.setting(follows).isEmpty() && !onChannel) {
                    fields.report(
                            fields.position(),
                            "selector " + selector.name() + " follows '" + follows + "', which is no setting",
                            NearestName.hint("setting", follows, type.settings().keySet()));
                }
            }
            for (Example example : type.handling().examples().values()) {
                if (!type.firmware().contains(example.firmware())) {
                    fields.report(
                            fields.position(),
                            "example " + example.name() + " is for firmware '" + example.firmware() + "'",
                            "Give one of " + String.join(", ", type.firmware()) + ".");
                }
            }
        }
    }
}
