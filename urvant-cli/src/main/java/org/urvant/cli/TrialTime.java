package org.urvant.cli;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import picocli.CommandLine.Option;

/** When a trial begins, how long it lasts, and how fast its cycles follow each other. */
final class TrialTime {
    @Option(
            names = "--for",
            paramLabel = "TIME",
            description = "How long: 5s, 24h; otherwise a minute after the last input, or a day.")
    private String length;

    @Option(
            names = "--at",
            paramLabel = "WHEN",
            description = "Local begin, such as 2026-03-28T12:00; otherwise today at midnight.")
    private String begin;

    @Option(
            names = "--cycle",
            paramLabel = "TIME",
            description = "Time from cycle to cycle; otherwise that of the type.")
    private String cycle;

    @Option(names = "--zone", paramLabel = "ZONE", description = "Time zone; otherwise the device's, or UTC.")
    private String zone;

    Optional<Duration> span() {
        return Optional.ofNullable(length).map(text -> GivenTime.span("--for", text));
    }

    Optional<Duration> cycle() {
        return Optional.ofNullable(cycle).map(text -> GivenTime.span("--cycle", text));
    }

    Optional<ZoneId> zone() {
        return Optional.ofNullable(zone).map(GivenTime::zone);
    }

    /** Returns the begin in a zone; midnight of today there when none was given. */
    Instant begin(ZoneId where, Instant now) {
        return begin != null
                ? GivenTime.instant("--at", begin, where)
                : LocalDate.ofInstant(now, where).atStartOfDay(where).toInstant();
    }
}
