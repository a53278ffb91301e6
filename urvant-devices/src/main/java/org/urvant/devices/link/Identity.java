package org.urvant.devices.link;

import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import org.urvant.core.tree.Fingerprint;

/**
 * Who a device says it is.
 *
 * @param device name that it was given; empty text on a device that never had a configuration
 * @param type device type
 * @param firmware firmware version
 * @param serial serial number
 * @param hardware hardware revision; empty text when it does not say
 * @param mac MAC address of its station bus; empty text when it does not say
 * @param modules kinds of the modules that it has, by slot; null when it does not say
 * @param active fingerprint of the configuration that it runs; null when it has none
 */
public record Identity(
        String device,
        String type,
        String firmware,
        String serial,
        String hardware,
        String mac,
        SortedMap<String, String> modules,
        Fingerprint active) {
    public Identity {
        Objects.requireNonNull(type, "type");
        Objects.requireNonNull(serial, "serial");
    }

    /** Returns the fingerprint of the configuration that the device runs, or empty when it has none. */
    public Optional<Fingerprint> activeFingerprint() {
        return Optional.ofNullable(active);
    }

    /** Returns the modules that the device says it has, or empty when it does not say. */
    public Optional<SortedMap<String, String>> modulesFound() {
        return Optional.ofNullable(modules);
    }
}
