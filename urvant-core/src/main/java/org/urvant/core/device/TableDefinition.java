package org.urvant.core.device;

import java.util.Objects;
import org.urvant.core.finding.Rule;

/**
 * Settings that repeat as rows.
 *
 * @param name name within the type
 * @param meaning what the rows are, in plain words
 * @param least least number of rows; null for none
 * @param most greatest number of rows; null for no bound
 * @param isNumbered whether rows are named 1, 2, 3 … rather than by people
 * @param row the columns, and rules about each row
 * @param unreferenced rule that a row breaks when no reference names it; null when it may stand alone
 * @param condition when the table applies; null for always
 * @param licence licence that rows need; empty text for none
 * @param bus what the rows are members of; null when they are not members of a bus
 * @param bits columns that say where in a frame a row's value lies; null when rows lie in no frame
 */
public record TableDefinition(
        String name,
        String meaning,
        Bound least,
        Bound most,
        boolean isNumbered,
        SheetDefinition row,
        Rule unreferenced,
        Applicability condition,
        String licence,
        SubBus bus,
        FrameBits bits) {
    /**
     * Columns that say where in a frame of at most 64 bits a value lies.
     *
     * @param frame column that names the frame
     * @param start column of its first bit; bit n is bit n modulo 8 of byte n / 8, both from zero
     * @param length column of its number of bits
     * @param order column of the order of its bytes: {@code little-endian} when the first bit is the least significant one,
     *     {@code big-endian} when it is the most significant one
     */
    public record FrameBits(String frame, String start, String length, String order) {}

    public TableDefinition {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(row, "row");
    }
}
