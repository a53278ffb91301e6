package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;

/**
 * One device of a project as its files give it. Nothing here is checked yet; {@code ProjectCheck} does that.
 *
 * @param name name of the device, unique in the project
 * @param type name of its device type
 * @param firmware firmware version
 * @param link address and port of its maintenance link; null when not given
 * @param particulars what its file says of it beside its values
 * @param fitted what it is made up of
 * @param settings values given for the device itself, by path
 * @param sheets values given for its setting groups, channels and rows, by their prefix
 * @param connections connections by name
 * @param mappings rows of its mapping table, in the order of the file
 * @param addresses addresses ever given on its connections
 * @param record what the ledger knows of its past
 * @param logic its own programs in Structured Text; empty text for none
 * @param position where the device stands
 */
public record Device(
        String name,
        Entry type,
        Entry firmware,
        Entry link,
        Particulars particulars,
        Fitted fitted,
        SortedMap<String, Entry> settings,
        SortedMap<String, GivenSheet> sheets,
        SortedMap<String, Connection> connections,
        List<Mapping> mappings,
        AddressBook addresses,
        DeviceRecord record,
        String logic,
        Position position) {
    public Device {
        Objects.requireNonNull(name, "name");
        settings = Collections.unmodifiableSortedMap(new TreeMap<>(settings));
        sheets = Collections.unmodifiableSortedMap(new TreeMap<>(sheets));
        connections = Collections.unmodifiableSortedMap(new TreeMap<>(connections));
        mappings = List.copyOf(mappings);
    }

    /** Creates a device without programs of its own. */
    public Device(
            String name,
            Entry type,
            Entry firmware,
            Entry link,
            Particulars particulars,
            Fitted fitted,
            SortedMap<String, Entry> settings,
            SortedMap<String, GivenSheet> sheets,
            SortedMap<String, Connection> connections,
            List<Mapping> mappings,
            AddressBook addresses,
            DeviceRecord record,
            Position position) {
        this(
                name,
                type,
                firmware,
                link,
                particulars,
                fitted,
                settings,
                sheets,
                connections,
                mappings,
                addresses,
                record,
                "",
                position);
    }

    /** Returns the device with programs of its own. */
    public Device withLogic(String text) {
        return new Device(
                name,
                type,
                firmware,
                link,
                particulars,
                fitted,
                settings,
                sheets,
                connections,
                mappings,
                addresses,
                record,
                text,
                position);
    }

    /** Returns the device with other values of setting groups, channels and rows. */
    public Device withValues(SortedMap<String, Entry> own, SortedMap<String, GivenSheet> others) {
        return new Device(
                name,
                type,
                firmware,
                link,
                particulars,
                fitted,
                own,
                others,
                connections,
                mappings,
                addresses,
                record,
                logic,
                position);
    }

    /** Returns the name of the file with its own programs. */
    public String logicName() {
        return "logic/" + name + ".st";
    }

    /** Returns the connection to an IED, or empty when there is none. */
    public Optional<Connection> connectionTo(String ied) {
        return connections.values().stream()
                .filter(connection -> connection.ied().filter(ied::equals).isPresent())
                .findFirst();
    }

    /** Returns address and port of the maintenance link, or empty when not given. */
    public Optional<Entry> maintenanceLink() {
        return Optional.ofNullable(link);
    }
}
