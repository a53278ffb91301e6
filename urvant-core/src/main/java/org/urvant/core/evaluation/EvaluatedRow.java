package org.urvant.core.evaluation;

import java.time.ZoneOffset;
import org.urvant.core.logic.LogicRun;
import org.urvant.core.logic.Transform;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;

/** One row that runs, with what it passed on last and what it holds back. */
final class EvaluatedRow {
    private static final int NOTHING_PASSED = -1; // differs from each quality
    private static final int OUT_OF_RANGE = Quality.QUESTIONABLE | Quality.Mark.OUT_OF_RANGE.bit();

    private final int number;
    private final Evaluator.Receiver receiver;
    private final int[] sources;
    private final boolean[] areGiven;
    private final LogicRun run; // null where nothing is calculated
    private final int[] slots;
    private final int resultSlot;
    private final boolean isResultReal;
    private int missing;
    private boolean isWaiting;

    private final boolean isReal;
    private final boolean isScaled;
    private final double factor;
    private final double offset;
    private final long wholeFactor;
    private final long wholeOffset;
    private final boolean isLimited;
    private final boolean isClamped;
    private final double least;
    private final double most;
    private final double deadBand;
    private final long delay;

    private double passedReal;
    private long passedWhole;
    private int passedQuality = NOTHING_PASSED;

    private long due = Long.MAX_VALUE;
    private long heldValue;
    private int heldQuality;
    private long heldTime;

    EvaluatedRow(int number, Evaluator.Row row, boolean isSourceReal, Evaluator.Receiver receiver) {
        this.number = number;
        this.receiver = receiver;
        this.sources = row.sources().stream().mapToInt(Integer::intValue).toArray();
        this.areGiven = new boolean[sources.length];
        this.missing = sources.length;
        this.run = row.transform()
                .map(transform -> transform.logic().start(ZoneOffset.UTC))
                .orElse(null);
        this.slots = new int[sources.length];
        for (int i = 0; run != null && i < slots.length; i++) {
            slots[i] = run.slot("x" + (i + 1));
        }
        this.resultSlot = run == null ? -1 : run.slot(Transform.RESULT);
        this.isResultReal = row.transform()
                .map(transform -> !transform.isLogical() && !transform.isWhole())
                .orElse(isSourceReal);

        Treatment treatment = row.treatment();
        this.isScaled = !treatment.isUnscaled();
        this.isReal = isResultReal || isScaled && !treatment.keepsWholes();
        this.factor = treatment.factor().doubleValue();
        this.offset = treatment.offset().doubleValue();
        this.wholeFactor = treatment.keepsWholes() ? treatment.factor().longValueExact() : 1;
        this.wholeOffset = treatment.keepsWholes() ? treatment.offset().longValueExact() : 0;
        this.least = treatment.limits().low() == null
                ? -Double.MAX_VALUE
                : treatment.limits().low().doubleValue();
        this.most = treatment.limits().high() == null
                ? Double.MAX_VALUE
                : treatment.limits().high().doubleValue();
        this.isLimited = !treatment.limits().equals(Interval.ALL);
        this.isClamped = treatment.isClamped();
        this.deadBand = treatment.deadBand().doubleValue();
        this.delay = treatment.delay().toNanos();
    }

    long due() {
        return due;
    }

    /** Takes a value; returns whether the row is to be calculated when all of the moment is set. */
    boolean real(int source, double value, int qualityBits, long time, long now) {
        if (run == null) {
            scaled(value, qualityBits, time, now);
            return false;
        }
        for (int i = 0; i < sources.length; i++) {
            if (sources[i] == source) {
                run.setReal(slots[i], value, qualityBits, time);
                given(i);
            }
        }
        return isToBeCalculated(now);
    }

    /** Takes another value, likewise. */
    boolean whole(int source, long value, int qualityBits, long time, long now) {
        if (run == null) {
            scaled(value, qualityBits, time, now);
            return false;
        }
        for (int i = 0; i < sources.length; i++) {
            if (sources[i] == source) {
                run.setWhole(slots[i], value, qualityBits, time);
                given(i);
            }
        }
        return isToBeCalculated(now);
    }

    private void given(int place) {
        if (!areGiven[place]) {
            areGiven[place] = true;
            missing--;
        }
    }

    private boolean isToBeCalculated(long now) {
        if (sources.length == 1) {
            calculate(now);
            return false;
        }
        boolean isFirst = missing == 0 && !isWaiting;
        isWaiting |= isFirst;
        return isFirst;
    }

    void calculate(long now) {
        isWaiting = false;
        run.cycle(now);
        if (isResultReal) {
            scaled(run.real(resultSlot), run.qualityBits(resultSlot), run.timeOf(resultSlot), now);
        } else {
            scaled(run.whole(resultSlot), run.qualityBits(resultSlot), run.timeOf(resultSlot), now);
        }
    }

    private void scaled(double value, int qualityBits, long time, long now) {
        double scaled = value * factor + offset;
        int quality = qualityBits;
        if (!(scaled >= least && scaled <= most)) { // beyond the limits, infinite, or no number
            if (!(Math.abs(scaled) <= Double.MAX_VALUE)) {
                scaled = 0;
                quality |= Quality.OVERFLOWED;
            } else if (isClamped) {
                scaled = scaled < least ? least : most;
            } else {
                quality |= OUT_OF_RANGE;
            }
        }
        if (quality != passedQuality || Math.abs(scaled - passedReal) >= deadBand && scaled != passedReal) {
            passedReal = scaled;
            passedQuality = quality;
            receiver.real(number, scaled, quality, time, now);
        }
    }

    private void scaled(long value, int qualityBits, long time, long now) {
        if (isReal) {
            scaled((double) value, qualityBits, time, now);
            return;
        }
        long scaled = value;
        int quality = qualityBits;
        if (isScaled) {
            long product = value * wholeFactor;
            scaled = product + wholeOffset;
            boolean isTooLarge = Math.multiplyHigh(value, wholeFactor) != product >> 63
                    || ((product ^ scaled) & (wholeOffset ^ scaled)) < 0;
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
        boolean isNear =
                isPassed && (deadBand == 0 ? value == passedWhole : Math.abs((double) value - passedWhole) < deadBand);
        if (isNear && quality == passedQuality) {
            due = Long.MAX_VALUE;
        } else if (delay == 0 || !isPassed || isNear) {
            due = Long.MAX_VALUE;
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
        passedWhole = heldValue;
        passedQuality = heldQuality;
        receiver.whole(number, heldValue, heldQuality, heldTime, now);
    }
}
