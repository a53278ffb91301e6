package org.urvant.core.range;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * All numbers from a least to a greatest, both included; an end that is null is open to all sides. Results hold every value that
 * the operation can have for operands within theirs: ends are rounded outwards to 34 digits (interval arithmetic, IEEE 1788).
 * Two uses of one source are taken as independent, so a result can be wider than the true range, never narrower.
 */
public record Interval(@Nullable BigDecimal low, @Nullable BigDecimal high) {
    /** Digits of numbers with fractions that people are shown. */
    private static final MathContext SHOWN = new MathContext(12);

    /** Digits of the longest whole number of 64 bits, which is shown as it is. */
    private static final int LONGEST_WHOLE = 20;
    /** Beyond this, powers of ten are easier to read than noughts. */
    private static final int LONGEST_SHOWN = 45;

    /** Every number. */
    public static final Interval ALL = new Interval(null, null);

    private static final MathContext DOWN = new MathContext(34, RoundingMode.FLOOR);
    private static final MathContext UP = new MathContext(34, RoundingMode.CEILING);

    public Interval {
        if (low != null && high != null && low.compareTo(high) > 0) {
            throw new IllegalArgumentException("the least, " + low + ", is above the greatest, " + high);
        }
    }

    /** Returns the interval that holds one number. */
    public static Interval of(BigDecimal number) {
        return new Interval(number, number);
    }

    /** Returns the interval between two whole numbers. */
    public static Interval of(long low, long high) {
        return new Interval(BigDecimal.valueOf(low), BigDecimal.valueOf(high));
    }

    /** Returns whether both ends are known. */
    public boolean isBounded() {
        return low != null && high != null;
    }

    /** Returns its only number; empty when it holds several. */
    public Optional<BigDecimal> single() {
        return isBounded() && low.compareTo(high) == 0 ? Optional.of(low) : Optional.empty();
    }

    /** Returns whether a number is within. */
    public boolean contains(BigDecimal number) {
        return (low == null || low.compareTo(number) <= 0) && (high == null || high.compareTo(number) >= 0);
    }

    /** Returns whether all of another interval is within. */
    public boolean contains(Interval other) {
        return (low == null || other.low != null && low.compareTo(other.low) <= 0)
                && (high == null || other.high != null && high.compareTo(other.high) >= 0);
    }

    /** Returns the least interval that holds both. */
    public Interval hull(Interval other) {
        return new Interval(
                low == null || other.low == null ? null : low.min(other.low),
                high == null || other.high == null ? null : high.max(other.high));
    }

    /** Returns what is in both; empty when nothing is. */
    public Optional<Interval> meet(Interval other) {
        BigDecimal from = low == null ? other.low : other.low == null ? low : low.max(other.low);
        BigDecimal to = high == null ? other.high : other.high == null ? high : high.min(other.high);
        return from != null && to != null && from.compareTo(to) > 0
                ? Optional.empty()
                : Optional.of(new Interval(from, to));
    }

    /** Returns the range of {@code -x}. */
    public Interval negate() {
        return new Interval(high == null ? null : high.negate(), low == null ? null : low.negate());
    }

    /** Returns the range of {@code x + y}. */
    public Interval add(Interval other) {
        return new Interval(
                low == null || other.low == null ? null : low.add(other.low, DOWN),
                high == null || other.high == null ? null : high.add(other.high, UP));
    }

    /** Returns the range of {@code x - y}. */
    public Interval subtract(Interval other) {
        return add(other.negate());
    }

    /** Returns the range of {@code x * y}. */
    public Interval multiply(Interval other) {
        if (isZero() || other.isZero()) {
            return of(BigDecimal.ZERO);
        }
        if (!isBounded() || !other.isBounded()) {
            boolean positive = isAtLeastZero() && other.isAtLeastZero();
            return positive ? new Interval(low.multiply(other.low, DOWN), null) : ALL;
        }
        return spread((a, b, context) -> a.multiply(b, context), other);
    }

