package org.urvant.core.device;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import org.urvant.core.error.UnknownNameException;

/**
 * Device types by name, each made ready when it is first asked for, so that nobody pays for types that no device has. May
 * be shared between threads.
 */
public final class DeviceTypes {
    private final Set<String> names;
    private final Function<String, DeviceType> reading;
    private final Map<String, DeviceType> read = new ConcurrentHashMap<>();

    /**
     * Creates a set of types.
     *
     * @param names their names
     * @param reading returns the type with one of the names
     */
    public DeviceTypes(Set<String> names, Function<String, DeviceType> reading) {
        this.names = Collections.unmodifiableSet(new TreeSet<>(names));
        this.reading = reading;
    }

    /** Returns the names of all types, sorted. */
    public Set<String> names() {
        return names;
    }

    /** Returns the type with a name, or empty. */
    public Optional<DeviceType> find(String name) {
        DeviceType known = read.get(name);
        if (known != null) {
            return Optional.of(known);
        }
        return names.contains(name) ? Optional.of(madeReady(name)) : Optional.empty();
    }

    private synchronized DeviceType madeReady(String name) {
        DeviceType known = read.get(name);
        if (known == null) {
            known = reading.apply(name); // one type at a time, for reading may ask for others
            read.put(name, known);
        }
        return known;
    }

    /**
     * Returns the type with a name.
     *
     * @throws UnknownNameException when there is none; names the nearest
     */
    public DeviceType named(String name) {
        return find(name).orElseThrow(() -> new UnknownNameException("device type", name, names));
    }

    /** Returns all types, sorted by name. */
    public List<DeviceType> all() {
        List<DeviceType> all = new ArrayList<>();
        names.forEach(name -> all.add(named(name)));
        return all;
    }
}
