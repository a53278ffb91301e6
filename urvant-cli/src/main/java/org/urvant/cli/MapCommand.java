package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.ConnectionKind;
import org.urvant.core.device.Role;
import org.urvant.core.fault.RefusedException;
import org.urvant.core.mapping.SignalMapper;
import org.urvant.core.project.Connection;
import org.urvant.core.project.Device;
import org.urvant.core.project.Mapping;
import org.urvant.core.project.Project;
import org.urvant.core.scl.DataAttribute;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "map",
        description = "Map signals of relays to information objects; types and free addresses are proposed.",
        footer = {"", "Example: urvant map GW1 F01CTRL/XCBR1.Pos.stVal --start 1001"})
final class MapCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(index = "1..*", arity = "1..*", paramLabel = "SIGNAL", description = "References of data attributes.")
    private List<String> signals;

    @Option(names = "--to", paramLabel = "CONNECTION", description = "Connection to map to, if there are several.")
    private String to;

    @Option(names = "--start", paramLabel = "ADDRESS", defaultValue = "1", description = "First address to try.")
    private int start;

    MapCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(deviceName);
        String receiver = to == null ? onlyReceiver(project, device) : to;
        List<DataAttribute> wanted = signals.stream().map(project::signal).toList();
        SignalMapper.Proposal proposal = SignalMapper.propose(project, device, receiver, wanted, start);
        folder.saveMappings(device, proposal);
        Table table = new Table("from", "source", "to", "destination", "name");
        List<Object> rows = new ArrayList<>();
        for (Mapping row : proposal.rows()) {
            table.row(row.from(), row.source(), row.to(), row.destination(), row.name());
            rows.add(Json.object(
                    "key", row.key(),
                    "name", row.name(),
                    "from", row.from(),
                    "source", row.source(),
                    "to", row.to(),
                    "destination", row.destination()));
        }
        if (json) {
            sayJson(rows);
        } else if (!table.isEmpty()) {
            say(table);
        }
        proposal.present().forEach(signal -> note(signal.reference() + " was mapped before and keeps its row"));
        proposal.leftOut()
                .forEach((signal, reason) -> note(paint.warn("left out ") + signal.reference() + ": " + reason));
        next("urvant check " + deviceName);
        return Exit.DONE;
    }

    private static String onlyReceiver(Project project, Device device) {
        List<String> receivers = device.connections().values().stream()
                .filter(connection -> project.type(device)
                        .flatMap(type -> type.connection(connection.kind().text()))
                        .map(ConnectionKind::role)
                        .filter(Role.SERVER::equals)
                        .isPresent())
                .map(Connection::name)
                .toList();
        if (receivers.size() != 1) {
            throw new RefusedException(
                    receivers.isEmpty()
                            ? device.name() + " has no connection to a control centre"
                            : device.name() + " has several connections to map to",
                    receivers.isEmpty()
                            ? "Make one with 'urvant connect " + device.name() + " NAME --kind KIND'."
                            : "Give --to with one of " + String.join(", ", receivers) + ".");
        }
        return receivers.get(0);
    }
}
