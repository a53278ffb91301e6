package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import org.urvant.core.language.Operator;
import org.urvant.core.language.TextPlace;
import org.urvant.core.range.Interval;

/**
 * Arithmetic with the widths of the types (IEC 61131-3, 6.6.2.5.4). What the standard leaves open: a result that the type cannot
 * hold is the nearest value that it can, with the quality invalid and overflow; a division by zero gives zero, invalid.
 */
final class Arithmetic {
    private Arithmetic() {}

    /** Two constants without a type give one; null when there is no result. */
    static Object fold(Operator operator, Object left, Object right) {
        if (left instanceof BigInteger a && right instanceof BigInteger b) {
            return switch (operator) {
                case ADD -> a.add(b);
                case SUBTRACT -> a.subtract(b);
                case MULTIPLY -> a.multiply(b);
                case DIVIDE -> b.signum() == 0 ? null : a.divide(b);
                case MOD -> b.signum() == 0 ? null : a.remainder(b);
                default -> null;
            };
        }
        BigDecimal a = decimal(left);
        BigDecimal b = decimal(right);
        if (a == null || b == null) {
            return null;
        }
        return switch (operator) {
            case ADD -> a.add(b, MathContext.DECIMAL128);
            case SUBTRACT -> a.subtract(b, MathContext.DECIMAL128);
            case MULTIPLY -> a.multiply(b, MathContext.DECIMAL128);
            case DIVIDE -> b.signum() == 0 ? null : a.divide(b, MathContext.DECIMAL128);
            default -> null;
        };
    }

    static BigDecimal decimal(Object constant) {
        return constant instanceof BigInteger whole
                ? new BigDecimal(whole)
                : constant instanceof BigDecimal number ? number : null;
    }

    static Operand apply(Operator operator, Operand left, Operand right, TextPlace place) {
        DataType type = left.type();
        Code.Ranged range = ranges -> {
            Interval a = left.range().at(ranges);
            Interval b = right.range().at(ranges);
            if (operator == Operator.DIVIDE || operator == Operator.MOD) {
                ranges.mayDivideByZero(b, place, operator == Operator.MOD ? "0" : "invalid");
            }
            return ranges.fit(spread(operator, a, b, !type.isReal()), type, place, "the result of " + operator.sign());
        };
        return type.isReal()
                ? Operand.real(type, real(operator, left, right, type.size() == 32), range, left.start())
                : Operand.whole(type, whole(operator, left.whole(), right.whole(), type), range, left.start());
    }

    private static Interval spread(Operator operator, Interval a, Interval b, boolean isWhole) {
        return switch (operator) {
            case ADD -> a.add(b);
            case SUBTRACT -> a.subtract(b);
            case MULTIPLY -> a.multiply(b);
            case DIVIDE -> isWhole ? a.divide(b).truncate() : a.divide(b);
            default -> a.remainder(b);
        };
    }

    private static Code.Real real(Operator operator, Operand left, Operand right, boolean isShort) {
        Code.Real a = left.real();
        Code.Real b = right.real();
        if (isShort) {
            return switch (operator) {
                case ADD -> frame -> shortReal(frame, a.at(frame) + b.at(frame));
                case SUBTRACT -> frame -> shortReal(frame, a.at(frame) - b.at(frame));
                case MULTIPLY -> frame -> shortReal(frame, a.at(frame) * b.at(frame));
                default -> frame -> shortReal(frame, a.at(frame) / b.at(frame));
            };
        }
        if (left.slot() >= 0 && right.isConstant()) {
            return withConstant(operator, left.slot(), decimal(right.constant()).doubleValue());
        }
        boolean commutes = operator == Operator.ADD || operator == Operator.MULTIPLY;
        if (commutes && right.slot() >= 0 && left.isConstant()) {
            return withConstant(operator, right.slot(), decimal(left.constant()).doubleValue());
        }
        if (right.slot() >= 0) {
            return withVariable(operator, a, right.slot());
        }
        if (right.isConstant()) {
            double constant = decimal(right.constant()).doubleValue();
            return switch (operator) {
                case ADD -> frame -> finite(frame, a.at(frame) + constant);
                case SUBTRACT -> frame -> finite(frame, a.at(frame) - constant);
                case MULTIPLY -> frame -> finite(frame, a.at(frame) * constant);
                default -> frame -> finite(frame, a.at(frame) / constant);
            };
        }
        return switch (operator) {
            case ADD -> frame -> finite(frame, a.at(frame) + b.at(frame));
            case SUBTRACT -> frame -> finite(frame, a.at(frame) - b.at(frame));
            case MULTIPLY -> frame -> finite(frame, a.at(frame) * b.at(frame));
            default -> frame -> finite(frame, a.at(frame) / b.at(frame));
        };
    }

    /** The most usual form by far, a variable and a constant, saves two calls. */
    private static Code.Real withConstant(Operator operator, int slot, double constant) {
        return switch (operator) {
            case ADD -> frame -> finite(frame, frame.readReal(slot) + constant);
            case SUBTRACT -> frame -> finite(frame, frame.readReal(slot) - constant);
            case MULTIPLY -> frame -> finite(frame, frame.readReal(slot) * constant);
            default -> frame -> finite(frame, frame.readReal(slot) / constant);
        };
    }

    private static Code.Real withVariable(Operator operator, Code.Real a, int slot) {
        return switch (operator) {
            case ADD -> frame -> finite(frame, a.at(frame) + frame.readReal(slot));
            case SUBTRACT -> frame -> finite(frame, a.at(frame) - frame.readReal(slot));
            case MULTIPLY -> frame -> finite(frame, a.at(frame) * frame.readReal(slot));
            default -> frame -> finite(frame, a.at(frame) / frame.readReal(slot));
        };
    }

