package org.urvant.core.language;

/** Operators of Structured Text (IEC 61131-3, table 71); a greater rank binds more tightly. */
public enum Operator {
    OR("OR", 1),
    XOR("XOR", 2),
    AND("AND", 3),
    EQUAL("=", 4),
    DIFFERENT("<>", 4),
    LESS("<", 5),
    AT_MOST("<=", 5),
    GREATER(">", 5),
    AT_LEAST(">=", 5),
    ADD("+", 6),
    SUBTRACT("-", 6),
    MULTIPLY("*", 7),
    DIVIDE("/", 7),
    MOD("MOD", 7),
    POWER("**", 8),
    NEGATE("-", 9),
    NOT("NOT", 9);

    private final String sign;
    private final int rank;

    Operator(String sign, int rank) {
        this.sign = sign;
        this.rank = rank;
    }

    /** Returns how it is written. */
    public String sign() {
        return sign;
    }

    int rank() {
        return rank;
    }

    /** Returns whether it joins logical values or bits. */
    public boolean isLogical() {
        return rank <= 3;
    }

    /** Returns whether it compares two values. */
    public boolean isComparison() {
        return rank == 4 || rank == 5;
    }

    /** Returns whether it needs values that have an order. */
    public boolean needsOrder() {
        return rank == 5;
    }
}
