package org.urvant.core.point;

/** One datum addressed on a connection or in a device, in its own way. Immutable, and equal by what it addresses. */
public interface Point {
    /** Returns the point as files and commands write it; {@link PointSpace#read} reads it back. */
    String text();
}
