package org.urvant.project;

import java.util.Collections;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;

/**
 * A device's end of a protocol link.
 *
 * @param name name within the device, such as {@code F01} or {@code control-centre}
 * @param kind name of the kind of connection in the device type
 * @param values values given for the kind's settings, by path
 * @param position where the connection stands
 */
public record Connection(String name, Entry kind, SortedMap<String, Entry> values, Position position) {
    /** The setting of an IEC 61850 client connection that names the IED at the other end. */
    public static final String IED = "ied";

    public Connection {
        values = Collections.unmodifiableSortedMap(new TreeMap<>(values));
    }

    /** Returns the name of the IED at the other end; empty when the connection names none. */
    public Optional<String> ied() {
        return Optional.ofNullable(values.get(IED)).map(Entry::text);
    }

    /** Returns the connection with another value. */
    public Connection with(String path, String text) {
        SortedMap<String, Entry> others = new TreeMap<>(values);
        others.put(path, new Entry(text, position));
        return new Connection(name, kind, others, position);
    }
}
