package org.urvant.project.compare;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Value;

/**
 * One node of a comparison. A leaf is added, removed or changed; an inner node holds the differences below it.
 *
 * @param name name of the node within its section
 * @param label what people call it; the name itself when it has no other
 * @param kind what became of it from left to right
 * @param left what stands on the left; null when added
 * @param right what stands on the right; null when removed
 * @param inner the differences below, sorted by name; empty for leaves
 */
public record Difference(String name, String label, Kind kind, Node left, Node right, List<Difference> inner) {
    /** What became of a node from left to right. */
    public enum Kind {
        ADDED,
        REMOVED,
        CHANGED,
        INNER
    }

    public Difference {
        Objects.requireNonNull(name, "name");
        inner = List.copyOf(inner);
    }

    /** Returns the value on the left as text; empty when there is none or it is a section. */
    public Optional<String> leftText() {
        return left instanceof Value value ? Optional.of(value.text()) : Optional.empty();
    }

    /** Returns the value on the right as text; empty when there is none or it is a section. */
    public Optional<String> rightText() {
        return right instanceof Value value ? Optional.of(value.text()) : Optional.empty();
    }

    /** Returns how many added, removed and changed nodes there are here and below. */
    public int count() {
        return kind == Kind.INNER ? inner.stream().mapToInt(Difference::count).sum() : 1;
    }
}
