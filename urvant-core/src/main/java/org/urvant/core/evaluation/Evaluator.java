package org.urvant.core.evaluation;

import java.util.List;
import java.util.Optional;
import org.urvant.core.logic.Transform;

/** What rows read and what they do with it; runs as {@link Evaluation}s. Immutable. */
public final class Evaluator {
    private final List<Boolean> areReal;
    private final List<Row> rows;

    /**
     * A row.
     *
     * @param sources numbers of its sources, counted from 0: one, or as many as its transform has values
     * @param transform how its value is calculated; empty when it is passed on
     * @param treatment what becomes of the value then
     */
    public record Row(List<Integer> sources, Optional<Transform> transform, Treatment treatment) {
        public Row {
            sources = List.copyOf(sources);
            if (sources.isEmpty() || transform.isEmpty() && sources.size() > 1) {
                throw new IllegalArgumentException("a row has one source, or a transform of several");
            }
        }
    }

    /** Gets what rows give. */
    public interface Receiver {
        /**
         * Takes a number with fractions.
         *
         * @param row number of the row, from 0
         * @param qualityBits its quality, as of {@link org.urvant.core.signal.Quality#bits()}
         * @param time when the source had the value, in nanoseconds since 1970 UTC
         * @param now when the row gives it
         */
        void real(int row, double value, int qualityBits, long time, long now);

        /** Takes a whole number, a state (0 or 1) or a position (0 to 3). */
        void whole(int row, long value, int qualityBits, long time, long now);
    }

    /**
     * Creates an evaluator.
     *
     * @param areReal of each source, whether its values are numbers with fractions; all others are whole numbers, states and
     *     positions
     * @throws IllegalArgumentException when a row names a source that is not there
     */
    public Evaluator(List<Boolean> areReal, List<Row> rows) {
        this.areReal = List.copyOf(areReal);
        this.rows = List.copyOf(rows);
        for (Row row : rows) {
            for (int source : row.sources()) {
                if (source < 0 || source >= areReal.size()) {
                    throw new IllegalArgumentException("there is no source " + source);
                }
            }
        }
    }

    /** Begins a run in which no source has a value yet. */
    public Evaluation start(Receiver receiver) {
        return new EvaluationStart(areReal, rows, receiver).evaluation();
    }
}
