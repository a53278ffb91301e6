package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.logic.LogicRun;
import org.urvant.core.logic.Transform;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/**
 * What the receivers of a device's rows get for given values of sources, without the device: calculated, held against the point,
 * rounded to what it carries.
 *
 * @param received one for each row in use all of whose sources are given, in the order of the rows
 * @param waiting names of rows for which only some of the sources are given
 * @param wrong names of rows that are wrong, as the checks say, and so pass nothing on
 */
public record RowTrial(List<Received> received, List<String> waiting, List<String> wrong) {
    private static final Map<String, Long> POSITIONS =
            Map.of("intermediate", 0L, "between", 0L, "off", 1L, "open", 1L, "on", 2L, "closed", 2L, "bad", 3L);

    /**
     * What one receiver gets.
     *
     * @param row the row
     * @param point the point as its protocol writes it
     * @param raw what goes over the line
     * @param value the value that the receiver reads, with its quality
     * @param unit unit of the value; empty text when none is known
     * @param isQualitySent whether the receiver gets the quality too
     */
    public record Received(
            Mapping row, String point, String raw, SignalValue value, String unit, boolean isQualitySent) {}

    public RowTrial {
        received = List.copyOf(received);
        waiting = List.copyOf(waiting);
        wrong = List.copyOf(wrong);
    }

    /** Returns the references of the sources of a device's rows. */
    public static TreeSet<String> sources(Device device) {
        TreeSet<String> sources = new TreeSet<>();
        device.mappings().stream()
                .flatMap(row -> row.origins().stream())
                .filter(end -> end.point().contains("/") || end.connection().equals(ChannelPoint.OWN))
                .forEach(end -> sources.add(end.point()));
        return sources;
    }

    /**
     * Tries the rows of a device.
     *
     * @param given values of sources by reference, each a value and, where wanted, words of its quality: {@code 12.5},
     *     {@code on}, {@code 3 invalid}
     * @throws UnknownNameException when a reference is no source of a row
     * @throws RefusedException when a value is none that the source can have
     */
    public static RowTrial of(Project project, Device device, Map<String, String> given, Instant now) {
        TreeSet<String> sources = sources(device);
        for (String reference : given.keySet()) {
            if (!sources.contains(reference)) {
                throw new UnknownNameException("source of a row of " + device.name(), reference, sources);
            }
        }
        List<Received> received = new ArrayList<>();
        List<String> waiting = new ArrayList<>();
        List<String> wrong = new ArrayList<>();
        for (Mapping row : device.mappings()) {
            long known = row.origins().stream()
                    .filter(end -> given.containsKey(end.point()))
                    .count();
            if (known == 0 || !row.isUsed()) {
                continue;
            }
            if (known < row.origins().size()) {
                waiting.add(row.name());
                continue;
            }
            ResolvedMapping.resolve(project, device, row, finding -> {})
                    .ifPresentOrElse(
                            resolved -> received.add(received(resolved, given, now)), () -> wrong.add(row.name()));
        }
        return new RowTrial(received, waiting, wrong);
    }

    private static Received received(ResolvedMapping resolved, Map<String, String> given, Instant now) {
        MappedSignal mapped = resolved.mapped();
        SignalValue value = mapped instanceof MappedSignal.Calculated calculated
                ? calculated(calculated, given, now)
                : value(mapped, given.get(mapped.reference()), now);
        PointSpace space = resolved.space();
        String carrier = resolved.object().carrier();
        Shape held = space.holds(carrier);
        MappedSignal.OfList receiver = resolved.receiver().orElse(null);
        SignalValue carried =
                carried(value, receiver == null ? held : receiver.shape().orElseThrow(), isShort(space, carrier));
        SignalValue onLine = receiver == null ? carried : raw(receiver, carried, held);
        return new Received(
                resolved.mapping(),
                receiver == null ? resolved.object().text() : receiver.reference(),
                space.onLine(resolved.object(), onLine),
                receiver == null ? carried : worth(receiver, onLine),
                receiver == null ? mapped.unit() : receiver.unit(),
                space.carriesQuality());
    }

    /** Short floating point numbers are those that keep whole numbers of 24 bits and no more. */
    private static boolean isShort(PointSpace space, String carrier) {
        Interval exact = space.exactWholes(carrier);
        return space.holds(carrier).form() == Form.REAL
                && exact.isBounded()
                && exact.high().compareTo(BigDecimal.valueOf(1L << 24)) <= 0;
    }

    private static SignalValue calculated(MappedSignal.Calculated calculated, Map<String, String> given, Instant now) {
        Transform transform = calculated.transform();
        LogicRun run = transform.logic().start(ZoneOffset.UTC);
        for (int i = 0; i < calculated.sources().size(); i++) {
            MappedSignal source = calculated.sources().get(i);
            run.set("x" + (i + 1), value(source, given.get(source.reference()), now));
        }
        run.cycle(now);
        return run.value(Transform.RESULT);
    }

