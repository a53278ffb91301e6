package org.urvant.core.evaluation;

import org.urvant.core.signal.Quality;

/** The last part of a row that runs: a value is treated, and passed on when its receiver has another. */
interface Passing {
    int NOTHING_PASSED = -1; // differs from each quality
    int OUT_OF_RANGE = Quality.QUESTIONABLE | Quality.Mark.OUT_OF_RANGE.bit();

    /** Takes a number with fractions. */
    void real(double value, int qualityBits, long time, long now);

    /** Takes another value. */
    void whole(long value, int qualityBits, long time, long now);

    static double least(Treatment treatment) {
        return treatment.limits().low() == null
                ? -Double.MAX_VALUE
                : treatment.limits().low().doubleValue();
    }

    static double most(Treatment treatment) {
        return treatment.limits().high() == null
                ? Double.MAX_VALUE
                : treatment.limits().high().doubleValue();
    }
}
