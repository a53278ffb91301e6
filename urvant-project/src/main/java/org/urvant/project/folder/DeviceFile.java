package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.file.yaml.FieldReader;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Fitted;
import org.urvant.project.Given;
import org.urvant.project.GivenSheet;
import org.urvant.project.Plate;

/** Reads a device file, {@code devices/NAME.yaml}. */
final class DeviceFile {
    static final String DEVICE = "device";
    static final String MODULES = "modules";
    static final String LICENCES = "licences";
    static final String SELECTORS = "selectors";
    static final String SETTINGS = "settings";
    static final String CHANNELS = "channels";
    static final String TABLES = "tables";
    static final String GROUPS = "groups";
    static final String CONNECTIONS = "connections";
    static final String KIND = "kind";

    private DeviceFile() {}

    static String name(String device) {
        return "devices/" + device + ".yaml";
    }

    /** Returns the keys that lead to the values of a sheet. */
    static List<String> keys(GivenSheet sheet) {
        String[] parts = sheet.prefix().split("\\.", sheet.isGroupRow() ? 4 : 2);
        return switch (sheet.kind()) {
            case GROUP -> List.of(GROUPS, parts[1], SETTINGS);
            case CHANNEL -> List.of(CHANNELS, sheet.prefix());
            case ROW ->
                sheet.isGroupRow()
                        ? List.of(GROUPS, parts[1], TABLES, parts[2], parts[3])
                        : List.of(TABLES, parts[0], parts[1]);
        };
    }

    /** Returns the device that a file describes, without mappings, programs and past; mistakes are reported. */
    static Device read(String name, YamlDocument document, Consumer<Finding> findings) {
        FieldReader fields = new FieldReader(name, document.root(), findings);
        Entry given = fields.required(DEVICE, name);
        if (!given.text().equals(name)) {
            fields.report(
                    given.position(),
                    "device is '" + given.text() + "' in a file named " + name + ".yaml",
                    "Make the two names alike.");
        }
        Map<Plate.Item, Entry> plate = new EnumMap<>(Plate.Item.class);
        plate.put(Plate.Item.TYPE, fields.required(Plate.Item.TYPE.word(), ""));
        plate.put(Plate.Item.FIRMWARE, fields.required(Plate.Item.FIRMWARE.word(), ""));
        for (Plate.Item item : Plate.Item.values()) {
            fields.text(item.word()).ifPresent(entry -> plate.put(item, entry));
        }
        Fitted fitted = new Fitted(plain(fields, MODULES), fields.texts(LICENCES), plain(fields, SELECTORS));
        SortedMap<String, Entry> settings =
                fields.child(SETTINGS).map(FieldReader::values).orElse(new TreeMap<>());
        SortedMap<String, GivenSheet> sheets = new TreeMap<>();
        fields.children(CHANNELS).forEach((channel, reader) -> sheet(GivenSheet.Kind.CHANNEL, channel, reader, sheets));
        tables(fields, "", sheets);
        fields.children(GROUPS).forEach((group, reader) -> {
            String prefix = GivenSheet.GROUP + "." + group;
            reader.child(SETTINGS).ifPresent(inner -> sheet(GivenSheet.Kind.GROUP, prefix, inner, sheets));
            tables(reader, prefix + ".", sheets);
            reader.finish();
        });
        SortedMap<String, Connection> connections = new TreeMap<>();
        fields.children(CONNECTIONS).forEach((connection, reader) -> {
            Entry kind = reader.required(KIND, "");
            connections.put(connection, new Connection(connection, kind, reader.values(), reader.position()));
        });
        fields.finish();
        return Device.of(name, new Plate(plate, fields.position()))
                .with(fitted)
                .with(new Given(settings, sheets))
                .withConnections(connections);
    }

    private static SortedMap<String, Entry> plain(FieldReader fields, String key) {
        SortedMap<String, Entry> plain = new TreeMap<>();
        fields.child(key).ifPresent(reader -> plain.putAll(reader.plain()));
        return plain;
    }

    private static void tables(FieldReader fields, String prefix, SortedMap<String, GivenSheet> sheets) {
        List<String> names = new ArrayList<>(fields.names(TABLES));
        fields.child(TABLES)
                .ifPresent(
                        tables -> names.forEach(table -> tables.children(table).forEach((row, reader) -> {
                            if (row.contains(".") || row.isBlank()) {
                                reader.report(
                                        reader.position(),
                                        "row '" + row + "' has a dot in its name",
                                        "Name it without dots.");
                            }
                            sheet(GivenSheet.Kind.ROW, prefix + table + "." + row, reader, sheets);
                        })));
    }

    private static void sheet(
            GivenSheet.Kind kind, String prefix, FieldReader reader, SortedMap<String, GivenSheet> sheets) {
        sheets.put(prefix, new GivenSheet(kind, prefix, reader.values(), reader.position()));
    }
}
