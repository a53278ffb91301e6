package org.urvant.project.behaviour;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.urvant.core.device.Meaning;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.language.Spans;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Simulation;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.progress.Progress;
import org.urvant.core.text.Glob;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/** Runs the logic of a device without the device: what its type does with its settings, and programs. */
public final class Trial {
    private static final int MOST_CHANGES = 1_000_000;
    private static final Duration AFTER_THE_LAST_INPUT = Duration.ofMinutes(1);
    private static final Duration WITHOUT_INPUTS = Duration.ofDays(1);

    private final DeviceLogic own;
    private final Optional<Logic> logic;
    private final List<Finding> findings;
    private final ZoneId zone;

    private Trial(DeviceLogic own, Optional<Logic> logic, List<Finding> findings, ZoneId zone) {
        this.own = own;
        this.logic = logic;
        this.findings = List.copyOf(findings);
        this.zone = zone;
    }

    /**
     * How a run is to be.
     *
     * @param length how long; empty for as long as the inputs need and a minute, or a day without any
     * @param cycle time from cycle to cycle; empty for that of the type
     * @param watched what to report, with wildcards; empty for the inputs given and every output that changes
     */
    public record Wanted(Optional<Duration> length, Optional<Duration> cycle, List<String> watched) {
        public Wanted {
            watched = List.copyOf(watched);
        }
    }

    /**
     * What came of a run.
     *
     * @param moving each change of what was watched or, where nothing was chosen, of what was given or moves
     * @param steady the first state of outputs that stay as they begin: that one is on is as good as a change
     * @param cycles how many cycles the run had
     * @param calculated how many of them could change something
     */
    public record Outcome(
            Instant begin,
            Duration length,
            Duration cycle,
            List<Change> moving,
            List<Change> steady,
            long cycles,
            long calculated) {
        /** Returns all changes in the order of time. */
        public List<Change> changes() {
            List<Change> all = new ArrayList<>(steady);
            all.addAll(moving);
            all.sort(Comparator.comparing(Change::at));
            return all;
        }
    }

    /**
     * Prepares the logic of a device; mistakes of its programs come as findings.
     *
     * @param zone the time zone; empty for the device's own, or UTC
     * @throws RefusedException when the device has no logic
     */
    public static Trial of(Project project, Device device, DeviceLogic own, Optional<ZoneId> zone) {
        project.requireWhole(device);
        if (own.isEmpty()) {
            throw new RefusedException(
                    device.name() + " has no logic: " + device.type().text()
                            + " does nothing by itself, and there are no programs",
                    own.definition().programs() == 0
                            ? "Try a device whose type has a behaviour."
                            : "Write programs to " + device.programs().source() + ", or give a file with them.");
        }
        List<Finding> findings = new ArrayList<>();
        Optional<Logic> logic = own.compile((position, mistake) -> findings.add(new Finding(
                        LogicRules.PROGRAM_WRONG,
                        device.name() + " logic",
                        position,
                        mistake.message(),
                        mistake.remedy())
                .concerning(Ref.device(device.name()))));
        return new Trial(own, logic, findings, zone.orElseGet(() -> zone(project, device)));
    }

    private static ZoneId zone(Project project, Device device) {
        Object own = DeviceSheets.of(project.typeOf(device), device).own().value(Meaning.CLOCK_ZONE);
        return ZoneId.of(own instanceof String text && !text.isEmpty() ? text : "UTC");
    }

    /** Returns the mistakes of the programs; with any there is nothing to run. */
    public List<Finding> findings() {
        return findings;
    }

    /** Returns the device's own laws and behaviour. */
    public DeviceLogic own() {
        return own;
    }

    /** Returns the compiled logic. */
    public Logic logic() {
        return logic.orElseThrow();
    }

    /** Returns the time zone of the run. */
    public ZoneId zone() {
        return zone;
    }

