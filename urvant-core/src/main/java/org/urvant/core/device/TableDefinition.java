package org.urvant.core.device;

import java.util.Objects;
import java.util.Optional;
import org.urvant.core.finding.Rule;

/**
 * Settings that repeat as rows.
 *
 * @param name name within the type
 * @param meaning what the rows are, in plain words
 * @param count how many rows there are, and how they are named
 * @param row the columns, and rules about each row
 * @param sense what rows stand for beside their columns
 * @param condition when the table applies; null for always
 * @param licence licence that rows need; empty text for none
 */
public record TableDefinition(
        String name,
        String meaning,
        RowCount count,
        SheetDefinition row,
        RowSense sense,
        Applicability condition,
        String licence) {
    /**
     * How many rows there are.
     *
     * @param least least number; null for none
     * @param most greatest number; null for no bound
     * @param isNumbered whether rows are named 1, 2, 3 … rather than by people
     */
    public record RowCount(Bound least, Bound most, boolean isNumbered) {}

    /**
     * What rows stand for beside their columns.
     *
     * @param unreferenced rule that a row breaks when no reference names it; empty when it may stand alone
     * @param bus what the rows are members of; empty when they are not members of a bus
     * @param bits columns that say where in a frame a row's value lies; empty when rows lie in no frame
     */
    public record RowSense(Optional<Rule> unreferenced, Optional<SubBus> bus, Optional<FrameBits> bits) {}

    /**
     * Columns that say where in a frame of at most 64 bits a value lies.
     *
     * @param frame column that names the frame
     * @param start column of its first bit; bit n is bit n modulo 8 of byte n / 8, both from zero
     * @param length column of its number of bits
     * @param order column of the order of its bytes: {@code little-endian} when the first bit is the least significant one,
     *     {@code big-endian} when it is the most significant one
     * @param value columns that say what the bits stand for; empty when the type does not say
     */
    public record FrameBits(String frame, String start, String length, String order, Optional<BitValue> value) {}

    /**
     * Columns that say which value bits stand for: the raw number times factor, plus offset.
     *
     * @param signed column that says whether the raw number can be negative, in two's complement
     * @param factor column of the value of one step
     * @param offset column of the value of raw zero
     * @param least column of the least value
     * @param most column of the greatest value
     */
    public record BitValue(String signed, String factor, String offset, String least, String most) {}

    public TableDefinition {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(row, "row");
    }

    /** Returns the least number of rows; null for none. */
    public Bound least() {
        return count.least();
    }

    /** Returns the greatest number of rows; null for no bound. */
    public Bound most() {
        return count.most();
    }

    /** Returns whether rows are named 1, 2, 3 … rather than by people. */
    public boolean isNumbered() {
        return count.isNumbered();
    }

    /** Returns the rule that a row breaks when no reference names it; empty when it may stand alone. */
    public Optional<Rule> unreferenced() {
        return sense.unreferenced();
    }

    /** Returns what the rows are members of; empty when they are not members of a bus. */
    public Optional<SubBus> bus() {
        return sense.bus();
    }

    /** Returns the columns that say where in a frame a row's value lies; empty when rows lie in no frame. */
    public Optional<FrameBits> bits() {
        return sense.bits();
    }
}
