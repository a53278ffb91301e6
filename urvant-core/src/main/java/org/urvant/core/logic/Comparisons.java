package org.urvant.core.logic;

import java.util.Arrays;
import org.urvant.core.language.Operator;
import org.urvant.core.range.Interval;
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
            code = left.slot() >= 0 && right.isConstant()
                    ? withConstant(operator, left.slot(), right.whole().at(null))
                    : wholes(operator, left.whole(), right.whole());
        }
        if (!left.type().isNumber()) {
            return Operand.logical(code, left.start(), left, right);
        }
        Code.Ranged range = ranges -> {
            Interval one = left.range().at(ranges);
            Interval other = right.range().at(ranges);
            ranges.maySettle(operator, one, other, left.start());
            if (left.type().isReal()) {
                ranges.mayMiss(operator, one, other, left.start());
            }
            return Interval.of(0, 1);
        };
        return Operand.whole(DataType.BOOL, code, range, left.start());
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

    private static Code.Whole withConstant(Operator operator, int slot, long constant) {
        return switch (operator) {
            case EQUAL -> frame -> frame.readLong(slot) == constant ? 1 : 0;
            case DIFFERENT -> frame -> frame.readLong(slot) != constant ? 1 : 0;
            case LESS -> frame -> frame.readLong(slot) < constant ? 1 : 0;
            case AT_MOST -> frame -> frame.readLong(slot) <= constant ? 1 : 0;
            case GREATER -> frame -> frame.readLong(slot) > constant ? 1 : 0;
            default -> frame -> frame.readLong(slot) >= constant ? 1 : 0;
        };
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
            code = Chain.of(a, b, operator == Operator.OR ? 1 : 0);
        }
        return Operand.whole(left.type(), code, Operand.fixed(left.type().range(), left, right), left.start());
    }

    /**
     * A chain of ANDs, or of ORs, is one thing to do. Plain variables in it are read in place; the code of the others is called.
     */
    private static final class Chain implements Code.Whole {
        private final Code.Whole[] parts;
        private final int[] slots;
        private final long[] flips;
        private final long deciding;

        private Chain(Code.Whole[] parts, long deciding) {
            this.parts = parts;
            this.deciding = deciding;
            this.slots = new int[parts.length];
            this.flips = new long[parts.length];
            for (int i = 0; i < parts.length; i++) {
                slots[i] = parts[i] instanceof Code.Plain plain ? plain.slot() : -1;
                flips[i] = parts[i] instanceof Code.Plain plain ? plain.flip() : 0;
            }
        }

        static Chain of(Code.Whole left, Code.Whole right, long deciding) {
            boolean goesOn = left instanceof Chain chain && chain.deciding == deciding;
            Code.Whole[] before = goesOn ? ((Chain) left).parts : new Code.Whole[] {left};
            Code.Whole[] parts = Arrays.copyOf(before, before.length + 1);
            parts[before.length] = right;
            return new Chain(parts, deciding);
        }

        /**
         * An operand with the deciding value (FALSE for AND, TRUE for OR) settles the result alone, with its own quality: the
         * first valid one, else the best of those that there are. Without one all count.
         */
        @Override
        public long at(Frame frame) {
            int quality = frame.quality;
            long time = frame.time;
            int allQuality = 0;
            long allTime = Frame.NO_TIME;
            for (int i = 0; i < slots.length; i++) {
                int slot = slots[i];
                long value;
                int own;
                long ownTime;
                if (slot >= 0) {
                    value = frame.longs[slot] ^ flips[i];
                    own = frame.qualities[slot];
                    ownTime = frame.times[slot];
                } else {
                    frame.quality = 0;
                    frame.time = Frame.NO_TIME;
                    value = parts[i].at(frame);
                    own = frame.quality;
                    ownTime = frame.time;
                }
                if (value == deciding) {
                    if ((own & Quality.INVALID) == 0 || settles(frame, i, own)) {
                        frame.quality = quality | own;
                        frame.time = Math.max(time, ownTime);
                        return deciding;
                    }
                }
                allQuality |= own;
                allTime = Math.max(allTime, ownTime);
            }
            frame.quality = quality | allQuality;
            frame.time = Math.max(time, allTime);
            return 1 - deciding;
        }

        /** Whether no later operand settles the result with a better quality. */
        private boolean settles(Frame frame, int at, int quality) {
            for (int i = at + 1; i < parts.length; i++) {
                frame.quality = 0;
                boolean decides = parts[i].at(frame) == deciding;
                if (decides && (frame.quality & Quality.INVALID) < (quality & Quality.INVALID)) {
                    return false;
                }
            }
            return true;
        }
    }

    static Operand not(Operand operand) {
        Code.Whole code = operand.whole();
        long all = operand.type().most();
        int slot = operand.slot();
        if (slot >= 0) {
            return Operand.whole(
                    operand.type(),
                    new Code.Plain(slot, all),
                    Operand.fixed(operand.type().range(), operand),
                    operand.start());
        }
        return Operand.whole(
                operand.type(),
                frame -> code.at(frame) ^ all,
                Operand.fixed(operand.type().range(), operand),
                operand.start());
    }
}
