package org.urvant.core.evaluation;

import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;

/** Passes whole numbers, states and positions on; holds back what must last first. */
final class WholePassing implements Passing {
    private final int number;
    private final Evaluator.Receiver receiver;
    private final double least;
    private final double most;
    private final boolean isClamped;
    private final boolean isScaled;
    private final long factor;
    private final long offset;
    private final boolean isLimited;
    private final double deadBand;
    private final long delay;

    private long passed;
    private int passedQuality = NOTHING_PASSED;

    private long due = Long.MAX_VALUE;
    private long heldValue;
    private int heldQuality;
    private long heldTime;

    WholePassing(int number, Treatment treatment, Evaluator.Receiver receiver) {
        this.number = number;
        this.receiver = receiver;
        this.least = Passing.least(treatment);
        this.most = Passing.most(treatment);
        this.isClamped = treatment.isClamped();
        this.isScaled = !treatment.isUnscaled();
        this.factor = treatment.factor().longValueExact();
        this.offset = treatment.offset().longValueExact();
        this.isLimited = !treatment.limits().equals(Interval.ALL);
        this.deadBand = treatment.deadBand().doubleValue();
        this.delay = treatment.delay().toNanos();
    }

    long due() {
        return due;
    }

    @Override
    public void real(double value, int qualityBits, long time, long now) {
        throw new IllegalStateException("row " + number + " has no numbers with fractions");
    }

    @Override
    public void whole(long value, int qualityBits, long time, long now) {
        long scaled = value;
        int quality = qualityBits;
        if (isScaled) {
            long product = value * factor;
            scaled = product + offset;
            boolean isTooLarge =
                    Math.multiplyHigh(value, factor) != product >> 63 || ((product ^ scaled) & (offset ^ scaled)) < 0;
            if (isTooLarge) {
                scaled = 0;
                quality |= Quality.OVERFLOWED;
            }
        }
        if (isLimited && (scaled < least || scaled > most)) {
            if (isClamped) {
                scaled = (long) (scaled < least ? Math.ceil(least) : Math.floor(most));
            } else {
                quality |= OUT_OF_RANGE;
            }
        }
        pass(scaled, quality, time, now);
    }

    private void pass(long value, int quality, long time, long now) {
        boolean isPassed = passedQuality != NOTHING_PASSED;
        boolean isNear = isPassed && (deadBand == 0 ? value == passed : Math.abs((double) value - passed) < deadBand);
        if (isNear && quality == passedQuality) {
            due = Long.MAX_VALUE;
        } else if (delay == 0 || !isPassed || isNear) {
            heldValue = value;
            heldQuality = quality;
            heldTime = time;
            give(now);
        } else {
            if (due == Long.MAX_VALUE || heldValue != value) {
                due = now + delay;
                heldTime = time;
            }
            heldValue = value;
            heldQuality = quality;
        }
    }

    /** Passes on what is held. */
    void give(long now) {
        due = Long.MAX_VALUE;
        passed = heldValue;
        passedQuality = heldQuality;
        receiver.whole(number, heldValue, heldQuality, heldTime, now);
    }
}
