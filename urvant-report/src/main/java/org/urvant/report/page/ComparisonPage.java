package org.urvant.report.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/** Two sides beside each other. Every row knows how deep it stands, so that folding is to hide what follows and is deeper. */
final class ComparisonPage {
    /** Equal values make a page long; beyond this many it has the differences alone, and says so. */
    private static final int MOST_VALUES = 20_000;

    private final List<Map<String, Object>> rows = new ArrayList<>();
    /** How many sections that one side alone has stand around what is written. */
    private int around;

    private final UnaryOperator<String> units;
    private final Map<String, String> accepted;

    private ComparisonPage(UnaryOperator<String> units, Map<String, String> accepted) {
        this.accepted = accepted;
        this.units = units;
    }

    static String of(
            String left,
            String right,
            Optional<Section> leftTree,
            Optional<Section> rightTree,
            Comparison comparison,
            UnaryOperator<String> units,
            Map<String, String> accepted) {
        ComparisonPage page = new ComparisonPage(units, accepted);
        boolean hasTrees = leftTree.isPresent() && rightTree.isPresent();
        boolean isWhole =
                hasTrees && leftTree.get().valueCount() + (long) rightTree.get().valueCount() <= MOST_VALUES;
        if (isWhole) {
            page.all(rightTree.get(), comparison.differences(), "", 0);
        } else {
            comparison.differences().forEach(difference -> page.difference(difference, null, "", 0));
        }
        return Template.fill(
                "comparison.ftlh",
                Map.of(
                        "left",
                        left,
                        "right",
                        right,
                        "count",
                        comparison.count(),
                        "accepted",
                        accepted.size(),
                        "whole",
                        isWhole,
                        "long",
                        hasTrees && !isWhole,
                        "expected",
                        comparison.expected().stream().map(Difference::name).collect(Collectors.joining(", ")),
                        "rows",
                        page.rows));
    }

    /** The nodes of the right side in their order, and between them what the left side alone has. */
    private void all(Section right, List<Difference> differences, String before, int depth) {
        Map<String, Difference> byName =
                new TreeMap<>(differences.stream().collect(Collectors.toMap(Difference::name, Function.identity())));
        Map<String, Node> names = new TreeMap<>(right.nodes());
        byName.forEach((name, difference) -> names.putIfAbsent(name, difference.left()));
        names.forEach((name, node) -> {
            Difference difference = byName.get(name);
            if (difference == null) {
                same(name, node, before, depth);
            } else {
                difference(
                        difference, right.nodes().get(name) instanceof Section section ? section : null, before, depth);
            }
        });
    }

    private void difference(Difference difference, Section right, String before, int depth) {
        String path = before + difference.name();
        boolean isInner = difference.kind() == Difference.Kind.INNER;
        boolean isRenamed = difference.kind() == Difference.Kind.RENAMED;
        row(
                isRenamed ? difference.name() : difference.label(),
                depth,
                isInner ? "inner" : difference.kind().word(),
                isInner ? "" : isRenamed ? difference.former() : text(difference.left(), path),
                isInner ? "" : isRenamed ? difference.name() : text(difference.right(), path),
                accepted.containsKey(path) ? "accepted: " + accepted.get(path) : difference.meaning());
        if (!isInner && !isRenamed) {
            whole(difference, path, depth + 1);
        } else if (right != null) {
            all(right, difference.inner(), path + ".", depth + 1);
        } else {
            difference.inner().forEach(inner -> difference(inner, null, path + ".", depth + 1));
        }
    }

    /** What is in a section that one side alone has. */
    private void whole(Difference difference, String path, int depth) {
        boolean isAdded = difference.left() == null;
        Node node = isAdded ? difference.right() : difference.left();
        if ((isAdded || difference.right() == null) && node instanceof Section section) {
            around++;
            section.nodes().forEach((name, inner) -> {
                String label = Difference.labelOf(name, inner);
                Difference below = Difference.leaf(name, label, isAdded ? null : inner, isAdded ? inner : null, "");
                difference(below, null, path + ".", depth);
            });
            around--;
        }
    }

    private void same(String name, Node node, String before, int depth) {
        if (node instanceof Section section) {
            row(Difference.labelOf(name, node), depth, "equal", "", "", "");
            section.nodes().forEach((inner, below) -> same(inner, below, before + name + ".", depth + 1));
        } else {
            String text = text(node, before + name);
            row(name, depth, "equal", text, text, "");
        }
    }

    private void row(String name, int depth, String kind, String left, String right, String meaning) {
        rows.add(Map.of(
                "name",
                name,
                "depth",
                depth,
                "kind",
                kind,
                "left",
                left,
                "right",
                right,
                "meaning",
                meaning,
                "part",
                around > 0));
    }

    private String text(Node node, String path) {
        if (node instanceof Section section) {
            int count = section.valueCount();
            return count + (count == 1 ? " value" : " values");
        }
        if (!(node instanceof Value value)) {
            return "–";
        }
        return value.text().isEmpty() ? "(empty)" : (value.text() + " " + units.apply(path)).strip();
    }
}
