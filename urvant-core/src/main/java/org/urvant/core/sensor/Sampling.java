package org.urvant.core.sensor;

import java.math.BigDecimal;
import java.util.List;

/** How fast a waveform must be sampled, and what a tachometer's pulses mean. */
public final class Sampling {
    /** Samples for each period of the highest frequency: the usual ratio of order and vibration analysis. */
    private static final BigDecimal RATIO = new BigDecimal("2.56");

    private Sampling() {}

    /** Returns the least rate in Hz at which a highest frequency in Hz is still seen. */
    public static BigDecimal leastRate(BigDecimal highestFrequency) {
        return highestFrequency.multiply(RATIO);
    }

    /** Returns whether a device that takes a number of samples a second in all can sample at these rates together. */
    public static boolean fits(List<BigDecimal> rates, BigDecimal throughput) {
        return rates.stream().reduce(BigDecimal.ZERO, BigDecimal::add).compareTo(throughput) <= 0;
    }

    /** Returns the speed in revolutions a minute at a pulse frequency in Hz. */
    public static double revolutionsPerMinute(double pulseFrequency, double pulsesPerTurn) {
        return 60 * pulseFrequency / pulsesPerTurn;
    }
}
