package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import org.jspecify.annotations.Nullable;
import org.urvant.core.range.Interval;

/**
 * For which numbers a function of one real number has a value, and what it gives.
 *
 * @param domain where it has a value
 * @param isOpen whether it has none at the low end of the domain
 * @param rising the function itself where it rises all along its domain; null where that is not used
 * @param range what it gives at most
 */
record RealCourse(Interval domain, boolean isOpen, @Nullable DoubleUnaryOperator rising, Interval range) {
    private static final Interval NOT_NEGATIVE = new Interval(BigDecimal.ZERO, null);
    /** Digits of a range; the last one is rounded outwards. */
    private static final int DIGITS = 15;

    static final RealCourse ROOT = new RealCourse(NOT_NEGATIVE, false, Math::sqrt, NOT_NEGATIVE);
    static final RealCourse LOGARITHM = new RealCourse(NOT_NEGATIVE, true, Math::log, Interval.ALL);
    static final RealCourse DECADIC = new RealCourse(NOT_NEGATIVE, true, Math::log10, Interval.ALL);
    static final RealCourse POWER_OF_E = new RealCourse(Interval.ALL, false, Math::exp, NOT_NEGATIVE);
    static final RealCourse OF_SINE = new RealCourse(Interval.of(-1, 1), false, Math::asin, Interval.ALL);
    static final RealCourse OF_COSINE = new RealCourse(OF_SINE.domain, false, null, angles(0, Math.PI));
    static final RealCourse OF_TANGENT =
            new RealCourse(Interval.ALL, false, Math::atan, angles(-Math.PI / 2, Math.PI / 2));

    /** Returns the course of one that has a value everywhere. */
    static RealCourse everywhere(Interval range) {
        return new RealCourse(Interval.ALL, false, null, range);
    }

    /** Returns the course of a power that is not negative where it is a whole number. */
    static RealCourse power(double exponent, boolean isWhole) {
        DoubleUnaryOperator power = base -> Math.pow(base, exponent);
        return isWhole
                ? new RealCourse(Interval.ALL, false, power, Interval.ALL)
                : new RealCourse(NOT_NEGATIVE, exponent < 0, exponent < 0 ? null : power, NOT_NEGATIVE);
    }

    private static Interval angles(double low, double high) {
        return new Interval(rounded(low, RoundingMode.FLOOR), rounded(high, RoundingMode.CEILING));
    }

    /** Returns where it has a value, for messages; empty when that is all of an argument. */
    Optional<String> lacks(Interval argument) {
        if (domain.contains(argument) && !(isOpen && argument.contains(domain.low()))) {
            return Optional.empty();
        }
        return Optional.of(
                domain.high() != null
                        ? "from " + domain
                        : isOpen ? "above " + domain.low() : "from " + domain.low() + " on");
    }

    /** Returns what it gives for an argument, as far as it has a value there. */
    Interval of(Interval argument) {
        Optional<Interval> inside = rising == null ? Optional.empty() : domain.meet(argument);
        return inside.map(part -> new Interval(
                        part.low() == null ? range.low() : bound(part.low(), RoundingMode.FLOOR),
                        part.high() == null ? range.high() : bound(part.high(), RoundingMode.CEILING)))
                .orElse(range);
    }

    private @Nullable BigDecimal bound(BigDecimal argument, RoundingMode mode) {
        double value = rising.applyAsDouble(argument.doubleValue());
        return Double.isFinite(value) ? rounded(value, mode) : null;
    }

    private static BigDecimal rounded(double value, RoundingMode mode) {
        return new BigDecimal(value).round(new MathContext(DIGITS, mode)).stripTrailingZeros();
    }
}
