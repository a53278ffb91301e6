package org.urvant.cli;

import java.util.List;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "connect",
        description =
                "Give a device a connection: to an imported IED of that name, or of a kind that its type has. A bus takes the first"
                        + " port that no other bus of the device is on.",
        footer = {"", "Examples: urvant connect GW1 F01", "          urvant connect GW1 scada --kind control-centre"})
final class ConnectCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(index = "1", paramLabel = "CONNECTION", description = "Name of an IED, or a new name.")
    private String connection;

    @Option(
            names = "--kind",
            paramLabel = "KIND",
            description = "Kind of connection of the device's type; for an IED it need not be given.")
    private String kind;

    ConnectCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        Device device = project.device(deviceName);
        boolean toIed = project.ied(connection).isPresent();
        if (!toIed && kind == null) {
            // a misspelt relay must not become a connection of another kind
            throw new UnknownNameException("IED", connection, project.iedNames());
        }
        String chosen = kind == null ? kindToIed(project, device) : kind;
        Project connected = toIed
                ? ConnectionChange.connect(project, deviceName, connection, chosen, connection)
                : ConnectionChange.connect(project, deviceName, connection, chosen);
        folder.save(project, connected);
        Entry port = connected
                .device(deviceName)
                .connections()
                .get(connection)
                .values()
                .get(ConnectionKind.PORT);
        sayDone(
                "connected",
                "connect",
                deviceName + " " + (toIed ? "to IED " : "as ") + connection + ", kind " + chosen
                        + (port == null ? "" : ", on " + port.text() + ", the first port that is free"));
        next(toIed ? "urvant map " + deviceName + " SIGNAL…" : "urvant check " + deviceName);
        return Exit.DONE;
    }

    private String kindToIed(Project project, Device device) {
        DeviceType type = project.typeOf(device);
        List<String> kinds = type.connections().values().stream()
                .filter(candidate -> candidate.setting(Connection.IED).isPresent())
                .map(ConnectionKind::name)
                .toList();
        if (kinds.size() != 1) {
            throw new RefusedException(
                    "which kind of connection to " + connection + " is meant is not clear",
                    "Give --kind with one of "
                            + String.join(", ", type.connections().keySet()) + ".");
        }
        return kinds.get(0);
    }
}
