package org.urvant.project.mapping;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.progress.Progress;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.Trial;

/**
 * A device tried as a whole, without the device: values of sources go over its rows to its programs and receivers, and what its
 * programs give goes over its rows.
 *
 * @param logic what came of its logic; empty when that did not run
 * @param rows what receivers get, in the order of time
 */
public record DeviceTrial(Optional<Trial.Outcome> logic, RowTrial rows) {
    /**
     * What is given to a device.
     *
     * @param events values of sources of its rows
     * @param stimuli inputs of its logic
     */
    public record Given(List<RowTrial.Event> events, List<Stimulus> stimuli) {
        public Given {
            events = List.copyOf(events);
            stimuli = List.copyOf(stimuli);
        }
    }

    /**
     * Runs a device.
     *
     * @param trial its logic; empty for one without
     * @param progress is told from time to time how far it is
     */
    public static DeviceTrial run(
            Project project,
            Device device,
            Optional<Trial> trial,
            Given given,
            Instant begin,
            Trial.Wanted wanted,
            Progress progress) {
        project.requireWhole(device);
        List<Change> channels = given.stimuli().stream()
                .map(stimulus -> new Change(begin.plus(stimulus.after()), stimulus.name(), stimulus.value()))
                .toList();
        RowTrial before = RowTrial.over(project, device, given.events(), channels, end(device, given, begin, wanted));
        boolean isLogicAsked = !given.stimuli().isEmpty()
                || !before.inputs().isEmpty()
                || given.events().isEmpty();
        if (trial.isEmpty() || !isLogicAsked) {
            return new DeviceTrial(Optional.empty(), before);
        }
        List<Stimulus> stimuli = new ArrayList<>(given.stimuli());
        before.inputs().stream()
                .filter(input -> trial.get().logic().inputs().contains(input.name()))
                .forEach(input ->
                        stimuli.add(new Stimulus(Duration.between(begin, input.at()), input.name(), input.value())));
        Set<String> written = device.mappings().stream()
                .filter(row -> row.isUsed() && row.origin().isProgram())
                .map(row -> RowSignals.name(row.identifier()))
                .filter(trial.get().logic().outputs()::contains)
                .collect(Collectors.toSet());
        Trial.Wanted watched = wanted.watched().isEmpty()
                ? wanted
                : new Trial.Wanted(
                        wanted.length(),
                        wanted.cycle(),
                        Stream.concat(wanted.watched().stream(), written.stream())
                                .toList());
        Trial.Outcome outcome = trial.get().run(begin, stimuli, watched, progress);
        List<Change> fromPrograms = outcome.changes().stream()
                .filter(change -> written.contains(change.name()))
                .toList();
        RowTrial after = RowTrial.over(project, device, List.of(), fromPrograms, begin.plus(outcome.length()));
        List<RowTrial.Received> received = new ArrayList<>(before.received());
        received.addAll(after.received());
        received.sort(Comparator.comparing(RowTrial.Received::at));
        return new DeviceTrial(
                Optional.of(outcome),
                new RowTrial(received, before.waiting(), before.wrong(), before.off(), before.inputs()));
    }

    /** Without a length it ends when all that rows hold back was given. */
    private static Instant end(Device device, Given given, Instant begin, Trial.Wanted wanted) {
        Instant last = Stream.concat(
                        given.events().stream().map(RowTrial.Event::at),
                        given.stimuli().stream().map(stimulus -> begin.plus(stimulus.after())))
                .max(Comparator.naturalOrder())
                .orElse(begin);
        Duration longest = device.mappings().stream()
                .map(row -> row.treatment().delay())
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
        return wanted.length().map(begin::plus).orElseGet(() -> last.plus(longest));
    }
}
