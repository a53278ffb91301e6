package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.List;
import org.urvant.core.range.Interval;
import org.urvant.core.unit.Unit;

/**
 * What a value may be.
 *
 * @param unit unit of numbers; null for none
 * @param isDifference whether a temperature is a difference of two, so that it converts without offset
 * @param least least value of numbers; null for no bound
 * @param most greatest value of numbers; null for no bound
 * @param step distance of the values that the device can hold, counted from {@code least} or zero; null for any value
 * @param choices the words of a choice, in the order to show them
 * @param longest greatest length of a text in characters; 0 for no bound
 * @param refersTo name of the table whose rows, or kind of channel, a reference names; empty text for none
 * @param isMany whether a reference may name several, separated by commas
 */
public record Limits(
        Unit unit,
        boolean isDifference,
        Bound least,
        Bound most,
        Bound step,
        List<String> choices,
        int longest,
        String refersTo,
        boolean isMany) {
    /** No limits. */
    public static final Limits NONE = new Limits(null, false, null, null, null, List.of(), 0, "", false);

    public Limits {
        choices = List.copyOf(choices);
    }

    /** Returns limits of a choice. */
    public static Limits choices(List<String> choices) {
        return new Limits(null, false, null, null, null, choices, 0, "", false);
    }

    /** Returns the range of numbers as far as it is known whatever the other values are. */
    public Interval range() {
        BigDecimal low = least == null ? null : least.range().low();
        BigDecimal high = most == null ? null : most.range().high();
        return low != null && high != null && low.compareTo(high) > 0 ? Interval.ALL : new Interval(low, high);
    }

    /** Returns the symbol of the unit; empty text for none. */
    public String symbol() {
        return unit == null || unit == Unit.ONE ? "" : unit.symbol();
    }
}
