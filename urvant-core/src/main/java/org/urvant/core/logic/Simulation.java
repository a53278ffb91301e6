package org.urvant.core.logic;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.LongConsumer;
import org.urvant.core.signal.SignalValue;

/**
 * Runs programs over given time with given inputs. The result is that of a run in which each cycle is calculated: cycles in which
 * nothing can change, since no input did, the last cycle changed nothing and no block is due, are passed over. Immutable.
 *
 * @param from when the first cycle runs
 * @param length how long it runs
 * @param cycle time from one cycle to the next
 * @param zone where clocks on the wall are
 */
public record Simulation(Instant from, Duration length, Duration cycle, ZoneId zone) {
    /** Most cycles of one run. */
    public static final long MOST_CYCLES = 1_000_000_000L;

    private static final int PROGRESS = (1 << 20) - 1;

    /**
     * An input that gets a value.
     *
     * @param after time since the begin
     */
    public record Stimulus(Duration after, String name, SignalValue value) {}

    /**
     * A value that changed.
     *
     * @param at when the cycle ran that changed it
     */
    public record Change(Instant at, String name, SignalValue value) {}

    /**
     * What a run took.
     *
     * @param cycles cycles that the time holds
     * @param calculated cycles that were calculated
     */
    public record Outcome(long cycles, long calculated) {}

    public Simulation {
        if (cycle.isZero() || cycle.isNegative()) {
            throw new IllegalArgumentException("a cycle takes more than no time");
        }
        if (length.isNegative() || length.dividedBy(cycle) > MOST_CYCLES) {
            throw new IllegalArgumentException("a run has 0 to " + MOST_CYCLES + " cycles");
        }
    }

    /**
     * Runs programs and reports each change of a watched value, in the order in which they happen; the first cycle reports all.
     *
     * @param watched names of inputs and outputs
     */
    public Outcome run(Logic logic, Collection<Stimulus> stimuli, Collection<String> watched, Consumer<Change> report) {
        return run(logic, stimuli, watched, report, cycle -> {});
    }

    /**
     * Runs programs as the shorter form does.
     *
     * @param progress is told the number of the present cycle from time to time
     */
    public Outcome run(
            Logic logic,
            Collection<Stimulus> stimuli,
            Collection<String> watched,
            Consumer<Change> report,
            LongConsumer progress) {
        LogicRun run = logic.start(zone);
        Watch watch = new Watch(run, watched.stream().map(logic::variable).toList(), report);
        List<Stimulus> ordered = new ArrayList<>(stimuli);
        ordered.sort(Comparator.comparing(Stimulus::after));
        long begin = LogicRun.nanos(from);
        long step = cycle.toNanos();
        long last = length.dividedBy(cycle);
        long calculated = 0;
        int next = 0;
        long n = 0;
        while (n <= last) {
            long now = begin + n * step;
            while (next < ordered.size() && ordered.get(next).after.toNanos() <= n * step) {
                run.set(ordered.get(next).name, ordered.get(next).value);
                next++;
            }
            boolean changed = run.cycle(now);
            calculated++;
            if ((calculated & PROGRESS) == 0) {
                progress.accept(n);
            }
            watch.look(now);
            n = changed ? n + 1 : nextCycle(run, n, begin, next < ordered.size() ? ordered.get(next) : null, last);
        }
        return new Outcome(last + 1, calculated);
    }

    /** Returns the first cycle that can differ from the last one. */
    private long nextCycle(LogicRun run, long n, long begin, Stimulus stimulus, long last) {
        long step = cycle.toNanos();
        long at = last + 1;
        if (stimulus != null) {
            at = Math.min(at, -Math.floorDiv(-stimulus.after.toNanos(), step));
        }
        long due = run.due();
        if (due != BlockKind.NEVER) {
            at = Math.min(at, -Math.floorDiv(begin - due, step));
        }
        return Math.max(n + 1, at);
    }

    /** Sees what changed since the last look without making anything for what did not. */
    private static final class Watch {
        private final LogicRun run;
        private final Variable[] variables;
        private final long[] longs;
        private final double[] reals;
        private final String[] texts;
        private final int[] qualities;
        private final Consumer<Change> report;
        private boolean hasLooked;

        Watch(LogicRun run, List<Variable> variables, Consumer<Change> report) {
            this.run = run;
            this.variables = variables.toArray(Variable[]::new);
            this.longs = new long[this.variables.length];
            this.reals = new double[this.variables.length];
            this.texts = new String[this.variables.length];
            this.qualities = new int[this.variables.length];
            this.report = report;
        }

        void look(long now) {
            Frame frame = run.frame();
            for (int i = 0; i < variables.length; i++) {
                int slot = variables[i].slot();
                boolean differs = !hasLooked
                        || frame.qualities[slot] != qualities[i]
                        || frame.longs[slot] != longs[i]
                        || frame.reals[slot] != reals[i]
                        || !frame.texts[slot].equals(texts[i]);
                if (differs) {
                    qualities[i] = frame.qualities[slot];
                    longs[i] = frame.longs[slot];
                    reals[i] = frame.reals[slot];
                    texts[i] = frame.texts[slot];
                    report.accept(new Change(LogicRun.instant(now), variables[i].name(), run.value(variables[i])));
                }
            }
            hasLooked = true;
        }
    }
}
