package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;

/**
 * What a device is made up of.
 *
 * @param modules kinds of module by slot
 * @param licences licences that it has
 * @param ticked positions of selectors that a person has confirmed, by selector
 */
public record Fitted(SortedMap<String, Entry> modules, List<Entry> licences, SortedMap<String, Entry> ticked) {
    /** Nothing beyond the bare device. */
    public static final Fitted BARE = new Fitted(new TreeMap<>(), List.of(), new TreeMap<>());

    public Fitted {
        modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
        licences = List.copyOf(licences);
        ticked = Collections.unmodifiableSortedMap(new TreeMap<>(ticked));
    }

    /** Returns the same with other modules. */
    public Fitted withModules(SortedMap<String, Entry> others) {
        return new Fitted(others, licences, ticked);
    }

    /** Returns the same with other licences. */
    public Fitted withLicences(List<Entry> others) {
        return new Fitted(modules, others, ticked);
    }

    /** Returns the same with other confirmed positions. */
    public Fitted withTicked(SortedMap<String, Entry> others) {
        return new Fitted(modules, licences, others);
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