    /** Returns the range of {@code x / y}; every number when the divisor can be zero. */
    public Interval divide(Interval other) {
        if (other.contains(BigDecimal.ZERO)) {
            return ALL;
        }
        if (!isBounded() || !other.isBounded()) {
            return isAtLeastZero() && other.isAtLeastZero() ? new Interval(BigDecimal.ZERO, null) : ALL;
        }
        return spread((a, b, context) -> a.divide(b, context), other);
    }

    /** Returns the range of the remainder, which has the sign of the dividend (IEC 61131-3, MOD). */
    public Interval remainder(Interval other) {
        if (!other.isBounded()) {
            return isAtLeastZero() ? new Interval(BigDecimal.ZERO, high) : ALL;
        }
        BigDecimal most = other.low.abs().max(other.high.abs());
        Interval bySize = new Interval(
                isAtLeastZero() ? BigDecimal.ZERO : most.negate(), isAtMostZero() ? BigDecimal.ZERO : most);
        Interval byDividend = hull(of(BigDecimal.ZERO));
        return bySize.meet(byDividend).orElse(bySize);
    }

    /** Returns the range of the size of {@code x}. */
    public Interval abs() {
        if (isAtLeastZero()) {
            return this;
        }
        if (isAtMostZero()) {
            return negate();
        }
        return new Interval(BigDecimal.ZERO, isBounded() ? high.max(low.negate()) : null);
    }

    /** Returns the range of the lesser of two. */
    public Interval min(Interval other) {
        return new Interval(
                low == null || other.low == null ? null : low.min(other.low),
                high == null ? other.high : other.high == null ? high : high.min(other.high));
    }

    /** Returns the range of the greater of two. */
    public Interval max(Interval other) {
        return negate().min(other.negate()).negate();
    }

    /** Returns the range of the whole part, cut towards zero. */
    public Interval truncate() {
        return new Interval(
                low == null ? null : low.setScale(0, RoundingMode.DOWN),
                high == null ? null : high.setScale(0, RoundingMode.DOWN));
    }

    /** Returns the range of the nearest whole number. */
    public Interval round() {
        return new Interval(
                low == null ? null : low.setScale(0, RoundingMode.HALF_EVEN),
                high == null ? null : high.setScale(0, RoundingMode.HALF_EVEN));
    }

    private boolean isZero() {
        return isBounded() && low.signum() == 0 && high.signum() == 0;
    }

    private boolean isAtLeastZero() {
        return low != null && low.signum() >= 0;
    }

    private boolean isAtMostZero() {
        return high != null && high.signum() <= 0;
    }

    private interface Rounded {
        BigDecimal apply(@Nullable BigDecimal a, @Nullable BigDecimal b, MathContext context);
    }

    private Interval spread(Rounded operation, Interval other) {
        BigDecimal least = low;
        BigDecimal greatest = low;
        boolean isFirst = true;
        for (BigDecimal own : new BigDecimal[] {low, high}) {
            for (BigDecimal others : new BigDecimal[] {other.low, other.high}) {
                BigDecimal down = operation.apply(own, others, DOWN);
                BigDecimal up = operation.apply(own, others, UP);
                least = isFirst || down.compareTo(least) < 0 ? down : least;
                greatest = isFirst || up.compareTo(greatest) > 0 ? up : greatest;
                isFirst = false;
            }
        }
        return new Interval(least, greatest);
    }

    /** Returns it as people write it, {@code 0 to 100}; three dots for an open end. */
    @Override
    public String toString() {
        return single().map(Interval::plain).orElseGet(() -> plain(low) + " to " + plain(high));
    }

    private static String plain(BigDecimal number) {
        if (number == null) {
            return "…";
        }
        BigDecimal plain = number.stripTrailingZeros();
        int whole = plain.precision() - plain.scale();
        if (number.signum() == 0) {
            return "0";
        }
        if (plain.scale() <= 0 && whole <= LONGEST_WHOLE) {
            return plain.toPlainString();
        }
        BigDecimal rounded = plain.round(SHOWN).stripTrailingZeros();
        return Math.abs(whole) > LONGEST_SHOWN ? rounded.toString() : rounded.toPlainString();
    }
}
