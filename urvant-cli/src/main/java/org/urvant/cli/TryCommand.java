package org.urvant.cli;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.finding.Position;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.signal.Quality;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.StimulusTable;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.behaviour.Trial;
import org.urvant.project.mapping.RowTrial;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "try",
        description = "Run the logic of a device without the device: what its type does with its settings, and its own"
                + " programs, with given inputs over given time.",
        footer = {
            "",
            "Inputs are a CSV with the columns time (since the begin: 1.5s, 2h30m, 7:30), signal, value, and quality if wanted.",
            "Examples: urvant try TD1 --from presses.csv",
            "          urvant try RTU1 --from day.csv --for 24h --at 2026-03-28T12:00 --lanes",
            "          urvant try F11 --program interlock.st --set bi1=on --for 5s",
            "          urvant try GW1 --set PD1/motor-current=12.5     # what the receivers of its rows get",
            "          urvant logic F11 --signals        # what can be set and watched"
        })
final class TryCommand extends Command {
    private static final int MOST_BYTES = 4 * SyntaxReader.LONGEST + 4;

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--from", paramLabel = "FILE", description = "CSV of inputs over time.")
    private String from;

    @Option(
            names = "--set",
            paramLabel = "NAME=VALUE",
            description = "An input from the begin on, and words of its quality; may be given several times.")
    private List<String> set = List.of();

    @Option(
            names = "--program",
            paramLabel = "FILE",
            description = "Programs to try in place of the device's own; nothing is saved.")
    private String program;

    @Option(
            names = "--for",
            paramLabel = "TIME",
            description = "How long: 5s, 24h; otherwise a minute after the last input, or a day.")
    private String length;

    @Option(
            names = "--at",
            paramLabel = "WHEN",
            description = "Local begin, such as 2026-03-28T12:00; otherwise today at midnight.")
    private String begin;

    @Option(
            names = "--cycle",
            paramLabel = "TIME",
            description = "Time from cycle to cycle; otherwise that of the type.")
    private String cycle;

    @Option(names = "--zone", paramLabel = "ZONE", description = "Time zone; otherwise the device's, or UTC.")
    private String zone;

    @Option(
            names = "--watch",
            paramLabel = "NAMES",
            split = ",",
            description = "What to show, separated by commas, with * for any text;"
                    + " otherwise the given inputs and every output that changes.")
    private List<String> watch = List.of();

    @Option(names = "--lanes", description = "Show each signal as a lane over time, not each change as a line.")
    private boolean lanes;

    @Option(names = "--out", paramLabel = "FILE", description = "Write each change to a CSV.")
    private String out;

    TryCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Map<String, String> given = pairs("--set", set);
        Project project = folder().load();
        Device device = project.device(name);
        if (given.keySet().stream().anyMatch(signal -> signal.contains("/"))) {
            return rows(project, device, given);
        }
        Trial trial = Trial.of(
                project,
                device,
                logic(project, device),
                Optional.ofNullable(zone).map(GivenTime::zone));
        if (!trial.findings().isEmpty()) {
            Findings.lines(trial.findings(), session, true).forEach(this::say);
            return Exit.DIFFERENT;
        }
        Optional<Duration> span = Optional.ofNullable(length).map(text -> GivenTime.span("--for", text));
        Optional<Duration> step = Optional.ofNullable(cycle).map(text -> GivenTime.span("--cycle", text));
        Instant start = begin == null
                ? trial.midnight(session.clock().instant())
                : GivenTime.instant("--at", begin, trial.zone());
        List<Stimulus> inputs = new ArrayList<>();
        given.forEach((signal, text) -> {
            Quality.Written value = Quality.Written.of(text);
            inputs.add(new Stimulus(
                    Duration.ZERO,
                    signal,
                    StimulusTable.value(
                            Position.in("--set"),
                            trial.logic(),
                            trial.own(),
                            signal,
                            value.text(),
                            value.quality(),
                            start)));
        });
        if (from != null) {
            inputs.addAll(
                    StimulusTable.read(session.path(from), from, trial.logic(), trial.own(), start, span.orElse(null)));
        }
        TrialView view = new TrialView(this, trial.zone());
        long before = System.nanoTime();
        Trial.Outcome outcome = trial.run(start, inputs, new Trial.Wanted(span, step, watch), progress());
        double seconds = (System.nanoTime() - before) / 1e9;
        if (out != null) {
            view.write(outcome.changes(), out);
        }
        view.say(outcome, lanes, seconds);
        return Exit.DONE;
    }

    /** Signals of others, which have a stroke in their names, come over connections and go where the rows say. */
    private Integer rows(Project project, Device device, Map<String, String> given) {
        RowTrial trial = RowTrial.of(project, device, given, session.clock().instant());
        Table table = new Table("row", "to", "point", "over the line", "value", "quality");
        for (RowTrial.Received each : trial.received()) {
            table.row(
                    each.row().name(),
                    each.row().to(),
                    each.point(),
                    each.raw(),
                    each.value().value() + (each.unit().isEmpty() ? "" : " " + each.unit()),
                    each.isQualitySent()
                            ? each.value().quality()
                            : "not sent"
                                    + (each.value().quality().equals(Quality.GOOD)
                                            ? ""
                                            : paint.warn(" (" + each.value().quality() + ")")));
        }
        if (json) {
            sayJson(trial.received().stream()
                    .map(each -> Json.object(
                            "row", each.row().key(),
                            "to", each.row().to(),
                            "point", each.point(),
                            "raw", each.raw(),
                            "value", each.value().value(),
                            "unit", each.unit(),
                            "quality", each.value().quality().toString(),
                            "qualitySent", each.isQualitySent()))
                    .toList());
            return Exit.DONE;
        }
        if (table.isEmpty()) {
            note("no row in use has all its sources given");
        } else {
            say(table);
        }
        if (!trial.wrong().isEmpty()) {
            note(paint.warn("wrong, and left out") + ": " + String.join(", ", trial.wrong()));
        }
        if (!trial.waiting().isEmpty()) {
            note("more sources are needed for " + String.join(", ", trial.waiting()));
        }
        return Exit.DONE;
    }

    private DeviceLogic logic(Project project, Device device) {
        return program == null
                ? DeviceLogic.of(project.typeOf(device), device)
                : DeviceLogic.with(
                        project.typeOf(device),
                        device,
                        program,
                        SafeFile.readText(session.path(program), MOST_BYTES, program));
    }
}
