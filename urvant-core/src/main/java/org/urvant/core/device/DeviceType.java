package org.urvant.core.device;

import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What a kind of device can hold, read from a device-type file.
 *
 * @param name the type's name, such as {@code ravnsund-g3}
 * @param maker who makes it
 * @param title what kind of device it is, in plain words
 * @param firmware the firmware versions that the type is known in, oldest first
 * @param settings settings by path
 * @param connections kinds of connection by name
 * @param logOn how one logs on to a device of this type
 */
public record DeviceType(
        String name,
        String maker,
        String title,
        List<String> firmware,
        SortedMap<String, SettingDefinition> settings,
        SortedMap<String, ConnectionKind> connections,
        LogOn logOn) {
    public DeviceType {
        Objects.requireNonNull(name, "name");
        firmware = List.copyOf(firmware);
        settings = Collections.unmodifiableSortedMap(new TreeMap<>(settings));
        connections = Collections.unmodifiableSortedMap(new TreeMap<>(connections));
    }

    /**
     * How one logs on.
     *
     * @param user the user that configures the device
     * @param factoryPassword the password that every new device has, as its manual prints it; known to everybody, so
     *     that it can be recognised when it is still in use
     */
    public record LogOn(String user, String factoryPassword) {}

    /** Returns the setting at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return Optional.ofNullable(settings.get(path));
    }

    /** Returns the kind of connection with a name, or empty. */
    public Optional<ConnectionKind> connection(String name) {
        return Optional.ofNullable(connections.get(name));
    }
}