    /** Returns the value that a text stands for, as it comes from the source: a list's number is what its registers make of it. */
    private static SignalValue value(MappedSignal signal, String text, Instant now) {
        String[] words = text.strip().split("\\s+", 2);
        Quality quality = words.length < 2
                ? Quality.GOOD
                : Quality.parse(words[1])
                        .orElseThrow(() -> new RefusedException(
                                "'" + words[1] + "' is no quality",
                                "Write good, questionable or invalid, and reasons such as old-data."));
        Shape shape = signal.shape().orElseThrow();
        Object value = read(signal, shape, words[0].toLowerCase(Locale.ROOT));
        SignalValue read = new SignalValue(value, quality, now);
        return signal instanceof MappedSignal.OfList listed ? fromLine(listed, shape, read) : read;
    }

    private static Object read(MappedSignal signal, Shape shape, String word) {
        if (shape.form() == Form.LOGICAL) {
            if (List.of("on", "true", "1").contains(word)
                    || List.of("off", "false", "0").contains(word)) {
                return List.of("on", "true", "1").contains(word);
            }
            throw notOf(signal, word, "on or off");
        }
        if (shape.form() == Form.DOUBLE && POSITIONS.containsKey(word)) {
            return POSITIONS.get(word);
        }
        if (!word.matches("[+-]?\\d{1,20}(\\.\\d{1,18})?([eE][+-]?\\d{1,2})?")) {
            throw notOf(signal, word, shape.form() == Form.DOUBLE ? "on, off, intermediate or bad" : "a number");
        }
        BigDecimal number = new BigDecimal(word);
        Interval range = shape.form() == Form.DOUBLE ? Interval.of(0, 3) : shape.range();
        if (!range.contains(number)) {
            throw notOf(signal, word, "a number from " + range);
        }
        if (shape.form() == Form.REAL) {
            return number.doubleValue();
        }
        if (number.stripTrailingZeros().scale() > 0) {
            throw notOf(signal, word, "a whole number");
        }
        if (number.abs().compareTo(BigDecimal.valueOf(Long.MAX_VALUE)) > 0) {
            throw notOf(signal, word, "a whole number up to " + Long.MAX_VALUE + ", which a trial calculates with");
        }
        return number.longValue();
    }

    private static RefusedException notOf(MappedSignal signal, String word, String expected) {
        return new RefusedException(
                signal.reference() + " cannot be '" + word + "'",
                "Expected " + expected + ", and words of its quality after it.");
    }

    private static SignalValue fromLine(MappedSignal.OfList listed, Shape shape, SignalValue value) {
        if (shape.form() != Form.REAL || listed.point().measure().isPlain()) {
            return value;
        }
        Shape held = listed.list().space().holds(listed.point().point().carrier());
        BigDecimal raw = raw(listed, held, BigDecimal.valueOf((Double) value.value()));
        return new SignalValue(listed.point().measure().value(raw).doubleValue(), value.quality(), value.time());
    }

    private static BigDecimal raw(MappedSignal.OfList listed, Shape held, BigDecimal value) {
        BigDecimal raw = value.subtract(listed.point().measure().offset())
                .divide(listed.point().measure().factor(), 18, RoundingMode.HALF_EVEN);
        return held.form() == Form.REAL ? raw : raw.setScale(0, RoundingMode.HALF_EVEN);
    }

    private static SignalValue raw(MappedSignal.OfList receiver, SignalValue value, Shape held) {
        if (value.value() instanceof Boolean) {
            return value;
        }
        BigDecimal raw = raw(receiver, held, decimal(value.value()));
        return new SignalValue(
                held.form() == Form.REAL ? (Object) raw.doubleValue() : (Object) raw.longValue(),
                value.quality(),
                value.time());
    }

    /** Returns what the receiver makes of its registers. */
    private static SignalValue worth(MappedSignal.OfList receiver, SignalValue raw) {
        if (raw.value() instanceof Boolean || receiver.point().measure().isPlain()) {
            return raw;
        }
        return new SignalValue(
                receiver.point().measure().value(decimal(raw.value())).doubleValue(), raw.quality(), raw.time());
    }

    private static BigDecimal decimal(Object value) {
        return value instanceof Double number ? new BigDecimal(number) : new BigDecimal(String.valueOf(value));
    }

    /** What the point cannot hold is marked as overflowed, and the nearest that it holds is sent (calculations F8, F47). */
    private static SignalValue carried(SignalValue value, Shape held, boolean isShort) {
        if (value.value() instanceof Boolean) {
            return value;
        }
        if (value.value() instanceof Double number
                && (!Double.isFinite(number) || isShort && !Float.isFinite(number.floatValue()))) {
            return new SignalValue(0.0, value.quality().worst(new Quality(Quality.OVERFLOWED)), value.time());
        }
        BigDecimal number = decimal(value.value());
        if (held.form() != Form.REAL) {
            number = number.setScale(0, RoundingMode.HALF_EVEN);
        }
        Quality quality = value.quality();
        Interval range = held.range();
        if (range.isBounded() && !range.contains(number)) {
            number = number.compareTo(range.low()) < 0 ? range.low() : range.high();
            quality = quality.worst(new Quality(Quality.OVERFLOWED));
        }
        return new SignalValue(
                held.form() == Form.REAL ? (Object) number.doubleValue() : (Object) number.longValue(),
                quality,
                value.time());
    }

    /** Returns what a row gives, for the row with a key; empty when it was not tried. */
    public Optional<Received> of(String key) {
        return received.stream().filter(each -> each.row().key().equals(key)).findFirst();
    }
}
