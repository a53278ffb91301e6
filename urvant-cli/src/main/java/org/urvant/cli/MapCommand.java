package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.mapping.Subscription;
import org.urvant.project.mapping.Subscriptions;
import org.urvant.scl.DataSet;
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

    @Option(names = "--dry-run", description = "Show what would be mapped; change nothing.")
    private boolean dryRun;

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
        SignalMapping mapping = SignalMapping.plan(
                project,
                deviceName,
                new SignalMapping.Request(
                        signals,
                        Optional.ofNullable(pickName),
                        iedNames == null ? List.of() : iedNames,
                        Optional.ofNullable(to),
                        start == null ? OptionalInt.empty() : OptionalInt.of(start)));
        sayProposal(mapping.proposal(), mapping.connects());
        int rows = mapping.proposal().rows().size();
        if (dryRun) {
            next("the same without --dry-run");
            return Exit.DONE;
        }
        if (rows > 0) {
            consent.ask("Map these " + count(rows, "signal") + "?", "nothing was changed");
            folder.save(project, mapping.after());
        }
        if (!json) {
            sayReports(folder.load());
        }
        next("urvant check " + deviceName);
        return Exit.DONE;
    }

    private void sayProposal(SignalMapper.Proposal proposal, List<String> connects) {
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
        connects.forEach(name -> say("connects " + deviceName + " to IED " + name));
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
}
