package org.urvant.core.evaluation;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.Duration;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;

/**
 * What a row does with a value before it is passed on: scaled first, then held against limits, then against the dead band, or
 * held back for a time (calculations F1, F8, F26).
 *
 * @param factor what numbers are multiplied by; not 0
 * @param offset what is added then
 * @param limits what numbers may be, after scaling
 * @param isClamped whether a number beyond the limits is passed on as the nearest limit; otherwise it goes as it is, marked out
 *     of range
 * @param deadBand how much a number must differ from the one passed on last, to be passed on itself; 0 for any difference
 * @param delay how long a state must last to be passed on
 */
public record Treatment(
        BigDecimal factor, BigDecimal offset, Interval limits, boolean isClamped, BigDecimal deadBand, Duration delay) {
    /** Longest time that a state can be held back. */
    public static final Duration LONGEST_DELAY = Duration.ofDays(1);

    private static final BigDecimal MOST_WHOLE = BigDecimal.valueOf(Long.MAX_VALUE);

    /** Passes everything on as it is. */
    public static final Treatment PLAIN =
            new Treatment(BigDecimal.ONE, BigDecimal.ZERO, Interval.ALL, false, BigDecimal.ZERO, Duration.ZERO);

    public Treatment {
        Objects.requireNonNull(limits, "limits");
        if (factor.signum() == 0) {
            throw new IllegalArgumentException("a factor of 0 makes all values one");
        }
        if (deadBand.signum() < 0) {
            throw new IllegalArgumentException("a dead band is 0 or more");
        }
        if (delay.isNegative() || delay.compareTo(LONGEST_DELAY) > 0) {
            throw new IllegalArgumentException("a delay is 0 to 24 h");
        }
    }

    /** Returns whether everything is passed on as it is. */
    public boolean isPlain() {
        return isUnscaled() && limits.equals(Interval.ALL) && deadBand.signum() == 0 && delay.isZero();
    }

    /** Returns whether numbers keep their size. */
    public boolean isUnscaled() {
        return factor.compareTo(BigDecimal.ONE) == 0 && offset.signum() == 0;
    }

    /** Returns whether whole numbers stay whole. */
    public boolean keepsWholes() {
        return isWhole(factor) && isWhole(offset);
    }

    private static boolean isWhole(BigDecimal number) {
        return number.stripTrailingZeros().scale() <= 0 && number.abs().compareTo(MOST_WHOLE) <= 0;
    }

    /** Returns why values of a shape cannot be treated so; empty when they can. */
    public Optional<String> misfit(Shape shape) {
        boolean isNumber = shape.form() == Form.REAL || shape.form() == Form.WHOLE || shape.form() == Form.COUNTER;
        if (isNumber && !delay.isZero()) {
            return Optional.of("a number has no delay; give it a dead band");
        }
        if (isNumber) {
            boolean hasNoWhole = isClamped
                    && keepsWholes()
                    && shape.form() != Form.REAL
                    && limits.isBounded()
                    && limits.low().setScale(0, RoundingMode.CEILING).compareTo(limits.high()) > 0;
            if (hasNoWhole) {
                return Optional.of("no whole number is within " + limits);
            }
            Interval comes = scaled(shape.range());
            if (comes.meet(limits).isEmpty()) {
                return Optional.of("what comes is " + comes + ", nothing of it within " + limits);
            }
            return comes.isBounded() && deadBand.compareTo(comes.high().subtract(comes.low())) > 0
                    ? Optional.of("what comes is " + comes + ", and the dead band of " + deadBand.toPlainString()
                            + " lets no second value through")
                    : Optional.empty();
        }
        boolean isStateOnly = isUnscaled() && limits.equals(Interval.ALL) && deadBand.signum() == 0;
        return isStateOnly
                ? Optional.empty()
                : Optional.of("a state has no factor, offset, limits or dead band; it can have a delay");
    }

    /**
     * Returns why commands of a shape cannot be treated so; empty when they can: numbers can be scaled and limited, and nothing is
     * held back.
     */
    public Optional<String> misfitOfCommand(Shape shape) {
        if (isPlain()) {
            return Optional.empty();
        }
        boolean isNumber = shape.form() == Form.REAL || shape.form() == Form.WHOLE || shape.form() == Form.COUNTER;
        if (!isNumber) {
            return Optional.of("a state is commanded as it is");
        }
        if (deadBand.signum() > 0 || !delay.isZero()) {
            return Optional.of("a command has no dead band and no delay");
        }
        return shape.range().meet(limits).isEmpty()
                ? Optional.of("it takes " + shape.range() + ", nothing of it within " + limits)
                : Optional.empty();
    }

    /** Returns what a command becomes; empty when it is beyond the limits, and not clamped: it is refused then. */
    public Optional<BigDecimal> commanded(BigDecimal number) {
        BigDecimal scaled = number.multiply(factor).add(offset);
        if (limits.contains(scaled)) {
            return Optional.of(scaled);
        }
        return !isClamped
                ? Optional.empty()
                : Optional.of(
                        limits.low() != null && scaled.compareTo(limits.low()) < 0 ? limits.low() : limits.high());
    }

    /**
     * Returns what can be commanded of a shape that {@link #misfitOfCommand} has nothing against; without end where what is beyond
     * becomes the nearest limit, and the receiver takes that.
     */
    public Shape commanding(Shape shape) {
        if (isUnscaled() && limits.equals(Interval.ALL)) {
            return shape;
        }
        Interval range = shape.range();
        boolean hasNoLow = isClamped && limits.low() != null && range.contains(limits.low());
        boolean hasNoHigh = isClamped && limits.high() != null && range.contains(limits.high());
        Interval met = range.meet(limits).orElseThrow();
        BigDecimal low = before(hasNoLow ? null : met.low());
        BigDecimal high = before(hasNoHigh ? null : met.high());
        Interval before = factor.signum() > 0 ? new Interval(low, high) : new Interval(high, low);
        return new Shape(isUnscaled() ? shape.form() : Form.REAL, shape.access(), before);
    }

    private @Nullable BigDecimal before(@Nullable BigDecimal scaled) {
        return scaled == null ? null : scaled.subtract(offset).divide(factor, MathContext.DECIMAL64);
    }

    /** Returns what a receiver gets of values of a shape that {@link #misfit} has nothing against. */
    public Shape of(Shape shape) {
        if (isUnscaled() && !isClamped) {
            return shape;
        }
        Interval scaled = scaled(shape.range());
        Form form = keepsWholes() ? shape.form() : Form.REAL;
        return new Shape(
                form, shape.access(), isClamped ? scaled.meet(held(form)).orElse(scaled) : scaled);
    }

    /** A whole number that is clamped becomes the nearest whole number within. */
    private Interval held(Form form) {
        if (form == Form.REAL) {
            return limits;
        }
        BigDecimal low = limits.low() == null ? null : limits.low().setScale(0, RoundingMode.CEILING);
        BigDecimal high = limits.high() == null ? null : limits.high().setScale(0, RoundingMode.FLOOR);
        return low != null && high != null && low.compareTo(high) > 0 ? limits : new Interval(low, high);
    }

    private Interval scaled(Interval range) {
        return isUnscaled() ? range : range.multiply(Interval.of(factor)).add(Interval.of(offset));
    }
}
