package org.urvant.benchmarks;

import org.urvant.core.evaluation.Evaluator;

/** What a careful person would write: the worst quality and the newest time of what was read go with each result. */
final class ByHand {
    private static final int INVALID = 3;
    private static final int OVERFLOWED = 7;

    long rawValue;
    int rawQuality;
    long rawTime;
    final double[] reals = new double[4];
    final boolean[] bits = new boolean[5];
    final int[] qualities = new int[9];
    final long[] times = new long[9];
    final Sent sent = new Sent();
    int number;
    double result;
    boolean resultBit;
    int quality;
    long time;
    boolean changed;
    boolean runs;
    boolean done;
    long start;

    /** What a receiver got last. */
    static final class Sent implements Evaluator.Receiver {
        double value;
        int quality;
        long time;
        long at;

        @Override
        public void real(int row, double given, int qualityBits, long itsTime, long now) {
            value = given;
            quality = qualityBits;
            time = itsTime;
            at = now;
        }

        @Override
        public void whole(int row, long given, int qualityBits, long itsTime, long now) {
            real(row, given, qualityBits, itsTime, now);
        }
    }

    /** A gateway's rows: what each multiplies by and adds, and what its receiver got last. */
    static final class Gateway implements Evaluator.Receiver {
        final double[] factors;
        final double[] offsets;
        final double[] values;
        final int[] qualities;
        final long[] times;
        final long[] moments;

        Gateway(int rows) {
            factors = new double[rows];
            offsets = new double[rows];
            values = new double[rows];
            qualities = new int[rows];
            times = new long[rows];
            moments = new long[rows];
            for (int i = 0; i < rows; i++) {
                factors[i] = (i % 10 + 1) * 0.125;
                offsets[i] = i % 7;
            }
        }

        /** A row by hand: scaled, and sent when it differs. */
        void row(int row, double given, int itsQuality, long itsTime, long now) {
            double value = given * factors[row] + offsets[row];
            int worst = itsQuality;
            if (!(Math.abs(value) <= Double.MAX_VALUE)) {
                worst |= OVERFLOWED;
                value = 0;
            }
            if (value != values[row] || worst != qualities[row]) {
                real(row, value, worst, itsTime, now);
            }
        }

        @Override
        public void real(int row, double given, int qualityBits, long itsTime, long now) {
            values[row] = given;
            qualities[row] = qualityBits;
            times[row] = itsTime;
            moments[row] = now;
        }

        @Override
        public void whole(int row, long given, int qualityBits, long itsTime, long now) {
            real(row, given, qualityBits, itsTime, now);
        }
    }

    /** A row by hand: scaled, and sent when it differs. */
    void row(double given, int itsQuality, long itsTime, long now) {
        double value = given * 0.1 + 5.0;
        int worst = itsQuality;
        if (!(Math.abs(value) <= Double.MAX_VALUE)) {
            worst |= OVERFLOWED;
            value = 0;
        }
        if (value != sent.value || worst != sent.quality) {
            sent.real(0, value, worst, itsTime, now);
        }
    }

    private void store(double value, int itsQuality, long itsTime) {
        changed |= value != result || itsQuality != quality;
        result = value;
        quality = itsQuality;
        time = itsTime;
    }

    private void store(boolean value, int itsQuality, long itsTime) {
        changed |= value != resultBit || itsQuality != quality;
        resultBit = value;
        quality = itsQuality;
        time = itsTime;
    }

    void scale() {
        changed = false;
        double value = ((double) rawValue - 4000.0) * 5.0 / 16000.0;
        int worst = rawQuality;
        if (!(Math.abs(value) <= Double.MAX_VALUE)) {
            worst |= OVERFLOWED;
            value = 0;
        }
        store(Math.min(Math.max(0.0, value), 5.0), worst, rawTime);
    }

    void power() {
        changed = false;
        int worst = qualities[3];
        long newest = times[3];
        double value = 0;
        if (bits[3]) {
            value = 1.7320508075688772 * reals[0] * reals[1] * reals[2] / 1000.0;
            worst |= qualities[0] | qualities[1] | qualities[2];
            newest = Math.max(newest, Math.max(times[0], Math.max(times[1], times[2])));
            if (!(Math.abs(value) <= Double.MAX_VALUE)) {
                worst |= OVERFLOWED;
                value = 0;
            }
        }
        store(value, worst, newest);
    }

    /** An operand that decides alone counts alone, as long as it is valid. */
    void interlock() {
        changed = false;
        int worst = 0;
        long newest = Long.MIN_VALUE;
        boolean value = true;
        boolean decided = false;
        for (int i = 0; i < 2 && !decided; i++) {
            boolean holds = i == 0 ? bits[0] : !bits[1];
            if (!holds && (qualities[i] & INVALID) == 0) {
                worst = qualities[i];
                newest = times[i];
                value = false;
                decided = true;
            } else {
                worst |= qualities[i];
                newest = Math.max(newest, times[i]);
                value &= holds;
            }
        }
        if (!decided) {
            boolean either = bits[2];
            int eitherQuality = qualities[2];
            long eitherTime = times[2];
            if (!either || (eitherQuality & INVALID) != 0) {
                either |= number > 3;
                eitherQuality |= qualities[4];
                eitherTime = Math.max(eitherTime, times[4]);
            }
            worst |= eitherQuality;
            newest = Math.max(newest, eitherTime);
            value &= either;
            if (value || (worst & INVALID) != 0) {
                worst |= qualities[3];
                newest = Math.max(newest, times[3]);
                value &= !bits[3];
            }
        }
        store(value, worst, newest);
    }

    void delay(boolean in, int itsQuality, long now) {
        changed = false;
        if (in && !runs && !done) {
            start = now;
            runs = true;
            changed = true;
        }
        if (!in) {
            runs = false;
            done = false;
        } else if (runs && now - start >= 200_000_000L) {
            runs = false;
            done = true;
        }
        store(done, itsQuality, done != resultBit ? now : time);
    }
}
