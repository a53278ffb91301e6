package org.urvant.devices.standin;

import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Account;

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
}
