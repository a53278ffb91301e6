package org.urvant.devices.standin;

import java.util.Objects;

/**
 * What a stand-in pretends to be.
 *
 * @param type device type
 * @param firmware firmware version
 * @param serial serial number
 * @param user user that may configure it
 * @param factoryPassword password that a new one has
 */
public record StandInProfile(String type, String firmware, String serial, String user, String factoryPassword) {
    public StandInProfile {
        Objects.requireNonNull(type, "type");
        Objects.requireNonNull(firmware, "firmware");
        Objects.requireNonNull(serial, "serial");
    }
}
