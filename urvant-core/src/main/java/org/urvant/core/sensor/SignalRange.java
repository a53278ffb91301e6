package org.urvant.core.sensor;

import java.util.Arrays;
import java.util.Optional;

/** The ranges of standard signals; with a live zero, a broken wire can be told from the lowest value. */
public enum SignalRange {
    VOLTS_0_TO_5("0-5 V", 0, 5, Double.NaN, Double.NaN),
    VOLTS_0_TO_10("0-10 V", 0, 10, Double.NaN, Double.NaN),
    VOLTS_2_TO_10("2-10 V", 2, 10, 1.8, 10.5),
    VOLTS_10_BOTH_WAYS("±10 V", -10, 10, Double.NaN, Double.NaN),
    MILLIAMPERES_0_TO_20("0-20 mA", 0, 20, Double.NaN, Double.NaN),
    /** Below 3.6 mA and above 21 mA stand for a failure, as in NAMUR NE 43. */
    MILLIAMPERES_4_TO_20("4-20 mA", 4, 20, 3.6, 21);

    private final String word;
    private final double low;
    private final double high;
    private final double broken;
    private final double failed;

    SignalRange(String word, double low, double high, double broken, double failed) {
        this.word = word;
        this.low = low;
        this.high = high;
        this.broken = broken;
        this.failed = failed;
    }

    /** What a raw value is worth. */
    public enum Judgement {
        GOOD,
        OUT_OF_RANGE,
        BROKEN_WIRE,
        SENSOR_FAILED
    }

    /**
     * A scaled value.
     *
     * @param value in the unit of the scale; held within it when out of range
     * @param judgement what the raw value is worth
     */
    public record Reading(double value, Judgement judgement) {}

    /** Returns the word that types and files use, such as {@code 4-20 mA}. */
    public String word() {
        return word;
    }

    /** Returns the lowest raw value, in V or mA. */
    public double low() {
        return low;
    }

    /** Returns the highest raw value, in V or mA. */
    public double high() {
        return high;
    }

    /** Returns whether the lowest value is told apart from a broken wire. */
    public boolean hasLiveZero() {
        return !Double.isNaN(broken);
    }

    /** Returns the range for a word, or empty. */
    public static Optional<SignalRange> of(String word) {
        return Arrays.stream(values()).filter(range -> range.word.equals(word)).findFirst();
    }

    /**
     * Scales a raw value: {@code from} stands at the lowest raw value and {@code to} at the highest; {@code to} may be below
     * {@code from}.
     *
     * @param raw in V or mA
     */
    public Reading read(double raw, double from, double to) {
        if (Double.isNaN(raw) || raw < broken) {
            return new Reading(from, Judgement.BROKEN_WIRE);
        }
        if (raw > failed) {
            return new Reading(to, Judgement.SENSOR_FAILED);
        }
        double held = Math.min(high, Math.max(low, raw));
        double value = from + (held - low) * (to - from) / (high - low);
        return new Reading(value, held == raw ? Judgement.GOOD : Judgement.OUT_OF_RANGE);
    }

    /** Returns the raw value, in V or mA, that stands for a value; held within the range. */
    public double write(double value, double from, double to) {
        double raw = low + (value - from) * (high - low) / (to - from);
        return Math.min(high, Math.max(low, raw));
    }
}
