package org.urvant.devices.standin;

import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Account;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Entry;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.Device;
import org.urvant.project.Plate;

/**
 * What a stand-in pretends to be.
 *
 * @param type device type
 * @param firmware firmware version
 * @param serial serial number
 * @param hardware hardware revision; empty text when it does not say
 * @param mac MAC address; empty text when it does not say
 * @param accounts users that it has when it is new
 * @param modules kinds of the modules that it has, by slot
 */
public record StandInProfile(
        String type,
        String firmware,
        String serial,
        String hardware,
        String mac,
        List<Account> accounts,
        SortedMap<String, String> modules) {
    public StandInProfile {
        Objects.requireNonNull(type, "type");
        Objects.requireNonNull(firmware, "firmware");
        Objects.requireNonNull(serial, "serial");
        accounts = List.copyOf(accounts);
        modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
    }

    /** Creates a profile without modules that says neither hardware revision nor MAC address. */
    public StandInProfile(String type, String firmware, String serial, List<Account> accounts) {
        this(type, firmware, serial, "", "", accounts, new TreeMap<>());
    }

    /** Returns the unit that a project means by a device; what it does not say of it is made up from the device's name. */
    public static StandInProfile of(DeviceType type, Device device) {
        String made = Fingerprint.of(device.name().getBytes(StandardCharsets.UTF_8))
                .hex()
                .substring(0, 8)
                .toUpperCase(Locale.ROOT);
        String serial = device.plate().text(Plate.Item.SERIAL);
        String mac = type.sheet().settings(Meaning.MAC_ADDRESS).stream()
                .flatMap(setting -> Optional.ofNullable(device.settings().get(setting.path())).stream())
                .map(Entry::text)
                .findFirst()
                .orElse("02-00-" + made.replaceAll("..(?=.)", "$0-"));
        return new StandInProfile(
                type.name(),
                device.firmware().text(),
                serial.isEmpty() ? made : serial,
                device.plate().text(Plate.Item.HARDWARE),
                mac,
                type.accounts(),
                device.fitted().moduleNames());
    }
}
