package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.form;
import static org.urvant.core.logic.Blocks.keep;
import static org.urvant.core.logic.Blocks.put;
import static org.urvant.core.logic.Blocks.rises;
import static org.urvant.core.logic.DataType.BOOL;
import static org.urvant.core.logic.DataType.TIME;

import java.util.List;

/** Blocks on the way of an alarm: taken when it has lasted, latched until acknowledged, sent unless inhibited. */
final class AlarmBlocks {
    private AlarmBlocks() {}

    static List<BlockKind> kinds() {
        return List.of(
                form(
                                "LATCH",
                                "on while IN is, and until it was acknowledged; ALWAYS lets an acknowledgement act while IN is on")
                        .in("IN", BOOL)
                        .in("ACK", BOOL)
                        .in("ALWAYS", BOOL)
                        .out("Q", BOOL)
                        .essential("IN", "ACK")
                        .calls(AlarmBlocks::latch),
                form(
                                "HOLD",
                                "takes a state that has lasted RISE or FALL; its time is that of the edge, or of its acceptance")
                        .in("IN", BOOL)
                        .in("RISE", TIME)
                        .in("FALL", TIME)
                        .in("AT_ACCEPTANCE", BOOL)
                        .out("Q", BOOL)
                        .essential("IN")
                        .keeps(2)
                        .due((frame, at, store, elapsedIsRead) -> frame.longs[at + Hold.IS_PENDING] == 0
                                ? BlockKind.NEVER
                                : frame.longs[at + Hold.EDGE]
                                        + frame.longs[frame.longs[at + Hold.IN] != 0 ? at + Hold.RISE : at + Hold.FALL])
                        .calls(AlarmBlocks::hold),
                form(
                                "SENDING",
                                "lets ACTIVE out unless sending is inhibited; enabled at power-up, by ENABLE, and AFTER an inhibition")
                        .in("INHIBIT", BOOL)
                        .in("ENABLE", BOOL)
                        .in("ACTIVE", BOOL)
                        .in("ALWAYS", BOOL)
                        .in("AFTER", TIME)
                        .out("Q", BOOL)
                        .out("ENABLED", BOOL)
                        .essential("ACTIVE")
                        .keeps(4)
                        .due((frame, at, store, elapsedIsRead) ->
                                frame.longs[at + Sending.IS_INHIBITED] == 0 || frame.longs[at + Sending.AFTER] <= 0
                                        ? BlockKind.NEVER
                                        : frame.longs[at + Sending.SINCE] + frame.longs[at + Sending.AFTER])
                        .calls(AlarmBlocks::send));
    }

    private static final class Latch {
        static final int IN = 0;
        static final int ACK = 1;
        static final int ALWAYS = 2;
        static final int Q = 3;
    }

    private static void latch(Frame frame, int at, int store) {
        boolean in = frame.readLong(at + Latch.IN) != 0;
        boolean acknowledged = frame.readLong(at + Latch.ACK) != 0;
        boolean always = frame.readLong(at + Latch.ALWAYS) != 0;
        boolean on = frame.longs[at + Latch.Q] != 0;
        boolean cleared = acknowledged && (always || !in);
        put(frame, at + Latch.Q, in && !(always && acknowledged) || on && !cleared);
    }

    private static final class Hold {
        static final int IN = 0;
        static final int RISE = 1;
        static final int FALL = 2;
        static final int AT_ACCEPTANCE = 3;
        static final int Q = 4;
        /** When the pending edge came. */
        static final int EDGE = 5;

        static final int IS_PENDING = 6;
    }

    private static void hold(Frame frame, int at, int store) {
        long in = frame.readLong(at + Hold.IN);
        long span = in != 0 ? frame.readLong(at + Hold.RISE) : frame.readLong(at + Hold.FALL);
        boolean stamped = frame.longs[at + Hold.AT_ACCEPTANCE] != 0;
        long shown = frame.longs[at + Hold.Q];
        if (in == shown) {
            keep(frame, at + Hold.IS_PENDING, 0);
            put(frame, at + Hold.Q, shown);
            return;
        }
        if (frame.longs[at + Hold.IS_PENDING] == 0) {
            keep(frame, at + Hold.IS_PENDING, 1);
            keep(frame, at + Hold.EDGE, frame.now);
        }
        long edge = frame.longs[at + Hold.EDGE];
        if (frame.now - edge < span) {
            put(frame, at + Hold.Q, shown);
            return;
        }
        keep(frame, at + Hold.IS_PENDING, 0);
        put(frame, at + Hold.Q, in);
        if (!stamped) {
            frame.times[at + Hold.Q] = edge;
        }
    }

    private static final class Sending {
        static final int INHIBIT = 0;
        static final int ENABLE = 1;
        static final int ACTIVE = 2;
        static final int ALWAYS = 3;
        static final int AFTER = 4;
        static final int Q = 5;
        static final int ENABLED = 6;
        static final int IS_INHIBITED = 7;
        static final int SINCE = 8;
        static final int LAST_INHIBIT = 9;
        static final int LAST_ENABLE = 10;
    }

    private static void send(Frame frame, int at, int store) {
        long inhibit = frame.readLong(at + Sending.INHIBIT);
        long enable = frame.readLong(at + Sending.ENABLE);
        boolean inhibited = frame.longs[at + Sending.IS_INHIBITED] != 0;
        boolean begins = rises(frame, inhibit, at + Sending.LAST_INHIBIT);
        boolean frees = rises(frame, enable, at + Sending.LAST_ENABLE);
        long after = frame.readLong(at + Sending.AFTER);
        if (begins) {
            inhibited = true;
            keep(frame, at + Sending.SINCE, frame.now);
        } else if (frees || inhibited && after > 0 && frame.now - frame.longs[at + Sending.SINCE] >= after) {
            inhibited = false;
        }
        keep(frame, at + Sending.IS_INHIBITED, inhibited);
        keep(frame, at + Sending.LAST_INHIBIT, inhibit);
        keep(frame, at + Sending.LAST_ENABLE, enable);
        boolean active = frame.readLong(at + Sending.ACTIVE) != 0;
        boolean always = frame.readLong(at + Sending.ALWAYS) != 0;
        put(frame, at + Sending.Q, active && (!inhibited || always));
        put(frame, at + Sending.ENABLED, !inhibited);
    }
}
