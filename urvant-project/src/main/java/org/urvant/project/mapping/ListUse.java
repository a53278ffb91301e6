package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/**
 * Which rows of devices use a point of a list.
 *
 * @param readBy rows that read it: the device, and the name of the row
 * @param writtenBy rows that write it; those that are switched off say so
 */
public record ListUse(List<String> readBy, List<String> writtenBy) {
    /** Nothing uses it. */
    public static final ListUse NONE = new ListUse(List.of(), List.of());

    /** Returns the uses by the reference of the point; points that nothing uses are left out. */
    public static Map<String, ListUse> of(Project project) {
        Map<String, ListUse> uses = new HashMap<>();
        for (Device device : project.devices().values()) {
            for (Mapping row : device.mappings()) {
                String name = device.name() + " " + row.name() + (row.isUsed() ? "" : " (off)");
                row.origins()
                        .forEach(end -> use(project, uses, end.point()).readBy.add(name));
                use(project, uses, row.target().point()).writtenBy.add(name);
            }
        }
        return uses;
    }

    private static ListUse use(Project project, Map<String, ListUse> uses, String point) {
        boolean isListed = project.lists().containsKey(point.substring(0, Math.max(0, point.indexOf('/'))));
        ListUse none = new ListUse(new ArrayList<>(), new ArrayList<>());
        return isListed ? uses.computeIfAbsent(point, key -> none) : none;
    }

    /** Returns whether nothing uses the point. */
    public boolean isNone() {
        return readBy.isEmpty() && writtenBy.isEmpty();
    }
}
