package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.form;
import static org.urvant.core.logic.Blocks.keep;
import static org.urvant.core.logic.Blocks.put;
import static org.urvant.core.logic.Blocks.rises;
import static org.urvant.core.logic.DataType.BOOL;
import static org.urvant.core.logic.DataType.INT;
import static org.urvant.core.logic.DataType.LINT;

import java.util.List;

/** Blocks that count and begin again: pulses of a meter, steps of a sequence. */
final class CountingBlocks {
    private CountingBlocks() {}

    static List<BlockKind> kinds() {
        return List.of(counter(), steps());
    }

    private static final class Counter {
        static final int IN = 0;
        static final int RESET = 1;
        static final int START = 2;
        static final int LIMIT = 3;
        static final int BITS = 4;
        static final int STOPS = 5;
        static final int N = 6;
        static final int Q = 7;
        static final int LAST_IN = 8;
        static final int HAS_BEGUN = 9;
    }

    private static BlockKind counter() {
        return form(
                        "COUNTER",
                        "counts rises of IN from START to LIMIT, or to the end of BITS bits; then it begins again at START, or"
                                + " STOPS")
                .in("IN", BOOL)
                .in("RESET", BOOL)
                .in("START", LINT)
                .in("LIMIT", LINT)
                .in("BITS", INT, 32L)
                .in("STOPS", BOOL)
                .out("N", LINT)
                .out("Q", BOOL)
                .essential("IN")
                .keeps(2)
                .calls(CountingBlocks::count);
    }

    private static void count(Frame frame, int at, int store) {
        long in = frame.readLong(at + Counter.IN);
        boolean reset = frame.readLong(at + Counter.RESET) != 0;
        long start = frame.readLong(at + Counter.START);
        long limit = frame.readLong(at + Counter.LIMIT);
        long bits = frame.readLong(at + Counter.BITS);
        boolean stops = frame.readLong(at + Counter.STOPS) != 0;
        long room = bits >= 63 || bits <= 0 ? Long.MAX_VALUE : (1L << bits) - 1;
        long most = limit > 0 ? Math.min(limit, room) : room;
        long count = frame.longs[at + Counter.HAS_BEGUN] == 0 || reset ? start : frame.longs[at + Counter.N];
        if (!reset && rises(frame, in, at + Counter.LAST_IN)) {
            count = count < most ? count + 1 : stops ? most : start;
        }
        keep(frame, at + Counter.LAST_IN, in);
        keep(frame, at + Counter.HAS_BEGUN, 1);
        put(frame, at + Counter.N, count);
        put(frame, at + Counter.Q, limit > 0 && count >= limit);
    }

    private static final class Steps {
        static final int ADVANCE = 0;
        static final int BACK = 1;
        static final int LAST = 2;
        static final int N = 3;
        static final int LAST_ADVANCE = 4;
        static final int LAST_BACK = 5;
    }

    private static BlockKind steps() {
        return form("STEPS", "N goes from 1 to LAST and round at rises of ADVANCE, to 1 at a rise of BACK, which wins")
                .in("ADVANCE", BOOL)
                .in("BACK", BOOL)
                .in("LAST", INT)
                .out("N", INT)
                .essential("ADVANCE", "LAST")
                .keeps(2)
                .calls((frame, at, store) -> {
                    long advance = frame.readLong(at + Steps.ADVANCE);
                    long back = frame.readLong(at + Steps.BACK);
                    long last = Math.max(1, frame.readLong(at + Steps.LAST));
                    long step = Math.max(1, frame.longs[at + Steps.N]);
                    if (rises(frame, back, at + Steps.LAST_BACK)) {
                        step = 1;
                    } else if (rises(frame, advance, at + Steps.LAST_ADVANCE)) {
                        step = step % last + 1;
                    }
                    keep(frame, at + Steps.LAST_ADVANCE, advance);
                    keep(frame, at + Steps.LAST_BACK, back);
                    put(frame, at + Steps.N, Math.min(step, last));
                });
    }
}
