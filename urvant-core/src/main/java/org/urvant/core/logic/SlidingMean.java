package org.urvant.core.logic;

/**
 * Time-weighted mean of the last span: 60 parts of the span, each with the sum of value times time, and the part that is being
 * filled. What leaves the window leaves in parts, so the mean can be off by what one sixtieth of the span weighs. No memory is
 * taken after the first call.
 */
final class SlidingMean {
    private static final int PARTS = 60;

    private final double[] sums = new double[PARTS + 1];
    private final long[] lengths = new long[PARTS + 1];
    private int part;
    private long begun = Long.MIN_VALUE;
    private long last;
    private double held;
    private long steadySince;

    static SlidingMean of(Frame frame, int store) {
        SlidingMean mean = (SlidingMean) frame.stores[store];
        if (mean == null) {
            mean = new SlidingMean();
            frame.stores[store] = mean;
        }
        return mean;
    }

    /** Takes the value that holds from now on; the one before held until now. */
    void take(long now, double value, long span) {
        if (begun == Long.MIN_VALUE) {
            begun = now;
            last = now;
            held = value;
            steadySince = now;
            return;
        }
        long length = Math.max(1, span / PARTS);
        long left = Math.min(now - last, span + length);
        while (left > 0) {
            long taken = Math.min(left, length - lengths[part]);
            if (taken <= 0) {
                part = (part + 1) % sums.length;
                sums[part] = 0;
                lengths[part] = 0;
                continue;
            }
            sums[part] += held * taken;
            lengths[part] += taken;
            left -= taken;
        }
        last = now;
        if (value != held) {
            steadySince = now;
            held = value;
        }
    }

    double value() {
        double sum = 0;
        long length = 0;
        for (int i = 0; i < sums.length; i++) {
            sum += sums[i];
            length += lengths[i];
        }
        return length == 0 ? held : sum / length;
    }

    boolean isFull(long now, long span) {
        return begun != Long.MIN_VALUE && now - begun >= span;
    }

    /** Whether the mean stays as it is while the value does. */
    boolean isSettled(long now, long span) {
        return begun != Long.MIN_VALUE && now - steadySince > span + 2 * Math.max(1, span / PARTS);
    }
}
