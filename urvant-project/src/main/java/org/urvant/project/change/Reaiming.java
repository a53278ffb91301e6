package org.urvant.project.change;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.compare.Side;
import org.urvant.project.mapping.MappingKey;

/** What asks one IED made to ask another one: connections, signals, and the keys of rows that follow from them. */
public final class Reaiming {
    private Reaiming() {}

    /**
     * Returns a side with other names. What a device of the site asks of an IED, it asks of the one with the new name then, and
     * so do its connections that are called after it; texts follow as {@link Side#renamed} says.
     *
     * @param names new names by the old ones
     */
    public static Side side(Project project, Side side, Map<String, String> names) {
        Device device = side.isOfDevice() ? project.devices().get(side.owner()) : null;
        if (names.isEmpty() || device == null || !isOf(project, side, device)) {
            return side.renamed(names);
        }
        Device aimed = device(device, names);
        return part(Side.of(project.with(aimed), aimed), side.within())
                .named(side.name())
                .renamed(names);
    }

    private static Side part(Side whole, List<String> within) {
        return within.isEmpty() ? whole : whole.at(String.join(".", within));
    }

    /** A state that was kept, or a device of that name in another site, has rows that the site does not know. */
    private static boolean isOf(Project project, Side side, Device device) {
        return side.isOfProject()
                && part(Side.of(project, device), side.within()).tree().equals(side.tree());
    }

    /**
     * Returns what must be called otherwise for one device to be like another: the IED that it asks over a connection, where the
     * other one asks another over that of the same name, or where each has one connection to an IED and no more.
     */
    public static SortedMap<String, String> between(Device from, Device into) {
        SortedMap<String, String> names = new TreeMap<>();
        Set<String> unclear = new HashSet<>();
        List<Connection> asking = asking(from);
        List<Connection> here = asking(into);
        for (Connection connection : asking) {
            Optional<Connection> same = here.stream()
                    .filter(other -> other.name().equals(connection.name()))
                    .findFirst()
                    .or(() -> asking.size() == 1 && here.size() == 1 ? Optional.of(here.get(0)) : Optional.empty());
            same.ifPresent(other -> {
                add(names, unclear, connection.ied().orElseThrow(), other.ied().orElseThrow());
                add(names, unclear, connection.name(), other.name());
            });
        }
        names.entrySet().removeIf(name -> name.getKey().equals(name.getValue()) || unclear.contains(name.getKey()));
        return names;
    }

    private static void add(Map<String, String> names, Set<String> unclear, String from, String to) {
        String known = names.put(from, to);
        if (known != null && !known.equals(to)) {
            unclear.add(from);
        }
    }

    private static List<Connection> asking(Device device) {
        return device.connections().values().stream()
                .filter(connection -> connection.ied().isPresent())
                .toList();
    }

    /** Returns a device that asks other IEDs, with the connections called after them called after the new ones. */
    private static Device device(Device device, Map<String, String> names) {
        SortedMap<String, String> called = new TreeMap<>();
        SortedMap<String, String> asked = new TreeMap<>();
        for (Connection connection : device.connections().values()) {
            String ied = connection.ied().orElse("");
            String name = names.containsKey(ied) ? names.getOrDefault(connection.name(), connection.name()) : "";
            called.put(connection.name(), name.isEmpty() ? connection.name() : name);
            asked.put(connection.name(), ied);
        }
        if (new HashSet<>(called.values()).size() < called.size()) {
            called.replaceAll((name, other) -> name); // two would be one
        }
        SortedMap<String, Connection> connections = new TreeMap<>();
        device.connections().forEach((name, connection) -> {
            SortedMap<String, Entry> values = new TreeMap<>(connection.values());
            values.computeIfPresent(
                    Connection.IED,
                    (key, entry) -> new Entry(names.getOrDefault(entry.text(), entry.text()), entry.position()));
            connections.put(
                    called.get(name),
                    new Connection(called.get(name), connection.kind(), values, connection.position()));
        });
        Set<String> keys = MappingKey.taken(device);
        List<Mapping> rows = device.mappings().stream()
                .map(row -> row(row, keys, end -> {
                    String ied = asked.getOrDefault(end.connection(), "");
                    Mapping.End aimed = names.containsKey(ied) ? end(end, end.connection(), ied, names.get(ied)) : end;
                    return new Mapping.End(called.getOrDefault(end.connection(), end.connection()), aimed.point());
                }))
                .toList();
        return device.withConnections(connections).withMappings(rows);
    }

    /** What becomes of one end of a row. */
    interface Aim {
        Mapping.End of(Mapping.End end);
    }

    /**
     * Returns a row with other ends. A key that follows from them follows.
     *
     * @param keys those of all rows of the device, which are kept so
     */
    static Mapping row(Mapping row, Set<String> keys, Aim aim) {
        List<Mapping.End> origins = row.origins().stream().map(aim::of).toList();
        Mapping.End target = aim.of(row.target());
        if (origins.equals(row.origins()) && target.equals(row.target())) {
            return row;
        }
        keys.remove(row.key());
        String key = row.key();
        if (!row.isOwner() && isKeyed(key, row.origin(), row.target())) {
            key = MappingKey.of(origins.get(0).point(), target.connection(), keys);
        } else if (!row.isOwner()
                && isKeyed(key, row.target(), row.origin())) { // a command, which is called after what it acts on
            key = MappingKey.of(target.point(), origins.get(0).connection(), keys);
        }
        keys.add(key);
        return row.with(origins, target).keyed(key);
    }

    private static boolean isKeyed(String key, Mapping.End signal, Mapping.End other) {
        return MappingKey.isOf(key, signal.point(), other.connection());
    }

    /** Returns an end over a connection that asks another IED: a reference begins with its name (IEC 61850-7-2, object references). */
    static Mapping.End end(Mapping.End end, String connection, String old, String name) {
        return end.connection().equals(connection) && end.point().startsWith(old)
                ? new Mapping.End(connection, name + end.point().substring(old.length()))
                : end;
    }
}
