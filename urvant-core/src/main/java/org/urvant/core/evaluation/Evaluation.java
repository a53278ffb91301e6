package org.urvant.core.evaluation;

import java.util.List;

/**
 * Rows that run: values of sources are set, and each row that reads one gives what its receiver gets, when that differs. What is
 * set without time passing is of one moment: rows of several sources are calculated once for it. Time comes from the caller
 * alone. Nothing is allocated after the first events. One thread at a time.
 */
public final class Evaluation {
    private static final Passing[] NO_PASSING = {};
    private static final Calculation[] NO_CALCULATION = {};

    private final RealPassings direct;
    private final int[] firsts;
    private final Passing[][] passings;
    private final Calculation[][] calculations;
    private final WholePassing[] delayed;
    private final Calculation[] timed;
    private final Calculation[] waiting;
    private int waits;
    private long now = Long.MIN_VALUE;

    /**
     * @param direct the rows that pass numbers with fractions on
     * @param firsts of each source of such numbers, the first of those that reads it; they follow each other, up to the first of
     *     the next source
     * @param passings of each other source, the rows that pass it on as it is
     * @param calculations of each source, the rows that calculate with it
     * @param delayed rows that hold something back
     * @param timed the calculations whose results change with time
     * @param rows how many rows there are
     */
    Evaluation(
            RealPassings direct,
            int[] firsts,
            List<List<Passing>> passings,
            List<List<Calculation>> calculations,
            List<WholePassing> delayed,
            List<Calculation> timed,
            int rows) {
        this.direct = direct;
        this.firsts = firsts;
        this.passings = passings.stream()
                .map(each -> each.isEmpty() ? NO_PASSING : each.toArray(Passing[]::new))
                .toArray(Passing[][]::new);
        this.calculations = calculations.stream()
                .map(each -> each.isEmpty() ? NO_CALCULATION : each.toArray(Calculation[]::new))
                .toArray(Calculation[][]::new);
        this.delayed = delayed.toArray(WholePassing[]::new);
        this.timed = timed.toArray(Calculation[]::new);
        this.waiting = new Calculation[rows];
    }

    /**
     * Lets time pass: what was held back long enough is given, and what changes by itself is calculated, in the order in which it
     * was due.
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
        if (delayed.length + timed.length > 0) {
            changeByThemselves(until);
        }
        now = until;
    }

    private void changeByThemselves(long until) {
        long due = firstDue();
        while (due <= until && due < Long.MAX_VALUE) {
            for (WholePassing row : delayed) {
                if (row.due() <= due) {
                    row.give(due);
                }
            }
            for (Calculation calculation : timed) {
                if (calculation.due() <= due) {
                    calculation.calculate(due);
                }
            }
            due = firstDue();
        }
    }

    private long firstDue() {
        long first = Long.MAX_VALUE;
        for (WholePassing row : delayed) {
            first = Math.min(first, row.due());
        }
        for (Calculation calculation : timed) {
            first = Math.min(first, calculation.due());
        }
        return first;
    }

    /** Calculates the rows of several sources for what was set; time does so too when it passes. */
    public void settle() {
        for (int i = 0; i < waits; i++) {
            waiting[i].calculate(now);
        }
        waits = 0;
    }

    /**
     * Sets a source whose values are numbers with fractions, now.
     *
     * @param time when it had the value, in nanoseconds since 1970 UTC
     */
    public void real(int source, double value, int qualityBits, long time) {
        int first = firsts[source];
        int end = firsts[source + 1];
        if (first < end) {
            direct.real(first, value, qualityBits, time, now);
        }
        if (first + 1 < end) {
            further(first + 1, end, value, qualityBits, time);
        }
        if (calculations[source] != NO_CALCULATION) {
            calculated(source, value, qualityBits, time);
        }
    }

    /** Most sources have one reader: a loop in its way would cost as much as the rest. */
    private void further(int first, int end, double value, int qualityBits, long time) {
        for (int i = first; i < end; i++) {
            direct.real(i, value, qualityBits, time, now);
        }
    }

    private void calculated(int source, double value, int qualityBits, long time) {
        for (Calculation calculation : calculations[source]) {
            if (calculation.real(source, value, qualityBits, time, now)) {
                waiting[waits++] = calculation;
            }
        }
    }

    /** Sets another source, now. */
    public void whole(int source, long value, int qualityBits, long time) {
        for (Passing passing : passings[source]) {
            passing.whole(value, qualityBits, time, now);
        }
        for (Calculation calculation : calculations[source]) {
            if (calculation.whole(source, value, qualityBits, time, now)) {
                waiting[waits++] = calculation;
            }
        }
    }
}
