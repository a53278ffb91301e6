package org.urvant.core.time;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.util.Objects;
import java.util.Set;

/**
 * A part of the day on some weekdays, in local time: from its begin, included, to its end, excluded. A window whose begin is after
 * its end goes over midnight, and the hours after midnight belong to the day on which it began. A window whose begin is its end
 * is the whole day.
 *
 * @param days days on which it begins
 */
public record TimeWindow(LocalTime from, LocalTime to, Set<DayOfWeek> days) {
    public TimeWindow {
        Objects.requireNonNull(from, "from");
        Objects.requireNonNull(to, "to");
        days = Set.copyOf(days);
    }

    /** Returns a window of every day. */
    public static TimeWindow daily(LocalTime from, LocalTime to) {
        return new TimeWindow(from, to, Set.of(DayOfWeek.values()));
    }

    /** Returns whether a moment is within, by the clock on the wall of its zone. */
    public boolean contains(ZonedDateTime moment) {
        LocalTime clock = moment.toLocalTime();
        DayOfWeek today = moment.getDayOfWeek();
        if (from.isBefore(to)) {
            return days.contains(today) && !clock.isBefore(from) && clock.isBefore(to);
        }
        return days.contains(today) && !clock.isBefore(from) || days.contains(today.minus(1)) && clock.isBefore(to);
    }
}
