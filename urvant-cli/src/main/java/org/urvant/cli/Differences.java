package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.compare.Accepted;

/** Writes a tree of differences for people and for programs. */
final class Differences {
    private final Paint paint;
    private final UnaryOperator<String> units;
    private final Accepted accepted;
    private final List<String> lines = new ArrayList<>();

    private Differences(Paint paint, UnaryOperator<String> units, Accepted accepted) {
        this.accepted = accepted;
        this.paint = paint;
        this.units = units;
    }

    static List<String> lines(Comparison comparison, Paint paint) {
        return lines(comparison, paint, path -> "", new Accepted(new TreeMap<>()));
    }

    /** Returns the tree in lines; units are those of the values at a path, what is accepted is said with its reason. */
    static List<String> lines(Comparison comparison, Paint paint, UnaryOperator<String> units, Accepted accepted) {
        Differences tree = new Differences(paint, units, accepted);
        tree.add(comparison.differences(), "", 0);
        return tree.lines;
    }

    /** What several neighbours mean is said once, below the last of them. */
    private void add(List<Difference> differences, String before, int depth) {
        for (int i = 0; i < differences.size(); i++) {
            Difference difference = differences.get(i);
            String next = i + 1 < differences.size() ? differences.get(i + 1).meaning() : "";
            add(difference, before + difference.name(), depth);
            accepted.reason(before + difference.name())
                    .ifPresent(
                            reason -> lines.add(lines.remove(lines.size() - 1) + paint.faint("  accepted: " + reason)));
            if (!difference.meaning().isEmpty() && !difference.meaning().equals(next)) {
                lines.add("  ".repeat(depth) + "         " + paint.faint(difference.meaning()));
            }
            add(difference.inner(), before + difference.name() + ".", depth + 1);
        }
    }

    private void add(Difference difference, String path, int depth) {
        String indent = "  ".repeat(depth);
        String name = difference.label();
        String unit = units.apply(path);
        switch (difference.kind()) {
            case INNER -> lines.add(indent + paint.strong(name));
            case RENAMED -> lines.add(indent + paint.warn("renamed  " + name));
            case ADDED -> lines.add(indent + paint.good("added    " + name + brief(difference.right(), unit)));
            case REMOVED -> lines.add(indent + paint.bad("removed  " + name + brief(difference.left(), unit)));
            case CHANGED -> {
                if (isLong(difference.left()) && isLong(difference.right())) {
                    lines.add(indent + paint.warn("changed  ") + name);
                    changedLines(((Value) difference.left()).text(), ((Value) difference.right()).text(), indent);
                } else {
                    lines.add(indent + paint.warn("changed  ") + name + ": " + text(difference.left(), unit) + " → "
                            + text(difference.right(), unit));
                }
            }
        }
    }

    private static boolean isLong(Node node) {
        return node instanceof Value value && value.text().indexOf('\n') >= 0;
    }

    /** Of two texts only the lines between what they begin and end with alike, numbered. */
    private void changedLines(String left, String right, String indent) {
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

    private static String brief(Node node, String unit) {
        return node instanceof Value value
                ? ": " + text(value, unit)
                : " (" + Command.count(((Section) node).valueCount(), "value") + ")";
    }

    private static String text(Node node, String unit) {
        if (isLong(node)) {
            return Command.count(((Value) node).text().lines().count(), "line");
        }
        if (node instanceof Value value) {
            return value.text().isEmpty() ? "(empty)" : unit.isEmpty() ? value.text() : value.text() + " " + unit;
        }
        return Command.count(((Section) node).valueCount(), "value");
    }

    static List<Object> json(Comparison comparison) {
        return comparison.differences().stream().map(Differences::json).toList();
    }

    static List<Object> expected(Comparison comparison) {
        return comparison.expected().stream().map(Differences::json).toList();
    }

    private static Object json(Difference difference) {
        Map<String, Object> row = Json.object(
                "name", difference.name(),
                "label", difference.label(),
                "kind", difference.kind().word());
        if (difference.kind() == Difference.Kind.RENAMED) {
            row.put("former", difference.former());
        }
        if (difference.kind() == Difference.Kind.INNER || difference.kind() == Difference.Kind.RENAMED) {
            row.put("inner", difference.inner().stream().map(Differences::json).toList());
        } else {
            row.put("left", difference.left());
            row.put("right", difference.right());
        }
        if (!difference.meaning().isEmpty()) {
            row.put("meaning", difference.meaning());
        }
        return row;
    }
}
