package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.in;
import static org.urvant.core.logic.BlockKind.out;
import static org.urvant.core.logic.StandardBlocks.keep;
import static org.urvant.core.logic.StandardBlocks.put;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.urvant.core.logic.BlockKind.Call;
import org.urvant.core.logic.BlockKind.Due;
import org.urvant.core.logic.BlockKind.Parameter;
import org.urvant.core.time.DailySchedule;
import org.urvant.core.time.TimeWindow;

/** Function blocks that the trade needs beside those of the standard. */
final class OwnBlocks {
    private static final Map<String, BlockKind> KINDS = new TreeMap<>();
    private static final Due NEVER = (frame, at, store, elapsedIsRead) -> BlockKind.NEVER;
    private static final long SECOND = 1_000_000_000L;
    private static final long DAY = 86_400 * SECOND;
    private static final Long EVERY_DAY = 127L;

    static {
        levels();
        alarms();
        counting();
        clocks();
        intervals();
        steps();
        add(
                "SLIDING_MEAN",
                "time-weighted mean of IN over the last SPAN, anew each sixtieth of it; until FULL over the time that there is; invalid"
                        + " times are left out, and make it questionable",
                0,
                1,
                List.of("IN", "SPAN"),
                (frame, at, store, elapsedIsRead) ->
                        SlidingMean.of(frame, store).due(frame.now, Math.max(1, frame.longs[at + 1])),
                (frame, at, store) -> {
                    long span = Math.max(1, frame.readLong(at + 1));
                    int around = frame.quality;
                    SlidingMean mean = SlidingMean.of(frame, store);
                    mean.take(frame.now, frame.reals[at], frame.qualities[at], span);
                    frame.quality = around | mean.quality();
                    putReal(frame, at + 2, mean.value());
                    frame.quality = around;
                    put(frame, at + 3, mean.isFull(frame.now, span) ? 1 : 0);
                },
                in("IN", DataType.LREAL),
                in("SPAN", DataType.TIME),
                out("OUT", DataType.LREAL),
                out("FULL", DataType.BOOL));
    }

    private OwnBlocks() {}

    static Optional<BlockKind> find(String name) {
        return Optional.ofNullable(KINDS.get(name));
    }

    static List<BlockKind> all() {
        return List.copyOf(KINDS.values());
    }

    private static void add(
            String name,
            String meaning,
            int own,
            int stores,
            List<String> essential,
            Due due,
            Call call,
            Parameter... form) {
        KINDS.put(name, new BlockKind(name, meaning, List.of(form), own, stores, essential, call, due));
    }

    private static void putReal(Frame frame, int slot, double value) {
        if (frame.reals[slot] != value) {
            frame.reals[slot] = value;
            frame.times[slot] = frame.now;
            frame.changed = true;
        }
        if (frame.qualities[slot] != frame.quality) {
            frame.qualities[slot] = frame.quality;
            frame.changed = true;
        }
    }

    private static void levels() {
        add(
                "DEAD_BAND",
                "follows IN when it is WIDTH or more away from OUT",
                1,
                0,
                List.of("IN", "WIDTH"),
                NEVER,
                (frame, at, store) -> {
                    double value = frame.readReal(at);
                    double width = frame.readReal(at + 1);
                    boolean begins = frame.longs[at + 3] == 0;
                    keep(frame, at + 3, 1);
                    boolean follows = begins || Math.abs(value - frame.reals[at + 2]) >= width;
                    putReal(frame, at + 2, follows ? value : frame.reals[at + 2]);
                },
                in("IN", DataType.LREAL),
                in("WIDTH", DataType.LREAL),
                out("OUT", DataType.LREAL));
        add(
                "HYSTERESIS",
                "on above ON, off below OFF; with BELOW on below ON, off above OFF",
                0,
                0,
                List.of("IN", "ON", "OFF"),
                NEVER,
                (frame, at, store) -> {
                    double value = frame.readReal(at);
                    double on = frame.readReal(at + 1);
                    double off = frame.readReal(at + 2);
                    boolean below = frame.readLong(at + 3) != 0;
                    boolean rises = below ? value < on : value > on;
                    boolean falls = below ? value > off : value < off;
                    put(frame, at + 4, rises ? 1 : falls ? 0 : frame.longs[at + 4]);
                },
                in("IN", DataType.LREAL),
                in("ON", DataType.LREAL),
                in("OFF", DataType.LREAL),
                in("BELOW", DataType.BOOL),
                out("Q", DataType.BOOL));
    }

