package org.urvant.core.protection;

import java.util.Optional;
import org.urvant.core.text.FewDigits;

/**
 * What to inject into a device, and what must be seen then.
 *
 * @param stage name of the stage, zone or differential protection that is tried
 * @param tried what is tried, in plain words
 * @param injection what a test set gives; nothing where nothing can be injected
 * @param expected what must be seen
 * @param note why it is another injection than planned, or why there is none; empty text for neither
 */
public record TestPoint(String stage, String tried, Injection injection, Expected expected, String note) {
    /** What must be seen. */
    public enum Outcome {
        NO_START("does not start", false),
        START("starts", true),
        NO_OPERATION("does not operate", false),
        OPERATION("operates", true),
        /** It operates, in a time that is measured. */
        TIMED("", true);

        private final String text;
        private final boolean isSeen;

        Outcome(String text, boolean isSeen) {
            this.text = text;
            this.isSeen = isSeen;
        }

        /** Returns what must be seen, in plain words; empty text where that is a time. */
        public String text() {
            return text;
        }
    }

    /**
     * What must be seen, and in what time.
     *
     * @param seconds time in s after which it must operate; NaN where none is measured
     * @param from least time in s that passes
     * @param to greatest time in s that passes
     */
    public record Expected(Outcome outcome, double seconds, double from, double to) {
        /** Returns what must be seen where no time is measured. */
        public static Expected of(Outcome outcome) {
            return new Expected(outcome, Double.NaN, Double.NaN, Double.NaN);
        }

        /** Returns a time within a band, the ends of which have the digits that sheets show: what lies within passes. */
        public static Expected after(double seconds, Band band) {
            double margin = Math.max(band.leastTime(), seconds * band.time() / 100);
            return new Expected(Outcome.TIMED, seconds, shown(Math.max(0, seconds - margin)), shown(seconds + margin));
        }

        private static double shown(double seconds) {
            return Double.parseDouble(FewDigits.of(seconds));
        }

        /** Returns whether a time is measured. */
        public boolean isTimed() {
            return outcome == Outcome.TIMED;
        }
    }

    /**
     * How far a unit may be off.
     *
     * @param value of the pick-up or reach, in per cent
     * @param time of the operate time, in per cent
     * @param leastTime of the operate time at least, in s
     */
    public record Band(double value, double time, double leastTime) {}

    /** Returns a point at which nothing can be injected. */
    static TestPoint none(String stage, String tried, String why) {
        return new TestPoint(stage, tried, Injection.NOTHING, Expected.of(Outcome.NO_OPERATION), why);
    }

    /** Returns whether anything can be injected. */
    public boolean isPossible() {
        return !injection.sources().isEmpty();
    }

    /**
     * Returns whether what was seen passes.
     *
     * @param hasOperated whether it started, or operated where a time is measured
     * @param seconds the time that was measured; empty for none
     */
    public boolean passes(boolean hasOperated, Optional<Double> seconds) {
        return expected.isTimed()
                ? hasOperated
                        && seconds.filter(time -> time >= expected.from() && time <= expected.to())
                                .isPresent()
                : hasOperated == expected.outcome().isSeen;
    }
}
