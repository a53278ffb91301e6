package org.urvant.core.device;

import java.util.Collections;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.point.Protocol;

/**
 * A kind of connection that a device type can have.
 *
 * @param name name within the type, such as {@code relay}
 * @param protocol protocol that it speaks
 * @param role side of the protocol that the device is
 * @param most greatest number of such connections on one device
 * @param meaning what it is for, in plain words
 * @param longestName greatest length of a point's name in characters; 0 for no bound
 * @param mostPoints greatest number of points; 0 for no bound
 * @param settings its settings by path
 */
public record ConnectionKind(
        String name,
        Protocol protocol,
        Role role,
        int most,
        String meaning,
        int longestName,
        int mostPoints,
        SortedMap<String, SettingDefinition> settings) {
    public ConnectionKind {
        Objects.requireNonNull(protocol, "protocol");
        Objects.requireNonNull(role, "role");
        settings = Collections.unmodifiableSortedMap(new TreeMap<>(settings));
    }

    /** Returns the setting at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return Optional.ofNullable(settings.get(path));
    }
}
