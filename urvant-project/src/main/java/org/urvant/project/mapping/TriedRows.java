package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.evaluation.Evaluation;
import org.urvant.core.evaluation.Evaluator;
import org.urvant.core.finding.Position;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.unit.Unit;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;

/** The rows of a device that are concerned by some events, as they run. */
final class TriedRows implements Evaluator.Receiver {
    private static final long SECOND = 1_000_000_000L;

    private final List<Input> given = new ArrayList<>();
    private final Map<String, MappedSignal> sources = new LinkedHashMap<>();
    private final List<ResolvedMapping> rows = new ArrayList<>();
    private final TriedCommands commands = new TriedCommands();
    private final List<String> waiting = new ArrayList<>();
    private final List<String> wrong = new ArrayList<>();
    private final List<String> off = new ArrayList<>();
    private final List<RowTrial.Received> received = new ArrayList<>();
    private final List<Change> inputs = new ArrayList<>();

    /** The receiver is told by the bits IV and BL (IEC 60870-5-101:2003, 7.2.6.1 to 7.2.6.3). */
    private static final Quality OUT_OF_SERVICE = new Quality(Quality.INVALID).with(Quality.Mark.OPERATOR_BLOCKED);

    /** What a source gets: a text, which its kind of signal says how to read, or a value. */
    private record Input(
            Instant at, String source, String text, Optional<Position> position, Optional<SignalValue> value) {
        void command(TriedCommands commands, Consumer<RowTrial.Received> received) {
            placed(() -> {
                commands.run(source, text, at, received);
                return source;
            });
        }

        SignalValue read(MappedSignal signal) {
            return placed(() -> {
                SignalValue read = value.orElseGet(() -> TrialValues.value(signal, text, at));
                return signal instanceof MappedSignal.OfChannel channel && !channel.isInService()
                        ? new SignalValue(read.value(), read.quality().worst(OUT_OF_SERVICE), read.time())
                        : read;
            });
        }

        /** What is wrong with a value says where it stands. */
        private <T> T placed(Supplier<T> reading) {
            try {
                return reading.get();
            } catch (RefusedException e) {
                position.ifPresent(known -> {
                    throw new MalformedInputException(known, e.getMessage(), e.remedy());
                });
                throw e;
            }
        }
    }

    TriedRows(Project project, Device device, List<RowTrial.Event> events, List<Change> changes) {
        events.forEach(event ->
                given.add(new Input(event.at(), event.reference(), event.text(), event.position(), Optional.empty())));
        changes.forEach(change ->
                given.add(new Input(change.at(), change.name(), "", Optional.empty(), Optional.of(change.value()))));
        given.sort(Comparator.comparing(Input::at));
        Set<String> names = given.stream().map(Input::source).collect(Collectors.toSet());
        for (Mapping row : device.mappings()) {
            long known = row.origins().stream()
                    .filter(end -> isGiven(names, row, end))
                    .count();
            if (known == 0) {
                continue;
            }
            if (!row.isUsed()) {
                off.add(row.name());
                continue;
            }
            if (known < row.origins().size()) {
                waiting.add(row.name());
                continue;
            }
            ResolvedMapping.resolve(project, device, row, finding -> {})
                    .ifPresentOrElse(this::add, () -> wrong.add(row.name()));
        }
    }

    private static boolean isGiven(Set<String> names, Mapping row, Mapping.End end) {
        if (end.isLink()) {
            return names.contains(RowTrial.link(end.connection()));
        }
        Optional<String> command = RowTrial.command(end);
        if (command.isPresent()) {
            return names.contains(command.get());
        }
        return end.isProgram()
                ? names.contains(RowSignals.name(row.identifier()))
                : names.contains(end.point()) || isGivenChannel(names, end);
    }

    private static boolean isGivenChannel(Set<String> names, Mapping.End end) {
        return end.connection().equals(ChannelPoint.OWN) && names.contains(DeviceLogic.written(end.point()));
    }

    private void add(ResolvedMapping row) {
        if (row.isCommand()) {
            commands.add(row);
            return;
        }
        rows.add(row);
        origins(row).forEach(source -> sources.putIfAbsent(name(source), source));
    }

    private static List<MappedSignal> origins(ResolvedMapping row) {
        return row.mapped() instanceof MappedSignal.Calculated calculated
                ? calculated.sources()
                : List.of(row.mapped());
    }

    /** Channels and programs go by the name that programs know. */
    private static String name(MappedSignal source) {
        if (source instanceof MappedSignal.OfLink link) {
            return RowTrial.link(link.connection());
        }
        return source instanceof MappedSignal.OfProgram program
                ? RowSignals.name(program.identifier())
                : source instanceof MappedSignal.OfChannel
                        ? DeviceLogic.written(source.reference())
                        : source.reference();
    }

