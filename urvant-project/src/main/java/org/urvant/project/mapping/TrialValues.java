package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

/** Values on their way from a source to a receiver: read as people write them, held against the point, as they stand on the line. */
final class TrialValues {
    private static final Map<String, Long> POSITIONS =
            Map.of("intermediate", 0L, "between", 0L, "off", 1L, "open", 1L, "on", 2L, "closed", 2L, "bad", 3L);

    private TrialValues() {}

    /** Short floating point numbers are those that keep whole numbers of 24 bits and no more. */
    static boolean isShort(PointSpace space, String carrier) {
        Interval exact = space.exactWholes(carrier);
        return space.holds(carrier).form() == Form.REAL
                && exact.isBounded()
                && exact.high().compareTo(BigDecimal.valueOf(1L << 24)) <= 0;
    }

    /** Returns the value that a text stands for, as it comes from the source: a list's number is what its registers make of it. */
    static SignalValue value(MappedSignal signal, String text, Instant now) {
        String[] words = text.strip().split("\\s+", 2);
        Quality quality = words.length < 2
                ? Quality.GOOD
                : Quality.parse(words[1])
                        .orElseThrow(() -> new RefusedException(
                                "'" + words[1] + "' is no quality",
                                "Write good, questionable or invalid, and reasons such as old-data."));
        Shape shape = signal.shape().orElseThrow();
        Object value = read(title(signal), shape, words[0]);
        SignalValue read = new SignalValue(value, quality, now);
        return signal instanceof MappedSignal.OfList listed ? fromLine(listed, shape, read) : read;
    }

    private static String title(MappedSignal signal) {
        return signal instanceof MappedSignal.OfRow ? signal.kind() : signal.reference();
    }

    /** Returns the value of a kind that a text stands for. */
    static Object read(String signal, Shape shape, String text) {
        String word = text.toLowerCase(Locale.ROOT);
        if (shape.form() == Form.LOGICAL) {
            if (List.of("on", "true", "1").contains(word)
                    || List.of("off", "false", "0").contains(word)) {
                return List.of("on", "true", "1").contains(word);
            }
            throw notOf(signal, word, "on or off");
        }
        if (shape.form() == Form.DOUBLE && POSITIONS.containsKey(word)) {
            return POSITIONS.get(word);
        }
        if (!word.matches("[+-]?\\d{1,20}(\\.\\d{1,18})?([eE][+-]?\\d{1,2})?")) {
            throw notOf(signal, word, shape.form() == Form.DOUBLE ? "on, off, intermediate or bad" : "a number");
        }
        BigDecimal number = new BigDecimal(word);
        Interval range = shape.form() == Form.DOUBLE ? Interval.of(0, 3) : shape.range();
        if (!range.contains(number)) {
            throw notOf(signal, word, "a number from " + range);
        }
        if (shape.form() == Form.REAL) {
            return number.doubleValue();
        }
        if (number.stripTrailingZeros().scale() > 0) {
            throw notOf(signal, word, "a whole number");
        }
        if (number.abs().compareTo(BigDecimal.valueOf(Long.MAX_VALUE)) > 0) {
            throw notOf(signal, word, "a whole number up to " + Long.MAX_VALUE + ", which a trial calculates with");
        }
        return number.longValue();
    }

    private static RefusedException notOf(String signal, String word, String expected) {
        return new RefusedException(
                signal + " cannot be '" + word + "'", "Expected " + expected + ", and words of its quality after it.");
    }

    private static SignalValue fromLine(MappedSignal.OfList listed, Shape shape, SignalValue value) {
        return shape.form() == Form.REAL ? worth(listed, raw(listed, value)) : value;
    }

    /** Returns what stands in the registers of a point for a value. */
    static SignalValue raw(MappedSignal.OfList receiver, SignalValue value) {
        if (value.value() instanceof Boolean) {
            return value;
        }
        PointSpace space = receiver.list().space();
        String carrier = receiver.point().point().carrier();
        BigDecimal raw = space.nearest(
                carrier,
                decimal(value.value())
                        .subtract(receiver.point().measure().offset())
                        .divide(receiver.point().measure().factor(), 18, RoundingMode.HALF_EVEN));
        Shape held = space.holds(carrier);
        return new SignalValue(
                held.form() == Form.REAL ? (Object) raw.doubleValue() : (Object) raw.longValue(),
                value.quality(),
                value.time());
    }

    /** Returns what the receiver makes of its registers. */
    static SignalValue worth(MappedSignal.OfList receiver, SignalValue raw) {
        if (raw.value() instanceof Boolean || receiver.point().measure().isPlain()) {
            return raw;
        }
        return new SignalValue(
                receiver.point().measure().value(decimal(raw.value())).doubleValue(), raw.quality(), raw.time());
    }

    static BigDecimal decimal(Object value) {
        return value instanceof Double number ? new BigDecimal(number) : new BigDecimal(String.valueOf(value));
    }

    /** What the point cannot hold is marked as overflowed, and the nearest that it holds is sent (calculations F8, F47). */
    static SignalValue carried(SignalValue value, Shape held, boolean isShort) {
        if (value.value() instanceof Boolean) {
            return value;
        }
        if (value.value() instanceof Double number
                && (!Double.isFinite(number) || isShort && !Float.isFinite(number.floatValue()))) {
            return new SignalValue(0.0, value.quality().worst(new Quality(Quality.OVERFLOWED)), value.time());
        }
        BigDecimal number = decimal(value.value());
        if (held.form() != Form.REAL) {
            number = number.setScale(0, RoundingMode.HALF_EVEN);
        }
        Quality quality = value.quality();
        Interval range = held.range();
        if (range.isBounded() && !range.contains(number)) {
            number = number.compareTo(range.low()) < 0 ? range.low() : range.high();
            quality = quality.worst(new Quality(Quality.OVERFLOWED));
        }
        return new SignalValue(
                held.form() == Form.REAL ? (Object) number.doubleValue() : (Object) number.longValue(),
                quality,
                value.time());
    }

    /** Returns a value as a carrier has it: rounded to the number next to it. */
    static SignalValue nearest(SignalValue value, PointSpace space, String carrier) {
        return value.value() instanceof Double number
                ? new SignalValue(
                        space.nearest(carrier, BigDecimal.valueOf(number)).doubleValue(), value.quality(), value.time())
                : value;
    }
}
