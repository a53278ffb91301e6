package org.urvant.project.setting;

import java.util.LinkedHashMap;
import java.util.Map;
import org.urvant.core.device.Extent;

/** Where in a device something stands that its type declares once, for each setting group or for each row of a table. */
final class Places {
    private Places() {}

    /**
     * Returns the sheets where it stands and is on in one setting group, by what a row adds to its name.
     *
     * @param group number of the setting group, from 1
     */
    static Map<String, Sheet> of(DeviceSheets sheets, int group, Extent extent) {
        Map<String, Sheet> places = new LinkedHashMap<>();
        String prefix = "group." + group;
        String table = extent.table();
        if (!table.isEmpty()) {
            boolean isOwn = sheets.type().tables().containsKey(table);
            sheets.of(Sheet.Kind.ROW, isOwn ? table : prefix + "." + table)
                    .forEach(row -> places.put("." + row.name(), row));
        } else if (extent.isPerGroup()) {
            sheets.sheet(prefix).ifPresent(sheet -> places.put("", sheet));
        } else {
            places.put("", sheets.own());
        }
        places.values().removeIf(sheet -> !extent.isOn(sheet));
        return places;
    }
}
