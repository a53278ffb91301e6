package org.urvant.core.device;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A kind of module that can be fitted.
 *
 * @param name name within the type
 * @param title what it is, in plain words
 * @param gives number of channels by their kind
 * @param slots slots that it fits in
 * @param licence licence that it needs; empty text for none
 * @param since oldest firmware that knows it; empty text for all
 * @param leastHardware oldest hardware version that takes it; empty text for all
 */
public record ModuleKind(
        String name,
        String title,
        SortedMap<String, Integer> gives,
        List<String> slots,
        String licence,
        String since,
        String leastHardware) {
    public ModuleKind {
        gives = Collections.unmodifiableSortedMap(new TreeMap<>(gives));
        slots = List.copyOf(slots);
    }
}
