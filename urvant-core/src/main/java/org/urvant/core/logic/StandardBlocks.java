package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.form;
import static org.urvant.core.logic.Blocks.keep;
import static org.urvant.core.logic.Blocks.put;
import static org.urvant.core.logic.Blocks.putElapsed;
import static org.urvant.core.logic.DataType.BOOL;
import static org.urvant.core.logic.DataType.TIME;

import java.util.List;
import org.urvant.core.logic.BlockKind.Call;

/** Edges, bistables and timers of the standard (IEC 61131-3, tables 43, 44 and 46). */
final class StandardBlocks {
    private StandardBlocks() {}

    static List<BlockKind> kinds() {
        return List.of(
                edge("R_TRIG", "TRUE for one call when CLK rises", 0),
                edge("F_TRIG", "TRUE for one call when CLK falls", 1),
                bistable("SR", "set and reset; set wins", "S1", "R", (set, reset, was) -> set | (reset ^ 1) & was),
                bistable("RS", "set and reset; reset wins", "S", "R1", (set, reset, was) -> (reset ^ 1) & (set | was)),
                timer("TON", "TRUE when IN has been TRUE for PT", 2, StandardBlocks::onDelay),
                timer("TOF", "FALSE when IN has been FALSE for PT", 2, StandardBlocks::offDelay),
                timer("TP", "TRUE for PT from a rise of IN", 3, StandardBlocks::pulse));
    }

    // The memory of both edges is FALSE at first, so F_TRIG sees one when CLK is FALSE in its first call (6.6.3.5.3).

    private static final int CLK = 0;
    private static final int EDGE = 1;
    private static final int LAST_CLK = 2;

    private static BlockKind edge(String name, String meaning, long inverted) {
        return form(name, meaning)
                .in("CLK", BOOL)
                .out("Q", BOOL)
                .essential("CLK")
                .keeps(1)
                .calls((frame, at, store) -> {
                    long clock = frame.readLong(at + CLK) ^ inverted;
                    put(frame, at + EDGE, clock & ~frame.longs[at + LAST_CLK] & 1);
                    keep(frame, at + LAST_CLK, clock);
                });
    }

    private static final int SET = 0;
    private static final int RESET = 1;
    private static final int STATE = 2;

    /** What a bistable makes of its inputs and what it was. */
    private interface Bistable {
        long state(long set, long reset, long was);
    }

    private static BlockKind bistable(String name, String meaning, String set, String reset, Bistable bistable) {
        return form(name, meaning)
                .in(set, BOOL)
                .in(reset, BOOL)
                .out("Q1", BOOL)
                .essential(set, reset)
                .calls((frame, at, store) -> {
                    long isSet = frame.readLong(at + SET);
                    long isReset = frame.readLong(at + RESET);
                    put(frame, at + STATE, bistable.state(isSet, isReset, frame.longs[at + STATE]));
                });
    }

    // Timers (figure 15)

    private static final int IN = 0;
    private static final int PT = 1;
    private static final int Q = 2;
    private static final int ET = 3;
    private static final int START = 4;
    private static final int RUNS = 5;
    private static final int LAST_IN = 6;

    private static BlockKind timer(String name, String meaning, int own, Call call) {
        return form(name, meaning)
                .in("IN", BOOL)
                .in("PT", TIME)
                .out("Q", BOOL)
                .out("ET", TIME)
                .essential("IN", "PT")
                .keeps(own)
                .due((frame, at, store, elapsedIsRead) -> frame.longs[at + RUNS] == 0
                        ? BlockKind.NEVER
                        : elapsedIsRead ? frame.now + 1 : frame.longs[at + START] + Math.max(0, frame.longs[at + PT]))
                .calls(call);
    }

    private static long elapsed(Frame frame, int at) {
        return Math.min(frame.now - frame.longs[at + START], Math.max(0, frame.longs[at + PT]));
    }

    private static void onDelay(Frame frame, int at, int store) {
        boolean in = frame.readLong(at + IN) != 0;
        long span = Math.max(0, frame.readLong(at + PT));
        boolean wasIn = frame.longs[at + RUNS] != 0 || frame.longs[at + Q] != 0;
        if (in && !wasIn) {
            keep(frame, at + START, frame.now);
        }
        boolean done = in && (frame.longs[at + Q] != 0 || frame.now - frame.longs[at + START] >= span);
        put(frame, at + Q, done);
        putElapsed(frame, at + ET, !in ? 0 : done ? span : elapsed(frame, at));
        keep(frame, at + RUNS, in && !done);
    }

    private static void offDelay(Frame frame, int at, int store) {
        boolean in = frame.readLong(at + IN) != 0;
        long span = Math.max(0, frame.readLong(at + PT));
        boolean was = frame.longs[at + Q] != 0;
        boolean runs = frame.longs[at + RUNS] != 0;
        if (!in && was && !runs) {
            keep(frame, at + START, frame.now);
            runs = true;
        }
        boolean ended = !in && runs && frame.now - frame.longs[at + START] >= span;
        boolean on = in || was && !ended;
        put(frame, at + Q, on);
        putElapsed(frame, at + ET, in ? 0 : on ? elapsed(frame, at) : ended ? span : frame.longs[at + ET]);
        keep(frame, at + RUNS, !in && on);
    }

    /** A pulse runs its time whatever IN does, and another begins only after IN was FALSE. */
    private static void pulse(Frame frame, int at, int store) {
        boolean in = frame.readLong(at + IN) != 0;
        long span = Math.max(0, frame.readLong(at + PT));
        boolean runs = frame.longs[at + RUNS] != 0;
        boolean wasIn = frame.longs[at + LAST_IN] != 0;
        if (!runs && in && !wasIn) {
            keep(frame, at + START, frame.now);
            runs = true;
        }
        boolean ended = runs && frame.now - frame.longs[at + START] >= span;
        boolean on = runs && !ended;
        long shown = on ? elapsed(frame, at) : ended ? span : frame.longs[at + ET];
        put(frame, at + Q, on);
        putElapsed(frame, at + ET, !on && !in ? 0 : shown);
        keep(frame, at + RUNS, on);
        keep(frame, at + LAST_IN, in);
    }
}