    /** Returns the last midnight before an instant. */
    public Instant midnight(Instant now) {
        return LocalDate.ofInstant(now, zone).atStartOfDay(zone).toInstant();
    }

    /**
     * Runs the logic.
     *
     * @param progress is told from time to time how many cycles are done
     * @throws UnknownNameException when nothing has a name that is to be watched
     * @throws RefusedException when the run is too long for its cycle, or changes too often
     */
    public Outcome run(Instant begin, List<Stimulus> inputs, Wanted wanted, Progress progress) {
        Duration length = wanted.length().orElseGet(() -> inputs.stream()
                .map(Stimulus::after)
                .max(Duration::compareTo)
                .map(AFTER_THE_LAST_INPUT::plus)
                .orElse(WITHOUT_INPUTS));
        Duration cycle = wanted.cycle().orElseGet(() -> own.definition().cycle());
        if (cycle.isZero()) {
            throw new RefusedException("a cycle of no time never ends", "Give the cycle a length, such as 10ms.");
        }
        if (length.dividedBy(cycle) > Simulation.MOST_CYCLES) {
            throw new RefusedException(
                    written(length) + " in cycles of " + written(cycle) + " is more than " + Simulation.MOST_CYCLES
                            + " cycles",
                    "Run for a shorter time, or with a longer cycle.");
        }
        List<Change> changes = new ArrayList<>();
        Simulation.Outcome outcome = new Simulation(begin, length, cycle, zone)
                .run(
                        logic(),
                        inputs,
                        watched(wanted),
                        change -> keep(changes, change),
                        done -> progress.at("cycles", done, length.dividedBy(cycle)));
        progress.at("", 0, 0);
        List<Change> moving = wanted.watched().isEmpty() ? moving(changes, inputs, begin) : changes;
        List<Change> steady = wanted.watched().isEmpty() ? steady(changes, moving) : List.of();
        return new Outcome(begin, length, cycle, moving, steady, outcome.cycles(), outcome.calculated());
    }

    /** Returns a length of time as people write it. */
    public static String written(Duration length) {
        return Spans.written(length.toNanos()).substring(2);
    }

    private static void keep(List<Change> changes, Change change) {
        if (changes.size() == MOST_CHANGES) {
            throw new RefusedException(
                    "more than " + MOST_CHANGES + " changes came before " + change.at(),
                    "Watch fewer signals, or run for a shorter time.");
        }
        changes.add(change);
    }

    private Set<String> watched(Wanted wanted) {
        Set<String> all = new LinkedHashSet<>(logic().inputs());
        all.addAll(logic().outputs());
        if (wanted.watched().isEmpty()) {
            return all;
        }
        Set<String> chosen = new LinkedHashSet<>();
        for (String pattern : wanted.watched()) {
            Glob form = new Glob(pattern.strip());
            List<String> found = all.stream().filter(form::fits).toList();
            if (found.isEmpty()) {
                throw new UnknownNameException("signal", pattern, all);
            }
            chosen.addAll(found);
        }
        return chosen;
    }

    /** What is given, and what changes after the first cycle; the rest never moves. */
    private static List<Change> moving(Collection<Change> changes, List<Stimulus> inputs, Instant begin) {
        Set<String> moving = new HashSet<>();
        inputs.forEach(input -> moving.add(input.name().toLowerCase(Locale.ROOT)));
        changes.stream()
                .filter(change -> change.at().isAfter(begin))
                .forEach(change -> moving.add(change.name().toLowerCase(Locale.ROOT)));
        return changes.stream()
                .filter(change -> moving.contains(change.name().toLowerCase(Locale.ROOT)))
                .toList();
    }

    private List<Change> steady(List<Change> changes, List<Change> moving) {
        Set<String> shown = new HashSet<>();
        moving.forEach(change -> shown.add(change.name()));
        Set<String> outputs = Set.copyOf(logic().outputs());
        return changes.stream()
                .filter(change -> !shown.contains(change.name()) && outputs.contains(change.name()))
                .toList();
    }
}
