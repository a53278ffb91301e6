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
 * @param cache folder of the person's own for what can be made again at any time; made likewise
 */
public record Workplace(String person, InstantSource clock, Path home, Path cache) {
    public Workplace {
        Objects.requireNonNull(person, "person");
        Objects.requireNonNull(clock, "clock");
        Objects.requireNonNull(home, "home");
        Objects.requireNonNull(cache, "cache");
    }

    /** Returns where somebody works whose cache lies in the folder that is the person's own. */
    public Workplace(String person, InstantSource clock, Path home) {
        this(person, clock, home, home.resolve("cache"));
    }

    /** Returns the time as it stands in names of files that are kept. */
    String stamp() {
        return clock.instant().truncatedTo(ChronoUnit.SECONDS).toString().replace(":", "");
    }
}
