package org.urvant.core.logic;

import org.urvant.core.language.Operator;
import org.urvant.core.signal.Quality;

/** Comparisons, and the logic of BOOL and of bits. */
final class Comparisons {
    private Comparisons() {}

    /** Compares two operands of one type (table 33). */
    static Operand compare(Operator operator, Operand left, Operand right) {
        Code.Whole code;
        if (left.type().isReal()) {
            code = reals(operator, left.real(), right);
        } else if (left.type().isText()) {
            Code.Text a = left.text();
            Code.Text b = right.text();
            code = frame -> holds(operator, a.at(frame).compareTo(b.at(frame)));
        } else if (left.type().isWide()) {
            Code.Whole a = left.whole();
            Code.Whole b = right.whole();
            code = frame -> holds(operator, Long.compareUnsigned(a.at(frame), b.at(frame)));
        } else {
            code = wholes(operator, left.whole(), right.whole());
        }
        return Operand.logical(code, left.start(), left, right);
    }

    private static long holds(Operator operator, int order) {
        return switch (operator) {
                    case EQUAL -> order == 0;
                    case DIFFERENT -> order != 0;
                    case LESS -> order < 0;
                    case AT_MOST -> order <= 0;
                    case GREATER -> order > 0;
                    default -> order >= 0;
                }
                ? 1
                : 0;
    }

    private static Code.Whole wholes(Operator operator, Code.Whole a, Code.Whole b) {
        return switch (operator) {
            case EQUAL -> frame -> a.at(frame) == b.at(frame) ? 1 : 0;
            case DIFFERENT -> frame -> a.at(frame) != b.at(frame) ? 1 : 0;
            case LESS -> frame -> a.at(frame) < b.at(frame) ? 1 : 0;
            case AT_MOST -> frame -> a.at(frame) <= b.at(frame) ? 1 : 0;
            case GREATER -> frame -> a.at(frame) > b.at(frame) ? 1 : 0;
            default -> frame -> a.at(frame) >= b.at(frame) ? 1 : 0;
        };
    }

    private static Code.Whole reals(Operator operator, Code.Real a, Operand right) {
        if (right.isConstant()) {
            double b = Arithmetic.decimal(right.constant()).doubleValue();
            return switch (operator) {
                case EQUAL -> frame -> a.at(frame) == b ? 1 : 0;
                case DIFFERENT -> frame -> a.at(frame) != b ? 1 : 0;
                case LESS -> frame -> a.at(frame) < b ? 1 : 0;
                case AT_MOST -> frame -> a.at(frame) <= b ? 1 : 0;
                case GREATER -> frame -> a.at(frame) > b ? 1 : 0;
                default -> frame -> a.at(frame) >= b ? 1 : 0;
            };
        }
        Code.Real b = right.real();
        return switch (operator) {
            case EQUAL -> frame -> a.at(frame) == b.at(frame) ? 1 : 0;
            case DIFFERENT -> frame -> a.at(frame) != b.at(frame) ? 1 : 0;
            case LESS -> frame -> a.at(frame) < b.at(frame) ? 1 : 0;
            case AT_MOST -> frame -> a.at(frame) <= b.at(frame) ? 1 : 0;
            case GREATER -> frame -> a.at(frame) > b.at(frame) ? 1 : 0;
            default -> frame -> a.at(frame) >= b.at(frame) ? 1 : 0;
        };
    }

    /** AND, OR and XOR of BOOL or of bits of one width (table 30). */
    static Operand join(Operator operator, Operand left, Operand right) {
        Code.Whole a = left.whole();
        Code.Whole b = right.whole();
        Code.Whole code;
        if (left.type() != DataType.BOOL) {
            code = switch (operator) {
                case AND -> frame -> a.at(frame) & b.at(frame);
                case OR -> frame -> a.at(frame) | b.at(frame);
                default -> frame -> a.at(frame) ^ b.at(frame);
            };
        } else if (operator == Operator.XOR) {
            code = frame -> a.at(frame) ^ b.at(frame);
        } else {
            code = decided(a, b, operator == Operator.OR ? 1 : 0);
        }
        return Operand.whole(left.type(), code, Operand.fixed(left.type().range(), left, right), left.start());
    }

    /**
     * AND and OR: an operand with the deciding value (FALSE, TRUE) settles the result alone, with its own quality; when both
     * have it, the better one does.
     */
    private static Code.Whole decided(Code.Whole a, Code.Whole b, long deciding) {
        return frame -> {
            int quality = frame.quality;
            long time = frame.time;
            frame.quality = 0;
            frame.time = Frame.NO_TIME;
            long x = a.at(frame);
            if (x != deciding || (frame.quality & Quality.INVALID) != 0) {
                int first = frame.quality;
                long firstTime = frame.time;
                frame.quality = 0;
                frame.time = Frame.NO_TIME;
                long y = b.at(frame);
                boolean byFirst = x == deciding
                        && (y != deciding || (frame.quality & Quality.INVALID) >= (first & Quality.INVALID));
                boolean bySecond = !byFirst && y == deciding;
                if (byFirst) {
                    frame.quality = first;
                    frame.time = firstTime;
                } else if (!bySecond) {
                    frame.quality |= first;
                    frame.time = Math.max(frame.time, firstTime);
                }
                x = byFirst || bySecond ? deciding : 1 - deciding;
            }
            frame.quality |= quality;
            frame.time = Math.max(frame.time, time);
            return x;
        };
    }

    static Operand not(Operand operand) {
        Code.Whole code = operand.whole();
        long all = operand.type().most();
        return Operand.whole(
                operand.type(),
                frame -> code.at(frame) ^ all,
                Operand.fixed(operand.type().range(), operand),
                operand.start());
    }
}
