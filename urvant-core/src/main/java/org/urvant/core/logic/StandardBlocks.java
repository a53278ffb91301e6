package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.in;
import static org.urvant.core.logic.BlockKind.out;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.urvant.core.logic.BlockKind.Call;
import org.urvant.core.logic.BlockKind.Due;
import org.urvant.core.logic.BlockKind.Parameter;

/** The function blocks of the standard (IEC 61131-3, tables 43 to 46). */
final class StandardBlocks {
    private static final Map<String, BlockKind> KINDS = new TreeMap<>();
    private static final Due NEVER = (frame, at, store, elapsedIsRead) -> BlockKind.NEVER;

    static {
        edges();
        bistables();
        timers();
        for (DataType type : List.of(DataType.INT, DataType.DINT, DataType.LINT, DataType.UDINT, DataType.ULINT)) {
            counters(type == DataType.INT ? "" : "_" + type.name(), type);
        }
    }

    private StandardBlocks() {}

    static Optional<BlockKind> find(String name) {
        return Optional.ofNullable(KINDS.get(name));
    }

    static List<BlockKind> all() {
        return List.copyOf(KINDS.values());
    }

    private static void add(
            String name, String meaning, int own, List<String> essential, Due due, Call call, Parameter... parameters) {
        KINDS.put(name, new BlockKind(name, meaning, List.of(parameters), own, 0, essential, call, due));
    }

    /** Sets an output; what the call has read gives it its quality, a change its time. */
    static void put(Frame frame, int slot, long value) {
        if (frame.longs[slot] != value) {
            frame.longs[slot] = value;
            frame.times[slot] = frame.now;
            frame.changed = true;
        }
        if (frame.qualities[slot] != frame.quality) {
            frame.qualities[slot] = frame.quality;
            frame.changed = true;
        }
        if (frame.times[slot] == 0) {
            frame.times[slot] = frame.now;
        }
    }

    /** Sets a time that runs. It changes in each cycle, but who does not read it need not wait for it. */
    private static void putElapsed(Frame frame, int slot, long value) {
        boolean changed = frame.changed;
        put(frame, slot, value);
        frame.changed = changed;
    }

    /** Keeps what a block remembers; a change is one that a later call can see. */
    static void keep(Frame frame, int slot, long value) {
        if (frame.longs[slot] != value) {
            frame.longs[slot] = value;
            frame.changed = true;
        }
    }

    /** The memory of both is FALSE at first, so F_TRIG sees an edge when CLK is FALSE in its first call (6.6.3.5.3). */
    private static void edges() {
        add(
                "R_TRIG",
                "TRUE for one call when CLK rises",
                1,
                List.of("CLK"),
                NEVER,
                (frame, at, store) -> {
                    long clock = frame.readLong(at);
                    put(frame, at + 1, clock & ~frame.longs[at + 2] & 1);
                    keep(frame, at + 2, clock);
                },
                in("CLK", DataType.BOOL),
                out("Q", DataType.BOOL));
        add(
                "F_TRIG",
                "TRUE for one call when CLK falls",
                1,
                List.of("CLK"),
                NEVER,
                (frame, at, store) -> {
                    long clock = frame.readLong(at) ^ 1;
                    put(frame, at + 1, clock & ~frame.longs[at + 2] & 1);
                    keep(frame, at + 2, clock);
                },
                in("CLK", DataType.BOOL),
                out("Q", DataType.BOOL));
    }

    private static void bistables() {
        add(
                "SR",
                "set and reset; set wins",
                0,
                List.of("S1", "R"),
                NEVER,
                (frame, at, store) -> {
                    long set = frame.readLong(at);
                    long reset = frame.readLong(at + 1);
                    put(frame, at + 2, set | (reset ^ 1) & frame.longs[at + 2]);
                },
                in("S1", DataType.BOOL),
                in("R", DataType.BOOL),
                out("Q1", DataType.BOOL));
        add(
                "RS",
                "set and reset; reset wins",
                0,
                List.of("S", "R1"),
                NEVER,
                (frame, at, store) -> {
                    long set = frame.readLong(at);
                    long reset = frame.readLong(at + 1);
                    put(frame, at + 2, (reset ^ 1) & (set | frame.longs[at + 2]));
                },
                in("S", DataType.BOOL),
                in("R1", DataType.BOOL),
                out("Q1", DataType.BOOL));
    }

    // Timers: IN, PT, Q, ET, then the start and whether it runs (figure 15).

    private static final int START = 4;
    private static final int RUNS = 5;

    private static void timers() {
        Parameter[] form = {
            in("IN", DataType.BOOL), in("PT", DataType.TIME), out("Q", DataType.BOOL), out("ET", DataType.TIME)
        };
        Due due = (frame, at, store, elapsedIsRead) -> frame.longs[at + RUNS] == 0
                ? BlockKind.NEVER
                : elapsedIsRead ? frame.now + 1 : frame.longs[at + START] + Math.max(0, frame.longs[at + 1]);
        add("TON", "TRUE when IN has been TRUE for PT", 2, List.of("IN", "PT"), due, StandardBlocks::onDelay, form);
        add("TOF", "FALSE when IN has been FALSE for PT", 2, List.of("IN", "PT"), due, StandardBlocks::offDelay, form);
        add("TP", "TRUE for PT from a rise of IN", 3, List.of("IN", "PT"), due, StandardBlocks::pulse, form);
    }

    private static long elapsed(Frame frame, int at) {
        return Math.min(frame.now - frame.longs[at + START], Math.max(0, frame.longs[at + 1]));
    }

