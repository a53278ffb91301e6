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
 * @param plate what identifies it
 * @param hardware what it can be made up of
 * @param software firmware versions and licences
 * @param sheet settings of the device itself, and rules about them
 * @param tables tables by name
 * @param groups settings of which there are several switchable sets
 * @param connections kinds of connection by name
 * @param services services that it offers on its network
 * @param accounts the users that a new device has, in the order of the file
 * @param handling how devices of the type are worked with
 */
public record DeviceType(
        Plate plate,
        Hardware hardware,
        Software software,
        SheetDefinition sheet,
        SortedMap<String, TableDefinition> tables,
        SettingGroups groups,
        SortedMap<String, ConnectionKind> connections,
        List<Service> services,
        List<Account> accounts,
        Handling handling) {
    /**
     * What identifies a type.
     *
     * @param name the type's name, such as {@code ravnsund-g3}
     * @param maker who makes it
     * @param title what kind of device it is, in plain words
     * @param labels words to find it by
     * @param sections titles of the sections of settings, by the first part of their paths
     */
    public record Plate(
            String name, String maker, String title, List<String> labels, SortedMap<String, String> sections) {
        public Plate {
            Objects.requireNonNull(name, "name");
            labels = List.copyOf(labels);
            sections = Collections.unmodifiableSortedMap(new TreeMap<>(sections));
        }
    }

    public DeviceType {
        tables = Collections.unmodifiableSortedMap(new TreeMap<>(tables));
        connections = Collections.unmodifiableSortedMap(new TreeMap<>(connections));
        services = List.copyOf(services);
        accounts = List.copyOf(accounts);
    }

    /** Returns the type with logic. */
    public DeviceType withLogic(LogicDefinition logic) {
        Software with = new Software(software.firmware(), software.licences(), logic);
        return new DeviceType(plate, hardware, with, sheet, tables, groups, connections, services, accounts, handling);
    }

    /** Returns the type with questions for new devices. */
    public DeviceType withGuide(Guide guide) {
        return with(new Handling(
                handling.isSafety(),
                handling.isProgrammable(),
                handling.gaps(),
                handling.examples(),
                guide,
                handling.functions()));
    }

    /** Returns the type with functions. */
    public DeviceType withFunctions(List<DeviceFunction> functions) {
        return with(new Handling(
                handling.isSafety(),
                handling.isProgrammable(),
                handling.gaps(),
                handling.examples(),
                handling.guide(),
                functions));
    }

    private DeviceType with(Handling other) {
        return new DeviceType(plate, hardware, software, sheet, tables, groups, connections, services, accounts, other);
    }

    /** Returns the type's name. */
    public String name() {
        return plate.name();
    }

    /** Returns who makes it. */
    public String maker() {
        return plate.maker();
    }

    /** Returns what kind of device it is, in plain words. */
    public String title() {
        return plate.title();
    }

    /** Returns the firmware versions, oldest first. */
    public List<String> firmware() {
        return software.versions();
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

    /** Returns the settings of the device itself by path. */
    public SortedMap<String, SettingDefinition> settings() {
        return sheet.settings();
    }

    /** Returns the setting of the device itself at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return sheet.setting(path);
    }

    /** Returns the kind of connection with a name, or empty. */
    public Optional<ConnectionKind> connection(String name) {
        return Optional.ofNullable(connections.get(name));
    }
}
