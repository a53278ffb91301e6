package org.urvant.project.change;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.list.ListDifference;
import org.urvant.core.point.list.ListDifference.Standing;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/**
 * A list of points taken into the project, or a newer one in place of what is there. Points keep their keys, and so their mappings
 * and addresses, as long as their name or their point stays.
 *
 * @param list the list as it will be
 * @param reading what was read
 * @param rows one for each point of the old list or the new, in the order of the new
 * @param after the site with the list
 */
public record ListImport(PointList list, ListReading reading, List<Row> rows, Project after) {
    /**
     * A point of the old list or the new.
     *
     * @param difference how it stands to the list that the project has
     * @param uses rows of devices that read or write it, or the same point of a list that follows: the device, and the name of the row
     */
    public record Row(ListDifference difference, List<String> uses) {
        public Row {
            uses = List.copyOf(uses);
        }

        /** Returns how the point stands to the list that the project has. */
        public Standing standing() {
            return difference.standing();
        }

        /** Returns the point, the old one when it is removed. */
        public ListedPoint point() {
            return difference.point();
        }

        /** Returns what is different, in plain words. */
        public List<String> differences() {
            return difference.differences();
        }
    }

    public ListImport {
        rows = List.copyOf(rows);
    }

    /**
     * Says what a list would bring.
     *
     * @param takesSound whether rows that are sound are taken although others are not
     * @throws RefusedException when the name is that of an IED or device, the list is of another protocol than the one that is
     *     there or follows another, or rows are wrong
     */
    public static ListImport plan(Project project, ListReading reading, boolean takesSound) {
        PointList read = reading.list()
                .filter(list -> !list.points().isEmpty())
                .orElseThrow(() -> new RefusedException(
                        "the list has no point that is sound", "Correct the rows that are named above."));
        requireName(project, read.name());
        long errors = reading.findings().stream()
                .filter(finding -> finding.severity() == Severity.ERROR)
                .count();
        if (errors > 0 && !takesSound) {
            throw new RefusedException(
                    errors + (errors == 1 ? " row is" : " rows are") + " wrong; nothing was taken",
                    "Correct the list, or take what is sound.");
        }
        PointList old = project.lists().get(read.name());
        if (old != null) {
            ListChange.requireOwn(old);
        }
        if (old != null && old.space() != read.space()) {
            throw new RefusedException(
                    "list " + read.name() + " is of " + old.space().title() + ", the new one of "
                            + read.space().title(),
                    "Take it under another name.");
        }
        PointList list = old == null ? read : keeping(old, read);
        Map<String, List<String>> uses = uses(project, list.name());
        List<Row> rows = ListDifference.of(Optional.ofNullable(old), list).stream()
                .map(row -> new Row(row, uses.getOrDefault(row.point().key(), List.of())))
                .toList();
        return new ListImport(
                list, reading, rows, project.with(project.imported().with(list)));
    }

    static void requireName(Project project, String name) {
        if (!name.matches("[\\p{L}\\p{N}_-]{1,40}")) {
            throw new RefusedException("'" + name + "' is no name of a list", "Use letters, digits, _ and -.");
        }
        if (name.equalsIgnoreCase(ChannelPoint.OWN)) {
            throw new RefusedException("'" + name + "' means the device itself", "Give the list another name.");
        }
        NamedFile.require("list", name, project.lists().keySet());
        if (project.devices().containsKey(name)
                || project.ieds().stream()
                        .flatMap(ied -> ied.logicalDevices().stream())
                        .anyMatch(device -> device.name().equals(name))) {
            throw new RefusedException(
                    "there is a device or logical device " + name + ", whose signals have the same names",
                    "Give the list another name.");
        }
        if (project.ied(name).isPresent()) {
            throw new RefusedException("there is an IED " + name, "Give the list another name.");
        }
    }

    /** Gives points of a newer list the keys that they have: by their key, else by their station and point. */
    private static PointList keeping(PointList old, PointList read) {
        Map<String, String> keys = new HashMap<>();
        old.points().values().stream()
                .filter(point -> !read.points().containsKey(point.key()))
                .forEach(point -> keys.put(place(point), point.key()));
        List<ListedPoint> points = new ArrayList<>();
        for (ListedPoint point : read.points().values()) {
            String key = old.points().containsKey(point.key()) ? null : keys.remove(place(point));
            points.add(key == null ? point : point.keyed(key));
        }
        return PointList.of(read.name(), read.space(), points);
    }

    private static String place(ListedPoint point) {
        return point.station() + " " + point.point().text();
    }

    private static Map<String, List<String>> uses(Project project, String list) {
        Map<String, List<String>> uses = new HashMap<>();
        uses(project, list, uses);
        project.imported().following(list).forEach(each -> uses(project, each.name(), uses));
        return uses;
    }

    private static void uses(Project project, String list, Map<String, List<String>> uses) {
        String begin = list + "/";
        project.devices().values().forEach(device -> {
            for (Mapping row : device.mappings()) {
                row.ends().filter(end -> end.point().startsWith(begin)).forEach(end -> uses.computeIfAbsent(
                                end.point().substring(begin.length()), key -> new ArrayList<>())
                        .add(device.name() + " " + row.name()));
            }
        });
    }

    /** Returns how many points stand in some way. */
    public long count(Standing standing) {
        return rows.stream().filter(row -> row.standing() == standing).count();
    }

    /** Returns what is wrong with the list, errors of rows that were left out among them. */
    public List<Finding> findings() {
        return reading.findings();
    }
}
