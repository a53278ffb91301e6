package org.urvant.core.language;

/**
 * Where something stands in a text.
 *
 * @param line counted from 1
 * @param column in UTF-16 units, counted from 1
 */
public record TextPlace(int line, int column) {
    /** Where a text begins. */
    public static final TextPlace START = new TextPlace(1, 1);
}
