package org.urvant.core.sensor;

import java.util.OptionalDouble;

/**
 * Platinum resistance thermometers of IEC 60751:2022, 5.2: {@code R = R0 (1 + A t + B t² + C (t - 100) t³)}, the last term
 * below 0 °C only, from -200 to 850 °C.
 *
 * @param resistanceAtZero resistance at 0 °C in Ω, such as 100 for a Pt100
 */
public record ResistanceThermometer(double resistanceAtZero) {
    /** Lowest temperature in °C. */
    public static final double LEAST = -200;

    /** Highest temperature in °C. */
    public static final double MOST = 850;

    /** The Pt100. */
    public static final ResistanceThermometer PT100 = new ResistanceThermometer(100);

    private static final double A = 3.9083e-3;
    private static final double B = -5.775e-7;
    private static final double C = -4.183e-12;
    private static final int STEPS = 12;

    public ResistanceThermometer {
        if (!(resistanceAtZero > 0)) {
            throw new IllegalArgumentException("a resistance is above zero, not " + resistanceAtZero);
        }
    }

    /**
     * Returns the resistance in Ω at a temperature in °C.
     *
     * @throws IllegalArgumentException outside -200 to 850 °C
     */
    public double ohms(double celsius) {
        if (!(celsius >= LEAST && celsius <= MOST)) {
            throw new IllegalArgumentException("defined from -200 to 850 °C, not at " + celsius);
        }
        return resistanceAtZero * ratio(celsius);
    }

    private static double ratio(double t) {
        return 1 + A * t + B * t * t + (t < 0 ? C * (t - 100) * t * t * t : 0);
    }

    /** Returns the temperature in °C at a resistance in Ω; empty outside the range. */
    public OptionalDouble celsius(double ohms) {
        double wanted = ohms / resistanceAtZero;
        double slack = 1e-12;
        if (!(wanted >= ratio(LEAST) - slack && wanted <= ratio(MOST) + slack)) {
            return OptionalDouble.empty();
        }
        double t = (-A + Math.sqrt(A * A - 4 * B * (1 - wanted))) / (2 * B); // exact from 0 °C on
        for (int step = 0; step < STEPS && t < 0; step++) {
            double slope = A + 2 * B * t + C * (4 * t * t * t - 300 * t * t);
            t -= (ratio(t) - wanted) / slope;
        }
        return OptionalDouble.of(t);
    }
}
