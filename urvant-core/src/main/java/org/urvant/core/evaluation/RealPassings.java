package org.urvant.core.evaluation;

import java.util.List;
import org.urvant.core.signal.Quality;

/**
 * The last parts of all rows that pass numbers with fractions on, counted from 0. What a row looks at for each value lies
 * together, for a gateway has thousands of rows and each value finds another one.
 */
final class RealPassings {
    private static final int CELLS = 8; // of a row: a line of the processor's cache
    private static final int FACTOR = 0;
    private static final int OFFSET = 1;
    private static final int LEAST = 2;
    private static final int MOST = 3;
    private static final int DEAD_BAND = 4;
    private static final int PASSED = 5;

    private final double[] cells;
    private final int[] qualities; // what was passed on last
    private final int[] numbers;
    private final boolean[] areClamped;
    private final Evaluator.Receiver receiver;

    /**
     * @param numbers of each, the number of its row
     * @param treatments of each, what becomes of its values
     */
    RealPassings(List<Integer> numbers, List<Treatment> treatments, Evaluator.Receiver receiver) {
        int count = numbers.size();
        this.cells = new double[count * CELLS];
        this.qualities = new int[count];
        this.numbers = new int[count];
        this.areClamped = new boolean[count];
        this.receiver = receiver;
        for (int i = 0; i < count; i++) {
            Treatment treatment = treatments.get(i);
            int at = i * CELLS;
            cells[at + FACTOR] = treatment.factor().doubleValue();
            cells[at + OFFSET] = treatment.offset().doubleValue();
            cells[at + LEAST] = Passing.least(treatment);
            cells[at + MOST] = Passing.most(treatment);
            cells[at + DEAD_BAND] = treatment.deadBand().doubleValue();
            qualities[i] = Passing.NOTHING_PASSED;
            this.numbers[i] = numbers.get(i);
            areClamped[i] = treatment.isClamped();
        }
    }

    void real(int index, double value, int qualityBits, long time, long now) {
        int at = index * CELLS;
        double scaled = value * cells[at + FACTOR] + cells[at + OFFSET];
        int quality = qualityBits;
        if (!(scaled >= cells[at + LEAST] && scaled <= cells[at + MOST])) { // beyond, infinite, or no number
            if (!(Math.abs(scaled) <= Double.MAX_VALUE)) {
                scaled = 0;
                quality |= Quality.OVERFLOWED;
            } else if (areClamped[index]) {
                scaled = scaled < cells[at + LEAST] ? cells[at + LEAST] : cells[at + MOST];
            } else {
                quality |= Passing.OUT_OF_RANGE;
            }
        }
        boolean isOther = quality != qualities[index]
                || scaled != cells[at + PASSED] && Math.abs(scaled - cells[at + PASSED]) >= cells[at + DEAD_BAND];
        if (isOther) {
            cells[at + PASSED] = scaled;
            qualities[index] = quality;
            receiver.real(numbers[index], scaled, quality, time, now);
        }
    }
}
