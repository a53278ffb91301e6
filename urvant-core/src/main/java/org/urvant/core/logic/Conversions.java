package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Optional;
import org.urvant.core.language.Spans;
import org.urvant.core.language.TextPlace;
import org.urvant.core.range.Interval;

/**
 * Conversions between types (IEC 61131-3:2013, 6.6.2.5.2). Strings of bits are transferred as they are, to and from other
 * bits, whole numbers, and real numbers of the same size: the rightmost bits that there is room for, zeros before them. Else a
 * real number becomes the nearest whole one, halves the even one
 * (ISO/IEC 60559); what does not fit is the nearest that does, with the quality overflow; a length of time is a number of
 * milliseconds; an enumeration's value is its place from 0.
 */
final class Conversions {
    private static final long MILLI = 1_000_000L;

    private Conversions() {}

    /** Returns a constant as one of a type; empty when the type has no such value. */
    static Optional<Operand> constant(Operand constant, DataType type) {
        Object value = constant.constant();
        switch (type.family()) {
            case TEXT:
                return value instanceof String ? typed(type, value, constant.start()) : Optional.empty();
            case ENUMERATION:
                String word =
                        value instanceof Operand.Word name ? name.text() : value instanceof String text ? text : "";
                int place = type.placeOf(word);
                return place < 0 ? Optional.empty() : typed(type, BigInteger.valueOf(place), constant.start());
            case REAL:
                BigDecimal number = Arithmetic.decimal(value);
                return number != null && type.range().contains(number)
                        ? typed(type, number, constant.start())
                        : Optional.empty();
            case LOGICAL, BITS, INTEGER:
                return value instanceof BigInteger whole && type.range().contains(new BigDecimal(whole))
                        ? typed(type, whole, constant.start())
                        : Optional.empty();
            default:
                return Optional.empty();
        }
    }

    private static Optional<Operand> typed(DataType type, Object value, TextPlace start) {
        return Optional.of(Operand.constant(type, value, start));
    }

    /** Returns an operand as one of a type that holds all of its values. */
    static Operand widened(Operand operand, DataType type) {
        if (operand.isConstant() && operand.type().isNumber() && type.isReal()) {
            return Operand.constant(type, Arithmetic.decimal(operand.constant()), operand.start());
        }
        if (operand.whole() != null && type.isReal()) {
            Code.Whole code = operand.whole();
            return Operand.real(type, frame -> code.at(frame), operand.range(), operand.start());
        }
        return operand.withType(type);
    }

    /** Converts on demand: TO_INT, REAL_TO_INT, TRUNC_INT. */
    static Operand convert(Operand operand, DataType to, boolean cuts, TextPlace place) {
        DataType from = operand.type();
        if (to.isText()) {
            return toText(operand, place);
        }
        if (isTransfer(from, to)) {
            return transferred(operand, to, place);
        }
        Code.Ranged range = ranges -> spread(ranges, operand.range().at(ranges), from, to, cuts, place);
        if (to.isReal()) {
            return Operand.real(to, toReal(operand, to), range, place);
        }
        return Operand.whole(to, toWhole(operand, to, cuts), range, place);
    }

    /** Returns whether a conversion moves bits instead of a number; BOOL counts as one bit beside strings of bits only. */
    private static boolean isTransfer(DataType from, DataType to) {
        boolean isBits = from.family() == DataType.Family.BITS || to.family() == DataType.Family.BITS;
        return isBits && hasBits(from) && hasBits(to);
    }

    private static boolean hasBits(DataType type) {
        return switch (type.family()) {
            case BITS, INTEGER, REAL, LOGICAL -> true;
            default -> false;
        };
    }

    /** Returns whether the standard has a conversion: bits become a real number, and back, of their own size only. */
    static boolean isDefined(DataType from, DataType to) {
        return !isTransfer(from, to) || !from.isReal() && !to.isReal() || from.size() == to.size();
    }

