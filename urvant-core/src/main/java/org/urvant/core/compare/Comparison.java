package org.urvant.core.compare;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/**
 * The differences between two trees, as a tree. Both sides are in canonical form, so values are compared exactly; sections are
 * walked side by side in the order of their names, which costs the sum of both sizes.
 */
public final class Comparison {
    private final List<Difference> differences;
    private final List<Difference> expected;

    private Comparison(List<Difference> differences, List<Difference> expected) {
        this.differences = List.copyOf(differences);
        this.expected = List.copyOf(expected);
    }

    /** Compares two sections exactly; left is what is, right what is wanted. */
    public static Comparison of(Section left, Section right) {
        return of(left, right, Manner.EXACT);
    }

    /** Compares two sections in a manner; left is what is, right what is wanted. */
    public static Comparison of(Section left, Section right, Manner manner) {
        Walk walk = new Walk(manner);
        return new Comparison(walk.within(left, right, new ArrayList<>()), walk.expected);
    }

    /** Returns a comparison that was made elsewhere. */
    public static Comparison of(List<Difference> differences) {
        return new Comparison(differences, List.of());
    }

    /** Returns the differences of the outermost sections, sorted by name, or by label where names are keys; empty when both sides are equal. */
    public List<Difference> differences() {
        return differences;
    }

    /** Returns the differences that were expected and do not count, each named by its whole path. */
    public List<Difference> expected() {
        return expected;
    }

    /** Returns whether the two sides are equal, but for what is expected to differ. */
    public boolean isEqual() {
        return differences.isEmpty();
    }

    /** Returns how many nodes were added, removed, changed or renamed. */
    public int count() {
        return differences.stream().mapToInt(Difference::count).sum();
    }

    /**
     * A difference and where it stands.
     *
     * @param path names from the outermost section on, with dots between them; those of the right side where rows were renamed
     */
    public record Placed(String path, Difference difference) {}

    /** Returns every node that was added, removed, changed or renamed, in the order of the tree. */
    public List<Placed> leaves() {
        List<Placed> leaves = new ArrayList<>();
        leaves("", differences, leaves);
        return leaves;
    }

    private static void leaves(String before, List<Difference> differences, List<Placed> leaves) {
        for (Difference difference : differences) {
            String path = before + difference.name();
            if (difference.kind() != Difference.Kind.INNER) {
                leaves.add(new Placed(path, difference));
            }
            leaves(path + ".", difference.inner(), leaves);
        }
    }

    /** One walk over both trees; the path to where it stands is kept as a list, as it is needed for differences alone. */
    private static final class Walk {
        private final Manner manner;
        private final List<Difference> expected = new ArrayList<>();

        private Walk(Manner manner) {
            this.manner = manner;
        }

        private List<Difference> within(Section left, Section right, List<String> path) {
            List<Difference> found = new ArrayList<>();
            Map<String, Section> gone = new TreeMap<>();
            Map<String, Section> come = new TreeMap<>();
            Iterator<Map.Entry<String, Node>> lefts = left.nodes().entrySet().iterator();
            Iterator<Map.Entry<String, Node>> rights = right.nodes().entrySet().iterator();
            Map.Entry<String, Node> a = next(lefts);
            Map.Entry<String, Node> b = next(rights);
            while (a != null || b != null) {
                int order = a == null ? 1 : b == null ? -1 : a.getKey().compareTo(b.getKey());
                String name = order <= 0 ? a.getKey() : b.getKey();
                if (order < 0 && a.getValue() instanceof Section section) {
                    gone.put(name, section);
                } else if (order > 0 && b.getValue() instanceof Section section) {
                    come.put(name, section);
                } else {
                    between(name, order <= 0 ? a.getValue() : null, order >= 0 ? b.getValue() : null, path, found);
                }
                a = order <= 0 ? next(lefts) : a;
                b = order >= 0 ? next(rights) : b;
            }
            if (gone.isEmpty() && come.isEmpty()) {
                return inOrder(found);
            }
            if (!gone.isEmpty() && !come.isEmpty() && manner.isTable().test(String.join(".", path))) {
                RowMatch.of(left, right, gone, come)
                        .forEach((to, from) -> renamed(from, to, gone.remove(from), come.remove(to), path, found));
            }
            gone.forEach((name, section) -> between(name, section, null, path, found));
            come.forEach((name, section) -> between(name, null, section, path, found));
            found.sort(Comparator.comparing(Difference::name));
            return inOrder(found);
        }

        /** Rows whose keys say nothing to people stand in the order of what they are called. */
        private static List<Difference> inOrder(List<Difference> found) {
            if (found.stream().anyMatch(difference -> Difference.isKey(difference.name()))) {
                found.sort(Comparator.comparing(Difference::label).thenComparing(Difference::name));
            }
            return found;
        }

        private static Map.Entry<String, Node> next(Iterator<Map.Entry<String, Node>> entries) {
            return entries.hasNext() ? entries.next() : null;
        }

        private void renamed(
                String from, String to, Section left, Section right, List<String> path, List<Difference> found) {
            path.add(to);
            List<Difference> inner = within(left, right, path);
            path.remove(path.size() - 1);
            String label = Difference.labelOf(from, left) + " → " + Difference.labelOf(to, right);
            add(new Difference(to, label, Difference.Kind.RENAMED, from, left, right, inner, ""), path, found);
        }

        private void between(String name, Node left, Node right, List<String> path, List<Difference> found) {
            if (left instanceof Section leftSection && right instanceof Section rightSection) {
                path.add(name);
                List<Difference> inner = within(leftSection, rightSection, path);
                path.remove(path.size() - 1);
                if (!inner.isEmpty()) {
                    add(Difference.inner(name, Difference.labelOf(name, right), left, right, inner), path, found);
                }
            } else if (left == null || right == null || !isEqual(name, left, right, path)) {
                add(
                        Difference.leaf(name, Difference.labelOf(name, right == null ? left : right), left, right, ""),
                        path,
                        found);
            }
        }

        private boolean isEqual(String name, Node left, Node right, List<String> path) {
            if (left.equals(right)) {
                return true;
            }
            if (!(left instanceof Value one) || !(right instanceof Value other)) {
                return false;
            }
            String whole = path(path, name);
            return manner.grid()
                    .snapped(whole, one)
                    .orElse(one)
                    .equals(manner.grid().snapped(whole, other).orElse(other));
        }

        private void add(Difference difference, List<String> path, List<Difference> found) {
            String whole = manner.expected().isEmpty() ? "" : path(path, difference.name());
            if (!whole.isEmpty() && manner.expects(whole)) {
                expected.add(new Difference(
                        whole,
                        whole,
                        difference.kind(),
                        difference.former(),
                        difference.left(),
                        difference.right(),
                        difference.inner(),
                        ""));
            } else {
                found.add(difference);
            }
        }

        private static String path(List<String> path, String name) {
            return path.isEmpty() ? name : String.join(".", path) + "." + name;
        }
    }
}
