package org.urvant.project;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.finding.Entry;
import org.urvant.core.protection.FaultKind;

/**
 * What feeds a bay, and how much flows into a fault behind it, as people write it.
 *
 * @param from the bay that feeds it
 * @param transformer the transformer between the two, with voltages and vector group: {@code 11 kV/0.4 kV Dyn11}; empty for
 *     none
 * @param share part of the fault current that comes through that bay; empty for all of it
 * @param margin least time by which the feeding bay must wait; empty for the usual one
 * @param levels greatest fault currents behind this bay, at its own voltage
 */
public record Feeding(
        Entry from,
        Optional<Entry> transformer,
        Optional<Entry> share,
        Optional<Entry> margin,
        Map<FaultKind, Entry> levels) {
    public Feeding {
        levels = levels.isEmpty() ? Map.of() : Collections.unmodifiableMap(new EnumMap<>(levels));
    }

    /** Returns the same from another bay. */
    public Feeding from(String other) {
        return new Feeding(new Entry(other, from.position()), transformer, share, margin, levels);
    }
}