    private static void onDelay(Frame frame, int at, int store) {
        boolean in = frame.readLong(at) != 0;
        long span = Math.max(0, frame.readLong(at + 1));
        boolean wasIn = frame.longs[at + RUNS] != 0 || frame.longs[at + 2] != 0;
        if (in && !wasIn) {
            keep(frame, at + START, frame.now);
        }
        boolean done = in && (frame.longs[at + 2] != 0 || frame.now - frame.longs[at + START] >= span);
        put(frame, at + 2, done ? 1 : 0);
        putElapsed(frame, at + 3, !in ? 0 : done ? span : elapsed(frame, at));
        keep(frame, at + RUNS, in && !done ? 1 : 0);
    }

    private static void offDelay(Frame frame, int at, int store) {
        boolean in = frame.readLong(at) != 0;
        long span = Math.max(0, frame.readLong(at + 1));
        boolean was = frame.longs[at + 2] != 0;
        boolean runs = frame.longs[at + RUNS] != 0;
        if (!in && was && !runs) {
            keep(frame, at + START, frame.now);
            runs = true;
        }
        boolean ended = !in && runs && frame.now - frame.longs[at + START] >= span;
        boolean on = in || was && !ended;
        put(frame, at + 2, on ? 1 : 0);
        putElapsed(frame, at + 3, in ? 0 : on ? elapsed(frame, at) : ended ? span : frame.longs[at + 3]);
        keep(frame, at + RUNS, !in && on ? 1 : 0);
    }

    /** A pulse runs its time whatever IN does, and another begins only after IN was FALSE. */
    private static void pulse(Frame frame, int at, int store) {
        boolean in = frame.readLong(at) != 0;
        long span = Math.max(0, frame.readLong(at + 1));
        boolean runs = frame.longs[at + RUNS] != 0;
        boolean wasIn = frame.longs[at + RUNS + 1] != 0;
        if (!runs && in && !wasIn) {
            keep(frame, at + START, frame.now);
            runs = true;
        }
        boolean ended = runs && frame.now - frame.longs[at + START] >= span;
        boolean on = runs && !ended;
        long shown = on ? elapsed(frame, at) : ended ? span : frame.longs[at + 3];
        put(frame, at + 2, on ? 1 : 0);
        putElapsed(frame, at + 3, !on && !in ? 0 : shown);
        keep(frame, at + RUNS, on ? 1 : 0);
        keep(frame, at + RUNS + 1, in ? 1 : 0);
    }

    // Counters stop at the ends of their type (table 45).

    private static void counters(String suffix, DataType type) {
        long most = type.most();
        long least = type.least();
        add(
                "CTU" + suffix,
                "counts up at rises of CU",
                1,
                List.of("CU", "PV"),
                NEVER,
                (frame, at, store) -> {
                    long up = frame.readLong(at);
                    long value = frame.longs[at + 4];
                    if (frame.readLong(at + 1) != 0) {
                        value = 0;
                    } else if ((up & ~frame.longs[at + 5]) != 0 && value != most) {
                        value++;
                    }
                    long limit = frame.readLong(at + 2);
                    keep(frame, at + 5, up);
                    put(frame, at + 3, reaches(value, limit, type));
                    put(frame, at + 4, value);
                },
                in("CU", DataType.BOOL),
                in("R", DataType.BOOL),
                in("PV", type),
                out("Q", DataType.BOOL),
                out("CV", type));
        add(
                "CTD" + suffix,
                "counts down from PV at rises of CD",
                1,
                List.of("CD", "PV"),
                NEVER,
                (frame, at, store) -> {
                    long down = frame.readLong(at);
                    long value = frame.longs[at + 4];
                    boolean load = frame.readLong(at + 1) != 0;
                    long start = frame.readLong(at + 2);
                    if (load) {
                        value = start;
                    } else if ((down & ~frame.longs[at + 5]) != 0 && value != least) {
                        value--;
                    }
                    keep(frame, at + 5, down);
                    put(frame, at + 3, type.isWide() ? (value == 0 ? 1 : 0) : value <= 0 ? 1 : 0);
                    put(frame, at + 4, value);
                },
                in("CD", DataType.BOOL),
                in("LD", DataType.BOOL),
                in("PV", type),
                out("Q", DataType.BOOL),
                out("CV", type));
        add(
                "CTUD" + suffix,
                "counts up at rises of CU, down at rises of CD",
                2,
                List.of("CU", "CD", "PV"),
                NEVER,
                (frame, at, store) -> {
                    long up = frame.readLong(at);
                    long down = frame.readLong(at + 1);
                    boolean reset = frame.readLong(at + 2) != 0;
                    boolean load = frame.readLong(at + 3) != 0;
                    long limit = frame.readLong(at + 4);
                    boolean rises = (up & ~frame.longs[at + 8]) != 0;
                    boolean falls = (down & ~frame.longs[at + 9]) != 0;
                    long value = frame.longs[at + 7];
                    if (reset) {
                        value = 0;
                    } else if (load) {
                        value = limit;
                    } else if (rises && !falls && value != most) {
                        value++;
                    } else if (falls && !rises && value != least) {
                        value--;
                    }
                    keep(frame, at + 8, up);
                    keep(frame, at + 9, down);
                    put(frame, at + 5, reaches(value, limit, type));
                    put(frame, at + 6, type.isWide() ? (value == 0 ? 1 : 0) : value <= 0 ? 1 : 0);
                    put(frame, at + 7, value);
                },
                in("CU", DataType.BOOL),
                in("CD", DataType.BOOL),
                in("R", DataType.BOOL),
                in("LD", DataType.BOOL),
                in("PV", type),
                out("QU", DataType.BOOL),
                out("QD", DataType.BOOL),
                out("CV", type));
    }

    private static long reaches(long value, long limit, DataType type) {
        return (type.isWide() ? Long.compareUnsigned(value, limit) : Long.compare(value, limit)) >= 0 ? 1 : 0;
    }
}
