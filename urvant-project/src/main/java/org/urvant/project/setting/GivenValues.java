package org.urvant.project.setting;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Given;
import org.urvant.project.GivenSheet;

/** Puts values in place of those that are given for a device, all of a sheet at once. */
final class GivenValues {
    private GivenValues() {}

    /** Returns the device of some sheets with some values in place of its own; paths that lead nowhere are left out. */
    static Device changed(DeviceSheets sheets, Map<String, String> values) {
        Device device = sheets.device();
        Map<String, Map<String, String>> texts = new LinkedHashMap<>();
        Map<String, Sheet> concerned = new HashMap<>();
        values.forEach((path, text) -> sheets.seek(path).ifPresent(found -> {
            String prefix = found.sheet().prefix();
            concerned.putIfAbsent(prefix, found.sheet());
            texts.computeIfAbsent(prefix, each -> new LinkedHashMap<>())
                    .put(found.setting().path(), text);
        }));
        Device changed = device;
        SortedMap<String, Entry> own = device.settings();
        SortedMap<String, GivenSheet> given = new TreeMap<>(device.sheets());
        for (Map.Entry<String, Map<String, String>> each : texts.entrySet()) {
            Sheet sheet = concerned.get(each.getKey());
            GivenSheet old = given.get(sheet.prefix());
            if (sheet.kind() == Sheet.Kind.DEVICE) {
                own = changed(own, each.getValue(), sheet);
            } else if (sheet.kind() == Sheet.Kind.CONNECTION) {
                Connection link = changed.connections().get(sheet.prefix());
                changed = changed.with(new Connection(
                        link.name(), link.kind(), changed(link.values(), each.getValue(), sheet), link.position()));
            } else if (old != null || each.getValue().values().stream().anyMatch(Objects::nonNull)) {
                given.put(
                        sheet.prefix(),
                        new GivenSheet(
                                GivenSheet.Kind.valueOf(sheet.kind().name()),
                                sheet.prefix(),
                                changed(old == null ? new TreeMap<>() : old.values(), each.getValue(), sheet),
                                sheet.position()));
            }
        }
        return changed.with(new Given(own, given));
    }

    private static SortedMap<String, Entry> changed(
            SortedMap<String, Entry> values, Map<String, String> texts, Sheet sheet) {
        SortedMap<String, Entry> others = new TreeMap<>(values);
        texts.forEach((path, text) -> {
            if (text == null) {
                others.remove(path);
            } else {
                others.put(path, new Entry(text, sheet.position()));
            }
        });
        return others;
    }
}
