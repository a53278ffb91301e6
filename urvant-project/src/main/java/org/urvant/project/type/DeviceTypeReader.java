package org.urvant.project.type;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.device.AccessRole;
import org.urvant.core.device.Account;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Example;
import org.urvant.core.device.Firmware;
import org.urvant.core.device.Guide;
import org.urvant.core.device.Handling;
import org.urvant.core.device.Hardware;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.Protecting;
import org.urvant.core.device.SettingGroups;
import org.urvant.core.device.Software;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.file.yaml.YamlNode;
import org.urvant.project.setting.DeviceSheets;

/**
 * Reads a device type from its YAML file, {@code urvant-device-type/1}; the JSON Schema that ships says the same, as far as a
 * schema can.
 */
public final class DeviceTypeReader {
    /** The form and version of a device-type file. */
    public static final String FORMAT = "urvant-device-type/1";

    private static final String FORMAT_NAME = "urvant-device-type/";

    private static final String NO_KIND = "' is no kind";

    private DeviceTypeReader() {}

    /**
     * Reads a type.
     *
     * @param source name that positions show
     * @throws MalformedInputException naming the first mistake, and how many more there are
     */
    public static DeviceType read(String source, String text) {
        Set<Finding> findings = new LinkedHashSet<>();
        DeviceType type = new TypeReading(findings)
                .type("device type", YamlDocument.parse(source, text).root());
        if (!findings.isEmpty()) {
            Finding first = findings.stream().sorted().findFirst().orElseThrow();
            String more = findings.size() == 1 ? "" : " (and " + (findings.size() - 1) + " more)";
            throw new MalformedInputException(
                    first.position(), first.subject() + ": " + first.message() + more, first.remedy());
        }
        return type;
    }

    /** Compiles the programs of a type on a device of defaults, and tells what is wrong in them. */
    public static void verifyLogic(DeviceType type, Consumer<Finding> findings) {
        LogicReader.verify(type, findings);
    }

    /** Reads a type; empty when it has mistakes, and then all of them are told. */
    public static Optional<DeviceType> read(String source, String text, Consumer<Finding> findings) {
        Set<Finding> found = new LinkedHashSet<>(); // what is read twice is not told twice
        Optional<DeviceType> type;
        try {
            type = Optional.of(new TypeReading(found)
                    .type(source, YamlDocument.parse(source, text).root()));
        } catch (UrvantException e) {
            Position position = e.position().orElse(Position.in(source));
            found.add(new Finding(GeneralRules.FILE_MALFORMED, source, position, e.getMessage(), e.mend()));
            type = Optional.empty();
        }
        found.forEach(findings);
        return found.isEmpty() ? type : Optional.empty();
    }

    private record TypeReading(Set<Finding> findings) {
        DeviceType type(String subject, YamlNode.Fields root) {
            FieldReader fields = new FieldReader(subject, root, findings::add);
            TypeVerifier.refuseEmpty(fields, root);
            return type(fields);
        }

        private DeviceType type(FieldReader fields) {
            format(fields);
            Known known = Known.of(fields);
            DeviceType.Plate plate = plate(fields);
            Software software = new Software(firmware(fields, known), texts(fields, "licences"));
            Map<String, Type> facts = DeviceSheets.facts(
                    HardwareReader.mostOfEach(fields),
                    fields.names("channels"),
                    fields.names("tables"),
                    software.licences().keySet());
            SheetReader.Sheet own = SheetReader.read(Meaning.Place.DEVICE, fields, Names.NONE, known, facts, List.of());
            Hardware hardware = HardwareReader.read(fields, own.names(), known, own.definition());
            SortedMap<String, TableDefinition> tables = TableReader.tables(fields, own.names(), known);
            TableReader.subBuses(fields, own.names(), known, tables);
            SettingGroups groups = fields.child("groups")
                    .map(reader -> groups(reader, own.names(), known.inGroup(reader)))
                    .orElse(SettingGroups.NONE);
            SortedMap<String, ConnectionKind> connections = new TreeMap<>();
            Words.named(fields, "connections")
                    .forEach((kind, reader) -> connections.put(
                            kind, ConnectionReader.connection(kind, reader, hardware, own.names(), known)));
            DeviceType bare = new DeviceType(
                    plate,
                    hardware,
                    software,
                    new DeviceType.Layout(own.definition(), tables, groups),
                    connections,
                    new DeviceType.Access(
                            ConnectionReader.services(fields, own.definition(), connections), accounts(fields)),
                    new Handling(
                            Words.yes(fields, "safety"),
                            fields.text("programmable").isEmpty() || Words.yes(fields, "programmable"),
                            texts(fields, "read-back-gaps"),
                            examples(fields),
                            Guide.NONE,
                            List.of(),
                            Protecting.NOTHING));
            DeviceType functioning = FunctionReader.read(fields, bare, own.names());
            DeviceType working = functioning.with(new Protecting(
                    StageReader.read(fields, functioning, own.names()),
                    ZoneReader.read(fields, functioning, own.names()),
                    DifferentialReader.read(fields, functioning, own.names()),
                    SupervisionReader.read(fields, functioning, own.names())));
            DeviceType acting = fields.child("logic")
                    .map(reader -> LogicReader.read(reader, working, own.names()))
                    .orElse(working);
            DeviceType type = fields.child("guide")
                    .map(reader -> acting.withGuide(GuideReader.read(reader, acting, known)))
                    .orElse(acting);
            fields.finish();
            TypeVerifier.verify(fields, type);
            if (findings.isEmpty()) { // else what contradicts what may follow from a mistake that was told
                HardwareVerifier.verify(fields, type);
                StageVerifier.verify(fields, type);
                TypeVerifier.examples(fields, type);
            }
            // until its kind is known, what else is said of a setting is guesswork
            findings.removeIf(finding -> !finding.message().endsWith(NO_KIND)
                    && known.unclear().stream().anyMatch(path -> TypeVerifier.names(finding.message(), path)));
            return type;
        }

        private static DeviceType.Plate plate(FieldReader fields) {
            Entry name = fields.required("type", "unnamed");
            if (!name.text().matches("[a-z0-9][a-z0-9.-]*")) {
                fields.report(
                        name.position(),
                        "type '" + name.text() + "' is not named as types are",
                        "Use small letters, digits, hyphens and dots.");
            }
            return new DeviceType.Plate(
                    name.text(),
                    fields.required("maker", "").text(),
                    fields.required("title", "").text(),
                    Words.texts(fields, "labels"),
                    texts(fields, "sections"));
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

        private static SettingGroups groups(FieldReader fields, Names outer, Known known) {
            SheetReader.Sheet sheet = SheetReader.read(Meaning.Place.GROUP, fields, outer, known, Map.of(), List.of());
            Entry most = fields.required("most", "1");
            int number = Words.whole(fields, "most", 1);
            if (number < 1) {
                fields.report(
                        most.position(),
                        "there are at most " + number + " setting groups",
                        "Give 1 or more, or take 'groups' out.");
            }
            SettingGroups groups = new SettingGroups(
                    Math.max(1, number), sheet.definition(), TableReader.tables(fields, sheet.names(), known));
            fields.finish();
            return groups;
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
    }
}
