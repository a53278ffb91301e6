package org.urvant.core.evaluation;

import java.time.ZoneOffset;
import java.util.List;
import org.urvant.core.logic.LogicRun;
import org.urvant.core.logic.Transform;

/** The first part of a row that calculates its value from one source or several. */
final class Calculation {
    private final int[] sources;
    private final boolean[] areGiven;
    private final LogicRun run;
    private final int[] slots;
    private final int resultSlot;
    private final boolean isResultReal;
    private final Passing passing;
    private int missing;
    private boolean isWaiting;

    Calculation(List<Integer> sources, Transform transform, Passing passing) {
        this.sources = sources.stream().mapToInt(Integer::intValue).toArray();
        this.areGiven = new boolean[sources.size()];
        this.missing = sources.size();
        this.run = transform.logic().start(ZoneOffset.UTC);
        this.slots = new int[sources.size()];
        for (int i = 0; i < slots.length; i++) {
            slots[i] = run.slot("x" + (i + 1));
        }
        this.resultSlot = run.slot(Transform.RESULT);
        this.isResultReal = isReal(transform);
        this.passing = passing;
    }

    /** Returns whether results of a transform are numbers with fractions. */
    static boolean isReal(Transform transform) {
        return !transform.isLogical() && !transform.isWhole();
    }

    /** Takes a value; returns whether it is to be calculated when all of the moment is set. */
    boolean real(int source, double value, int qualityBits, long time, long now) {
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

    /** Returns when its result changes though no source does; {@code Long.MAX_VALUE} for never. */
    long due() {
        return run.due();
    }

    void calculate(long now) {
        isWaiting = false;
        run.cycle(now);
        if (isResultReal) {
            passing.real(run.real(resultSlot), run.qualityBits(resultSlot), run.timeOf(resultSlot), now);
        } else {
            passing.whole(run.whole(resultSlot), run.qualityBits(resultSlot), run.timeOf(resultSlot), now);
        }
    }
}