    private static void alarms() {
        add(
                "LATCH",
                "on while IN is, and until it was acknowledged; ALWAYS lets an acknowledgement act while IN is on",
                0,
                0,
                List.of("IN", "ACK"),
                NEVER,
                (frame, at, store) -> {
                    boolean in = frame.readLong(at) != 0;
                    boolean acknowledged = frame.readLong(at + 1) != 0;
                    boolean always = frame.readLong(at + 2) != 0;
                    boolean on = frame.longs[at + 3] != 0;
                    boolean cleared = acknowledged && (always || !in);
                    put(frame, at + 3, (in && !(always && acknowledged)) || on && !cleared ? 1 : 0);
                },
                in("IN", DataType.BOOL),
                in("ACK", DataType.BOOL),
                in("ALWAYS", DataType.BOOL),
                out("Q", DataType.BOOL));
        // Slots: IN RISE FALL AT_ACCEPTANCE Q, then the pending edge's time and whether one is pending.
        add(
                "HOLD",
                "takes a state that has lasted RISE or FALL; its time is that of the edge, or of its acceptance",
                2,
                0,
                List.of("IN"),
                (frame, at, store, elapsedIsRead) -> frame.longs[at + 6] == 0
                        ? BlockKind.NEVER
                        : frame.longs[at + 5] + frame.longs[frame.longs[at] != 0 ? at + 1 : at + 2],
                OwnBlocks::hold,
                in("IN", DataType.BOOL),
                in("RISE", DataType.TIME),
                in("FALL", DataType.TIME),
                in("AT_ACCEPTANCE", DataType.BOOL),
                out("Q", DataType.BOOL));
        // Slots: INHIBIT ENABLE ACTIVE ALWAYS AFTER Q ENABLED, then whether inhibited, since when, last INHIBIT and
        // ENABLE.
        add(
                "SENDING",
                "lets ACTIVE out unless sending is inhibited; enabled at power-up, by ENABLE, and AFTER an inhibition",
                4,
                0,
                List.of("ACTIVE"),
                (frame, at, store, elapsedIsRead) -> frame.longs[at + 7] == 0 || frame.longs[at + 4] <= 0
                        ? BlockKind.NEVER
                        : frame.longs[at + 8] + frame.longs[at + 4],
                OwnBlocks::send,
                in("INHIBIT", DataType.BOOL),
                in("ENABLE", DataType.BOOL),
                in("ACTIVE", DataType.BOOL),
                in("ALWAYS", DataType.BOOL),
                in("AFTER", DataType.TIME),
                out("Q", DataType.BOOL),
                out("ENABLED", DataType.BOOL));
    }

    private static void hold(Frame frame, int at, int store) {
        long in = frame.readLong(at);
        long span = in != 0 ? frame.readLong(at + 1) : frame.readLong(at + 2);
        boolean stamped = frame.longs[at + 3] != 0;
        long shown = frame.longs[at + 4];
        if (in == shown) {
            keep(frame, at + 6, 0);
            put(frame, at + 4, shown);
            return;
        }
        if (frame.longs[at + 6] == 0) {
            keep(frame, at + 6, 1);
            keep(frame, at + 5, frame.now);
        }
        long edge = frame.longs[at + 5];
        if (frame.now - edge < span) {
            put(frame, at + 4, shown);
            return;
        }
        keep(frame, at + 6, 0);
        put(frame, at + 4, in);
        if (!stamped) {
            frame.times[at + 4] = edge;
        }
    }

