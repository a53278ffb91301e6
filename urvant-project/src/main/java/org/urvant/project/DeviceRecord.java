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
 */
public record DeviceRecord(
        Optional<Fingerprint> saved,
        Optional<Fingerprint> downloaded,
        Optional<Fingerprint> signedOff,
        boolean factoryPassword,
        String serial) {
    /** Returns the record of a device of which nothing is known. */
    public static DeviceRecord empty() {
        return new DeviceRecord(Optional.empty(), Optional.empty(), Optional.empty(), false, "");
    }
}
