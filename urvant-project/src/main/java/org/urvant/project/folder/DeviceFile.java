package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.AddressBook;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Fitted;
import org.urvant.project.GivenSheet;
import org.urvant.project.Mapping;
import org.urvant.project.Particulars;
import org.urvant.project.setting.DeviceSheets;

/** Reads a device file, {@code devices/NAME.yaml}. */
final class DeviceFile {
    static final String SETTINGS = DeviceSheets.SETTINGS;
    static final String CONNECTIONS = DeviceSheets.CONNECTIONS;
    static final String MODULES = "modules";
    static final String SELECTORS = "selectors";
    static final List<String> PLATE =
            List.of("type", "firmware", "hardware", "order-code", "description", "serial", "origin", "twin-of", "link");

    private DeviceFile() {}

    static String name(String device) {
        return "devices/" + device + ".yaml";
    }

    static Device read(
            String name,
            YamlDocument document,
            List<Mapping> mappings,
            AddressBook addresses,
            DeviceRecord record,
            Consumer<Finding> findings) {
        FieldReader fields = new FieldReader(name, document.root(), findings);
        Entry given = fields.required("device", name);
        if (!given.text().equals(name)) {
            fields.report(
                    given.position(),
                    "device is '" + given.text() + "' in a file named " + name + ".yaml",
                    "Make the two names alike.");
        }
        Entry type = fields.required("type", "");
        Entry firmware = fields.required("firmware", "");
        Particulars particulars = new Particulars(
                fields.text("description").orElse(null),
                fields.text("serial").orElse(null),
                fields.text("origin").orElse(null),
                fields.text("twin-of").orElse(null));
        Fitted fitted = new Fitted(
                fields.text("hardware").orElse(null),
                fields.text("order-code").orElse(null),
                plain(fields, MODULES),
                fields.texts("licences"),
                plain(fields, SELECTORS));
        Entry link = fields.text("link").orElse(null);
        SortedMap<String, Entry> settings =
                fields.child(SETTINGS).map(FieldReader::values).orElse(new TreeMap<>());
        SortedMap<String, GivenSheet> sheets = new TreeMap<>();
        fields.children(DeviceSheets.CHANNELS)
                .forEach((channel, reader) -> sheet(channel, List.of(DeviceSheets.CHANNELS, channel), reader, sheets));
        tables(fields, "", List.of(), sheets);
        fields.children(DeviceSheets.GROUPS).forEach((group, reader) -> {
            List<String> at = List.of(DeviceSheets.GROUPS, group);
            reader.child(SETTINGS)
                    .ifPresent(inner -> sheet("group." + group, DeviceEdit.append(at, SETTINGS), inner, sheets));
            tables(reader, "group." + group + ".", at, sheets);
            reader.finish();
        });
        SortedMap<String, Connection> connections = new TreeMap<>();
        fields.children(CONNECTIONS).forEach((connection, reader) -> {
            Entry kind = reader.required("kind", "");
            connections.put(connection, new Connection(connection, kind, reader.values(), reader.position()));
        });
        fields.finish();
        return new Device(
                name,
                type,
                firmware,
                link,
                particulars,
                fitted,
                settings,
                sheets,
                connections,
                mappings,
                addresses,
                record,
                fields.position());
    }

    private static SortedMap<String, Entry> plain(FieldReader fields, String key) {
        SortedMap<String, Entry> plain = new TreeMap<>();
        fields.child(key).ifPresent(reader -> plain.putAll(reader.plain()));
        return plain;
    }

    private static void tables(
            FieldReader fields, String prefix, List<String> at, SortedMap<String, GivenSheet> sheets) {
        List<String> names = new ArrayList<>(fields.names(DeviceSheets.TABLES));
        fields.child(DeviceSheets.TABLES)
                .ifPresent(
                        tables -> names.forEach(table -> tables.children(table).forEach((row, reader) -> {
                            List<String> keys = new ArrayList<>(at);
                            keys.addAll(List.of(DeviceSheets.TABLES, table, row));
                            if (row.contains(".") || row.isBlank()) {
                                reader.report(
                                        reader.position(),
                                        "row '" + row + "' has a dot in its name",
                                        "Name it without dots.");
                            }
                            sheet(prefix + table + "." + row, keys, reader, sheets);
                        })));
    }

    private static void sheet(
            String prefix, List<String> keys, FieldReader reader, SortedMap<String, GivenSheet> sheets) {
        sheets.put(prefix, new GivenSheet(prefix, keys, reader.values(), reader.position()));
    }
}
