package org.urvant.core.device;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * What runs on a type.
 *
 * @param firmware versions, oldest first
 * @param licences what can be licensed, with its meaning
 * @param logic programs, of the type and of a device
 */
public record Software(List<Firmware> firmware, SortedMap<String, String> licences, LogicDefinition logic) {
    public Software {
        firmware = List.copyOf(firmware);
        licences = Collections.unmodifiableSortedMap(new TreeMap<>(licences));
    }

    /** Creates what runs on a type without logic. */
    public Software(List<Firmware> firmware, SortedMap<String, String> licences) {
        this(firmware, licences, LogicDefinition.NONE);
    }

    /** Returns the names of the versions, oldest first. */
    public List<String> versions() {
        return firmware.stream().map(Firmware::version).toList();
    }

    /** Returns whether a version is older than another; false when either is not known. */
    public boolean isOlder(String version, String than) {
        if (than.isEmpty()) {
            return false; // most settings have always been there
        }
        int has = versions().indexOf(version);
        return has >= 0 && has < versions().indexOf(than);
    }

    /** Returns whether one version may be replaced by another, without a step between. */
    public boolean mayUpgrade(String from, String to) {
        return IntStream.range(0, firmware.size())
                .filter(i -> firmware.get(i).version().equals(to))
                .anyMatch(i -> versions().indexOf(from) >= 0
                        && versions().indexOf(from) < i
                        && (firmware.get(i).from().isEmpty()
                                || firmware.get(i).from().contains(from)));
    }
}
