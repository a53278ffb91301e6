package org.urvant.cli;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.zone.ZoneOffsetTransition;
import java.util.List;
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
            return instant(option, text, local, where);
        } catch (DateTimeException e) {
            throw new MalformedInputException(
                    Position.in(option), "'" + text + "' is no time", "Write it as 2026-03-28T12:00.", e);
        }
    }

    /** An hour that the summer time leaves out or has twice is not taken for another one. */
    private static Instant instant(String option, String text, LocalDateTime local, ZoneId where) {
        List<ZoneOffset> offsets = where.getRules().getValidOffsets(local);
        if (offsets.size() != 1) {
            ZoneOffsetTransition change = where.getRules().getTransition(local);
            throw new MalformedInputException(
                    Position.in(option),
                    "'" + text + "' " + (offsets.isEmpty() ? "does not exist" : "is twice") + " in " + where
                            + ", where clocks go from "
                            + change.getDateTimeBefore().toLocalTime() + " to "
                            + change.getDateTimeAfter().toLocalTime() + " that day",
                    "Begin before that, or give --zone UTC.");
        }
        return local.toInstant(offsets.get(0));
    }

    static Duration span(String option, String text) {
        return StimulusTable.time(text)
                .orElseThrow(() -> new MalformedInputException(
                        Position.in(option), "'" + text + "' is no length of time", "Write it as 5s, 24h or 1h30m."));
    }
}
