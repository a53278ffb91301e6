package org.urvant.project.compare;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.project.configuration.Configuration;

/**
 * The differences between two configurations, as a tree. Both sides are in canonical form, so values are compared
 * exactly; sections are walked side by side in the order of their names, which costs the sum of both sizes.
 */
public final class Comparison {
    private final List<Difference> differences;

    private Comparison(List<Difference> differences) {
        this.differences = differences;
    }

    /** Compares the parts of two configurations; left is what is, right what is wanted. */
    public static Comparison of(Configuration left, Configuration right) {
        return of(left.parts(), right.parts());
    }

    /** Compares two sections. */
    public static Comparison of(Section left, Section right) {
        return new Comparison(List.copyOf(within(left, right)));
    }

    /** Returns the differences of the outermost sections, sorted by name; empty when both sides are equal. */
    public List<Difference> differences() {
        return differences;
    }

    /** Returns whether the two sides are equal. */
    public boolean isEqual() {
        return differences.isEmpty();
    }

    /** Returns how many nodes were added, removed or changed. */
    public int count() {
        return differences.stream().mapToInt(Difference::count).sum();
    }

    private static List<Difference> within(Section left, Section right) {
        List<Difference> found = new ArrayList<>();
        Iterator<Map.Entry<String, Node>> lefts = left.nodes().entrySet().iterator();
        Iterator<Map.Entry<String, Node>> rights = right.nodes().entrySet().iterator();
        Map.Entry<String, Node> a = next(lefts);
        Map.Entry<String, Node> b = next(rights);
        while (a != null || b != null) {
            int order = a == null ? 1 : b == null ? -1 : a.getKey().compareTo(b.getKey());
            String name = order <= 0 ? a.getKey() : b.getKey();
            between(name, order <= 0 ? a.getValue() : null, order >= 0 ? b.getValue() : null)
                    .ifPresent(found::add);
            a = order <= 0 ? next(lefts) : a;
            b = order >= 0 ? next(rights) : b;
        }
        return found;
    }

    private static Map.Entry<String, Node> next(Iterator<Map.Entry<String, Node>> entries) {
        return entries.hasNext() ? entries.next() : null;
    }

    private static Optional<Difference> between(String name, Node left, Node right) {
        if (left == null) {
            return leaf(name, Difference.Kind.ADDED, null, right);
        }
        if (right == null) {
            return leaf(name, Difference.Kind.REMOVED, left, null);
        }
        if (left instanceof Section leftSection && right instanceof Section rightSection) {
            List<Difference> inner = within(leftSection, rightSection);
            return inner.isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Difference(name, label(name, right), Difference.Kind.INNER, left, right, inner));
        }
        return left.equals(right) ? Optional.empty() : leaf(name, Difference.Kind.CHANGED, left, right);
    }

    private static Optional<Difference> leaf(String name, Difference.Kind kind, Node left, Node right) {
        return Optional.of(
                new Difference(name, label(name, right == null ? left : right), kind, left, right, List.of()));
    }

    /** A row that carries a name is called by it when its key says nothing to people; otherwise the name stands beside. */
    private static String label(String name, Node node) {
        Optional<String> given = node instanceof Section section ? section.text("name") : Optional.empty();
        return given.filter(text -> !text.isEmpty() && !text.equals(name))
                .map(text -> name.matches("[0-9a-f]{8,64}") ? text : name + " (" + text + ")")
                .orElse(name);
    }
}
