package org.urvant.project;

import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.BiFunction;
import java.util.regex.Pattern;
import org.urvant.core.evaluation.Treatment;
import org.urvant.core.language.Spans;
import org.urvant.core.range.Interval;

/** How the treatment of a row is written: a text for each of its parts that is not as it would be without. */
public final class TreatmentText {
    /** What numbers are multiplied by. */
    public static final String FACTOR = "factor";
    /** What is added then. */
    public static final String OFFSET = "offset";
    /** Least number, after scaling. */
    public static final String LEAST = "least";
    /** Greatest number, after scaling. */
    public static final String MOST = "most";
    /** What becomes of numbers beyond: {@value #CLAMP} or {@value #FLAG}. */
    public static final String OUTSIDE = "outside";
    /** How much a number must differ to be passed on. */
    public static final String DEAD_BAND = "dead-band";
    /** How long a state must last to be passed on. */
    public static final String DELAY = "delay";

    /** All parts, in the order in which they are done. */
    public static final List<String> PARTS = List.of(FACTOR, OFFSET, LEAST, MOST, OUTSIDE, DEAD_BAND, DELAY);

    /** The nearest limit is passed on. */
    public static final String CLAMP = "clamp";
    /** The number is passed on and marked as out of range. */
    public static final String FLAG = "flag";

    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d{1,18}(\\.\\d{1,18})?");

    private TreatmentText() {}

    /**
     * Reads a treatment.
     *
     * @param texts the texts of its parts; an empty or missing one stands for what would be without
     * @throws IllegalArgumentException when a text is none of its part; says what is expected
     */
    public static Treatment read(Map<String, String> texts) {
        if (texts.values().stream().allMatch(String::isBlank)) {
            return Treatment.PLAIN;
        }
        BigDecimal least = number(texts, LEAST, null);
        BigDecimal most = number(texts, MOST, null);
        if (least != null && most != null && least.compareTo(most) > 0) {
            throw new IllegalArgumentException("least, " + least.toPlainString() + ", is above most, "
                    + most.toPlainString() + "; expected the lesser first");
        }
        String outside = text(texts, OUTSIDE);
        if (!List.of("", CLAMP, FLAG).contains(outside)) {
            throw new IllegalArgumentException("outside is '" + outside + "'; expected clamp or flag");
        }
        if (!outside.isEmpty() && least == null && most == null) {
            throw new IllegalArgumentException(
                    "outside is '" + outside + "' without a limit; expected least or most too");
        }
        return new Treatment(
                part(
                        texts,
                        FACTOR,
                        BigDecimal.ONE,
                        (text, number) -> number.signum() == 0 ? "a number other than 0" : ""),
                number(texts, OFFSET, BigDecimal.ZERO),
                least == null && most == null ? Interval.ALL : new Interval(least, most),
                outside.equals(CLAMP),
                part(texts, DEAD_BAND, BigDecimal.ZERO, (text, number) -> number.signum() < 0 ? "0 or more" : ""),
                delay(text(texts, DELAY)));
    }

    private static String text(Map<String, String> texts, String part) {
        return texts.getOrDefault(part, "").strip();
    }

    private static BigDecimal number(Map<String, String> texts, String part, BigDecimal without) {
        return part(texts, part, without, (text, number) -> "");
    }

    private static BigDecimal part(
            Map<String, String> texts,
            String part,
            BigDecimal without,
            BiFunction<String, BigDecimal, String> expected) {
        String text = text(texts, part);
        if (text.isEmpty()) {
            return without;
        }
        if (!NUMBER.matcher(text).matches()) {
            throw new IllegalArgumentException(part + " is '" + brief(text)
                    + "'; expected a number such as 0.1, of at most 18 digits before and after the point");
        }
        BigDecimal number = new BigDecimal(text);
        String wrong = expected.apply(text, number);
        if (!wrong.isEmpty()) {
            throw new IllegalArgumentException(part + " is '" + text + "'; expected " + wrong);
        }
        return number;
    }

    private static Duration delay(String text) {
        if (text.isEmpty()) {
            return Duration.ZERO;
        }
        Long nanos = Spans.parse(text.replace(" ", ""));
        if (nanos == null || nanos < 0 || nanos > Treatment.LONGEST_DELAY.toNanos()) {
            throw new IllegalArgumentException(
                    DELAY + " is '" + brief(text) + "'; expected a time up to 24h, such as 500ms or 2s");
        }
        return Duration.ofNanos(nanos);
    }

    private static String brief(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }

    /** Returns the texts of the parts that are not as they would be without; {@link #read} gives an equal treatment. */
    public static SortedMap<String, String> of(Treatment treatment) {
        SortedMap<String, String> texts = new TreeMap<>();
        put(texts, FACTOR, treatment.factor(), BigDecimal.ONE);
        put(texts, OFFSET, treatment.offset(), BigDecimal.ZERO);
        put(texts, LEAST, treatment.limits().low(), null);
        put(texts, MOST, treatment.limits().high(), null);
        if (texts.containsKey(LEAST) || texts.containsKey(MOST)) {
            texts.put(OUTSIDE, treatment.isClamped() ? CLAMP : FLAG);
        }
        put(texts, DEAD_BAND, treatment.deadBand(), BigDecimal.ZERO);
        if (!treatment.delay().isZero()) {
            texts.put(DELAY, Spans.written(treatment.delay().toNanos()).substring(2));
        }
        return texts;
    }

    private static void put(Map<String, String> texts, String part, BigDecimal number, BigDecimal without) {
        if (number != null && (without == null || number.compareTo(without) != 0)) {
            texts.put(part, number.toPlainString());
        }
    }
}
