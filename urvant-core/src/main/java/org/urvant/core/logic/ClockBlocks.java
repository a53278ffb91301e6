package org.urvant.core.logic;

import static org.urvant.core.logic.BlockKind.form;
import static org.urvant.core.logic.Blocks.keep;
import static org.urvant.core.logic.Blocks.put;
import static org.urvant.core.logic.DataType.BOOL;
import static org.urvant.core.logic.DataType.BYTE;
import static org.urvant.core.logic.DataType.TIME;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.urvant.core.time.DailySchedule;
import org.urvant.core.time.TimeWindow;

/** Blocks that act by the clock on the wall, or in intervals. */
final class ClockBlocks {
    private static final long SECOND = 1_000_000_000L;
    private static final long DAY = 86_400 * SECOND;
    private static final Long EVERY_DAY = 127L;

    private ClockBlocks() {}

    static List<BlockKind> kinds() {
        return List.of(timeWindow(), schedule(), every());
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

    private static final class Window {
        static final int FROM = 0;
        static final int TO = 1;
        static final int DAYS = 2;
        static final int Q = 3;
    }

    /** The answer holds until the next full minute of the clock, or sooner where FROM or TO are finer. */
    private static BlockKind timeWindow() {
        return form(
                        "TIME_WINDOW",
                        "TRUE from FROM to TO by the clock on the wall, over midnight when FROM is later; DAYS on which it begins")
                .in("FROM", TIME)
                .in("TO", TIME)
                .in("DAYS", BYTE, EVERY_DAY)
                .out("Q", BOOL)
                .essential("FROM", "TO")
                .due((frame, at, store, elapsedIsRead) -> {
                    Instant now = instant(frame.now);
                    Set<DayOfWeek> every = EnumSet.allOf(DayOfWeek.class);
                    Instant midnight = new DailySchedule(LocalTime.MIDNIGHT, every).next(now, frame.zone);
                    Instant from = new DailySchedule(clock(frame.longs[at + Window.FROM]), every).next(now, frame.zone);
                    Instant to = new DailySchedule(clock(frame.longs[at + Window.TO]), every).next(now, frame.zone);
                    var leap = frame.zone.getRules().nextTransition(now);
                    long due = Math.min(nanos(midnight), Math.min(nanos(from), nanos(to)));
                    return leap == null ? due : Math.min(due, nanos(leap.getInstant()));
                })
                .calls((frame, at, store) -> {
                    long from = frame.readLong(at + Window.FROM);
                    long to = frame.readLong(at + Window.TO);
                    long days = frame.readLong(at + Window.DAYS);
                    TimeWindow window = new TimeWindow(clock(from), clock(to), days(days));
                    put(frame, at + Window.Q, window.contains(instant(frame.now).atZone(frame.zone)));
                });
    }

    private static final class Schedule {
        static final int AT = 0;
        static final int DAYS = 1;
        static final int Q = 2;
        static final int NEXT = 3;
        /** What the next run was found for. */
        static final int FOUND_AT = 4;

        static final int FOUND_DAYS = 5;
    }

    private static BlockKind schedule() {
        return form(
                        "SCHEDULE",
                        "TRUE for one call at AT by the clock on the wall on DAYS; in a gap at its end, of two equal times at the"
                                + " first")
                .in("AT", TIME)
                .in("DAYS", BYTE, EVERY_DAY)
                .out("Q", BOOL)
                .essential("AT")
                .keeps(3)
                .due((frame, at, store, elapsedIsRead) -> frame.longs[at + Schedule.Q] != 0
                        ? frame.now + 1
                        : frame.longs[at + Schedule.NEXT] == 0 ? BlockKind.NEVER : frame.longs[at + Schedule.NEXT])
                .calls((frame, at, store) -> {
                    long clock = frame.readLong(at + Schedule.AT);
                    long days = frame.readLong(at + Schedule.DAYS);
                    long next = frame.longs[at + Schedule.NEXT];
                    boolean runs = next != 0 && frame.now >= next;
                    boolean isStale = next == 0
                            || frame.longs[at + Schedule.FOUND_AT] != clock
                            || frame.longs[at + Schedule.FOUND_DAYS] != days;
                    if ((runs || isStale) && (days & EVERY_DAY) != 0) {
                        DailySchedule schedule = new DailySchedule(clock(clock), days(days));
                        keep(frame, at + Schedule.NEXT, nanos(schedule.next(instant(frame.now), frame.zone)));
                        keep(frame, at + Schedule.FOUND_AT, clock);
                        keep(frame, at + Schedule.FOUND_DAYS, days);
                    }
                    put(frame, at + Schedule.Q, runs && !isStale);
                });
    }

    private static final class Every {
        static final int PERIOD = 0;
        static final int Q = 1;
        static final int NEXT = 2;
    }

    private static BlockKind every() {
        return form("EVERY", "TRUE for one call each PERIOD, counted from the first call without drift")
                .in("PERIOD", TIME)
                .out("Q", BOOL)
                .essential("PERIOD")
                .keeps(1)
                .due((frame, at, store, elapsedIsRead) ->
                        frame.longs[at + Every.Q] != 0 ? frame.now + 1 : frame.longs[at + Every.NEXT])
                .calls((frame, at, store) -> {
                    long period = Math.max(1, frame.readLong(at + Every.PERIOD));
                    long next = frame.longs[at + Every.NEXT];
                    boolean runs = next != 0 && frame.now >= next;
                    if (next == 0) {
                        keep(frame, at + Every.NEXT, frame.now + period);
                    } else if (runs) {
                        keep(frame, at + Every.NEXT, next + ((frame.now - next) / period + 1) * period);
                    }
                    put(frame, at + Every.Q, runs);
                });
    }
}
