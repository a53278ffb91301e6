package org.urvant.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** F27 and F28: windows of the day and schedules, by the clock on the wall. */
class DayTimesTest {
    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");
    private static final Set<DayOfWeek> WORK = EnumSet.range(DayOfWeek.MONDAY, DayOfWeek.FRIDAY);

    /** 2026-11-23 is a Monday. */
    @ParameterizedTest(name = "{0} to {1} at {2}: {3}")
    @CsvSource({
        "08:00, 16:00, 2026-11-23T08:00, true", "08:00, 16:00, 2026-11-23T16:00, false",
        "08:00, 16:00, 2026-11-23T07:59, false", "08:00, 16:00, 2026-11-22T12:00, false",
        "22:00, 06:00, 2026-11-23T22:00, true", "22:00, 06:00, 2026-11-24T05:59, true",
        "22:00, 06:00, 2026-11-24T06:00, false", "22:00, 06:00, 2026-11-23T05:00, false",
        "22:00, 06:00, 2026-11-28T05:00, true", "22:00, 06:00, 2026-11-28T22:00, false",
        "00:00, 00:00, 2026-11-23T00:00, true", "00:00, 00:00, 2026-11-28T12:00, false"
    })
    void aWindowBelongsToTheDayOnWhichItBegins(LocalTime from, LocalTime to, LocalDateTime at, boolean within) {
        assertThat(new TimeWindow(from, to, WORK).contains(at.atZone(OSLO))).isEqualTo(within);
    }

    @ParameterizedTest(name = "{0} after {1}: {2}")
    @CsvSource({
        "06:30, 2026-11-23T06:29:59Z, 2026-11-24T05:30:00Z", "06:30, 2026-11-23T05:29:59Z, 2026-11-23T05:30:00Z",
        "06:30, 2026-11-23T05:30:00Z, 2026-11-24T05:30:00Z", "06:30, 2026-11-27T05:30:00Z, 2026-11-30T05:30:00Z",
        "02:30, 2026-03-27T12:00:00Z, 2026-03-30T00:30:00Z"
    })
    void theNextRunIsOnOneOfItsDays(LocalTime at, Instant after, Instant expected) {
        assertThat(new DailySchedule(at, WORK).next(after, OSLO)).isEqualTo(expected);
    }

    /** Over a year there is one run each day, in order, also on the days on which the clock leaps. */
    @Property(tries = 60)
    void aYearHasARunEachDay(@ForAll @IntRange(max = 1_439) int minute) {
        DailySchedule schedule =
                new DailySchedule(LocalTime.ofSecondOfDay(minute * 60L), EnumSet.allOf(DayOfWeek.class));
        Instant run =
                LocalDateTime.parse("2026-01-01T00:00").atZone(OSLO).toInstant().minusNanos(1);
        for (int day = 1; day <= 365; day++) {
            Instant next = schedule.next(run, OSLO);
            Duration between = Duration.between(run, next);
            assertThat(next.atZone(OSLO).getDayOfYear()).isEqualTo(day);
            assertThat(between).isLessThanOrEqualTo(Duration.ofHours(25));
            run = next;
        }
    }

    @Test
    void aScheduleWithoutDaysIsRefused() {
        assertThatThrownBy(() -> new DailySchedule(LocalTime.NOON, Set.of())).hasMessageContaining("at least one day");
    }
}
