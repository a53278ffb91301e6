package org.urvant.cli;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
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
import org.urvant.project.mapping.DeviceTrial;
import org.urvant.project.mapping.RowSignals;
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

    @Option(names = "--out", paramLabel = "FILE", description = "Write each change, and what receivers get, to a CSV.")
    private String out;

    TryCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Map<String, String> given = pairs("--set", set);
        Project project = folder().load();
        Device device = project.device(name);
        DeviceLogic own = logic(project, device);
        boolean isRowsOnly = own.isEmpty() && !RowTrial.sources(device).isEmpty();
        Optional<Trial> trial = isRowsOnly
                ? Optional.empty()
                : Optional.of(
                        Trial.of(project, device, own, Optional.ofNullable(zone).map(GivenTime::zone)));
        if (trial.isPresent() && !trial.get().findings().isEmpty()) {
            say(Findings.lines(trial.get().findings(), session, true));
            return Exit.DIFFERENT;
        }
        Optional<Duration> span = Optional.ofNullable(length).map(text -> GivenTime.span("--for", text));
        Optional<Duration> step = Optional.ofNullable(cycle).map(text -> GivenTime.span("--cycle", text));
        ZoneId where = trial.map(Trial::zone).orElse(ZoneOffset.UTC);
        Instant start = begin != null
                ? GivenTime.instant("--at", begin, where)
                : LocalDate.ofInstant(session.clock().instant(), where)
                        .atStartOfDay(where)
                        .toInstant();
        List<StimulusTable.Given> rows = new ArrayList<>();
        given.forEach((signal, text) -> {
            Quality.Written value = Quality.Written.of(text);
            rows.add(new StimulusTable.Given(
                    Duration.ZERO, signal, value.text(), value.quality(), Position.in("--set")));
        });
        if (from != null) {
            rows.addAll(StimulusTable.rows(session.path(from), from, span.orElse(null)));
        }
        TrialView view = new TrialView(this, where);
        long before = System.nanoTime();
        DeviceTrial outcome = DeviceTrial.run(
                project,
                device,
                trial,
                inputs(device, trial, rows, start),
                start,
                new Trial.Wanted(span, step, watch),
                progress());
        double seconds = (System.nanoTime() - before) / 1e9;
        if (out != null) {
            view.write(outcome, out);
        }
        view.say(outcome, lanes, !watch.isEmpty(), seconds);
        return Exit.DONE;
    }

    /** What has no logic of the device behind it comes over connections and goes where the rows say. */
    private static DeviceTrial.Given inputs(
            Device device, Optional<Trial> trial, List<StimulusTable.Given> rows, Instant start) {
        List<RowTrial.Event> events = new ArrayList<>();
        List<Stimulus> stimuli = new ArrayList<>();
        for (StimulusTable.Given row : rows) {
            if (trial.isEmpty() || RowTrial.comesOver(device, row.signal())) {
                String words = row.quality().equals(Quality.GOOD) ? "" : " " + row.quality();
                events.add(new RowTrial.Event(start.plus(row.after()), row.signal(), row.text() + words, place(row)));
            } else {
                stimuli.add(row.stimulus(trial.get().logic(), trial.get().own(), start));
            }
        }
        return new DeviceTrial.Given(events, stimuli);
    }

    /** What was given on the command line is seen there. */
    private static Optional<Position> place(StimulusTable.Given row) {
        return Optional.of(row.position()).filter(position -> position.line() > 0);
    }

    private DeviceLogic logic(Project project, Device device) {
        return program == null
                ? RowSignals.logic(project, device)
                : RowSignals.logic(
                        project, device, program, SafeFile.readText(session.path(program), MOST_BYTES, program));
    }
}
