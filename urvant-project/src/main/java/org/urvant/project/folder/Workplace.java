package org.urvant.project.folder;

import java.nio.file.Path;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.Objects;

/**
 * Who works on a project, and with what.
 *
 * @param person who works; stands in the ledger
 * @param clock tells the date and time that the ledger records
 * @param home folder for what belongs to the person and not to a project; made when something is first kept there
 */
public record Workplace(String person, InstantSource clock, Path home) {
    public Workplace {
        Objects.requireNonNull(person, "person");
        Objects.requireNonNull(clock, "clock");
        Objects.requireNonNull(home, "home");
    }

    /** Returns the time as it stands in names of files that are kept. */
    String stamp() {
        return clock.instant().truncatedTo(ChronoUnit.SECONDS).toString().replace(":", "");
    }
}
