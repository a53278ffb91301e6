package org.urvant.formats.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import org.urvant.core.device.AccessRole;
import org.urvant.core.device.Account;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Effect;
import org.urvant.core.device.Role;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.fault.MalformedInputException;
import org.urvant.core.finding.Finding;
import org.urvant.core.point.Protocol;
import org.urvant.core.project.Entry;
import org.urvant.formats.yaml.FieldReader;
import org.urvant.formats.yaml.YamlDocument;

/** Reads a device type from its YAML file, {@code urvant-device-type/1}; the JSON Schema that ships says the same. */
public final class DeviceTypeReader {
    /** The form and version of a device-type file. */
    public static final String FORMAT = "urvant-device-type/1";

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

    private record Reading(List<Finding> findings) {
        DeviceType type(FieldReader fields) {
            Entry format = fields.required("format", FORMAT);
            if (!FORMAT.equals(format.text())) {
                fields.report(format.position(), "format is '" + format.text() + "'", "Expected " + FORMAT + ".");
            }
            String name = fields.required("type", "unnamed").text();
            String maker = fields.required("maker", "").text();
            String title = fields.required("title", "").text();
            List<String> firmware =
                    fields.texts("firmware").stream().map(Entry::text).toList();
            if (firmware.isEmpty()) {
                fields.report(fields.position(), "key 'firmware' lists no version", "Add 'firmware: [\"1.0\"]'.");
            }
            List<Account> accounts = new ArrayList<>();
            fields.children("accounts").forEach((user, reader) -> {
                AccessRole role = word(reader, "role", AccessRole::of, AccessRole.VIEWER);
                accounts.add(new Account(
                        user, role, reader.required("factory-password", "").text()));
                reader.finish();
            });
            SortedMap<String, SettingDefinition> settings = settings(fields);
            SortedMap<String, ConnectionKind> connections = new TreeMap<>();
            fields.children("connections").forEach((kind, reader) -> connections.put(kind, connection(kind, reader)));
            fields.finish();
            return new DeviceType(name, maker, title, firmware, settings, connections, accounts);
        }

        private ConnectionKind connection(String name, FieldReader fields) {
            Protocol protocol = word(fields, "protocol", Protocol::byId, Protocol.IEC61850);
            Role role = word(fields, "role", Role::of, Role.CLIENT);
            int most = whole(fields, "most", 1);
            int longestName = whole(fields, "longest-name", 0);
            int mostPoints = whole(fields, "most-points", 0);
            String meaning = fields.required("meaning", "").text();
            SortedMap<String, SettingDefinition> settings = settings(fields);
            fields.finish();
            return new ConnectionKind(name, protocol, role, most, meaning, longestName, mostPoints, settings);
        }

        private SortedMap<String, SettingDefinition> settings(FieldReader fields) {
            SortedMap<String, SettingDefinition> settings = new TreeMap<>();
            fields.children("settings").forEach((path, reader) -> settings.put(path, setting(path, reader)));
            return settings;
        }

        private SettingDefinition setting(String path, FieldReader fields) {
            SettingKind kind = word(fields, "kind", SettingKind::of, SettingKind.TEXT);
            SettingDefinition definition = new SettingDefinition(
                    path,
                    kind,
                    fields.text("unit").map(Entry::text).orElse(""),
                    bound(fields, "least"),
                    bound(fields, "most"),
                    bound(fields, "step"),
                    fields.texts("choices").stream().map(Entry::text).toList(),
                    whole(fields, "longest", 0),
                    fields.text("default").map(Entry::text).orElse(null),
                    fields.text("effect").isEmpty() ? Effect.NONE : word(fields, "effect", Effect::of, Effect.NONE),
                    fields.text("since").map(Entry::text).orElse(""),
                    fields.text("risk").map(Entry::text).orElse(""),
                    fields.required("meaning", "").text());
            definition
                    .standardValue()
                    .map(definition::read)
                    .filter(reading -> reading.value().isEmpty())
                    .ifPresent(reading -> fields.report(
                            fields.position(), "the default does not fit: " + reading.message(), reading.remedy()));
            if (definition.least() != null
                    && definition.most() != null
                    && definition.least().compareTo(definition.most()) > 0) {
                fields.report(
                        fields.position(),
                        "least " + definition.least() + " is above most " + definition.most(),
                        "Exchange the two.");
            }
            fields.finish();
            return definition;
        }

        private int whole(FieldReader fields, String key, int otherwise) {
            return fields.text(key)
                    .flatMap(entry -> decimal(fields, entry))
                    .map(BigDecimal::intValue)
                    .orElse(otherwise);
        }

        private BigDecimal bound(FieldReader fields, String key) {
            return fields.text(key).flatMap(entry -> decimal(fields, entry)).orElse(null);
        }

        private Optional<BigDecimal> decimal(FieldReader fields, Entry entry) {
            if (entry.text().matches("-?\\d{1,30}(\\.\\d{1,30})?")) {
                return Optional.of(new BigDecimal(entry.text()));
            }
            fields.report(entry.position(), "'" + entry.text() + "' is no number", "Write digits, such as 0.5.");
            return Optional.empty();
        }

        private <T> T word(FieldReader fields, String key, Function<String, Optional<T>> reading, T otherwise) {
            Entry entry = fields.required(key, "");
            Optional<T> word = reading.apply(entry.text());
            if (word.isEmpty() && !entry.text().isEmpty()) {
                fields.report(
                        entry.position(),
                        "'" + entry.text() + "' is no " + key,
                        "The schema device-type.schema.json lists what may stand there.");
            }
            return word.orElse(otherwise);
        }
    }
}