    private static Operand transferred(Operand operand, DataType to, TextPlace place) {
        DataType from = operand.type();
        if (to.isReal()) {
            Code.Whole code = operand.whole();
            Code.Real real = to.size() == 32
                    ? frame -> Arithmetic.shortReal(frame, Float.intBitsToFloat((int) code.at(frame)))
                    : frame -> Arithmetic.finite(frame, Double.longBitsToDouble(code.at(frame)));
            return Operand.real(to, real, ranges -> whole(operand.range().at(ranges), to), place);
        }
        if (from.isReal()) {
            Code.Real code = operand.real();
            Code.Whole bits = from.size() == 32
                    ? frame -> Float.floatToIntBits((float) code.at(frame)) & 0xFFFF_FFFFL
                    : frame -> Double.doubleToLongBits(code.at(frame));
            return Operand.whole(to, bits, ranges -> whole(operand.range().at(ranges), to), place);
        }
        Code.Whole code = operand.whole();
        int room = Math.min(from.size(), to.size());
        long mask = room == 64 ? -1L : (1L << room) - 1;
        int spare = 64 - to.size();
        Code.Whole bits =
                to.isSigned() ? frame -> (code.at(frame) & mask) << spare >> spare : frame -> code.at(frame) & mask;
        return Operand.whole(
                to,
                bits,
                ranges -> {
                    Interval range = operand.range().at(ranges);
                    return to.range().contains(range) ? range : to.range();
                },
                place);
    }

    /** What bits mean does not follow from the range of a number; the part is gone through for what there is to say of it. */
    private static Interval whole(Interval part, DataType to) {
        return to.isReal() ? Interval.ALL : to.range();
    }

    private static Interval spread(
            Ranges ranges, Interval range, DataType from, DataType to, boolean cuts, TextPlace place) {
        if (from.isText()) {
            return to.isReal() ? Interval.ALL : to.range();
        }
        if (to == DataType.BOOL) {
            return Interval.of(0, 1);
        }
        BigDecimal milli = BigDecimal.valueOf(MILLI);
        Interval scaled = from.family() == to.family() || from.family() != DataType.Family.TIME && to != DataType.TIME
                ? range
                : to == DataType.TIME ? range.multiply(Interval.of(milli)) : range.divide(Interval.of(milli));
        Interval whole = to.isReal() ? scaled : cuts ? scaled.truncate() : scaled.round();
        return ranges.fit(whole, to, place, "the converted value");
    }

    private static Code.Whole toWhole(Operand operand, DataType to, boolean cuts) {
        DataType from = operand.type();
        if (from.isText()) {
            Code.Text code = operand.text();
            return frame -> read(frame, code.at(frame), to);
        }
        if (from.isReal()) {
            Code.Real code = operand.real();
            if (to == DataType.BOOL) {
                return frame -> code.at(frame) != 0 ? 1 : 0;
            }
            double factor = to == DataType.TIME ? MILLI : 1;
            return cuts
                    ? frame -> toLong(frame, cut(code.at(frame)) * factor, to)
                    : frame -> toLong(frame, code.at(frame) * factor, to);
        }
        Code.Whole code = operand.whole();
        if (to == DataType.BOOL) {
            return frame -> code.at(frame) != 0 ? 1 : 0;
        }
        if (from == DataType.TIME && to != DataType.TIME) {
            return frame -> fit(frame, code.at(frame) / MILLI, from, to);
        }
        if (to == DataType.TIME && from != DataType.TIME) {
            return frame -> {
                long millis = fit(frame, code.at(frame), from, DataType.LINT);
                long most = Long.MAX_VALUE / MILLI;
                return Arithmetic.fit(frame, millis, -most, most) * MILLI;
            };
        }
        long last = to.family() == DataType.Family.ENUMERATION ? to.values().size() - 1L : 0;
        return to.family() == DataType.Family.ENUMERATION
                ? frame -> Arithmetic.fit(frame, code.at(frame), 0, last)
                : frame -> fit(frame, code.at(frame), from, to);
    }

    private static double cut(double value) {
        return value < 0 ? Math.ceil(value) : Math.floor(value);
    }

    private static long fit(Frame frame, long value, DataType from, DataType to) {
        boolean isHuge = value < 0 && from.isWide();
        if (to.isWide()) {
            if (value < 0 && !isHuge) {
                frame.overflow();
                return 0;
            }
            return value;
        }
        if (isHuge) {
            frame.overflow();
            return to.most();
        }
        return Arithmetic.fit(frame, value, to.least(), to.most());
    }

