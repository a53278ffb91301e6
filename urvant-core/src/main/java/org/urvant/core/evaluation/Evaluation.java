package org.urvant.core.evaluation;

import java.util.List;

/**
 * Rows that run: values of sources are set, and each row that reads one gives what its receiver gets, when that differs. What is
 * set without time passing is of one moment: rows of several sources are calculated once for it. Time comes from the caller
 * alone. Nothing is allocated after the first events. One thread at a time.
 */
public final class Evaluation {
    private final EvaluatedRow[][] readers;
    private final EvaluatedRow[] delayed;
    private final EvaluatedRow[] waiting;
    private int waits;
    private long now = Long.MIN_VALUE;

    Evaluation(List<List<EvaluatedRow>> readers, List<EvaluatedRow> delayed, int rows) {
        this.waiting = new EvaluatedRow[rows];
        this.readers =
                readers.stream().map(each -> each.toArray(EvaluatedRow[]::new)).toArray(EvaluatedRow[][]::new);
        this.delayed = delayed.toArray(EvaluatedRow[]::new);
    }

    /**
     * Lets time pass: what was held back long enough is given, in the order in which it was due.
     *
     * @param until nanoseconds since 1970 UTC; not before the last
     */
    public void advance(long until) {
        if (until < now) {
            throw new IllegalArgumentException("time does not go back");
        }
        if (waits > 0) {
            settle();
        }
        if (delayed.length > 0) {
            giveDue(until);
        }
        now = until;
    }

    private void giveDue(long until) {
        for (EvaluatedRow row = firstDue(until); row != null; row = firstDue(until)) {
            row.give(row.due());
        }
    }

    /** Calculates the rows of several sources for what was set; time does so too when it passes. */
    public void settle() {
        for (int i = 0; i < waits; i++) {
            waiting[i].calculate(now);
        }
        waits = 0;
    }

    private EvaluatedRow firstDue(long until) {
        EvaluatedRow first = null;
        for (EvaluatedRow row : delayed) {
            if (row.due() <= until && (first == null || row.due() < first.due())) {
                first = row;
            }
        }
        return first;
    }

    /**
     * Sets a source whose values are numbers with fractions, now.
     *
     * @param time when it had the value, in nanoseconds since 1970 UTC
     */
    public void real(int source, double value, int qualityBits, long time) {
        for (EvaluatedRow row : readers[source]) {
            if (row.real(source, value, qualityBits, time, now)) {
                waiting[waits++] = row;
            }
        }
    }

    /** Sets another source, now. */
    public void whole(int source, long value, int qualityBits, long time) {
        for (EvaluatedRow row : readers[source]) {
            if (row.whole(source, value, qualityBits, time, now)) {
                waiting[waits++] = row;
            }
        }
    }
}
