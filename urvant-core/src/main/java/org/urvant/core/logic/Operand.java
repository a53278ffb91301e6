package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.BigInteger;
import org.urvant.core.language.TextPlace;
import org.urvant.core.range.Interval;

/**
 * A compiled part of an expression. Just one of the codes is there, by the type; a constant without a type takes that of what it
 * meets.
 *
 * @param type null for a constant without a type, and for a bad operand
 * @param constant a BigInteger, BigDecimal, String or {@link Word}; null for what is not constant
 * @param slot slot of a plain variable, else -1
 */
record Operand(
        DataType type,
        Code.Whole whole,
        Code.Real real,
        Code.Text text,
        Code.Ranged range,
        Object constant,
        int slot,
        TextPlace start) {

    /** A word that only an enumeration gives a meaning. */
    record Word(String text) {}

    static Operand bad(TextPlace start) {
        return new Operand(null, null, null, null, null, null, -1, start);
    }

    static Operand untyped(Object constant, TextPlace start) {
        return new Operand(null, null, null, null, null, constant, -1, start);
    }

    static Operand whole(DataType type, Code.Whole code, Code.Ranged range, TextPlace start) {
        return new Operand(type, code, null, null, range, null, -1, start);
    }

    static Operand logical(Code.Whole code, TextPlace start, Operand... parts) {
        return whole(DataType.BOOL, code, fixed(Interval.of(0, 1), parts), start);
    }

    /** A range that does not follow from the parts; they are gone through all the same, for what there is to say of them. */
    static Code.Ranged fixed(Interval range, Operand... parts) {
        return ranges -> {
            for (Operand part : parts) {
                part.range().at(ranges);
            }
            return range;
        };
    }

    static Operand real(DataType type, Code.Real code, Code.Ranged range, TextPlace start) {
        return new Operand(type, null, code, null, range, null, -1, start);
    }

    static Operand text(Code.Text code, TextPlace start, Operand... parts) {
        return new Operand(DataType.STRING, null, null, code, fixed(Interval.ALL, parts), null, -1, start);
    }

    static Operand variable(Variable variable, TextPlace start) {
        int slot = variable.slot();
        DataType type = variable.type();
        return new Operand(
                type,
                type.isReal() || type.isText() ? null : new Code.Plain(slot, 0),
                type.isReal() ? frame -> frame.readReal(slot) : null,
                type.isText() ? frame -> frame.readText(slot) : null,
                ranges -> ranges.read(slot),
                null,
                slot,
                start);
    }

    /** A constant of a type that was found to hold it. */
    static Operand constant(DataType type, Object value, TextPlace start) {
        if (type.isText()) {
            String text = (String) value;
            return new Operand(type, null, null, frame -> text, ranges -> Interval.ALL, value, -1, start);
        }
        BigDecimal number = value instanceof BigInteger whole ? new BigDecimal(whole) : (BigDecimal) value;
        Interval range = Interval.of(number);
        if (type.isReal()) {
            double real = type.size() == 32 ? number.floatValue() : number.doubleValue();
            return new Operand(type, null, frame -> real, null, ranges -> range, value, -1, start);
        }
        long bits = number.toBigInteger().longValue();
        return new Operand(type, frame -> bits, null, null, ranges -> range, value, -1, start);
    }

    boolean isBad() {
        return type == null && constant == null;
    }

    boolean isUntyped() {
        return type == null && constant != null;
    }

    boolean isConstant() {
        return constant != null;
    }

    Operand withType(DataType other) {
        return new Operand(other, whole, real, text, range, constant, slot, start);
    }

    /** Returns what it is, for messages. */
    String shown() {
        if (type != null) {
            return type.name();
        }
        if (constant instanceof String || constant instanceof Word) {
            return "a text";
        }
        return constant instanceof BigInteger ? "a whole number" : "a number with a fraction";
    }
}
