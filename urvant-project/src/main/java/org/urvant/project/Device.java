package org.urvant.project;

import java.lang.ref.SoftReference;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.urvant.core.device.DeviceType;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;

/** One device of a project, as a person wrote it. Nothing here is checked yet; {@code ProjectCheck} does that. Immutable. */
public final class Device {
    private final String name;
    private @Nullable Supplier<Device> reading;
    private volatile @Nullable Parts known;
    private volatile SoftReference<View> view = new SoftReference<>(null);

    /** All of a device but its name. */
    private record Parts(
            Plate plate,
            Fitted fitted,
            Given given,
            SortedMap<String, Connection> connections,
            List<Mapping> mappings,
            Programs programs,
            Past past) {
        Parts {
            connections = Collections.unmodifiableSortedMap(new TreeMap<>(connections));
            mappings = List.copyOf(mappings);
        }
    }

    /**
     * Creates a device.
     *
     * @param name name of the device, unique in the project
     * @param plate what it is, how it is reached, where it came from
     * @param fitted what it is made up of
     * @param given values given for it, its setting groups, channels and rows
     * @param connections connections by name
     * @param mappings rows of its mapping table, in their order
     * @param programs its own programs
     * @param past what is on record of it
     */
    public Device(
            String name,
            Plate plate,
            Fitted fitted,
            Given given,
            SortedMap<String, Connection> connections,
            List<Mapping> mappings,
            Programs programs,
            Past past) {
        this.name = Objects.requireNonNull(name, "name");
        this.known = new Parts(plate, fitted, given, connections, mappings, programs, past);
    }

    private Device(String name, Supplier<Device> reading) {
        this.name = Objects.requireNonNull(name, "name");
        this.reading = reading;
    }

    /**
     * Returns a device that is read when something of it but its name is first asked for, once.
     *
     * @param reading gives a device of that name; what it throws comes from whatever was asked
     */
    public static Device later(String name, Supplier<Device> reading) {
        return new Device(name, reading);
    }

    private Parts parts() {
        Parts parts = known;
        return parts == null ? read() : parts;
    }

    private synchronized Parts read() {
        Parts parts = known;
        if (parts == null) {
            parts = Objects.requireNonNull(reading).get().parts();
            known = parts;
            reading = null;
        }
        return parts;
    }

    /** What was made of the device and its type. */
    private record View(DeviceType type, Object made) {}

    /**
     * Returns what is made of the device and a type: made once, and kept as long as memory allows.
     *
     * @param <V> what is made; of one device always the same
     */
    @SuppressWarnings("unchecked") // one maker a device, see above
    public <V> V view(DeviceType type, BiFunction<DeviceType, Device, V> maker) {
        View known = view.get();
        if (known == null || known.type() != type) {
            known = new View(type, maker.apply(type, this));
            view = new SoftReference<>(known);
        }
        return (V) known.made();
    }

    /** Returns its name, unique in the project. */
    public String name() {
        return name;
    }

    /** Returns what it is, how it is reached, where it came from. */
    public Plate plate() {
        return parts().plate();
    }

    /** Returns what it is made up of. */
    public Fitted fitted() {
        return parts().fitted();
    }

    /** Returns the values given for it, its setting groups, channels and rows. */
    public Given given() {
        return parts().given();
    }

    /** Returns its connections by name. */
    public SortedMap<String, Connection> connections() {
        return parts().connections();
    }

    /** Returns the rows of its mapping table, in their order. */
    public List<Mapping> mappings() {
        return parts().mappings();
    }

    /** Returns its own programs. */
    public Programs programs() {
        return parts().programs();
    }

    /** Returns what is on record of it. */
    public Past past() {
        return parts().past();
    }

    /** Returns a device with its plate only. */
    public static Device of(String name, Plate plate) {
        return new Device(
                name,
                plate,
                Fitted.BARE,
                Given.NOTHING,
                new TreeMap<>(),
                List.of(),
                new Programs("programs of " + name, ""),
                Past.NONE);
    }

    /** Returns the same device under another name, without a past. */
    public Device named(String other) {
        Programs same = new Programs("programs of " + other, programs().text());
        return new Device(other, plate(), fitted(), given(), connections(), mappings(), same, Past.NONE);
    }

    /** Returns the device with another plate. */
    public Device with(Plate other) {
        return new Device(name, other, fitted(), given(), connections(), mappings(), programs(), past());
    }

    /** Returns the device made up otherwise. */
    public Device with(Fitted other) {
        return new Device(name, plate(), other, given(), connections(), mappings(), programs(), past());
    }

    /** Returns the device with other values. */
    public Device with(Given other) {
        return new Device(name, plate(), fitted(), other, connections(), mappings(), programs(), past());
    }

    /** Returns the device with one connection added or replaced. */
    public Device with(Connection connection) {
        SortedMap<String, Connection> more = new TreeMap<>(connections());
        more.put(connection.name(), connection);
        return withConnections(more);
    }

    /** Returns the device with other connections. */
    public Device withConnections(SortedMap<String, Connection> others) {
        return new Device(name, plate(), fitted(), given(), others, mappings(), programs(), past());
    }

    /** Returns the device with other mapping rows. */
    public Device withMappings(List<Mapping> rows) {
        return new Device(name, plate(), fitted(), given(), connections(), rows, programs(), past());
    }

    /** Returns the device with programs of its own. */
    public Device withLogic(String text) {
        return with(programs().withText(text));
    }

    /** Returns the device with programs from a source. */
    public Device with(Programs others) {
        return new Device(name, plate(), fitted(), given(), connections(), mappings(), others, past());
    }

    /** Returns the device with another past. */
    public Device with(Past other) {
        return new Device(name, plate(), fitted(), given(), connections(), mappings(), programs(), other);
    }

    /** Returns the name of its device type; an empty text when it is not given. */
    public Entry type() {
        return plate().entry(Plate.Item.TYPE).orElse(new Entry("", position()));
    }

    /** Returns its firmware version; an empty text when it is not given. */
    public Entry firmware() {
        return plate().entry(Plate.Item.FIRMWARE).orElse(new Entry("", position()));
    }

    /** Returns address and port of the maintenance link, or empty when not given. */
    public Optional<Entry> maintenanceLink() {
        return plate().entry(Plate.Item.LINK);
    }

    /** Returns the values given for the device itself, by path. */
    public SortedMap<String, Entry> settings() {
        return given().own();
    }

    /** Returns the values given for its setting groups, channels and rows, by their prefix. */
    public SortedMap<String, GivenSheet> sheets() {
        return given().sheets();
    }

    /** Returns the addresses ever given on its connections. */
    public AddressBook addresses() {
        return past().addresses();
    }

    /** Returns its saves, downloads and sign-offs. */
    public DeviceRecord record() {
        return past().record();
    }

    /** Returns the text of its own programs; empty text for none. */
    public String logic() {
        return programs().text();
    }

    /** Returns where it stands. */
    public Position position() {
        return plate().position();
    }

    /** Returns the connection to an IED, or empty when there is none. */
    public Optional<Connection> connectionTo(String ied) {
        return connections().values().stream()
                .filter(connection -> connection.ied().filter(ied::equals).isPresent())
                .findFirst();
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Device device
                && (device == this || name.equals(device.name) && parts().equals(device.parts()));
    }

    @Override
    public int hashCode() {
        return name.hashCode(); // devices of one name are told apart by all the rest
    }

    @Override
    public String toString() {
        return "device " + name + " " + plate();
    }
}
