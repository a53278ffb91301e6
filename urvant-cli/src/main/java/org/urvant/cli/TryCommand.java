package org.urvant.cli;

import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.core.language.Spans;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Simulation;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.signal.Quality;
import org.urvant.core.text.Glob;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.StimulusTable;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.setting.DeviceSheets;
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
            "          urvant logic F11 --signals        # what can be set and watched"
        })
final class TryCommand extends Command {
    private static final int MOST_BYTES = 4 * SyntaxReader.LONGEST + 4;
    private static final int MOST_LINES = 200;
    private static final int MOST_CHANGES = 1_000_000;

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--from", paramLabel = "FILE", description = "CSV of inputs over time.")
    private String from;

    @Option(
            names = "--set",
            paramLabel = "NAME=VALUE",
            description = "An input from the begin on; may be given several times.")
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

    private boolean told;

    TryCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Map<String, String> given = pairs("--set", set);
        Project project = folder().load();
        Device device = project.device(name);
        DeviceLogic own = program == null
                ? DeviceLogic.of(project.typeOf(device), device)
                : DeviceLogic.with(
                        project.typeOf(device),
                        device,
                        program,
                        SafeFile.readText(session.path(program), MOST_BYTES, program));
        if (own.isEmpty()) {
            throw new RefusedException(
                    name + " has no logic: " + device.type().text()
                            + " does nothing by itself, and there are no programs",
                    own.definition().programs() == 0
                            ? "Try a device whose type has a behaviour."
                            : "Write programs to " + device.programs().source() + ", or give a file with --program.");
        }
        List<Finding> mistakes = new ArrayList<>();
        Optional<Logic> logic = own.compile((position, mistake) -> mistakes.add(
                new Finding(Rule.PROGRAM_WRONG, name + " logic", position, mistake.message(), mistake.remedy())));
        if (logic.isEmpty()) {
            Findings.lines(mistakes, session, true).forEach(this::say);
            return Exit.DIFFERENT;
        }
        return run(logic.get(), own, given, zone(project, device));
    }

    private ZoneId zone(Project project, Device device) {
        Object own = DeviceSheets.of(project.typeOf(device), device).own().value("clock.zone");
        String wanted = zone != null ? zone : own instanceof String text && !text.isEmpty() ? text : "UTC";
        try {
            return ZoneId.of(wanted);
        } catch (DateTimeException e) {
            throw new MalformedInputException(
                    Position.in("--zone"), "'" + wanted + "' is no time zone", "Name a place, such as Europe/Oslo.", e);
        }
    }

    private int run(Logic logic, DeviceLogic own, Map<String, String> given, ZoneId where) {
        Instant start = begin(where);
        List<Stimulus> stimuli = new ArrayList<>();
        pairs("--set", set)
                .forEach((signal, value) -> stimuli.add(new Stimulus(
                        Duration.ZERO,
                        signal,
                        StimulusTable.value(Position.in("--set"), logic, own, signal, value, Quality.GOOD, start))));
        if (from != null) {
            Duration end = length == null ? null : time("--for", length);
            stimuli.addAll(StimulusTable.read(session.path(from), from, logic, own, start, end));
        }
        Duration last =
                stimuli.stream().map(Stimulus::after).max(Duration::compareTo).orElse(Duration.ZERO);
        Duration span = length != null
                ? time("--for", length)
                : from == null && set.isEmpty() ? Duration.ofDays(1) : last.plusMinutes(1);
        Duration step = cycle == null ? own.definition().cycle() : time("--cycle", cycle);
        if (step.isZero()) {
            throw new RefusedException("a cycle of no time never ends", "Give --cycle a length, such as 10ms.");
        }
        if (span.dividedBy(step) > Simulation.MOST_CYCLES) {
            throw new RefusedException(
                    span(span) + " in cycles of " + span(step) + " is more than " + Simulation.MOST_CYCLES + " cycles",
                    "Give a shorter --for or a longer --cycle.");
        }
        Set<String> watched = watched(logic);
        List<Change> changes = new ArrayList<>();
        long before = System.nanoTime();
        Simulation.Outcome outcome = new Simulation(start, span, step, where)
                .run(logic, stimuli, watched, change -> keep(changes, change), n -> progress(n, span.dividedBy(step)));
        progress(-1, 0);
        double seconds = (System.nanoTime() - before) / 1e9;
        List<Change> shown = watch.isEmpty() ? moving(changes, stimuli, start) : changes;
        List<Change> told = watch.isEmpty() ? withOutputs(logic, changes, shown) : changes;
        if (out != null) {
            write(told, where);
        }
        if (json) {
            sayJson(told.stream().map(change -> json(change, where)).toList());
            return Exit.DONE;
        }
        show(shown, start, span, where);
        steady(told, shown);
        note(paint.faint(String.format(
                Locale.ROOT,
                "%s from %s (%s): %,d cycles of %s, of which %,d could change something, in %.2f s",
                span(span),
                DateTimeFormatter.ofPattern("EEE d MMM uuuu HH:mm", Locale.ENGLISH)
                        .format(start.atZone(where)),
                where.getId(),
                outcome.cycles(),
                span(step),
                outcome.calculated(),
                seconds)));
        return Exit.DONE;
    }

    private void keep(List<Change> changes, Change change) {
        if (changes.size() == MOST_CHANGES) {
            throw new RefusedException(
                    "more than " + MOST_CHANGES + " changes came before " + change.at(),
                    "Watch fewer signals with --watch, or try a shorter time with --for.");
        }
        changes.add(change);
    }

    /** A line that is written over, when a run takes long enough to be waited for; -1 takes it away. */
    private void progress(long cycle, long cycles) {
        if (!session.isTerminal() || cycle < 0 && !told) {
            return;
        }
        told = true;
        session.err().print(cycle < 0 ? "\r\033[K" : "\rcycle " + cycle + " of " + cycles + "\033[K");
        session.err().flush();
    }

    private Instant begin(ZoneId where) {
        if (begin == null) {
            return LocalDate.ofInstant(session.clock().instant(), where)
                    .atStartOfDay(where)
                    .toInstant();
        }
        try {
            LocalDateTime local = begin.contains("T")
                    ? LocalDateTime.parse(begin)
                    : LocalDate.parse(begin).atTime(LocalTime.MIDNIGHT);
            return local.atZone(where).toInstant();
        } catch (DateTimeException e) {
            throw new MalformedInputException(
                    Position.in("--at"), "'" + begin + "' is no time", "Write it as 2026-03-28T12:00.", e);
        }
    }

    private static Duration time(String option, String text) {
        return StimulusTable.time(text)
                .orElseThrow(() -> new MalformedInputException(
                        Position.in(option), "'" + text + "' is no length of time", "Write it as 5s, 24h or 1h30m."));
    }

    static String span(Duration span) {
        return Spans.written(span.toNanos()).substring(2);
    }

    private Set<String> watched(Logic logic) {
        Set<String> all = new LinkedHashSet<>(logic.inputs());
        all.addAll(logic.outputs());
        if (watch.isEmpty()) {
            return all;
        }
        Set<String> wanted = new LinkedHashSet<>();
        for (String pattern : watch) {
            Glob form = new Glob(pattern.strip());
            List<String> found = all.stream().filter(form::fits).toList();
            if (found.isEmpty()) {
                throw new UnknownNameException("signal", pattern, all);
            }
            wanted.addAll(found);
        }
        return wanted;
    }

    /** What is given, and what changes after the first cycle; the rest never moves. */
    private static List<Change> moving(List<Change> changes, List<Stimulus> stimuli, Instant start) {
        Set<String> moving = stimuli.stream()
                .map(stimulus -> stimulus.name().toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        changes.stream()
                .filter(change -> change.at().isAfter(start))
                .forEach(change -> moving.add(change.name().toLowerCase(Locale.ROOT)));
        return changes.stream()
                .filter(change -> moving.contains(change.name().toLowerCase(Locale.ROOT)))
                .toList();
    }

    /** What is shown, and the first state of each output that stays as it begins: that it is on is as good as a change. */
    private static List<Change> withOutputs(Logic logic, List<Change> changes, List<Change> shown) {
        Set<String> outputs = new LinkedHashSet<>(logic.outputs());
        return changes.stream()
                .filter(change -> shown.contains(change) || outputs.contains(change.name()))
                .toList();
    }

    private void steady(List<Change> told, List<Change> shown) {
        Map<String, List<String>> byState = new LinkedHashMap<>();
        for (Change change : told) {
            if (!shown.contains(change)) {
                String quality = change.value().quality().isGood()
                        ? ""
                        : ", " + change.value().quality();
                byState.computeIfAbsent(value(change) + quality, key -> new ArrayList<>())
                        .add(change.name());
            }
        }
        if (byState.isEmpty()) {
            return;
        }
        List<String> states = new ArrayList<>();
        byState.forEach((state, names) -> states.add(state + ": " + String.join(", ", names)));
        Findings.wrapped("unchanged from the first cycle on  " + String.join("; ", states), session.width())
                .forEach(this::say);
    }

    private void show(List<Change> changes, Instant start, Duration span, ZoneId where) {
        if (changes.isEmpty()) {
            say("nothing changes");
            return;
        }
        if (lanes) {
            Lanes.lines(changes, start, span, where, session.width(), paint).forEach(this::say);
            return;
        }
        Table table = new Table("time", "signal", "value", "quality");
        changes.stream()
                .limit(MOST_LINES)
                .forEach(change -> table.row(
                        clock(change.at(), where),
                        change.name(),
                        value(change),
                        change.value().quality()));
        say(table);
        if (changes.size() > MOST_LINES) {
            note(paint.faint(count(changes.size() - MOST_LINES, "change")
                    + " more; --out FILE has them all, --watch fewer, --lanes" + " in one view"));
        }
    }

    static String value(Change change) {
        Object value = change.value().value();
        if (value instanceof Boolean on) {
            return on ? "on" : "off";
        }
        if (value instanceof Duration length) {
            return span(length);
        }
        return value instanceof Double number ? number(number) : value.toString();
    }

    /** Six digits are enough to look at; the CSV has all. */
    static String number(double number) {
        String text = String.format(Locale.ROOT, "%.6g", number);
        return text.contains("e") ? Double.toString(number) : text.replaceFirst("\\.?0+$", "");
    }

    private static String clock(Instant at, ZoneId where) {
        String text =
                DateTimeFormatter.ofPattern("EEE HH:mm:ss.SSS", Locale.ENGLISH).format(at.atZone(where));
        return text.replaceFirst("\\.000$", "");
    }

    private static Object json(Change change, ZoneId where) {
        return Json.object(
                "time",
                        DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(
                                change.at().atZone(where)),
                "signal", change.name(),
                "value",
                        change.value().value() instanceof Duration
                                ? value(change)
                                : change.value().value(),
                "quality", change.value().quality().toString(),
                "since", change.value().time().toString());
    }

    private void write(List<Change> changes, ZoneId where) {
        StringBuilder text = new StringBuilder("time,signal,value,quality\n");
        for (Change change : changes) {
            Object value = change.value().value();
            String shown = value instanceof String word
                    ? '"' + word.replace("\"", "\"\"") + '"'
                    : value instanceof Duration ? value(change) : value.toString();
            text.append(DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(
                            change.at().atZone(where)))
                    .append(',')
                    .append(change.name())
                    .append(',')
                    .append(shown)
                    .append(',')
                    .append(change.value().quality())
                    .append('\n');
        }
        SafeFile.write(session.path(out), text.toString().getBytes(StandardCharsets.UTF_8));
        say("wrote " + out + ", " + count(changes.size(), "change"));
    }
}
