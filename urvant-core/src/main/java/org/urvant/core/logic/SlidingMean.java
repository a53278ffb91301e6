package org.urvant.core.logic;

/**
 * Time-weighted mean of the last span, kept as the sums of value times time of its sixty parts and of the part that is being
 * filled. The mean is reckoned anew when a part is full, so a reader sees at most 60 values in a span, and what enters or leaves
 * does so in parts. No memory is taken after the first call.
 */
final class SlidingMean {
    private static final int PARTS = 60;

    private final double[] sums = new double[PARTS + 1];
    private final long[] lengths = new long[PARTS + 1];
    private int part;
    private long begun = Long.MIN_VALUE;
    private long last;
    private long steadySince;
    private double held;
    private double mean;

    static SlidingMean of(Frame frame, int store) {
        SlidingMean mean = (SlidingMean) frame.stores[store];
        if (mean == null) {
            mean = new SlidingMean();
            frame.stores[store] = mean;
        }
        return mean;
    }

    private static long length(long span) {
        return Math.max(1, span / PARTS);
    }

    /** Takes the value that holds from now on; the one before held until now. */
    void take(long now, double value, long span) {
        if (begun == Long.MIN_VALUE) {
            begun = now;
            last = now;
            held = value;
            mean = value;
            steadySince = now;
            return;
        }
        long length = length(span);
        long left = Math.min(now - last, (PARTS + 1) * length);
        boolean isFull = false;
        while (left > 0) {
            if (lengths[part] >= length) {
                part = (part + 1) % sums.length;
                sums[part] = 0;
                lengths[part] = 0;
            }
            long taken = Math.min(left, length - lengths[part]);
            sums[part] += held * taken;
            lengths[part] += taken;
            left -= taken;
            isFull |= lengths[part] >= length;
        }
        last = now;
        if (isFull) {
            mean = isSettled(now, span) ? held : reckoned();
        }
        if (value != held) {
            steadySince = now;
            held = value;
        }
    }

    /** The oldest part has left the span when the youngest one is full. */
    private double reckoned() {
        double sum = 0;
        long length = 0;
        int oldest = (part + 1) % sums.length;
        for (int i = 0; i < sums.length; i++) {
            if (i != oldest) {
                sum += sums[i];
                length += lengths[i];
            }
        }
        return length == 0 ? held : sum / length;
    }

    double value() {
        return mean;
    }

    boolean isFull(long now, long span) {
        return begun != Long.MIN_VALUE && now - begun >= span;
    }

    private boolean isSettled(long now, long span) {
        return now - steadySince > span + 2 * length(span);
    }

    /** Returns when the mean changes by itself while the value stays; a great number for never. */
    long due(long now, long span) {
        if (begun == Long.MIN_VALUE) {
            return now + 1;
        }
        return isSettled(now, span) && mean == held && isFull(now, span)
                ? BlockKind.NEVER
                : last + Math.max(1, length(span) - lengths[part] % length(span));
    }
}
