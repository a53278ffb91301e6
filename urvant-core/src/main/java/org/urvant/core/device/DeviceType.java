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
 * @param layout its settings, tables and groups
 * @param connections kinds of connection by name
 * @param access who and what reaches it
 * @param handling how devices of the type are worked with
 */
public record DeviceType(
        Plate plate,
        Hardware hardware,
        Software software,
        Layout layout,
        SortedMap<String, ConnectionKind> connections,
        Access access,
        Handling handling) {
    /**
     * What can be set.
     *
     * @param sheet settings of the device itself, and rules about them
     * @param tables tables by name
     * @param groups settings of which there are several switchable sets
     */
    public record Layout(SheetDefinition sheet, SortedMap<String, TableDefinition> tables, SettingGroups groups) {
        public Layout {
            tables = Collections.unmodifiableSortedMap(new TreeMap<>(tables));
        }
    }

    /**
     * Who and what reaches a device.
     *
     * @param services services that it offers on its network
     * @param accounts the users that a new device has, in the order of the file
     */
    public record Access(List<Service> services, List<Account> accounts) {
        public Access {
            services = List.copyOf(services);
            accounts = List.copyOf(accounts);
        }
    }

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
        connections = Collections.unmodifiableSortedMap(new TreeMap<>(connections));
    }

    /** Returns the type with logic. */
    public DeviceType withLogic(LogicDefinition logic) {
        Software with = new Software(software.firmware(), software.licences(), logic);
        return new DeviceType(plate, hardware, with, layout, connections, access, handling);
    }

    /** Returns the type with questions for new devices. */
    public DeviceType withGuide(Guide guide) {
        return with(handling.with(guide));
    }

    /** Returns the type with functions. */
    public DeviceType withFunctions(List<DeviceFunction> functions) {
        return with(handling.withFunctions(functions));
    }

    /** Returns the type with what it protects with. */
    public DeviceType with(Protecting protecting) {
        return with(handling.with(protecting));
    }

    private DeviceType with(Handling other) {
        return new DeviceType(plate, hardware, software, layout, connections, access, other);
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

    /** Returns the settings of the device itself, and rules about them. */
    public SheetDefinition sheet() {
        return layout.sheet();
    }

    /** Returns the tables by name. */
    public SortedMap<String, TableDefinition> tables() {
        return layout.tables();
    }

    /** Returns the settings of which there are several switchable sets. */
    public SettingGroups groups() {
        return layout.groups();
    }

    /** Returns the services that it offers on its network. */
    public List<Service> services() {
        return access.services();
    }

    /** Returns the users that a new device has, in the order of the file. */
    public List<Account> accounts() {
        return access.accounts();
    }

    /** Returns the firmware versions, oldest first. */
    public List<String> firmware() {
        return software.versions();
    }

    /** Returns the first user that may configure a device of this type, or empty. */
    public Optional<Account> engineer() {
        return accounts().stream()
                .filter(account -> account.role().mayConfigure())
                .findFirst();
    }

    /** Returns the user with a name, or empty. */
    public Optional<Account> account(String user) {
        return accounts().stream()
                .filter(account -> account.user().equals(user))
                .findFirst();
    }

    /** Returns the settings of the device itself by path. */
    public SortedMap<String, SettingDefinition> settings() {
        return layout.sheet().settings();
    }

    /** Returns the setting of the device itself at a path, or empty. */
    public Optional<SettingDefinition> setting(String path) {
        return layout.sheet().setting(path);
    }

    /** Returns the kind of connection with a name, or empty. */
    public Optional<ConnectionKind> connection(String name) {
        return Optional.ofNullable(connections.get(name));
    }
}
