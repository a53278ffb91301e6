package org.urvant.project.compare;

import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/** A list of points as a tree: its points by their keys, what is not given left out. */
final class ListTree {
    private ListTree() {}

    static Section of(PointList list) {
        SortedMap<String, Node> points = new TreeMap<>();
        list.points().forEach((key, point) -> points.put(key, of(point)));
        return Section.of(Map.of("protocol", Value.text(list.space().id()), "points", new Section(points)));
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
        text(nodes, "range", point.measure().range());
        text(nodes, "name", point.about().name());
        text(nodes, "kind", point.about().kind());
        text(nodes, "place", point.about().place());
        text(nodes, "description", point.about().description());
        return new Section(nodes);
    }

    private static void text(SortedMap<String, Node> nodes, String name, Object value) {
        String text = value == null ? "" : String.valueOf(value);
        if (!text.isEmpty()) {
            nodes.put(name, Value.text(text));
        }
    }
}
