package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.BiPredicate;
import java.util.stream.Collectors;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.point.list.PointSet;
import org.urvant.core.text.Word;
import org.urvant.project.mapping.ListUse;

/** Shows lists of points, and which rows read and write them. */
final class PointsView {
    private final Command command;
    private final List<PointList> lists;
    private final Map<String, ListUse> uses;

    PointsView(Command command, List<PointList> lists, Map<String, ListUse> uses) {
        this.command = command;
        this.lists = lists;
        this.uses = uses;
    }

    void sayLists() {
        if (command.json) {
            command.sayJson(lists.stream().map(this::row).toList());
            return;
        }
        Table table = new Table("list", "protocol", "stations", "points", "read", "written", "not mapped", "follows");
        for (PointList list : lists) {
            table.row(row(list).values().toArray());
        }
        if (table.isEmpty()) {
            command.note("there is no list of points yet");
            command.next("urvant import FILE --name NAME --protocol modbus");
        } else {
            command.say(table);
            command.next("urvant points " + lists.get(0).name());
        }
    }

    private Map<String, Object> row(PointList list) {
        String stations = list.points().values().stream()
                .filter(ListedPoint::hasStation)
                .map(ListedPoint::station)
                .collect(Collectors.toCollection(TreeSet::new))
                .stream()
                .map(String::valueOf)
                .collect(Collectors.joining(", "));
        List<ListUse> all = list.points().values().stream()
                .map(point -> uses.getOrDefault(list.reference(point), ListUse.NONE))
                .toList();
        return Json.object(
                "list", list.name(),
                "protocol", list.space().title(),
                "stations", stations,
                "points", list.points().size(),
                "read", all.stream().filter(use -> !use.readBy().isEmpty()).count(),
                "written",
                        all.stream().filter(use -> !use.writtenBy().isEmpty()).count(),
                "notMapped", all.stream().filter(ListUse::isNone).count(),
                "follows", list.set().map(PointSet::follows).orElse(""));
    }

    /**
     * Shows points.
     *
     * @param isWanted which of them
     * @param none what is said when there is none
     */
    void sayPoints(BiPredicate<ListedPoint, ListUse> isWanted, String none) {
        Table table = new Table("point", "station", "where", "access", "value", "read by", "written by");
        List<Object> rows = new ArrayList<>();
        for (PointList list : lists) {
            for (ListedPoint point : list.points().values()) {
                ListUse use = uses.getOrDefault(list.reference(point), ListUse.NONE);
                if (!isWanted.test(point, use)) {
                    continue;
                }
                table.row(
                        list.reference(point),
                        point.hasStation() ? point.station() : "",
                        point.point().text(),
                        Word.of(point.flow()),
                        PointListView.law(point.measure()),
                        String.join(", ", use.readBy()),
                        String.join(", ", use.writtenBy()));
                if (command.json) {
                    Map<String, Object> row = PointListView.json(list, point);
                    row.put("readBy", use.readBy());
                    row.put("writtenBy", use.writtenBy());
                    rows.add(row);
                }
            }
        }
        if (command.json) {
            command.sayJson(rows);
            return;
        }
        if (table.isEmpty()) {
            command.note(none);
            return;
        }
        command.say(table);
    }
}
