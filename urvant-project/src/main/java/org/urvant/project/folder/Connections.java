package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.file.yaml.YamlDocument;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.scl.ConnectedAccessPoint;
import org.urvant.scl.Ied;

/** Gives the devices of a project their connections. Got from {@code ProjectFolder}. */
public final class Connections {
    private final ProjectFiles files;

    Connections(ProjectFiles files) {
        this.files = files;
    }

    /**
     * Connects a device: to an imported IED, whose address is taken from the file, or as the far end of a link.
     *
     * @param connection name of the connection
     * @param kind kind of connection in the device type
     * @param ied name of the IED at the other end; null for kinds without one
     */
    public void add(Project project, String deviceName, String connection, String kind, String ied) {
        Device device = project.device(deviceName);
        DeviceType type = project.typeOf(device);
        ConnectionKind found = type.connection(kind)
                .orElseThrow(() -> new UnknownNameException(
                        "kind of connection", kind, type.connections().keySet()));
        if (device.connections().containsKey(connection)) {
            throw new RefusedException(
                    deviceName + " has a connection " + connection + " already", "Choose another name.");
        }
        boolean isTaken = type.tables().containsKey(connection)
                || DeviceSheets.of(type, device).paths().stream().anyMatch(path -> path.startsWith(connection + "."));
        if (isTaken || connection.contains(".")) {
            throw new RefusedException(
                    "connection name '" + connection + "' is not allowed",
                    "Use a name without dots that is no section, table or channel of " + deviceName + ".");
        }
        Ied known = ied == null
                ? null
                : project.ied(ied).orElseThrow(() -> new UnknownNameException("IED", ied, project.iedNames()));
        String file = DeviceFile.name(deviceName);
        files.write(
                file,
                connection(files.yaml(file), connection, found.name(), known).text());
    }

    /**
     * A device with the connections that it needs to some relays; what was missing is there, but not yet saved.
     *
     * @param project the project with the device
     * @param device the device with its connections
     * @param made names of the connections that were missing
     * @param text the device's file with them
     */
    public record Planned(Project project, Device device, List<String> made, String text) {}

    /** Returns a device with a connection to each relay; one that is missing is named after its relay. */
    public Planned plan(Project project, Device device, List<Ied> relays) {
        YamlDocument document = files.yaml(DeviceFile.name(device.name()));
        List<String> made = new ArrayList<>();
        for (Ied relay : relays) {
            boolean connected = device.connections().values().stream()
                    .map(connection -> connection.values().get(Connection.IED))
                    .anyMatch(entry -> entry != null && entry.text().equals(relay.name()));
            if (!connected) {
                ConnectionKind kind = project.type(device).stream()
                        .flatMap(type -> type.connections().values().stream())
                        .filter(candidate -> candidate.setting(Connection.IED).isPresent())
                        .findFirst()
                        .orElseThrow(() -> new RefusedException(
                                device.type().text() + " cannot connect to an IED", "Map on a device that can."));
                document = connection(document, relay.name(), kind.name(), relay);
                made.add(relay.name());
            }
        }
        if (made.isEmpty()) {
            return new Planned(project, device, made, document.text());
        }
        Device with = DeviceFile.read(
                device.name(), document, device.mappings(), device.addresses(), device.record(), finding -> {});
        return new Planned(project.withDevice(with), with, made, document.text());
    }

    private static YamlDocument connection(YamlDocument document, String name, String kind, Ied ied) {
        List<String> path = List.of(DeviceFile.CONNECTIONS, name);
        YamlDocument with = document.with(DeviceEdit.append(path, "kind"), kind);
        if (ied != null) {
            with = with.with(DeviceEdit.append(path, Connection.IED), ied.name());
            Optional<String> address = ied.connectedAccessPoint()
                    .map(ConnectedAccessPoint::address)
                    .map(parts -> parts.get("IP"));
            if (address.isPresent()) {
                with = with.with(DeviceEdit.append(path, "address"), address.get());
            }
        }
        return with;
    }

    /** Saves the connections that a plan found missing. */
    public void save(Planned planned) {
        if (!planned.made().isEmpty()) {
            files.write(DeviceFile.name(planned.device().name()), planned.text());
        }
    }
}
