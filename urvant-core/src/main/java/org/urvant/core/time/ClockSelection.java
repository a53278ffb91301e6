package org.urvant.core.time;

import java.time.Duration;
import java.time.Instant;
import java.util.Objects;

/**
 * Chooses between a main and a backup source of time: the backup takes over when the main one has been lost for a while, and
 * hands back when it has been healthy again for a while. At any instant exactly one of them, or nobody, may write the clock.
 * Single-threaded.
 */
public final class ClockSelection {
    private final Duration lostFor;
    private final Duration healthyFor;
    private Source chosen = Source.MAIN;
    private boolean wasHealthy = true;
    private Instant since;

    /** Who may write the clock. */
    public enum Source {
        MAIN,
        BACKUP,
        NOBODY
    }

    /**
     * Creates a selection that begins with the main source.
     *
     * @param lostFor how long the main source must be lost before the backup takes over
     * @param healthyFor how long it must be healthy again before it gets the clock back
     */
    public ClockSelection(Duration lostFor, Duration healthyFor) {
        this.lostFor = Objects.requireNonNull(lostFor, "lostFor");
        this.healthyFor = Objects.requireNonNull(healthyFor, "healthyFor");
    }

    /**
     * Takes how the sources are at an instant and returns who may write the clock from then on.
     *
     * @throws IllegalArgumentException when the instant lies before the one given last
     */
    public Source at(Instant now, boolean isMainHealthy, boolean isBackupHealthy) {
        if (since == null || isMainHealthy != wasHealthy) {
            since = now;
        }
        if (now.isBefore(since)) {
            throw new IllegalArgumentException(now + " lies before " + since);
        }
        wasHealthy = isMainHealthy;
        Duration lasted = Duration.between(since, now);
        if (isMainHealthy && (chosen == Source.MAIN || lasted.compareTo(healthyFor) >= 0)) {
            chosen = Source.MAIN;
        } else if (!isMainHealthy && lasted.compareTo(lostFor) >= 0) {
            chosen = Source.BACKUP;
        }
        boolean works = chosen == Source.MAIN ? isMainHealthy : isBackupHealthy;
        return works ? chosen : Source.NOBODY;
    }
}
