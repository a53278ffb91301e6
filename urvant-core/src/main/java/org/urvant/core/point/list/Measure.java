package org.urvant.core.point.list;

import java.math.BigDecimal;
import java.util.Objects;
import org.urvant.core.range.Interval;

/**
 * What a number on the line is worth: {@code value = factor * raw + offset}.
 *
 * @param unit unit of the value as the list writes it; empty text for none
 * @param factor what a raw number is multiplied with; never zero
 * @param offset what is added then, in the unit of the value
 * @param range what values can be; all numbers where the list does not say
 * @param preset the value that stands there before anybody has written one, a number in the unit; empty text where the list does
 *     not say
 */
public record Measure(String unit, BigDecimal factor, BigDecimal offset, Interval range, String preset) {
    /** The raw number is the value. */
    public static final Measure PLAIN = new Measure("", BigDecimal.ONE, BigDecimal.ZERO, Interval.ALL, "");

    /** SI has prefixes up to 10 to the 30, and down to its inverse. */
    private static final int MOST_DIGITS = 31;

    public Measure {
        Objects.requireNonNull(unit, "unit");
        Objects.requireNonNull(range, "range");
        Objects.requireNonNull(preset, "preset");
        if (factor.signum() == 0) {
            throw new IllegalArgumentException("a factor of 0 makes every value the same");
        }
        int size = factor.precision() - factor.scale();
        if (Math.abs(size) > MOST_DIGITS) {
            throw new IllegalArgumentException("no signal is scaled by a factor of 10 to the " + (size - 1));
        }
    }

    /**
     * Returns the factor that a division is.
     *
     * @throws IllegalArgumentException when its digits have no end
     */
    static BigDecimal factorOf(BigDecimal divisor) {
        try {
            return BigDecimal.ONE.divide(divisor);
        } catch (ArithmeticException e) {
            throw new IllegalArgumentException("a division by " + divisor + " has no end; give a factor instead");
        }
    }

    /** Returns whether a raw number is the value. */
    public boolean isPlain() {
        return factor.compareTo(BigDecimal.ONE) == 0 && offset.signum() == 0;
    }

    /** Returns whether whole raw numbers are whole values. */
    public boolean keepsWhole() {
        return isWhole(factor) && isWhole(offset);
    }

    private static boolean isWhole(BigDecimal number) {
        return number.stripTrailingZeros().scale() <= 0;
    }

    /** Returns what a raw number is worth. */
    public BigDecimal value(BigDecimal raw) {
        return raw.multiply(factor).add(offset);
    }

    /** Returns what raw numbers of a range are worth. */
    public Interval values(Interval raw) {
        return raw.isBounded() ? raw.multiply(Interval.of(factor)).add(Interval.of(offset)) : Interval.ALL;
    }
}