    private static void send(Frame frame, int at, int store) {
        long inhibit = frame.readLong(at);
        long enable = frame.readLong(at + 1);
        boolean inhibited = frame.longs[at + 7] != 0;
        boolean rises = (inhibit & ~frame.longs[at + 9]) != 0;
        boolean frees = (enable & ~frame.longs[at + 10]) != 0;
        long after = frame.readLong(at + 4);
        if (rises) {
            inhibited = true;
            keep(frame, at + 8, frame.now);
        } else if (frees || inhibited && after > 0 && frame.now - frame.longs[at + 8] >= after) {
            inhibited = false;
        }
        keep(frame, at + 7, inhibited ? 1 : 0);
        keep(frame, at + 9, inhibit);
        keep(frame, at + 10, enable);
        boolean active = frame.readLong(at + 2) != 0;
        boolean always = frame.readLong(at + 3) != 0;
        put(frame, at + 5, active && (!inhibited || always) ? 1 : 0);
        put(frame, at + 6, inhibited ? 0 : 1);
    }

    private static void counting() {
        // Slots: IN RESET START LIMIT BITS STOPS N Q, then the last IN and whether it has begun.
        add(
                "COUNTER",
                "counts rises of IN from START to LIMIT, or to the end of BITS bits; then it begins again at START, or STOPS",
                2,
                0,
                List.of("IN"),
                NEVER,
                (frame, at, store) -> {
                    long in = frame.readLong(at);
                    boolean reset = frame.readLong(at + 1) != 0;
                    long start = frame.readLong(at + 2);
                    long limit = frame.readLong(at + 3);
                    long bits = frame.readLong(at + 4);
                    boolean stops = frame.readLong(at + 5) != 0;
                    long room = bits >= 63 || bits <= 0 ? Long.MAX_VALUE : (1L << bits) - 1;
                    long most = limit > 0 ? Math.min(limit, room) : room;
                    long count = frame.longs[at + 9] == 0 || reset ? start : frame.longs[at + 6];
                    if (!reset && (in & ~frame.longs[at + 8]) != 0) {
                        count = count < most ? count + 1 : stops ? most : start;
                    }
                    keep(frame, at + 8, in);
                    keep(frame, at + 9, 1);
                    put(frame, at + 6, count);
                    put(frame, at + 7, limit > 0 && count >= limit ? 1 : 0);
                },
                in("IN", DataType.BOOL),
                in("RESET", DataType.BOOL),
                in("START", DataType.LINT),
                in("LIMIT", DataType.LINT),
                in("BITS", DataType.INT, 32L),
                in("STOPS", DataType.BOOL),
                out("N", DataType.LINT),
                out("Q", DataType.BOOL));
    }

    /** DAYS has a bit for each weekday: 1 Monday, 2 Tuesday, 4 Wednesday … 64 Sunday. */
    private static Set<DayOfWeek> days(long bits) {
        Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
        for (DayOfWeek day : DayOfWeek.values()) {
            if ((bits >> day.ordinal() & 1) != 0) {
                days.add(day);
            }
        }
        return days;
    }

    private static LocalTime clock(long nanos) {
        return LocalTime.ofNanoOfDay(Math.floorMod(nanos, DAY));
    }

    private static Instant instant(long nanos) {
        return Instant.ofEpochSecond(Math.floorDiv(nanos, SECOND), Math.floorMod(nanos, SECOND));
    }

    private static long nanos(Instant instant) {
        return instant.getEpochSecond() * SECOND + instant.getNano();
    }

