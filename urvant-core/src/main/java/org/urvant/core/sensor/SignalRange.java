package org.urvant.core.sensor;

import java.util.Arrays;
import java.util.Optional;

/** The ranges of standard signals; with a live zero, a broken wire can be told from the lowest value. */
public enum SignalRange {
    VOLTS_0_TO_5("0-5 V", 0, 5),
    VOLTS_0_TO_10("0-10 V", 0, 10),
    /** NE 43 carried over to the voltage that 4-20 mA have across 500 Ω. */
    VOLTS_2_TO_10("2-10 V", 2, 10, 1.8, 1.9, 10.25, 10.5),
    VOLTS_10_BOTH_WAYS("±10 V", -10, 10),
    MILLIAMPERES_0_TO_20("0-20 mA", 0, 20),
    /** 3.8 to 20.5 mA are measured; below 3.6 mA and above 21 mA stand for a failure (NAMUR NE 43). */
    MILLIAMPERES_4_TO_20("4-20 mA", 4, 20, 3.6, 3.8, 20.5, 21);

    private final String word;
    private final double low;
    private final double high;
    private final double broken;
    private final double least;
    private final double most;
    private final double failed;

    SignalRange(String word, double low, double high) {
        this(word, low, high, Double.NaN, low, high, Double.NaN);
    }

    SignalRange(String word, double low, double high, double broken, double least, double most, double failed) {
        this.word = word;
        this.low = low;
        this.high = high;
        this.broken = broken;
        this.least = least;
        this.most = most;
        this.failed = failed;
    }

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

    /** Returns the lowest raw value that is still measured, in V or mA; below {@link #low} with a live zero. */
    public double least() {
        return least;
    }

    /** Returns the highest raw value that is still measured, in V or mA; above {@link #high} with a live zero. */
    public double most() {
        return most;
    }

    /** Returns the raw value below which the wire counts as broken, in V or mA; NaN without a live zero. */
    public double broken() {
        return broken;
    }

    /** Returns the raw value above which the sensor counts as failed, in V or mA; NaN without a live zero. */
    public double failed() {
        return failed;
    }

    /** Returns the symbol of the unit of raw values, {@code V} or {@code mA}. */
    public String unit() {
        return word.substring(word.indexOf(' ') + 1);
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
     * {@code from}. With a live zero the scale goes on a little beyond both.
     *
     * @param raw in V or mA
     */
    public Measurement read(double raw, double from, double to) {
        if (Double.isNaN(raw) || raw < broken) {
            return new Measurement(from, Judgement.BROKEN_WIRE);
        }
        if (raw > failed) {
            return new Measurement(to, Judgement.SENSOR_FAILED);
        }
        double held = Math.min(most, Math.max(least, raw));
        double value = from + (held - low) * (to - from) / (high - low);
        return new Measurement(value, held == raw ? Judgement.GOOD : Judgement.OUT_OF_RANGE);
    }

    /** Returns the raw value, in V or mA, that stands for a value; held within the range. */
    public double write(double value, double from, double to) {
        double raw = low + (value - from) * (high - low) / (to - from);
        return Math.min(high, Math.max(low, raw));
    }
}
