package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.point.ChannelPoint;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.mapping.ReportPlan;
import org.urvant.project.mapping.Subscription;
import org.urvant.project.mapping.Subscriptions;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;
import org.urvant.scl.Ied;

/** Gives devices their connections. */
public final class ConnectionChange {
    private ConnectionChange() {}

    /**
     * Connects a device to an imported IED, whose address is taken from its file; the connection may be named otherwise.
     *
     * @param kind kind of connection in the device type
     * @throws UnknownNameException when there is no such kind or IED
     * @throws RefusedException when the name of the connection is taken or not allowed
     */
    public static Project connect(Project project, String deviceName, String connection, String kind, String ied) {
        Ied known = project.ied(ied).orElseThrow(() -> new UnknownNameException("IED", ied, project.iedNames()));
        return connect(project, deviceName, connection, kind, Optional.of(known));
    }

    /**
     * Gives a device the end of a link to something that is no imported IED. A bus gets the first port that no other bus of the
     * device is on.
     *
     * @param kind kind of connection in the device type
     * @throws UnknownNameException when there is no such kind
     * @throws RefusedException when the name of the connection is taken or not allowed
     */
    public static Project connect(Project project, String deviceName, String connection, String kind) {
        return connect(project, deviceName, connection, kind, Optional.empty());
    }

    private static Project connect(
            Project project, String deviceName, String connection, String kind, Optional<Ied> ied) {
        Device device = project.device(deviceName);
        DeviceType type = project.typeOf(device);
        ConnectionKind found = type.connection(kind)
                .orElseThrow(() -> new UnknownNameException(
                        "kind of connection", kind, type.connections().keySet()));
        requireFree(device, type, connection);
        Connection made = connection(device, connection, found, ied);
        return project.with(device.with(onFreePort(DeviceSheets.of(type, device), found, made)));
    }

    /** A bus takes the first port that no other bus of the device is on; where all are taken, the one that it has by default. */
    private static Connection onFreePort(DeviceSheets sheets, ConnectionKind kind, Connection made) {
        Optional<SettingDefinition> port = kind.setting(ConnectionKind.PORT);
        if (port.isEmpty() || kind.sheet().setting(Meaning.BUS_NAME).isEmpty()) {
            return made;
        }
        Set<Object> taken = sheets.of(Sheet.Kind.CONNECTION).stream()
                .filter(sheet -> sheet.definition().setting(Meaning.BUS_NAME).isPresent())
                .map(sheet -> sheet.value(ConnectionKind.PORT))
                .filter(Objects::nonNull)
                .collect(Collectors.toSet());
        List<String> ports = port.get().limits().choices();
        return ports.stream()
                .filter(each -> !taken.contains(each))
                .findFirst()
                .filter(free -> !free.equals(ports.get(0)))
                .map(free -> made.with(ConnectionKind.PORT, free))
                .orElse(made);
    }

    /**
     * Verifies that a device can have a connection of a name.
     *
     * @throws RefusedException when the name is taken or not allowed
     */
    static void requireFree(Device device, DeviceType type, String connection) {
        if (device.connections().containsKey(connection)) {
            throw new RefusedException(
                    device.name() + " has a connection " + connection + " already", "Choose another name.");
        }
        boolean isTaken = type.tables().containsKey(connection)
                || DeviceSheets.of(type, device).paths().stream().anyMatch(path -> path.startsWith(connection + "."));
        if (isTaken
                || connection.equals(ChannelPoint.OWN)
                || connection.isBlank()
                || !connection.strip().equals(connection)
                || connection.contains(".")) {
            throw new RefusedException(
                    "connection name '" + connection + "' is not allowed",
                    "Use a name without dots that is no section, table or channel of " + device.name() + ".");
        }
    }

    private static Connection connection(Device device, String name, ConnectionKind kind, Optional<Ied> ied) {
        SortedMap<String, Entry> values = new TreeMap<>();
        ied.ifPresent(peer -> {
            values.put(Connection.IED, new Entry(peer.name(), device.position()));
            String address = AddressFollowing.address(peer);
            Optional<SettingDefinition> setting = kind.sheet().setting(Meaning.PEER_ADDRESS);
            if (!address.isEmpty() && setting.isPresent()) {
                values.put(setting.get().path(), new Entry(address, device.position()));
            }
        });
        return new Connection(name, new Entry(kind.name(), device.position()), values, device.position());
    }

    /**
     * A project in which a device has the connections that it needs to some relays.
     *
     * @param project the project with the device
     * @param device the device with its connections
     * @param made names of the connections that were missing
     */
    public record Connected(Project project, Device device, List<String> made) {}

    /**
     * Gives a device a connection to each relay; one that is missing is named after its relay.
     *
     * @throws RefusedException when a connection is missing and the device cannot connect to an IED
     */
    public static Connected connectAll(Project project, Device device, List<Ied> relays) {
        List<String> made = new ArrayList<>();
        Device connected = device;
        for (Ied relay : relays) {
            if (connected.connectionTo(relay.name()).isEmpty()) {
                ConnectionKind kind = project.type(device).stream()
                        .flatMap(type -> type.connections().values().stream())
                        .filter(candidate -> candidate.setting(Connection.IED).isPresent())
                        .findFirst()
                        .orElseThrow(() -> new RefusedException(
                                device.type().text() + " cannot connect to an IED", "Map on a device that can."));
                connected = connected.with(connection(connected, relay.name(), kind, Optional.of(relay)));
                made.add(relay.name());
            }
        }
        return new Connected(project.with(connected), connected, made);
    }

    /**
     * Gives connections that were just made the instance of report control blocks that is free for all that is mapped over
     * them, where it is not the one that the type has by itself.
     */
    static Project withFreeInstances(Project project, String deviceName, List<String> connections) {
        Device device = project.device(deviceName);
        for (String name : connections) {
            Connection connection = device.connections().get(name);
            if (connection == null) {
                continue; // nothing was mapped, so it was not made
            }
            Optional<SettingDefinition> setting = project.typeOf(device)
                    .connection(connection.kind().text())
                    .flatMap(kind -> kind.sheet().setting(Meaning.REPORT_INSTANCE));
            List<Subscription> reports =
                    Subscriptions.of(project, device, connection).subscriptions();
            if (setting.isPresent() && !reports.isEmpty()) {
                OptionalInt free = ReportPlan.instance(
                        project,
                        deviceName,
                        project.ied(connection.ied().orElseThrow()).orElseThrow(),
                        reports);
                String text = free.isEmpty() ? "" : Integer.toString(free.getAsInt());
                if (!text.isEmpty()
                        && !text.equals(setting.get().standardValue().orElse(""))) {
                    device = device.with(connection.with(setting.get().path(), text));
                }
            }
        }
        return project.with(device);
    }
}
