package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.file.yaml.YamlChanges;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.file.yaml.YamlText;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.GivenSheet;
import org.urvant.project.Plate;

/** Writes a device as the text of its file: a new one with sorted keys, a changed one in place. */
final class DeviceText {
    private final YamlDocument document;
    private final YamlChanges changes = new YamlChanges();

    private DeviceText(YamlDocument document) {
        this.document = document;
    }

    /** Returns the text of a device that has no file yet. */
    static String of(Device device) {
        return YamlText.map(fields(device));
    }

    /** What the file of a device says, with sorted keys. */
    private static Map<String, Object> fields(Device device) {
        Map<String, Object> fields = new TreeMap<>();
        fields.put(DeviceFile.DEVICE, device.name());
        device.plate().entries().forEach((item, entry) -> fields.put(item.word(), entry.text()));
        put(fields, DeviceFile.MODULES, texts(device.fitted().modules()));
        put(fields, DeviceFile.SELECTORS, texts(device.fitted().ticked()));
        if (!device.fitted().licences().isEmpty()) {
            fields.put(DeviceFile.LICENCES, device.fitted().licenceNames());
        }
        put(fields, DeviceFile.SETTINGS, texts(device.settings()));
        for (GivenSheet sheet : device.sheets().values()) {
            put(fields, DeviceFile.keys(sheet), texts(sheet.values()));
        }
        for (Connection connection : device.connections().values()) {
            SortedMap<String, String> values = texts(connection.values());
            values.put(DeviceFile.KIND, connection.kind().text());
            put(fields, List.of(DeviceFile.CONNECTIONS, connection.name()), values);
        }
        return fields;
    }

    private static void put(Map<String, Object> fields, String key, SortedMap<String, String> values) {
        put(fields, List.of(key), values);
    }

    @SuppressWarnings("unchecked") // the maps on the way are all made here
    private static void put(Map<String, Object> fields, List<String> keys, SortedMap<String, String> values) {
        if (!values.isEmpty()) {
            Map<String, Object> at = fields;
            for (String key : keys) {
                at = (Map<String, Object>) at.computeIfAbsent(key, each -> new TreeMap<String, Object>());
            }
            at.putAll(values);
        }
    }

    /** An empty text is read as a value that is not given. */
    private static SortedMap<String, String> texts(SortedMap<String, Entry> entries) {
        SortedMap<String, String> texts = new TreeMap<>();
        entries.forEach((key, entry) -> texts.put(key, entry.text()));
        texts.values().removeIf(String::isEmpty);
        return texts;
    }

    /**
     * Returns a device's file.
     *
     * @throws RefusedException when it holds something else than a state of the device
     */
    static YamlDocument verified(YamlDocument document, Device before) {
        if (!fields(DeviceFile.read(before.name(), document, finding -> {})).equals(fields(before))) {
            throw changedSince(document.source());
        }
        return document;
    }

    /**
     * Returns the text of a device's file in which what differs between two states is changed; all else stays as it was.
     *
     * @param document the file, which holds the state before
     * @throws RefusedException when it is written in a way in which that cannot be done
     */
    static String changed(YamlDocument document, Device before, Device after) {
        DeviceText text = new DeviceText(document);
        if (!before.name().equals(after.name())) {
            text.set(List.of(DeviceFile.DEVICE), after.name());
        }
        for (Plate.Item item : Plate.Item.values()) {
            String next = after.plate().entry(item).map(Entry::text).orElse(null);
            if (!Objects.equals(
                    next, before.plate().entry(item).map(Entry::text).orElse(null))) {
                text.set(List.of(item.word()), next);
            }
        }
        text.map(
                List.of(DeviceFile.MODULES),
                before.fitted().modules(),
                after.fitted().modules());
        text.map(
                List.of(DeviceFile.SELECTORS),
                before.fitted().ticked(),
                after.fitted().ticked());
        if (!before.fitted().licenceNames().equals(after.fitted().licenceNames())) {
            text.changes.set(List.of(DeviceFile.LICENCES), after.fitted().licenceNames());
        }
        text.values(List.of(DeviceFile.SETTINGS), before.settings(), after.settings());
        text.sheets(before.sheets(), after.sheets());
        text.connections(before.connections(), after.connections());
        YamlDocument changed = text.changes.in(document);
        Device read = DeviceFile.read(after.name(), changed, finding -> {});
        if (!fields(read).equals(fields(after))) {
            throw new RefusedException(
                    document.source() + " is written in a way in which this change cannot be made",
                    "Write its maps over several lines, a key a line, or change it by hand.");
        }
        return changed.text();
    }

    static RefusedException changedSince(String file) {
        return new RefusedException(
                file + " was changed by something else since it was read",
                "Nothing was written; look at the file, and do it again.");
    }

    private void sheets(SortedMap<String, GivenSheet> before, SortedMap<String, GivenSheet> after) {
        TreeSet<String> prefixes = new TreeSet<>(before.keySet());
        prefixes.addAll(after.keySet());
        for (String prefix : prefixes) {
            GivenSheet old = before.get(prefix);
            GivenSheet next = after.get(prefix);
            if (next == null) {
                changes.remove(DeviceFile.keys(old));
            } else {
                values(DeviceFile.keys(next), old == null ? new TreeMap<>() : old.values(), next.values());
            }
        }
    }

    private void connections(SortedMap<String, Connection> before, SortedMap<String, Connection> after) {
        before.keySet().stream()
                .filter(name -> !after.containsKey(name))
                .forEach(name -> changes.remove(List.of(DeviceFile.CONNECTIONS, name)));
        after.forEach((name, connection) -> {
            List<String> at = List.of(DeviceFile.CONNECTIONS, name);
            Connection old = before.get(name);
            if (old == null || !old.kind().text().equals(connection.kind().text())) {
                set(append(at, DeviceFile.KIND), connection.kind().text());
            }
            values(at, old == null ? new TreeMap<>() : old.values(), connection.values());
        });
    }

    /** Values whose paths the file may write as nested maps or with dots. */
    private void values(List<String> at, SortedMap<String, Entry> before, SortedMap<String, Entry> after) {
        differences(before, after).forEach((path, text) -> set(document.keys(at, path), text));
    }

    private void map(List<String> at, SortedMap<String, Entry> before, SortedMap<String, Entry> after) {
        differences(before, after).forEach((key, text) -> set(append(at, key), text));
    }

    /** Returns the texts that are new or other; null for those that go. */
    private static SortedMap<String, String> differences(
            SortedMap<String, Entry> before, SortedMap<String, Entry> after) {
        SortedMap<String, String> differences = new TreeMap<>();
        before.keySet().stream().filter(key -> !after.containsKey(key)).forEach(key -> differences.put(key, null));
        after.forEach((key, entry) -> {
            Entry old = before.get(key);
            if (old == null || !old.text().equals(entry.text())) {
                differences.put(key, entry.text());
            }
        });
        return differences;
    }

    private void set(List<String> keys, String text) {
        if (text == null) {
            changes.remove(keys);
        } else {
            changes.set(keys, text);
        }
    }

    private static List<String> append(List<String> path, String last) {
        List<String> longer = new ArrayList<>(path);
        longer.add(last);
        return longer;
    }
}
