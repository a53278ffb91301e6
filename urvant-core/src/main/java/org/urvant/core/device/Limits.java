package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.urvant.core.range.Interval;
import org.urvant.core.unit.Unit;

/**
 * What a value may be.
 *
 * @param unit unit of numbers; null for none
 * @param isDifference whether a temperature is a difference of two, so that it converts without offset
 * @param bounds least and greatest value of numbers, and their step
 * @param choices the words of a choice, in the order to show them
 * @param longest greatest length of a text in characters; 0 for no bound
 * @param refersTo name of the table whose rows, or kind of channel, a reference names; empty text for none
 * @param isMany whether a reference may name several, separated by commas
 */
public record Limits(
        @Nullable Unit unit,
        boolean isDifference,
        Bounds bounds,
        List<String> choices,
        int longest,
        String refersTo,
        boolean isMany) {
    /**
     * Bounds of numbers; null for none.
     *
     * @param least least value
     * @param most greatest value
     * @param step distance of the values that the device can hold, counted from {@code least} or zero
     */
    public record Bounds(@Nullable Bound least, @Nullable Bound most, @Nullable Bound step) {
        /** No bounds. */
        public static final Bounds NONE = new Bounds(null, null, null);

        /** Returns the same with a step. */
        public Bounds withStep(Bound other) {
            return new Bounds(least, most, other);
        }
    }

    /** No limits. */
    public static final Limits NONE = new Limits(null, false, Bounds.NONE, List.of(), 0, "", false);

    public Limits {
        choices = List.copyOf(choices);
    }

    /** Returns limits of a choice. */
    public static Limits choices(List<String> choices) {
        return new Limits(null, false, Bounds.NONE, choices, 0, "", false);
    }

    /** Returns limits of numbers between two bounds. */
    public static Limits between(Bound least, Bound most) {
        return NONE.with(new Bounds(least, most, null));
    }

    /** Returns limits of a text's length in characters. */
    public static Limits longest(int characters) {
        return new Limits(null, false, Bounds.NONE, List.of(), characters, "", false);
    }

    /** Returns the same with other bounds. */
    public Limits with(Bounds others) {
        return new Limits(unit, isDifference, others, choices, longest, refersTo, isMany);
    }

    /** Returns the same in a unit. */
    public Limits in(Unit other) {
        return new Limits(other, isDifference, bounds, choices, longest, refersTo, isMany);
    }

    /** Returns the least value of numbers; null for no bound. */
    public @Nullable Bound least() {
        return bounds.least();
    }

    /** Returns the greatest value of numbers; null for no bound. */
    public @Nullable Bound most() {
        return bounds.most();
    }

    /** Returns the distance of the values that the device can hold, counted from the least or zero; null for any value. */
    public @Nullable Bound step() {
        return bounds.step();
    }

    /** Returns the range of numbers as far as it is known whatever the other values are. */
    public Interval range() {
        BigDecimal low = least() == null ? null : least().range().low();
        BigDecimal high = most() == null ? null : most().range().high();
        return low != null && high != null && low.compareTo(high) > 0 ? Interval.ALL : new Interval(low, high);
    }

    /** Returns the symbol of the unit; empty text for none. */
    public String symbol() {
        return unit == null || unit == Unit.ONE ? "" : unit.symbol();
    }
}
