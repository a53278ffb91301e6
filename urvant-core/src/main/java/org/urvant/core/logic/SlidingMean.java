package org.urvant.core.logic;

import org.urvant.core.signal.Quality;

/**
 * Time-weighted mean of the last span, kept as the sums of value times time of its sixty parts and of the part that is being
 * filled. The mean is calculated anew when a part is full, so a reader sees at most 60 values in a span, and what enters or
 * leaves does so in parts. Times in which the value was invalid are left out, and while some of the span is left out the mean is
 * questionable and inaccurate; without any valid time it is invalid. No memory is taken after the first call.
 */
final class SlidingMean {
    private static final int PARTS = 60;
    private static final int GAPPED = Quality.QUESTIONABLE | Quality.Mark.INACCURATE.bit();

    private final double[] sums = new double[PARTS + 1];
    /** Of each part, how long it is so far, for how much of that the value was valid, and the quality of those values. */
    private final long[] lengths = new long[PARTS + 1];

    private final long[] valid = new long[PARTS + 1];
    private final int[] qualities = new int[PARTS + 1];
    private int part;
    private long begun = Long.MIN_VALUE;
    private long last;
    private long steadySince;
    private double held;
    private int heldQuality;
    private double mean;
    private int quality;

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

    private static boolean isInvalid(int quality) {
        return (quality & Quality.INVALID) == Quality.INVALID;
    }

    /** Takes the value that holds from now on, with the bits of its quality; the one before held until now. */
    void take(long now, double value, int valueQuality, long span) {
        if (begun == Long.MIN_VALUE) {
            begun = now;
            last = now;
            held = value;
            heldQuality = valueQuality;
            mean = value;
            quality = valueQuality;
            steadySince = now;
            return;
        }
        boolean isFull = fill(now, length(span));
        last = now;
        if (isFull) {
            if (isSettled(now, span)) {
                mean = held;
                quality = heldQuality;
            } else {
                calculate();
            }
        }
        if (value != held || valueQuality != heldQuality) {
            steadySince = now;
            held = value;
            heldQuality = valueQuality;
        }
    }

    /** Returns whether a part became full. */
    private boolean fill(long now, long length) {
        long left = Math.min(now - last, (PARTS + 1) * length);
        boolean isFull = false;
        while (left > 0) {
            if (lengths[part] >= length) {
                part = (part + 1) % sums.length;
                sums[part] = 0;
                lengths[part] = 0;
                valid[part] = 0;
                qualities[part] = 0;
            }
            long taken = Math.min(left, length - lengths[part]);
            if (!isInvalid(heldQuality)) {
                sums[part] += held * taken;
                valid[part] += taken;
                qualities[part] |= heldQuality;
            }
            lengths[part] += taken;
            left -= taken;
            isFull |= lengths[part] >= length;
        }
        return isFull;
    }

    /** The oldest part has left the span when the youngest one is full. */
    private void calculate() {
        double sum = 0;
        long length = 0;
        long used = 0;
        int worst = 0;
        int oldest = (part + 1) % sums.length;
        for (int i = 0; i < sums.length; i++) {
            if (i != oldest) {
                sum += sums[i];
                length += lengths[i];
                used += valid[i];
                worst |= qualities[i];
            }
        }
        if (used == 0) {
            quality = length == 0 ? heldQuality : Quality.INVALID;
            mean = length == 0 ? held : mean;
            return;
        }
        mean = sum / used;
        quality = used < length ? worst | GAPPED : worst;
    }

    double value() {
        return mean;
    }

    /** Returns the bits of the mean's quality; a value that is invalid just now makes it questionable at once. */
    int quality() {
        return isInvalid(heldQuality) && !isInvalid(quality) ? quality | GAPPED : quality;
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
        boolean rests = mean == held || isInvalid(heldQuality);
        return isSettled(now, span) && rests && quality == heldQuality && isFull(now, span)
                ? BlockKind.NEVER
                : last + Math.max(1, length(span) - lengths[part] % length(span));
    }
}
