package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;

/**
 * A bay of the site: its primary equipment as the plates give it, and the devices that protect it.
 *
 * @param name name of the bay, unique on the site
 * @param breakers number of its circuit breakers; 0 when not given
 * @param devices names of its devices
 * @param ratings ratings of its equipment, by the path that devices give the same rating at: {@code ct.primary}
 * @param feeding what feeds it; empty when that is not said
 * @param position where it stands
 */
public record Bay(
        String name,
        int breakers,
        List<Entry> devices,
        SortedMap<String, Entry> ratings,
        Optional<Feeding> feeding,
        Position position) {
    public Bay {
        Objects.requireNonNull(name, "name");
        devices = List.copyOf(devices);
        ratings = Collections.unmodifiableSortedMap(new TreeMap<>(ratings));
    }

    /** Creates a bay of which is not said what feeds it. */
    public Bay(String name, int breakers, List<Entry> devices, SortedMap<String, Entry> ratings, Position position) {
        this(name, breakers, devices, ratings, Optional.empty(), position);
    }

    /** Returns the bay under another name. */
    public Bay named(String other) {
        return new Bay(other, breakers, devices, ratings, feeding, position);
    }

    /** Returns the bay with other devices. */
    public Bay withDevices(List<Entry> others) {
        return new Bay(name, breakers, others, ratings, feeding, position);
    }

    /** Returns the bay with some other ratings. */
    public Bay withRatings(Map<String, String> others) {
        SortedMap<String, Entry> more = new TreeMap<>(ratings);
        others.forEach((path, text) -> more.put(path, new Entry(text, position)));
        return new Bay(name, breakers, devices, more, feeding, position);
    }

    /** Returns the bay fed in another way. */
    public Bay with(Feeding other) {
        return new Bay(name, breakers, devices, ratings, Optional.of(other), position);
    }
}