    private static void clocks() {
        // The answer holds until the next full minute of the clock, or sooner where FROM or TO are finer.
        add(
                "TIME_WINDOW",
                "TRUE from FROM to TO by the clock on the wall, over midnight when FROM is later; DAYS on which it begins",
                0,
                0,
                List.of("FROM", "TO"),
                (frame, at, store, elapsedIsRead) -> {
                    Instant now = instant(frame.now);
                    Set<DayOfWeek> every = EnumSet.allOf(DayOfWeek.class);
                    Instant midnight = new DailySchedule(LocalTime.MIDNIGHT, every).next(now, frame.zone);
                    Instant from = new DailySchedule(clock(frame.longs[at]), every).next(now, frame.zone);
                    Instant to = new DailySchedule(clock(frame.longs[at + 1]), every).next(now, frame.zone);
                    var leap = frame.zone.getRules().nextTransition(now);
                    long due = Math.min(nanos(midnight), Math.min(nanos(from), nanos(to)));
                    return leap == null ? due : Math.min(due, nanos(leap.getInstant()));
                },
                (frame, at, store) -> {
                    long from = frame.readLong(at);
                    long to = frame.readLong(at + 1);
                    long days = frame.readLong(at + 2);
                    TimeWindow window = new TimeWindow(clock(from), clock(to), days(days));
                    put(frame, at + 3, window.contains(instant(frame.now).atZone(frame.zone)) ? 1 : 0);
                },
                in("FROM", DataType.TIME),
                in("TO", DataType.TIME),
                in("DAYS", DataType.BYTE, EVERY_DAY),
                out("Q", DataType.BOOL));
        // Slots: AT DAYS Q, then the next run and the AT and DAYS that it was found for.
        add(
                "SCHEDULE",
                "TRUE for one call at AT by the clock on the wall on DAYS; in a gap at its end, of two equal times at the first",
                3,
                0,
                List.of("AT"),
                (frame, at, store, elapsedIsRead) -> frame.longs[at + 2] != 0
                        ? frame.now + 1
                        : frame.longs[at + 3] == 0 ? BlockKind.NEVER : frame.longs[at + 3],
                (frame, at, store) -> {
                    long clock = frame.readLong(at);
                    long days = frame.readLong(at + 1);
                    long next = frame.longs[at + 3];
                    boolean runs = next != 0 && frame.now >= next;
                    boolean isStale = next == 0 || frame.longs[at + 4] != clock || frame.longs[at + 5] != days;
                    if ((runs || isStale) && (days & EVERY_DAY) != 0) {
                        DailySchedule schedule = new DailySchedule(clock(clock), days(days));
                        keep(frame, at + 3, nanos(schedule.next(instant(frame.now), frame.zone)));
                        keep(frame, at + 4, clock);
                        keep(frame, at + 5, days);
                    }
                    put(frame, at + 2, runs && !isStale ? 1 : 0);
                },
                in("AT", DataType.TIME),
                in("DAYS", DataType.BYTE, EVERY_DAY),
                out("Q", DataType.BOOL));
    }

    private static void intervals() {
        // Slots: PERIOD Q, then the time of the next run.
        add(
                "EVERY",
                "TRUE for one call each PERIOD, counted from the first call without drift",
                1,
                0,
                List.of("PERIOD"),
                (frame, at, store, elapsedIsRead) -> frame.longs[at + 1] != 0 ? frame.now + 1 : frame.longs[at + 2],
                (frame, at, store) -> {
                    long period = Math.max(1, frame.readLong(at));
                    long next = frame.longs[at + 2];
                    boolean runs = next != 0 && frame.now >= next;
                    if (next == 0) {
                        keep(frame, at + 2, frame.now + period);
                    } else if (runs) {
                        keep(frame, at + 2, next + ((frame.now - next) / period + 1) * period);
                    }
                    put(frame, at + 1, runs ? 1 : 0);
                },
                in("PERIOD", DataType.TIME),
                out("Q", DataType.BOOL));
    }

    private static void steps() {
        // Slots: ADVANCE BACK LAST N, then the last ADVANCE and BACK.
        add(
                "STEPS",
                "N goes from 1 to LAST and round at rises of ADVANCE, to 1 at a rise of BACK, which wins",
                2,
                0,
                List.of("ADVANCE", "LAST"),
                NEVER,
                (frame, at, store) -> {
                    long advance = frame.readLong(at);
                    long back = frame.readLong(at + 1);
                    long last = Math.max(1, frame.readLong(at + 2));
                    long step = Math.max(1, frame.longs[at + 3]);
                    if ((back & ~frame.longs[at + 5]) != 0) {
                        step = 1;
                    } else if ((advance & ~frame.longs[at + 4]) != 0) {
                        step = step % last + 1;
                    }
                    keep(frame, at + 4, advance);
                    keep(frame, at + 5, back);
                    put(frame, at + 3, Math.min(step, last));
                },
                in("ADVANCE", DataType.BOOL),
                in("BACK", DataType.BOOL),
                in("LAST", DataType.INT),
                out("N", DataType.INT));
    }
}