    /** Returns a result that is a number; the greatest one for what is beyond, zero for what is none. */
    static double finite(Frame frame, double result) {
        return Math.abs(result) <= Double.MAX_VALUE ? result : notFinite(frame, result, Double.MAX_VALUE);
    }

    static double shortReal(Frame frame, double result) {
        double rounded = (float) result;
        return Math.abs(rounded) <= Float.MAX_VALUE ? rounded : notFinite(frame, rounded, Float.MAX_VALUE);
    }

    private static double notFinite(Frame frame, double result, double most) {
        if (Double.isNaN(result)) {
            frame.invalid();
            return 0;
        }
        frame.overflow();
        return result > 0 ? most : -most;
    }

    private static Code.Whole whole(Operator operator, Code.Whole a, Code.Whole b, DataType type) {
        if (type.isWide()) {
            return wide(operator, a, b);
        }
        long least = type.least();
        long most = type.most();
        return switch (operator) {
            case ADD ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    long sum = x + y;
                    boolean wraps = ((x ^ sum) & (y ^ sum)) < 0;
                    return wraps ? beyond(frame, x < 0, least, most) : fit(frame, sum, least, most);
                };
            case SUBTRACT ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    long difference = x - y;
                    boolean wraps = ((x ^ y) & (x ^ difference)) < 0;
                    return wraps ? beyond(frame, x < 0, least, most) : fit(frame, difference, least, most);
                };
            case MULTIPLY -> frame -> product(frame, a.at(frame), b.at(frame), least, most);
            // Division cuts towards zero (table 29); the least value by -1 is the one result that does not fit.
            case DIVIDE ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    if (y == 0) {
                        frame.invalid();
                        return 0;
                    }
                    return y == -1 && x == least ? beyond(frame, false, least, most) : x / y;
                };
            // The remainder has the sign of the dividend; MOD 0 is 0 (table 29, MOD).
            default ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    return y == 0 ? 0 : x % y;
                };
        };
    }

    private static long product(Frame frame, long x, long y, long least, long most) {
        long product = x * y;
        boolean wraps = Math.multiplyHigh(x, y) != product >> 63;
        return wraps ? beyond(frame, (x ^ y) < 0, least, most) : fit(frame, product, least, most);
    }

    static long fit(Frame frame, long value, long least, long most) {
        return value >= least && value <= most ? value : beyond(frame, value < least, least, most);
    }

    private static long beyond(Frame frame, boolean below, long least, long most) {
        frame.overflow();
        return below ? least : most;
    }

    /** Unsigned numbers of 64 bits. */
    private static Code.Whole wide(Operator operator, Code.Whole a, Code.Whole b) {
        return switch (operator) {
            case ADD ->
                frame -> {
                    long x = a.at(frame);
                    long sum = x + b.at(frame);
                    return Long.compareUnsigned(sum, x) < 0 ? beyond(frame, false, 0, -1) : sum;
                };
            case SUBTRACT ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    return Long.compareUnsigned(x, y) < 0 ? beyond(frame, true, 0, -1) : x - y;
                };
            case MULTIPLY ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    boolean wraps = x != 0 && Long.compareUnsigned(y, Long.divideUnsigned(-1L, x)) > 0;
                    return wraps ? beyond(frame, false, 0, -1) : x * y;
                };
            case DIVIDE ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    if (y == 0) {
                        frame.invalid();
                        return 0;
                    }
                    return Long.divideUnsigned(x, y);
                };
            default ->
                frame -> {
                    long x = a.at(frame);
                    long y = b.at(frame);
                    return y == 0 ? 0 : Long.remainderUnsigned(x, y);
                };
        };
    }

    static Operand negate(Operand operand, TextPlace place) {
        DataType type = operand.type();
        Code.Ranged range = ranges -> ranges.fit(operand.range().at(ranges).negate(), type, place, "the result of -");
        if (type.isReal()) {
            Code.Real code = operand.real();
            return Operand.real(type, frame -> -code.at(frame), range, place);
        }
        Code.Whole code = operand.whole();
        long least = type.least();
        long most = type.most();
        return Operand.whole(
                type,
                frame -> {
                    long value = code.at(frame);
                    return value == least ? beyond(frame, false, least, most) : -value;
                },
                range,
                place);
    }

    /** A length of time by a number: MUL_TIME and DIV_TIME (table 35). */
    static Operand scaledTime(Operator operator, Operand time, Operand factor, TextPlace place) {
        Code.Whole nanos = time.whole();
        Code.Ranged range = ranges -> {
            Interval a = time.range().at(ranges);
            Interval b = factor.range().at(ranges);
            if (operator == Operator.DIVIDE) {
                ranges.mayDivideByZero(b, place, "invalid");
            }
            return ranges.fit(
                    spread(operator, a, b, true).truncate(), DataType.TIME, place, "the result of " + operator.sign());
        };
        if (factor.type().isReal()) {
            Code.Real real = factor.real();
            return Operand.whole(
                    DataType.TIME,
                    operator == Operator.MULTIPLY
                            ? frame -> Conversions.toLong(frame, nanos.at(frame) * real.at(frame), DataType.TIME)
                            : frame -> Conversions.toLong(frame, nanos.at(frame) / real.at(frame), DataType.TIME),
                    range,
                    place);
        }
        return Operand.whole(DataType.TIME, whole(operator, nanos, factor.whole(), DataType.TIME), range, place);
    }
}
