package org.urvant.core.protection;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Optional;

/**
 * A number as the quotient of two decimals, so that values can go through transformer ratios and back without losing a digit.
 *
 * @param numerator what is divided
 * @param denominator what it is divided by; above zero
 */
public record Quotient(BigDecimal numerator, BigDecimal denominator) {
    /** One. */
    public static final Quotient ONE = of(BigDecimal.ONE);

    public Quotient {
        if (denominator.signum() <= 0) {
            throw new IllegalArgumentException("divided by " + denominator);
        }
    }

    /** Returns a decimal as a quotient. */
    public static Quotient of(BigDecimal number) {
        return new Quotient(number, BigDecimal.ONE);
    }

    /** Returns the product of two. */
    public Quotient times(Quotient other) {
        return new Quotient(numerator.multiply(other.numerator), denominator.multiply(other.denominator));
    }

    /** Returns the reciprocal; the number must be above zero. */
    public Quotient inverse() {
        return new Quotient(denominator, numerator);
    }

    /** Returns the decimal that it is; empty when that has no end. */
    public Optional<BigDecimal> exact() {
        try {
            BigDecimal exact = numerator.divide(denominator, MathContext.UNLIMITED);
            return Optional.of(exact.signum() == 0 ? BigDecimal.ZERO : exact.stripTrailingZeros());
        } catch (ArithmeticException e) {
            return Optional.empty();
        }
    }

    /** Returns it with a number of digits, halves to the even one. */
    public BigDecimal digits(int digits) {
        BigDecimal rounded = numerator.divide(denominator, new MathContext(digits, RoundingMode.HALF_EVEN));
        return rounded.signum() == 0 ? BigDecimal.ZERO : rounded.stripTrailingZeros();
    }

    /** Returns the nearest step of a grid, halves to the even one. */
    public BigDecimal onSteps(BigDecimal origin, BigDecimal step) {
        BigDecimal steps = numerator
                .subtract(origin.multiply(denominator))
                .divide(denominator.multiply(step), 0, RoundingMode.HALF_EVEN);
        return origin.add(steps.multiply(step));
    }

    /** Compares it with a decimal, exactly. */
    public int compareTo(BigDecimal other) {
        return numerator.compareTo(other.multiply(denominator));
    }
}
