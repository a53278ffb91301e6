package org.urvant.cli;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.formats.table.StimulusTable;

/** Times as they are given on the command line. */
final class GivenTime {
    private GivenTime() {}

    static ZoneId zone(String text) {
        try {
            return ZoneId.of(text);
        } catch (DateTimeException e) {
            throw new MalformedInputException(
                    Position.in("--zone"), "'" + text + "' is no time zone", "Name a place, such as Europe/Oslo.", e);
        }
    }

    static Instant instant(String option, String text, ZoneId where) {
        try {
            LocalDateTime local = text.contains("T")
                    ? LocalDateTime.parse(text)
                    : LocalDate.parse(text).atTime(LocalTime.MIDNIGHT);
            return local.atZone(where).toInstant();
        } catch (DateTimeException e) {
            throw new MalformedInputException(
                    Position.in(option), "'" + text + "' is no time", "Write it as 2026-03-28T12:00.", e);
        }
    }

    static Duration span(String option, String text) {
        return StimulusTable.time(text)
                .orElseThrow(() -> new MalformedInputException(
                        Position.in(option), "'" + text + "' is no length of time", "Write it as 5s, 24h or 1h30m."));
    }
}