    private static boolean isReal(MappedSignal signal) {
        return signal.shape().orElseThrow().form() == Form.REAL;
    }

    RowTrial run(Instant end) {
        List<String> names = List.copyOf(sources.keySet());
        Evaluation evaluation = new Evaluator(
                        sources.values().stream().map(TriedRows::isReal).toList(),
                        rows.stream()
                                .map(row -> new Evaluator.Row(
                                        origins(row).stream()
                                                .map(source -> names.indexOf(name(source)))
                                                .toList(),
                                        row.mapped() instanceof MappedSignal.Calculated calculated
                                                ? Optional.of(calculated.transform())
                                                : Optional.empty(),
                                        row.mapping().treatment()))
                                .toList())
                .start(this);
        Instant last = end;
        for (Input input : given) {
            if (commands.has(input.source())) {
                evaluation.advance(nanos(input.at()));
                last = input.at().isAfter(last) ? input.at() : last;
                input.command(commands, received::add);
                continue;
            }
            String name = sources.containsKey(input.source()) ? input.source() : DeviceLogic.written(input.source());
            MappedSignal source = sources.get(name);
            if (source == null) {
                continue; // of rows that wait for others, or are wrong
            }
            evaluation.advance(nanos(input.at()));
            last = input.at().isAfter(last) ? input.at() : last;
            SignalValue value = input.read(source);
            int quality = value.quality().bits();
            if (isReal(source)) {
                double number = ((Number) value.value()).doubleValue();
                evaluation.real(names.indexOf(name), number, quality, nanos(value.time()));
            } else {
                long whole = value.value() instanceof Boolean on ? on ? 1 : 0 : ((Number) value.value()).longValue();
                evaluation.whole(names.indexOf(name), whole, quality, nanos(value.time()));
            }
        }
        evaluation.settle();
        evaluation.advance(nanos(last));
        return new RowTrial(received, waiting, wrong, off, inputs);
    }

    private static long nanos(Instant at) {
        return Math.addExact(Math.multiplyExact(at.getEpochSecond(), SECOND), at.getNano());
    }

    private static Instant instant(long nanos) {
        return Instant.ofEpochSecond(Math.floorDiv(nanos, SECOND), Math.floorMod(nanos, SECOND));
    }

    @Override
    public void real(int row, double value, int qualityBits, long time, long now) {
        receive(rows.get(row), value, qualityBits, time, now);
    }

    @Override
    public void whole(int row, long value, int qualityBits, long time, long now) {
        ResolvedMapping resolved = rows.get(row);
        Object shown = resolved.shape().form() == Form.LOGICAL ? (Object) (value != 0) : (Object) value;
        receive(resolved, shown, qualityBits, time, now);
    }

    private void receive(ResolvedMapping resolved, Object given, int qualityBits, long time, long now) {
        String identifier = resolved.mapping().identifier();
        if (!identifier.isEmpty() && !resolved.mapping().origin().isProgram()) {
            SignalValue read = new SignalValue(given, new Quality(qualityBits), instant(time));
            inputs.add(new Change(instant(now), RowSignals.name(identifier), read));
        }
        if (resolved.isToProgram()) {
            return;
        }
        PointSpace space = resolved.space();
        String carrier = resolved.object().carrier();
        Shape held = space.holds(carrier);
        MappedSignal.OfList receiver = resolved.receiver().orElse(null);
        SignalValue value = new SignalValue(inUnit(resolved, receiver, given), new Quality(qualityBits), instant(time));
        SignalValue carried = TrialValues.carried(
                value, receiver == null ? held : receiver.shape().orElseThrow(), TrialValues.isShort(space, carrier));
        SignalValue onLine =
                receiver == null ? TrialValues.nearest(carried, space, carrier) : TrialValues.raw(receiver, carried);
        received.add(new RowTrial.Received(
                resolved.mapping(),
                receiver == null ? resolved.object().text() : receiver.reference(),
                space.onLine(resolved.object(), onLine),
                receiver == null ? onLine : TrialValues.worth(receiver, onLine),
                receiver == null ? resolved.unit() : receiver.unit(),
                resolved.carriesQuality(),
                instant(now),
                ""));
    }

    /** The device converts to the unit of a list's point, where both ends have one that is known. */
    private static Object inUnit(ResolvedMapping resolved, MappedSignal.OfList receiver, Object value) {
        if (receiver == null || value instanceof Boolean || resolved.unit().equals(receiver.unit())) {
            return value;
        }
        Optional<Unit> from = Unit.of(resolved.unit());
        Optional<Unit> to = Unit.of(receiver.unit());
        if (from.isEmpty() || to.isEmpty() || value instanceof Double number && !Double.isFinite(number)) {
            return value;
        }
        return from.get()
                .convert(new BigDecimal(value.toString()), to.get())
                .map(converted -> (Object) converted.doubleValue())
                .orElse(value);
    }
}
