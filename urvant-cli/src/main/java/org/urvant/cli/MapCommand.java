package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.mapping.Subscription;
import org.urvant.project.mapping.Subscriptions;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.DataSet;
import org.urvant.scl.Ied;
import org.urvant.scl.selection.Pick;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "map",
        description =
                "Map signals of relays to information objects. Types, names and free addresses are proposed, reports"
                        + " follow; what is proposed is shown, then asked for.",
        footer = {
            "",
            "Examples: urvant map GW1 F01CTRL/XCBR1.Pos.stVal",
            "          urvant map GW1 --pick feeder --ied F02 --yes"
        })
final class MapCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(index = "1..*", arity = "0..*", paramLabel = "SIGNAL", description = "References of data attributes.")
    private List<String> signals = new ArrayList<>();

    @Option(names = "--pick", paramLabel = "PICK", description = "Map what a kept choice finds.")
    private String pickName;

    @Option(
            names = "--ied",
            split = ",",
            paramLabel = "IED",
            description = "Relays to apply the pick to; otherwise all of its type.")
    private List<String> iedNames;

    @Option(names = "--to", paramLabel = "CONNECTION", description = "Connection to map to, if there are several.")
    private String to;

    @Option(
            names = "--start",
            paramLabel = "ADDRESS",
            description = "First address to try; otherwise the project's address plan holds.")
    private Integer start;

    @Mixin
    private Consent consent;

    MapCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(deviceName);
        String receiver = to == null ? onlyReceiver(project, device) : to;
        List<DataAttribute> wanted =
                new ArrayList<>(signals.stream().map(project::signal).toList());
        List<Ied> relays = pickName == null ? List.of() : relays(project, project.pick(pickName));
        relays.forEach(relay -> wanted.addAll(project.pick(pickName).signals(relay)));
        if (wanted.isEmpty() && pickName != null) {
            throw new RefusedException(
                    "pick '" + pickName + "' finds no signal on "
                            + (relays.isEmpty()
                                    ? "any relay that is imported"
                                    : relays.get(0).name()),
                    "Look at it with 'urvant pick " + pickName + "'; terms beside each other must all hold.");
        }
        if (wanted.isEmpty()) {
            throw new RefusedException("there is nothing to map", "Name signals, or a pick with --pick.");
        }
        ConnectionChange.Connected connected = ConnectionChange.connectAll(project, device, relays);
        SignalMapper.Proposal proposal = SignalMapper.propose(
                connected.project(),
                connected.device(),
                receiver,
                wanted,
                start == null ? OptionalInt.empty() : OptionalInt.of(start));
        sayProposal(proposal, connected);
        if (!proposal.rows().isEmpty()) {
            consent.ask("Map these " + count(proposal.rows().size(), "signal") + "?", "nothing was changed");
            folder.save(project, proposal.carriedOut(connected.project(), connected.device()));
        }
        if (!json) {
            sayReports(folder.load());
        }
        next("urvant check " + deviceName);
        return Exit.DONE;
    }

    private List<Ied> relays(Project project, Pick pick) {
        if (iedNames != null) {
            return iedNames.stream()
                    .map(name -> project.ied(name)
                            .orElseThrow(() -> new UnknownNameException("IED", name, project.iedNames())))
                    .peek(ied -> {
                        if (!pick.fits(ied)) {
                            throw new RefusedException(
                                    "pick " + pick.name() + " is for " + pick.maker() + " " + pick.type() + "; "
                                            + ied.name() + " is a " + ied.maker() + " " + ied.type(),
                                    "Make a pick for that type.");
                        }
                    })
                    .toList();
        }
        return project.ieds().stream().filter(pick::fits).toList();
    }

    private void sayProposal(SignalMapper.Proposal proposal, ConnectionChange.Connected connected) {
        Table table = new Table("name", "from", "source", "to", "destination", "use");
        List<Object> rows = new ArrayList<>();
        for (Mapping row : proposal.rows()) {
            String use = row.isUsed() ? "yes" : "no";
            table.row(row.name(), row.from(), row.source(), row.to(), row.destination(), use);
            rows.add(Json.object(
                    "key", row.key(),
                    "name", row.name(),
                    "from", row.from(),
                    "source", row.source(),
                    "to", row.to(),
                    "destination", row.destination(),
                    "use", row.isUsed()));
        }
        if (json) {
            Map<String, Object> leftOut = new TreeMap<>();
            proposal.leftOut().forEach((signal, reason) -> leftOut.put(signal.reference(), reason));
            sayJson(Json.object(
                    "rows",
                    rows,
                    "leftOut",
                    leftOut,
                    "present",
                    proposal.present().size()));
            return;
        }
        connected.made().forEach(name -> say("connects " + deviceName + " to IED " + name));
        if (!table.isEmpty()) {
            say(table);
        }
        proposal.shortened().forEach((full, brief) -> note("named '" + brief + "' for '" + full + "'"));
        if (!proposal.present().isEmpty()) {
            note(count(proposal.present().size(), "signal") + " mapped before, rows kept");
        }
        Map<String, Integer> reasons = new TreeMap<>();
        proposal.leftOut().values().forEach(reason -> reasons.merge(reason, 1, Integer::sum));
        reasons.forEach((reason, number) -> note(paint.warn("left out ") + number + ": " + reason));
        long off = proposal.rows().stream().filter(row -> !row.isUsed()).count();
        if (off > 0) {
            note("switched off until you enable them: " + count(off, "command") + " (urvant enable " + deviceName
                    + " KEY)");
        }
    }

    private void sayReports(Project project) {
        Device device = project.device(deviceName);
        Table table = new Table("connection", "report", "dataset", "signals");
        for (Connection connection : device.connections().values()) {
            for (Subscription subscription :
                    Subscriptions.of(project, device, connection).subscriptions()) {
                table.row(
                        connection.name(),
                        subscription.report().reference(),
                        subscription.report().dataSet().map(DataSet::name).orElse(""),
                        subscription.signals().size());
            }
        }
        if (!table.isEmpty()) {
            say("");
            say(table);
        }
    }

    private static String onlyReceiver(Project project, Device device) {
        List<String> receivers = SignalMapper.receivers(project, device);
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
