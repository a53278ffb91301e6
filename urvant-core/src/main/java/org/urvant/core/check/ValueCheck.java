package org.urvant.core.check;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.function.Consumer;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Project;
import org.urvant.core.text.NearestName;
import org.urvant.core.tree.Value;

/** Holds a device's values against its type: unknown names, ranges, steps, and what is still open. */
final class ValueCheck {
    private final Project project;
    private final Device device;
    private final Consumer<Finding> findings;

    private ValueCheck(Project project, Device device, Consumer<Finding> findings) {
        this.project = project;
        this.device = device;
        this.findings = findings;
    }

    static void check(Project project, Device device, Consumer<Finding> findings) {
        new ValueCheck(project, device, findings).run();
    }

    private void run() {
        Optional<DeviceType> type = project.type(device);
        if (type.isEmpty()) {
            String name = device.type().text();
            report(
                    Rule.UNKNOWN_REFERENCE,
                    "type",
                    device.type().position(),
                    "device type '" + name + "' is not in the catalogue",
                    NearestName.hint("device type", name, project.types().keySet()));
            return;
        }
        if (!type.get().firmware().contains(device.firmware().text())) {
            report(
                    Rule.VALUE_OUT_OF_RANGE,
                    "firmware",
                    device.firmware().position(),
                    "firmware is '" + device.firmware().text() + "'; the type is known in "
                            + String.join(", ", type.get().firmware()),
                    "Give one of the known versions.");
        }
        values("", type.get().settings(), device.settings(), device.position());
        services(type.get());
        defaults(type.get());
        for (Connection connection : device.connections().values()) {
            connection(type.get(), connection);
        }
        for (ConnectionKind kind : type.get().connections().values()) {
            long count = device.connections().values().stream()
                    .filter(connection -> connection.kind().text().equals(kind.name()))
                    .count();
            if (count > kind.most()) {
                report(
                        Rule.VALUE_OUT_OF_RANGE,
                        "connections",
                        device.position(),
                        count + " connections of kind " + kind.name() + "; the type holds " + kind.most(),
                        "Remove connections that are not needed.");
            }
        }
    }

    private void connection(DeviceType type, Connection connection) {
        String kindName = connection.kind().text();
        Optional<ConnectionKind> kind = type.connection(kindName);
        if (kind.isEmpty()) {
            report(
                    Rule.UNKNOWN_REFERENCE,
                    connection.name(),
                    connection.kind().position(),
                    "connection kind '" + kindName + "' does not exist in " + type.name(),
                    NearestName.hint("kind", kindName, type.connections().keySet()));
            return;
        }
        values(connection.name() + ".", kind.get().settings(), connection.values(), connection.position());
        Entry ied = connection.values().get(Connection.IED);
        if (ied != null && project.ied(ied.text()).isEmpty()) {
            report(
                    Rule.UNKNOWN_REFERENCE,
                    connection.name() + "." + Connection.IED,
                    ied.position(),
                    "IED '" + ied.text() + "' is in no imported file",
                    NearestName.hint("IED", ied.text(), project.iedNames()));
        }
    }

    private void values(
            String prefix,
            SortedMap<String, SettingDefinition> definitions,
            SortedMap<String, Entry> given,
            Position place) {
        for (Map.Entry<String, Entry> value : given.entrySet()) {
            SettingDefinition definition = definitions.get(value.getKey());
            Entry entry = value.getValue();
            if (definition == null) {
                report(
                        Rule.UNKNOWN_REFERENCE,
                        prefix + value.getKey(),
                        entry.position(),
                        "setting '" + prefix + value.getKey() + "' does not exist",
                        NearestName.hint("setting", value.getKey(), definitions.keySet()));
                continue;
            }
            if (isTooOld(definition.since())) {
                report(
                        Rule.FIRMWARE_TOO_OLD,
                        prefix + definition.path(),
                        entry.position(),
                        prefix + definition.path() + " needs firmware " + definition.since() + "; the device has "
                                + device.firmware().text(),
                        Rule.FIRMWARE_TOO_OLD.remedy());
            }
            SettingDefinition.Reading reading = definition.read(entry.text());
            if (reading.value().isEmpty()) {
                report(
                        reading.broken(),
                        prefix + definition.path(),
                        entry.position(),
                        reading.message(),
                        reading.remedy());
            }
        }
        for (SettingDefinition definition : definitions.values()) {
            if (definition.standardValue().isEmpty() && !given.containsKey(definition.path())) {
                String path = prefix + definition.path();
                report(
                        Rule.OPEN_ITEMS,
                        path,
                        place,
                        path + " is open: " + definition.meaning(),
                        "Run 'urvant set " + device.name() + " " + path + " VALUE' with " + definition.allowed() + ".");
            }
        }
    }

    /** Firmware versions are ordered as the type lists them, oldest first. */
    private boolean isTooOld(String since) {
        List<String> versions = project.type(device).map(DeviceType::firmware).orElse(List.of());
        int has = versions.indexOf(device.firmware().text());
        return !since.isEmpty() && has >= 0 && has < versions.indexOf(since);
    }

    private void services(DeviceType type) {
        for (SettingDefinition definition : type.settings().values()) {
            Entry entry = device.settings().get(definition.path());
            String text = entry == null ? definition.standardValue().orElse("") : entry.text();
            String value = definition.read(text).value().map(Value::text).orElse("");
            Position position = entry == null ? device.position() : entry.position();
            if (!definition.risk().isEmpty() && value.equals("true")) {
                report(
                        Rule.CLEAR_TEXT_SERVICE,
                        definition.path(),
                        position,
                        definition.path() + " is on: " + definition.risk(),
                        "Run 'urvant set " + device.name() + " " + definition.path() + " no' if it is not needed.");
            }
            if (definition.path().equals("clock.backup") && value.equals("none")) {
                report(
                        Rule.NO_BACKUP_CLOCK,
                        definition.path(),
                        position,
                        "clock.backup is none: nobody sets the clock when the main source fails",
                        "Run 'urvant set " + device.name() + " clock.backup SOURCE' with " + definition.allowed()
                                + ".");
            }
        }
    }

    private void defaults(DeviceType type) {
        List<String> left = type.settings().values().stream()
                .filter(definition -> definition.standardValue().isPresent())
                .map(SettingDefinition::path)
                .filter(path -> !device.settings().containsKey(path))
                .toList();
        if (!left.isEmpty()) {
            report(
                    Rule.LEFT_AT_DEFAULT,
                    "settings",
                    device.position(),
                    left.size() + " settings are at their defaults: " + String.join(", ", left),
                    "Look through them with 'urvant show " + device.name() + "'.");
        }
    }

    private void report(Rule rule, String subject, Position position, String message, String remedy) {
        findings.accept(new Finding(rule, device.name() + " " + subject, position, message, remedy));
    }
}
