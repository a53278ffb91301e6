package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/** Writes a tree of differences for people and for programs. */
final class Differences {
    private Differences() {}

    static List<String> lines(Comparison comparison, Paint paint) {
        List<String> lines = new ArrayList<>();
        comparison.differences().forEach(difference -> lines(difference, 0, paint, lines));
        return lines;
    }

    private static void lines(Difference difference, int depth, Paint paint, List<String> lines) {
        String indent = "  ".repeat(depth);
        String name = difference.label();
        switch (difference.kind()) {
            case INNER -> {
                lines.add(indent + paint.strong(name));
                difference.inner().forEach(inner -> lines(inner, depth + 1, paint, lines));
            }
            case ADDED -> lines.add(indent + paint.good("added    " + name + brief(difference.right())));
            case REMOVED -> lines.add(indent + paint.bad("removed  " + name + brief(difference.left())));
            case CHANGED ->
                lines.add(indent + paint.warn("changed  ") + name + ": " + text(difference.left()) + " → "
                        + text(difference.right()));
        }
    }

    private static String brief(Node node) {
        return node instanceof Value value
                ? ": " + text(value)
                : " (" + Command.count(((Section) node).valueCount(), "value") + ")";
    }

    private static String text(Node node) {
        if (node instanceof Value value) {
            return value.text().isEmpty() ? "(empty)" : value.text();
        }
        return Command.count(((Section) node).valueCount(), "value");
    }

    static List<Object> json(Comparison comparison) {
        return comparison.differences().stream().map(Differences::json).toList();
    }

    private static Object json(Difference difference) {
        Map<String, Object> row = Json.object(
                "name", difference.name(),
                "label", difference.label(),
                "kind", difference.kind().name().toLowerCase(Locale.ROOT));
        if (difference.kind() == Difference.Kind.INNER) {
            row.put("inner", difference.inner().stream().map(Differences::json).toList());
        } else {
            row.put("left", difference.left());
            row.put("right", difference.right());
        }
        return row;
    }
}
