package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.form;
import static org.urvant.core.logic.Blocks.keep;
import static org.urvant.core.logic.Blocks.put;
import static org.urvant.core.logic.DataType.BOOL;
import static org.urvant.core.logic.DataType.TIME;

import java.util.List;

/** Schemes in which the two ends of a line work together (IEC 60834-1: permissive and blocking). */
final class TeleprotectionBlocks {
    private TeleprotectionBlocks() {}

    static List<BlockKind> kinds() {
        return List.of(
                form(
                                "PERMISSIVE",
                                "TRIP when CARRIER comes from the other end AND the own ZONE has picked up AND nothing is BLOCKED; SEND while SENDS is, for SEND_TIME at least: SENDS is the underreaching zone or the same zone")
                        .in("CARRIER", BOOL)
                        .in("ZONE", BOOL)
                        .in("SENDS", BOOL)
                        .in("BLOCKED", BOOL)
                        .in("SEND_TIME", TIME)
                        .out("TRIP", BOOL)
                        .out("SEND", BOOL)
                        .essential("CARRIER", "ZONE")
                        .keeps(1)
                        .due((frame, at, store, elapsedIsRead) ->
                                due(frame, at + Permissive.SENDS, at + Permissive.SINCE, at + Permissive.SEND_TIME))
                        .calls(TeleprotectionBlocks::permissive),
                form(
                                "BLOCKING",
                                "TRIP when the own ZONE has picked up for WAIT and no CARRIER came that blocks it, and nothing is BLOCKED; SEND while REVERSE is, for SEND_TIME at least")
                        .in("CARRIER", BOOL)
                        .in("ZONE", BOOL)
                        .in("REVERSE", BOOL)
                        .in("BLOCKED", BOOL)
                        .in("WAIT", TIME)
                        .in("SEND_TIME", TIME)
                        .out("TRIP", BOOL)
                        .out("SEND", BOOL)
                        .essential("CARRIER", "ZONE", "WAIT")
                        .keeps(3)
                        .due(TeleprotectionBlocks::blockingDue)
                        .calls(TeleprotectionBlocks::blocking));
    }

    private static final class Permissive {
        static final int CARRIER = 0;
        static final int ZONE = 1;
        static final int SENDS = 2;
        static final int BLOCKED = 3;
        static final int SEND_TIME = 4;
        static final int TRIP = 5;
        static final int SEND = 6;
        /** When SENDS rose last. */
        static final int SINCE = 7;
    }

    private static void permissive(Frame frame, int at, int store) {
        boolean carrier = frame.readLong(at + Permissive.CARRIER) != 0;
        boolean zone = frame.readLong(at + Permissive.ZONE) != 0;
        boolean blocked = frame.readLong(at + Permissive.BLOCKED) != 0;
        put(frame, at + Permissive.TRIP, carrier && zone && !blocked);
        send(frame, at + Permissive.SENDS, at + Permissive.SEND, at + Permissive.SINCE, at + Permissive.SEND_TIME);
    }

    private static final class Blocking {
        static final int CARRIER = 0;
        static final int ZONE = 1;
        static final int REVERSE = 2;
        static final int BLOCKED = 3;
        static final int WAIT = 4;
        static final int SEND_TIME = 5;
        static final int TRIP = 6;
        static final int SEND = 7;
        static final int SINCE = 8;
        static final int IS_WAITING = 9;
        static final int WAITS_SINCE = 10;
    }

    private static void blocking(Frame frame, int at, int store) {
        boolean carrier = frame.readLong(at + Blocking.CARRIER) != 0;
        boolean zone = frame.readLong(at + Blocking.ZONE) != 0;
        boolean blocked = frame.readLong(at + Blocking.BLOCKED) != 0;
        long wait = frame.readLong(at + Blocking.WAIT);
        boolean waits = zone && !carrier && !blocked;
        if (waits && frame.longs[at + Blocking.IS_WAITING] == 0) {
            keep(frame, at + Blocking.WAITS_SINCE, frame.now);
        }
        keep(frame, at + Blocking.IS_WAITING, waits);
        put(frame, at + Blocking.TRIP, waits && frame.now - frame.longs[at + Blocking.WAITS_SINCE] >= wait);
        send(frame, at + Blocking.REVERSE, at + Blocking.SEND, at + Blocking.SINCE, at + Blocking.SEND_TIME);
    }

    private static long blockingDue(Frame frame, int at, int store, boolean elapsedIsRead) {
        long sent = due(frame, at + Blocking.REVERSE, at + Blocking.SINCE, at + Blocking.SEND_TIME);
        boolean isPending = frame.longs[at + Blocking.IS_WAITING] != 0 && frame.longs[at + Blocking.TRIP] == 0;
        return isPending
                ? Math.min(sent, frame.longs[at + Blocking.WAITS_SINCE] + frame.longs[at + Blocking.WAIT])
                : sent;
    }

    /** A signal is sent long enough for the channel to carry it. */
    private static void send(Frame frame, int in, int out, int since, int time) {
        boolean wanted = frame.readLong(in) != 0;
        long least = frame.readLong(time);
        boolean isSent = frame.longs[out] != 0;
        if (wanted && !isSent) {
            keep(frame, since, frame.now);
        }
        put(frame, out, wanted || isSent && frame.now - frame.longs[since] < least);
    }

    private static long due(Frame frame, int in, int since, int time) {
        boolean lingers = frame.longs[in] == 0 && frame.longs[since] != 0;
        long end = frame.longs[since] + frame.longs[time];
        return lingers && end > frame.now ? end : BlockKind.NEVER;
    }
}
