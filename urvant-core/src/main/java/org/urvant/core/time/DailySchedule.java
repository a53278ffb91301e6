package org.urvant.core.time;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Objects;
import java.util.Set;

/**
 * Runs at a time of the day on some weekdays, by the clock on the wall. When summer time begins and the clock leaps over the time,
 * it runs at the first moment after the gap; when it ends and the time comes twice, it runs at the first one only.
 */
public record DailySchedule(LocalTime at, Set<DayOfWeek> days) {
    public DailySchedule {
        Objects.requireNonNull(at, "at");
        days = Set.copyOf(days);
        if (days.isEmpty()) {
            throw new IllegalArgumentException("a schedule needs at least one day");
        }
    }

    /** Returns the first run after a moment. */
    public Instant next(Instant after, ZoneId zone) {
        LocalDate day = after.atZone(zone).toLocalDate();
        while (true) {
            Instant run = on(day, zone);
            if (days.contains(day.getDayOfWeek()) && run.isAfter(after)) {
                return run;
            }
            day = day.plusDays(1);
        }
    }

    /** A clock time within a gap is the moment at which the gap ends; of two equal ones the earlier is meant. */
    private Instant on(LocalDate day, ZoneId zone) {
        var transition = zone.getRules().getTransition(day.atTime(at));
        return transition != null && transition.isGap()
                ? transition.getInstant()
                : ZonedDateTime.ofLocal(day.atTime(at), zone, null).toInstant();
    }
}
