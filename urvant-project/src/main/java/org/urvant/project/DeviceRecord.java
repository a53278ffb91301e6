package org.urvant.project;

import java.util.Optional;
import org.urvant.core.tree.Fingerprint;

/**
 * What the ledger knows of one device's past; an empty fingerprint means "never".
 *
 * @param saved fingerprint of the configuration that was saved last
 * @param downloaded fingerprint of the configuration that was last confirmed on the device
 * @param signedOff fingerprint that a person signed off last
 * @param factoryPassword whether some account still had its factory password at the last log-on
 * @param serial serial number of the unit that took the last download; empty text for none
 * @param unfinished a download that was begun and never confirmed whole; empty when there is none
 */
public record DeviceRecord(
        Optional<Fingerprint> saved,
        Optional<Fingerprint> downloaded,
        Optional<Fingerprint> signedOff,
        boolean factoryPassword,
        String serial,
        Optional<Intention> unfinished) {
    /**
     * What a download was to do.
     *
     * @param fingerprint fingerprint of what was to run
     * @param serial serial number of the unit
     * @param replaced fingerprint of what was there before, or {@code none}
     * @param backup name of the file that keeps what was there, or {@code none}
     * @param restarts whether the unit was to restart afterwards
     * @param isConfirmed whether it was read back and found equal, so that only the restart is due
     */
    public record Intention(
            Fingerprint fingerprint,
            String serial,
            String replaced,
            String backup,
            boolean restarts,
            boolean isConfirmed) {}

    /** Returns the record of a device of which nothing is known. */
    public static DeviceRecord empty() {
        return new DeviceRecord(Optional.empty(), Optional.empty(), Optional.empty(), false, "", Optional.empty());
    }
}
