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
 * @param modules kinds of the modules that it has, by slot; empty when it does not say
 * @param active fingerprint of the configuration that it runs; empty when it has none
 */
public record Identity(
        String device,
        String type,
        String firmware,
        String serial,
        String hardware,
        String mac,
        Optional<SortedMap<String, String>> modules,
        Optional<Fingerprint> active) {
    public Identity {
        Objects.requireNonNull(type, "type");
        Objects.requireNonNull(serial, "serial");
    }
}
