package org.urvant.core.tree;

import java.math.BigDecimal;
import java.util.Objects;

/**
 * A value in canonical form. A number is an exact decimal without exponent and without trailing zeros, so two values
 * are the same exactly when they are equal.
 *
 * @param kind text, number or logical
 * @param text the value as it is written
 */
public record Value(Kind kind, String text) implements Node {
    /** What a value is; decides how it is written in JSON. */
    public enum Kind {
        TEXT,
        NUMBER,
        LOGICAL
    }

    public Value {
        Objects.requireNonNull(kind, "kind");
        Objects.requireNonNull(text, "text");
    }

    /** Returns a text value. */
    public static Value text(String text) {
        return new Value(Kind.TEXT, text);
    }

    /** Returns a number in canonical form, such as {@code 0.5} or {@code 1000}. */
    public static Value number(BigDecimal number) {
        BigDecimal stripped = number.signum() == 0 ? BigDecimal.ZERO : number.stripTrailingZeros();
        return new Value(Kind.NUMBER, stripped.toPlainString());
    }

    /** Returns a whole number. */
    public static Value number(long number) {
        return new Value(Kind.NUMBER, Long.toString(number));
    }

    /** Returns a logical value. */
    public static Value logical(boolean logical) {
        return new Value(Kind.LOGICAL, Boolean.toString(logical));
    }

    @Override
    public String toString() {
        return text;
    }
}
