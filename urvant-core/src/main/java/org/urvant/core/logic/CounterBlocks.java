package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.form;
import static org.urvant.core.logic.Blocks.keep;
import static org.urvant.core.logic.Blocks.put;
import static org.urvant.core.logic.Blocks.rises;
import static org.urvant.core.logic.DataType.BOOL;

import java.util.ArrayList;
import java.util.List;

/** The counters of the standard; they stop at the ends of their type (IEC 61131-3, table 45). */
final class CounterBlocks {
    private CounterBlocks() {}

    static List<BlockKind> kinds() {
        List<BlockKind> kinds = new ArrayList<>();
        for (DataType type : List.of(DataType.INT, DataType.DINT, DataType.LINT, DataType.UDINT, DataType.ULINT)) {
            String suffix = type == DataType.INT ? "" : "_" + type.name();
            kinds.add(up("CTU" + suffix, type));
            kinds.add(down("CTD" + suffix, type));
            kinds.add(upAndDown("CTUD" + suffix, type));
        }
        return kinds;
    }

    private static boolean reaches(long value, long limit, DataType type) {
        return (type.isWide() ? Long.compareUnsigned(value, limit) : Long.compare(value, limit)) >= 0;
    }

    private static boolean isSpent(long value, DataType type) {
        return type.isWide() ? value == 0 : value <= 0;
    }

    // One direction: the count, what takes it back, the preset, whether it is reached, its value; then the last count.

    private static final int COUNT = 0;
    private static final int BACK = 1;
    private static final int PRESET = 2;
    private static final int REACHED = 3;
    private static final int VALUE = 4;
    private static final int LAST = 5;

    private static BlockKind up(String name, DataType type) {
        long most = type.most();
        return form(name, "counts up at rises of CU")
                .in("CU", BOOL)
                .in("R", BOOL)
                .in("PV", type)
                .out("Q", BOOL)
                .out("CV", type)
                .essential("CU", "R", "PV")
                .keeps(1)
                .calls((frame, at, store) -> {
                    long up = frame.readLong(at + COUNT);
                    long value = frame.longs[at + VALUE];
                    if (frame.readLong(at + BACK) != 0) {
                        value = 0;
                    } else if (rises(frame, up, at + LAST) && value != most) {
                        value++;
                    }
                    long limit = frame.readLong(at + PRESET);
                    keep(frame, at + LAST, up);
                    put(frame, at + REACHED, reaches(value, limit, type));
                    put(frame, at + VALUE, value);
                });
    }

    private static BlockKind down(String name, DataType type) {
        long least = type.least();
        return form(name, "counts down from PV at rises of CD")
                .in("CD", BOOL)
                .in("LD", BOOL)
                .in("PV", type)
                .out("Q", BOOL)
                .out("CV", type)
                .essential("CD", "LD", "PV")
                .keeps(1)
                .calls((frame, at, store) -> {
                    long down = frame.readLong(at + COUNT);
                    long value = frame.longs[at + VALUE];
                    boolean load = frame.readLong(at + BACK) != 0;
                    long start = frame.readLong(at + PRESET);
                    if (load) {
                        value = start;
                    } else if (rises(frame, down, at + LAST) && value != least) {
                        value--;
                    }
                    keep(frame, at + LAST, down);
                    put(frame, at + REACHED, isSpent(value, type));
                    put(frame, at + VALUE, value);
                });
    }

    private static final int CU = 0;
    private static final int CD = 1;
    private static final int R = 2;
    private static final int LD = 3;
    private static final int PV = 4;
    private static final int QU = 5;
    private static final int QD = 6;
    private static final int CV = 7;
    private static final int LAST_CU = 8;
    private static final int LAST_CD = 9;

    private static BlockKind upAndDown(String name, DataType type) {
        return form(name, "counts up at rises of CU, down at rises of CD")
                .in("CU", BOOL)
                .in("CD", BOOL)
                .in("R", BOOL)
                .in("LD", BOOL)
                .in("PV", type)
                .out("QU", BOOL)
                .out("QD", BOOL)
                .out("CV", type)
                .essential("CU", "CD", "PV")
                .keeps(2)
                .calls((frame, at, store) -> countBothWays(frame, at, type));
    }

    private static void countBothWays(Frame frame, int at, DataType type) {
        long up = frame.readLong(at + CU);
        long down = frame.readLong(at + CD);
        boolean reset = frame.readLong(at + R) != 0;
        boolean load = frame.readLong(at + LD) != 0;
        long limit = frame.readLong(at + PV);
        boolean rises = rises(frame, up, at + LAST_CU);
        boolean falls = rises(frame, down, at + LAST_CD);
        long value = frame.longs[at + CV];
        if (reset) {
            value = 0;
        } else if (load) {
            value = limit;
        } else if (rises && !falls && value != type.most()) {
            value++;
        } else if (falls && !rises && value != type.least()) {
            value--;
        }
        keep(frame, at + LAST_CU, up);
        keep(frame, at + LAST_CD, down);
        put(frame, at + QU, reaches(value, limit, type));
        put(frame, at + QD, isSpent(value, type));
        put(frame, at + CV, value);
    }
}
