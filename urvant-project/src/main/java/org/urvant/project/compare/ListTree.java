package org.urvant.project.compare;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Position;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListRequest;
import org.urvant.core.point.list.ListRows;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.scl.selection.SignalKind;

/** A list of points as a tree: its points by their keys, each with the columns of its row, what is not given left out. */
public final class ListTree {
    private static final String POINTS = "points";
    private static final String PROTOCOL = "protocol";

    private ListTree() {}

    static Section of(PointList list) {
        SortedMap<String, Node> points = new TreeMap<>();
        list.points().forEach((key, point) -> points.put(key, of(point)));
        return Section.of(Map.of(PROTOCOL, Value.text(list.space().id()), POINTS, new Section(points)));
    }

    /**
     * Reads a tree back.
     *
     * @param before the list whose name and order it has; points that are new stand at its end
     */
    public static ListReading read(PointList before, Section tree) {
        Section points = tree.section(POINTS);
        Set<String> keys = new LinkedHashSet<>(before.points().keySet());
        keys.retainAll(points.nodes().keySet());
        keys.addAll(points.nodes().keySet());
        List<ListReader.Row> rows = new ArrayList<>();
        for (String key : keys) {
            Section point = points.section(key);
            List<String> cells = ListRows.COLUMNS.stream()
                    .map(column -> switch (column) {
                        case "key" -> key;
                        case PROTOCOL -> tree.text(PROTOCOL).orElse("");
                        default -> point.text(column).orElse("");
                    })
                    .toList();
            Position position = before.point(key)
                    .map(ListedPoint::position)
                    .orElse(Position.in("points/" + before.name() + ".csv"));
            rows.add(new ListReader.Row(cells, Map.of(), null, position));
        }
        return ListReader.read(
                ListRequest.of(before.name(), Word.all(SignalKind.class)),
                ListRows.COLUMNS,
                Position.in(before.name()),
                rows);
    }

    private static Section of(ListedPoint point) {
        SortedMap<String, Node> nodes = new TreeMap<>();
        nodes.put("point", Value.text(point.point().text()));
        nodes.put("access", Value.text(Word.of(point.flow())));
        nodes.put("factor", Value.number(point.measure().factor()));
        nodes.put("offset", Value.number(point.measure().offset()));
        if (point.hasStation()) {
            nodes.put("station", Value.number(point.station()));
        }
        text(nodes, "unit", point.measure().unit());
        if (point.measure().range().isBounded()) {
            nodes.put("least", Value.number(point.measure().range().low()));
            nodes.put("most", Value.number(point.measure().range().high()));
        }
        text(nodes, "name", point.about().name());
        text(nodes, "kind", point.about().kind());
        text(nodes, "place", point.about().place());
        text(nodes, "description", point.about().description());
        text(nodes, "default", point.measure().preset());
        text(nodes, "request", point.request());
        return new Section(nodes);
    }

    private static void text(SortedMap<String, Node> nodes, String name, String text) {
        if (!text.isEmpty()) {
            nodes.put(name, Value.text(text));
        }
    }
}