    /** Returns the nearest whole number of a type. */
    static long toLong(Frame frame, double value, DataType to) {
        double nearest = Math.rint(value);
        if (Double.isNaN(nearest)) {
            frame.invalid();
            return 0;
        }
        if (to.isWide()) {
            if (nearest < 0 || nearest >= 0x1p64) {
                frame.overflow();
                return nearest < 0 ? 0 : -1;
            }
            return nearest < 0x1p63 ? (long) nearest : new BigDecimal(nearest).longValue();
        }
        // A cast gives the nearest end for what is beyond a long; 2^63 itself is beyond.
        if (nearest >= 0x1p63 || nearest < -0x1p63) {
            frame.overflow();
            return nearest < 0 ? to.least() : to.most();
        }
        return Arithmetic.fit(frame, (long) nearest, to.least(), to.most());
    }

    private static Code.Real toReal(Operand operand, DataType to) {
        DataType from = operand.type();
        boolean isShort = to.size() == 32;
        if (from.isText()) {
            Code.Text code = operand.text();
            return frame -> {
                double value = readReal(frame, code.at(frame));
                return isShort ? Arithmetic.shortReal(frame, value) : Arithmetic.finite(frame, value);
            };
        }
        if (from.isReal()) {
            Code.Real code = operand.real();
            return isShort ? frame -> Arithmetic.shortReal(frame, code.at(frame)) : code;
        }
        Code.Whole code = operand.whole();
        if (from.isWide()) {
            return frame -> {
                long bits = code.at(frame);
                double value = bits >= 0 ? bits : (bits >>> 1 | bits & 1) * 2.0;
                return isShort ? (float) value : value;
            };
        }
        double divisor = from == DataType.TIME ? MILLI : 1;
        return isShort ? frame -> (float) (code.at(frame) / divisor) : frame -> code.at(frame) / divisor;
    }

    private static long read(Frame frame, String text, DataType to) {
        String trimmed = text.strip();
        if (to == DataType.BOOL) {
            boolean yes = trimmed.equalsIgnoreCase("TRUE") || trimmed.equals("1");
            if (!yes && !trimmed.equalsIgnoreCase("FALSE") && !trimmed.equals("0")) {
                frame.invalid();
            }
            return yes ? 1 : 0;
        }
        if (to == DataType.TIME) {
            Long nanos = trimmed.length() > 2
                            && trimmed.toUpperCase(java.util.Locale.ROOT).startsWith("T#")
                    ? Spans.parse(trimmed.substring(2))
                    : null;
            if (nanos == null) {
                frame.invalid();
                return 0;
            }
            return nanos;
        }
        if (to.family() == DataType.Family.ENUMERATION) {
            int place = to.placeOf(trimmed);
            if (place < 0) {
                frame.invalid();
            }
            return Math.max(0, place);
        }
        if (!trimmed.matches("[+-]?[0-9]{1,25}")) {
            frame.invalid();
            return 0;
        }
        BigInteger number = new BigInteger(trimmed);
        if (!to.range().contains(new BigDecimal(number))) {
            frame.overflow();
            return number.signum() < 0 ? to.least() : to.most();
        }
        return number.longValue();
    }

    private static double readReal(Frame frame, String text) {
        String trimmed = text.strip();
        if (!trimmed.matches("[+-]?[0-9]{1,400}(\\.[0-9]{1,400})?([eE][+-]?[0-9]{1,3})?")) {
            frame.invalid();
            return 0;
        }
        return Double.parseDouble(trimmed);
    }

    private static Operand toText(Operand operand, TextPlace place) {
        DataType from = operand.type();
        if (from.isText()) {
            return operand;
        }
        if (from.isReal()) {
            Code.Real code = operand.real();
            return from.size() == 32
                    ? Operand.text(frame -> Float.toString((float) code.at(frame)), place, operand)
                    : Operand.text(frame -> Double.toString(code.at(frame)), place, operand);
        }
        Code.Whole code = operand.whole();
        return switch (from.family()) {
            case LOGICAL -> Operand.text(frame -> code.at(frame) != 0 ? "TRUE" : "FALSE", place, operand);
            case TIME -> Operand.text(frame -> Spans.written(code.at(frame)), place, operand);
            default -> Operand.text(frame -> from.meaning(code.at(frame)).toString(), place, operand);
        };
    }
}
