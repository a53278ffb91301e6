package org.urvant.cli;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.TreatmentText;
import org.urvant.project.change.RowChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.RowSignals;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "row",
        description =
                "Show one row of a mapping and what its receiver gets; or change how its value is treated on the way,"
                        + " what programs call it, where it goes.",
        footer = {
            "",
            "An empty text takes a part away: --dead-band ''.",
            "Examples: urvant row GW1 'PD1 Motor current'",
            "          urvant row GW1 'PD1 Motor current' --dead-band 0.5 --least 0 --most 400 --outside clamp",
            "          urvant row GW1 'F01 Breaker position' --delay 200ms",
            "          urvant row GW1 'PD1 Motor current' --identifier    # programs read mapped.pd1_motor_current"
        })
final class RowCommand extends ChangingCommand {
    private static final String FROM_NAME = "\u0000";

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(index = "1", paramLabel = "ROW", description = "Name, key, source or destination of the row.")
    private String rowName;

    @Option(names = "--factor", paramLabel = "NUMBER", description = "What the value is multiplied by.")
    private String factor;

    @Option(names = "--offset", paramLabel = "NUMBER", description = "What is added then.")
    private String offset;

    @Option(names = "--least", paramLabel = "NUMBER", description = "Least value, after scaling.")
    private String least;

    @Option(names = "--most", paramLabel = "NUMBER", description = "Greatest value, after scaling.")
    private String most;

    @Option(
            names = "--outside",
            paramLabel = "HOW",
            description =
                    "What becomes of values beyond the limits: clamp passes the nearest limit on, flag passes the value"
                            + " on and marks it as out of range; a command beyond them is refused.")
    private String outside;

    @Option(
            names = "--dead-band",
            paramLabel = "NUMBER",
            description = "How much a value must differ from the last one passed on.")
    private String deadBand;

    @Option(names = "--delay", paramLabel = "TIME", description = "How long a state must last to be passed on: 200ms.")
    private String delay;

    @Option(
            names = "--identifier",
            arity = "0..1",
            fallbackValue = FROM_NAME,
            paramLabel = "NAME",
            description = "Name of the row in programs; without NAME one made of the row's name.")
    private String identifier;

    @Option(names = "--name", paramLabel = "NAME", description = "Name of the row for people.")
    private String name;

    @Option(names = "--at", paramLabel = "POINT", description = "Point that it goes to, on the same connection.")
    private String at;

    RowCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Map<String, String> parts = new HashMap<>();
        part(parts, TreatmentText.FACTOR, factor);
        part(parts, TreatmentText.OFFSET, offset);
        part(parts, TreatmentText.LEAST, least);
        part(parts, TreatmentText.MOST, most);
        part(parts, TreatmentText.OUTSIDE, outside);
        part(parts, TreatmentText.DEAD_BAND, deadBand);
        part(parts, TreatmentText.DELAY, delay);
        boolean isChange = !parts.isEmpty() || identifier != null || name != null || at != null;
        ProjectFolder folder = changing(isChange);
        Project project = load(folder);
        Device device = project.device(deviceName);
        Mapping row = RowChange.find(project, device, rowName);
        if (!isChange) {
            new RowView(this).show(project, device, row, Optional.empty());
            return Exit.DONE;
        }
        Optional<String> called = Optional.ofNullable(identifier)
                .map(text -> text.equals(FROM_NAME) ? RowSignals.proposed(device, row.name()) : text);
        RowChange change = RowChange.plan(
                project,
                deviceName,
                row.key(),
                new RowChange.Wanted(parts, Optional.ofNullable(name), called, Optional.ofNullable(at)));
        new RowView(this)
                .show(change.after(), change.after().device(deviceName), change.row(), Optional.of(change.before()));
        if (dryRun) {
            next("the same without --dry-run");
            return Exit.DONE;
        }
        folder.save(project, change.after());
        next("urvant check " + deviceName);
        return Exit.DONE;
    }

    private static void part(Map<String, String> parts, String part, String text) {
        if (text != null) {
            parts.put(part, text);
        }
    }
}
