package org.urvant.devices.transfer;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.check.DeviceRules;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/** Holds the unit that answers against the one that the project means, and its clock against the time. */
public final class UnitCheck {
    /** How far a clock may be off before it is said. */
    public static final Duration CLOCK_TOLERANCE = Duration.ofSeconds(5);

    private UnitCheck() {}

    /**
     * One thing in which the unit is not the one of the project.
     *
     * @param rule the rule that it breaks
     * @param what what differs, such as {@code firmware}
     * @param at path of the device's value that would have to change; null for a module, which is fitted
     * @param found what the unit says
     * @param expected what the project says
     */
    public record Mismatch(Rule rule, String what, String at, String found, String expected) {
        /** Returns the path of the device's value that would have to change; empty for a module, which is fitted. */
        public Optional<String> key() {
            return Optional.ofNullable(at);
        }

        /** Returns it in words. */
        public String text() {
            return what + ": the device has " + found + ", the project " + expected;
        }
    }

    /**
     * Returns in what the unit differs from what the project expects: firmware, hardware revision, modules slot by slot, serial
     * number, MAC address. What either does not know is not held against it. The serial number that the project expects is the
     * one in the device's file, else that of the unit that took the last download.
     */
    public static List<Mismatch> mismatches(Identity identity, Project project, Device device) {
        List<Mismatch> all = new ArrayList<>();
        hold(
                DeviceRules.HARDWARE_DIFFERS,
                "firmware",
                "firmware",
                identity.firmware(),
                device.firmware().text(),
                all);
        String revision = device.plate().text(Plate.Item.HARDWARE);
        hold(DeviceRules.HARDWARE_DIFFERS, "hardware revision", "hardware", identity.hardware(), revision, all);
        SortedMap<String, String> wanted = device.fitted().moduleNames();
        SortedMap<String, String> found = identity.modules().orElse(wanted);
        TreeSet<String> slots = new TreeSet<>(wanted.keySet());
        slots.addAll(found.keySet());
        for (String slot : slots) {
            String has = found.getOrDefault(slot, "nothing");
            hold(DeviceRules.HARDWARE_DIFFERS, "slot " + slot, null, has, wanted.getOrDefault(slot, "nothing"), all);
        }
        hold(UnitRules.WRONG_DEVICE, "serial number", "serial", identity.serial(), expectedSerial(device), all);
        SortedMap<String, String> addresses = macAddresses(project, device);
        if (!identity.mac().isEmpty() && !addresses.isEmpty() && !addresses.containsValue(normal(identity.mac()))) {
            String at = addresses.firstKey();
            hold(UnitRules.WRONG_DEVICE, "MAC address", at, normal(identity.mac()), addresses.get(at), all);
        }
        return all;
    }

    private static void hold(Rule rule, String what, String at, String found, String expected, List<Mismatch> all) {
        if (!found.isEmpty() && !expected.isEmpty() && !found.equals(expected)) {
            all.add(new Mismatch(rule, what, at, found, expected));
        }
    }

    /** Returns the serial number that the project expects: the one given, else that of the last download; empty when not known. */
    static String expectedSerial(Device device) {
        return device.plate()
                .entry(Plate.Item.SERIAL)
                .map(Entry::text)
                .orElse(device.record().serial());
    }

    /** Returns the MAC addresses that a device is given, by the paths of the settings. */
    private static SortedMap<String, String> macAddresses(Project project, Device device) {
        SortedMap<String, String> addresses = new TreeMap<>();
        project.type(device).ifPresent(type -> {
            Sheet own = DeviceSheets.of(type, device).own();
            for (SettingDefinition setting : own.definition().settings(Meaning.MAC_ADDRESS)) {
                if (own.value(setting.path()) instanceof String address) {
                    addresses.put(setting.path(), normal(address));
                }
            }
        });
        addresses.values().removeIf(String::isEmpty);
        return addresses;
    }

    /** Returns a MAC address as twelve capital digits with hyphens; a text of another form as it is. */
    private static String normal(String address) {
        String digits = address.replaceAll("[-:. ]", "").toUpperCase(Locale.ROOT);
        return digits.length() == 12 ? digits.replaceAll("..(?=.)", "$0-") : address;
    }

    /**
     * Refuses a unit that is not the one of the project, before anything is written to it.
     *
     * @throws RefusedException naming all mismatches
     */
    public static void refuseOther(Identity identity, Project project, Device device) {
        List<Mismatch> all = mismatches(identity, project, device);
        if (!all.isEmpty()) {
            throw new RefusedException(
                    all.get(0).rule().id() + ": "
                            + String.join("; ", all.stream().map(Mismatch::text).toList()),
                    "If this is not the unit that is meant, connect the one that is; if it is, take over what it is.",
                    Step.of(Action.TAKE_AS_BUILT, device.name()));
        }
    }

    /** Returns how far a device's clock is ahead of the time; negative when it is behind. */
    public static Duration clockAhead(Instant shown, InstantSource clock) {
        return Duration.between(clock.instant(), shown);
    }

    /** Returns whether a clock is right within {@link #CLOCK_TOLERANCE}. */
    public static boolean isClockRight(Duration ahead) {
        return ahead.abs().compareTo(CLOCK_TOLERANCE) <= 0;
    }

    /** Returns how far a clock is off in words, such as {@code 90.0 s behind this computer}. */
    public static String clockText(Duration ahead) {
        if (isClockRight(ahead)) {
            return "right within " + CLOCK_TOLERANCE.toSeconds() + " s";
        }
        String off = String.format(Locale.ROOT, "%.1f s", Math.abs(ahead.toMillis()) / 1000.0);
        return off + (ahead.isNegative() ? " behind" : " ahead of") + " this computer" + hint(ahead);
    }

    /** Whole hours are rarely drift. */
    private static String hint(Duration ahead) {
        long off = Math.abs(ahead.toSeconds()) % 3_600;
        boolean wholeHours = Math.abs(ahead.toSeconds()) > 1_800 && (off < 60 || off > 3_540);
        return wholeHours ? "; whole hours: is its zone wrong?" : "";
    }

    /** Sets a device's clock; returns what was done, in words. */
    public static String setClock(DeviceLink link, InstantSource clock) {
        Duration before = clockAhead(link.clock(), clock);
        link.setClock(clock.instant());
        return String.format(
                Locale.ROOT,
                "set; it was %.1f s %s",
                Math.abs(before.toMillis()) / 1000.0,
                before.isNegative() ? "behind" : "ahead");
    }
}
