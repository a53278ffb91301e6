package org.urvant.core.point;

import java.util.Optional;
import java.util.OptionalInt;
import java.util.SortedMap;
import org.urvant.core.tree.Value;

/** A point to which a project gives its address, such as an information object or a register. */
public interface PlacedPoint extends Point {
    /** Returns what carries the value there, as {@link PointSpace#carriers} lists it. */
    String carrier();

    /** Returns whether a value can travel this way over the point. */
    boolean permits(Access access);

    /** Returns the station at which the point stands, where that is another one than that of its connection. */
    default OptionalInt station() {
        return OptionalInt.empty();
    }

    /** Returns the point as it stands within its station. */
    default PlacedPoint alone() {
        return this;
    }

    /** Returns whether a command is selected before it is operated there; empty where nothing is commanded, or nobody can say. */
    default Optional<Boolean> selects() {
        return Optional.empty();
    }

    /** Returns the point whose command is selected before it is operated; itself where nobody can say. */
    default PlacedPoint selected() {
        return this;
    }

    /** Returns whether the parts of its value come in an order that no standard says, so that makers differ in it. */
    default boolean hasOrder() {
        return false;
    }

    /** Returns what the point takes of its connection's addresses. */
    Claim claim();

    /** Returns the address as people read it. */
    String shownAddress();

    /** Returns what a configuration says of the point. */
    SortedMap<String, Value> fields();
}
