package org.urvant.core.point;

import java.util.SortedMap;
import org.urvant.core.tree.Value;

/** A point to which a project gives its address, such as an information object or a register. */
public interface PlacedPoint extends Point {
    /** Returns what carries the value there, as {@link PointSpace#carriers} lists it. */
    String carrier();

    /** Returns whether a value can travel this way over the point. */
    boolean permits(Access access);

    /** Returns what the point takes of its connection's addresses. */
    Claim claim();

    /** Returns the address as people read it. */
    String shownAddress();

    /** Returns what a configuration says of the point. */
    SortedMap<String, Value> fields();
}
