package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;

/**
 * What a device is made up of, as its file says.
 *
 * @param hardware hardware version; null when not given
 * @param orderCode ordering code; null when not given
 * @param modules kinds of module by slot
 * @param licences licences that it has
 * @param ticked positions of selectors that a person has confirmed, by selector
 */
public record Fitted(
        Entry hardware,
        Entry orderCode,
        SortedMap<String, Entry> modules,
        List<Entry> licences,
        SortedMap<String, Entry> ticked) {
    /** Nothing beyond the bare device. */
    public static final Fitted BARE = new Fitted(null, null, new TreeMap<>(), List.of(), new TreeMap<>());

    public Fitted {
        modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
        licences = List.copyOf(licences);
        ticked = Collections.unmodifiableSortedMap(new TreeMap<>(ticked));
    }

    /** Returns the hardware version, or empty when not given. */
    public Optional<Entry> hardwareVersion() {
        return Optional.ofNullable(hardware);
    }

    /** Returns the ordering code, or empty when not given. */
    public Optional<Entry> ordered() {
        return Optional.ofNullable(orderCode);
    }

    /** Returns the names of the licences. */
    public List<String> licenceNames() {
        return licences.stream().map(Entry::text).toList();
    }

    /** Returns the kinds of the modules by slot. */
    public SortedMap<String, String> moduleNames() {
        SortedMap<String, String> names = new TreeMap<>();
        modules.forEach((slot, entry) -> names.put(slot, entry.text()));
        return names;
    }
}
