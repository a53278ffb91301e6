package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.compare.Comparison;
import org.urvant.project.compare.Difference;

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
            case CHANGED -> {
                if (isLong(difference.left()) && isLong(difference.right())) {
                    lines.add(indent + paint.warn("changed  ") + name);
                    changedLines(
                            ((Value) difference.left()).text(),
                            ((Value) difference.right()).text(),
                            indent,
                            paint,
                            lines);
                    return;
                }
                lines.add(indent + paint.warn("changed  ") + name + ": " + text(difference.left()) + " → "
                        + text(difference.right()));
            }
        }
    }

    private static boolean isLong(Node node) {
        return node instanceof Value value && value.text().indexOf('\n') >= 0;
    }

    /** Of two texts only the lines between what they begin and end with alike, numbered. */
    private static void changedLines(String left, String right, String indent, Paint paint, List<String> lines) {
        List<String> before = left.lines().toList();
        List<String> after = right.lines().toList();
        int most = Math.min(before.size(), after.size());
        int head = 0;
        while (head < most && before.get(head).equals(after.get(head))) {
            head++;
        }
        int tail = 0;
        while (tail < most - head && before.get(before.size() - 1 - tail).equals(after.get(after.size() - 1 - tail))) {
            tail++;
        }
        for (int i = head; i < before.size() - tail; i++) {
            lines.add(indent + paint.bad("    " + (i + 1) + " - " + before.get(i)));
        }
        for (int i = head; i < after.size() - tail; i++) {
            lines.add(indent + paint.good("    " + (i + 1) + " + " + after.get(i)));
        }
    }

    private static String brief(Node node) {
        return node instanceof Value value
                ? ": " + text(value)
                : " (" + Command.count(((Section) node).valueCount(), "value") + ")";
    }

    private static String text(Node node) {
        if (isLong(node)) {
            return Command.count(((Value) node).text().lines().count(), "line");
        }
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
