package org.urvant.core.compare;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/**
 * One node of a comparison. A leaf is added, removed or changed; an inner node holds the differences below it, and so does a
 * row that has another name on the right, where its content differs too.
 *
 * @param name name of the node within its section, that of the right side where a row was renamed
 * @param label what people call it; the name itself when it has no other
 * @param kind what became of it from left to right
 * @param former name on the left of a renamed row; empty text for all others
 * @param left what stands on the left; null when added
 * @param right what stands on the right; null when removed
 * @param inner the differences below, sorted by name, or by label where names are keys; empty for leaves
 * @param meaning what it means to others; empty text where nothing is said
 */
public record Difference(
        String name,
        String label,
        Kind kind,
        String former,
        Node left,
        Node right,
        List<Difference> inner,
        String meaning) {
    /** What became of a node from left to right. */
    public enum Kind {
        ADDED,
        REMOVED,
        CHANGED,
        /** A row of the same content, or most of it, under another name. */
        RENAMED,
        INNER;

        /** Returns the word that is shown. */
        public String word() {
            return Word.of(this);
        }
    }

    public Difference {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(former, "former");
        Objects.requireNonNull(meaning, "meaning");
        inner = List.copyOf(inner);
    }

    /** Returns what people call a node: its name; where it carries another one, that beside it, or alone when the name is a key. */
    public static String labelOf(String name, Node node) {
        Optional<String> given = node instanceof Section section ? section.text("name") : Optional.empty();
        return given.filter(text -> !text.isEmpty() && !text.equals(name))
                .map(text -> isKey(name) ? text : name + " (" + text + ")")
                .orElse(name);
    }

    /** Returns whether a name is a key that says nothing to people: eight to 64 hexadecimal digits. */
    static boolean isKey(String name) {
        return name.length() >= 8
                && name.length() <= 64
                && name.chars().allMatch(letter -> letter >= '0' && letter <= '9' || letter >= 'a' && letter <= 'f');
    }

    /** Creates a leaf: what stands on one side alone is added or removed, else it is changed. */
    public static Difference leaf(String name, String label, Node left, Node right, String meaning) {
        Kind kind = left == null ? Kind.ADDED : right == null ? Kind.REMOVED : Kind.CHANGED;
        return new Difference(name, label, kind, "", left, right, List.of(), meaning);
    }

    /** Creates a node that holds the differences below it. */
    public static Difference inner(String name, String label, Node left, Node right, List<Difference> inner) {
        return new Difference(name, label, Kind.INNER, "", left, right, inner, "");
    }

    /** Returns the value on the left as text; empty when there is none or it is a section. */
    public Optional<String> leftText() {
        return left instanceof Value value ? Optional.of(value.text()) : Optional.empty();
    }

    /** Returns the value on the right as text; empty when there is none or it is a section. */
    public Optional<String> rightText() {
        return right instanceof Value value ? Optional.of(value.text()) : Optional.empty();
    }

    /** Returns how many added, removed, changed and renamed nodes there are here and below. */
    public int count() {
        int below = inner.stream().mapToInt(Difference::count).sum();
        return kind == Kind.INNER ? below : below + 1;
    }
}
