package org.urvant.formats.project;

import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.project.AddressBook;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.DeviceRecord;
import org.urvant.core.project.Entry;
import org.urvant.core.project.Mapping;
import org.urvant.formats.yaml.FieldReader;
import org.urvant.formats.yaml.YamlDocument;

/** Reads a device file, {@code devices/NAME.yaml}. */
final class DeviceFile {
    static final String SETTINGS = "settings";
    static final String CONNECTIONS = "connections";

    private DeviceFile() {}

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
        Optional<Entry> link = fields.text("link");
        SortedMap<String, Entry> settings =
                fields.child(SETTINGS).map(FieldReader::values).orElse(new TreeMap<>());
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
                link.orElse(null),
                settings,
                connections,
                mappings,
                addresses,
                record,
                fields.position());
    }
}
