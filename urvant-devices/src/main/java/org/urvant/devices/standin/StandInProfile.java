package org.urvant.devices.standin;

import java.util.List;
import java.util.Objects;
import org.urvant.core.device.Account;

/**
 * What a stand-in pretends to be.
 *
 * @param type device type
 * @param firmware firmware version
 * @param serial serial number
 * @param accounts users that it has when it is new
 */
public record StandInProfile(String type, String firmware, String serial, List<Account> accounts) {
    public StandInProfile {
        Objects.requireNonNull(type, "type");
        Objects.requireNonNull(firmware, "firmware");
        Objects.requireNonNull(serial, "serial");
        accounts = List.copyOf(accounts);
    }
}
