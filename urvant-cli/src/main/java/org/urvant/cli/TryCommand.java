package org.urvant.cli;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.finding.Position;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.signal.Quality;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.StimulusTable;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.behaviour.Trial;
import org.urvant.project.mapping.DeviceTrial;
import org.urvant.project.mapping.RowSignals;
import org.urvant.project.mapping.RowTrial;
import picocli.CommandLine.Mixin;
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
            "          urvant try GW1 --set 'scada.C_SE_NC_1 7001=350'   # what a command becomes",
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

    @Mixin
    private TrialTime time = new TrialTime();

    @Option(
            names = "--watch",
            paramLabel = "NAMES",
            split = ",",
            description = "What to show, separated by commas, with * for any text;"
                    + " otherwise the given inputs and every output that changes.")
    private List<String> watch = List.of();

    @Option(names = "--lanes", description = "Show each signal as a lane over time, not each change as a line.")
    private boolean lanes;

    @Option(names = "--out", paramLabel = "FILE", description = "Write each change, and what receivers get, to a CSV.")
    private String out;

    TryCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (out != null) {
            target(out, ".csv");
        }
        Map<String, String> given = pairs("--set", set);
        Project project = load(folder());
        Device device = project.device(name);
        DeviceLogic own = logic(project, device);
        boolean isRowsOnly = own.isEmpty() && !RowTrial.sources(device).isEmpty();
        Optional<Trial> trial =
                isRowsOnly ? Optional.empty() : Optional.of(Trial.of(project, device, own, time.zone()));
        if (trial.isPresent() && !trial.get().findings().isEmpty()) {
            say(Findings.lines(trial.get().findings(), session, true));
            return Exit.DIFFERENT;
        }
        ZoneId where = trial.map(Trial::zone).orElse(ZoneOffset.UTC);
        Instant start = time.begin(where, session.clock().instant());
        Optional<Duration> span = time.span();
        TrialView view = new TrialView(this, name, where);
        long before = System.nanoTime();
        DeviceTrial outcome = DeviceTrial.run(
                project,
                device,
                trial,
                StimulusTable.inputs(device, trial, rows(given, span), start),
                start,
                new Trial.Wanted(span, time.cycle(), watch),
                progress());
        double seconds = (System.nanoTime() - before) / 1e9;
        if (out != null) {
            view.write(outcome, out);
        }
        view.say(outcome, lanes, !watch.isEmpty(), seconds);
        return Exit.DONE;
    }

    private List<StimulusTable.Given> rows(Map<String, String> given, Optional<Duration> span) {
        List<StimulusTable.Given> rows = new ArrayList<>();
        given.forEach((signal, text) -> {
            Quality.Written value = Quality.Written.of(text);
            rows.add(new StimulusTable.Given(
                    Duration.ZERO, signal, value.text(), value.quality(), Position.in("--set")));
        });
        if (from != null) {
            rows.addAll(StimulusTable.rows(session.path(from), from, span.orElse(null)));
        }
        return rows;
    }

    private DeviceLogic logic(Project project, Device device) {
        return program == null
                ? RowSignals.logic(project, device)
                : RowSignals.logic(
                        project, device, program, SafeFile.readText(session.path(program), MOST_BYTES, program));
    }
}
