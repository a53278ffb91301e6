package org.urvant.core.device;

import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * What a type can be made up of.
 *
 * @param versions hardware versions, oldest first; empty when there is only one
 * @param slots names of the slots for modules
 * @param modules kinds of module by name
 * @param channels kinds of channel by name
 * @param ports ports by name, with what they are
 * @param selectors dials, switches and jumpers
 * @param orderCode how the ordering code is made up; null when there is none
 */
public record Hardware(
        List<String> versions,
        List<String> slots,
        SortedMap<String, ModuleKind> modules,
        SortedMap<String, ChannelKind> channels,
        SortedMap<String, String> ports,
        List<Selector> selectors,
        @Nullable OrderCode orderCode) {
    /** Hardware without anything to choose. */
    public static final Hardware PLAIN =
            new Hardware(List.of(), List.of(), new TreeMap<>(), new TreeMap<>(), new TreeMap<>(), List.of(), null);

    public Hardware {
        versions = List.copyOf(versions);
        slots = List.copyOf(slots);
        modules = Collections.unmodifiableSortedMap(new TreeMap<>(modules));
        channels = Collections.unmodifiableSortedMap(new TreeMap<>(channels));
        ports = Collections.unmodifiableSortedMap(new TreeMap<>(ports));
        selectors = List.copyOf(selectors);
    }

    /** Returns how the ordering code is made up, or empty. */
    public Optional<OrderCode> ordering() {
        return Optional.ofNullable(orderCode);
    }
}
