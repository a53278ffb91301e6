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
 * @param accounts the users that a new device has, in the order of the file
 */
public record DeviceType(
        String name,
        String maker,
        String title,
        List<String> firmware,
        SortedMap<String, SettingDefinition> settings,
        SortedMap<String, ConnectionKind> connections,
        List<Account> accounts) {
    public DeviceType {
        Objects.requireNonNull(name, "name");
        firmware = List.copyOf(firmware);
        accounts = List.copyOf(accounts);
        settings = Collections.unmodifiableSortedMap(new TreeMap<>(settings));
        connections = Collections.unmodifiableSortedMap(new TreeMap<>(connections));
    }

    /** Returns the first user that may configure a device of this type, or empty. */
    public Optional<Account> engineer() {
        return accounts.stream()
                .filter(account -> account.role().mayConfigure())
                .findFirst();
    }

    /** Returns the user with a name, or empty. */
    public Optional<Account> account(String user) {
        return accounts.stream().filter(account -> account.user().equals(user)).findFirst();
    }

    /** Returns the setting at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return Optional.ofNullable(settings.get(path));
    }

    /** Returns the kind of connection with a name, or empty. */
    public Optional<ConnectionKind> connection(String name) {
        return Optional.ofNullable(connections.get(name));
    }
}
