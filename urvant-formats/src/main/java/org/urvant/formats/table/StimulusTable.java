package org.urvant.formats.table;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.language.Spans;
import org.urvant.core.logic.DataType;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Amount;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.behaviour.Trial;
import org.urvant.project.mapping.DeviceTrial;
import org.urvant.project.mapping.RowTrial;
import org.urvant.project.setting.ChannelScale;

/**
 * Inputs over time as CSV: columns {@code time} (since the begin: {@code 1.5s}, {@code 2h30m}, {@code 7:30}), {@code signal},
 * {@code value}, and if wanted {@code quality}. Further columns are for people.
 */
public final class StimulusTable {
    private static final long MOST_BYTES = 100_000_000;
    private static final Pattern CLOCK = Pattern.compile("(\\d{1,5}):([0-5]\\d)(?::([0-5]\\d)(\\.\\d{1,9})?)?");

    private static final List<String> COLUMNS = List.of("time", "signal", "value", "quality");

    private StimulusTable() {}

    /**
     * A row of the file.
     *
     * @param after time since the begin
     * @param signal what gets a value
     * @param text the value as it stands there
     * @param quality its quality
     * @param position the row
     */
    public record Given(Duration after, String signal, String text, Quality quality, Position position) {
        /**
         * Returns the row as an input of logic.
         *
         * @param device has the laws of the channels, so that inputs may be given as what stands at their terminals
         * @throws MalformedInputException when there is no such input, or the value is none of its type
         */
        public Stimulus stimulus(Logic logic, DeviceLogic device, Instant begin) {
            return new Stimulus(
                    after, signal, value(position, logic, device, signal, text, quality, begin.plus(after)));
        }
    }

    /**
     * Reads the inputs in the order of the file.
     *
     * @param device has the laws of the channels, so that inputs may be given as what stands at their terminals
     * @param length how long the run is to be; null when it is to be as long as the inputs need
     * @throws MalformedInputException at the first row that cannot be read, or lies after the end, naming it
     */
    public static List<Stimulus> read(
            Path file, String shownAs, Logic logic, DeviceLogic device, Instant begin, Duration length) {
        return rows(file, shownAs, length).stream()
                .map(row -> row.stimulus(logic, device, begin))
                .toList();
    }

    /**
     * Returns what rows give a device: what has no logic of the device behind it comes over connections and goes where its rows
     * say, all else are inputs of its logic.
     *
     * @param trial its logic; empty for a device without
     * @throws MalformedInputException when there is no such input, the value is none of its type, or it has two at one time
     */
    public static DeviceTrial.Given inputs(Device device, Optional<Trial> trial, List<Given> rows, Instant begin) {
        List<RowTrial.Event> events = new ArrayList<>();
        List<Stimulus> stimuli = new ArrayList<>();
        Map<String, Position> given = new HashMap<>();
        for (Given row : rows) {
            Position before = given.putIfAbsent(row.after() + " " + row.signal(), row.position());
            if (before != null) {
                throw new MalformedInputException(
                        row.position(),
                        row.signal() + " has two values at one time; the other is at " + before,
                        "Let the second come later, or take one out.");
            }
            if (trial.isEmpty() || RowTrial.comesOver(device, row.signal())) {
                String words = row.quality().equals(Quality.GOOD) ? "" : " " + row.quality();
                Optional<Position> place = Optional.of(row.position()).filter(position -> position.line() > 0);
                events.add(new RowTrial.Event(begin.plus(row.after()), row.signal(), row.text() + words, place));
            } else {
                stimuli.add(row.stimulus(trial.get().logic(), trial.get().own(), begin));
            }
        }
        return new DeviceTrial.Given(events, stimuli);
    }

    /**
     * Reads the rows of a file in their order, whatever has these names.
     *
     * @param length how long the run is to be; null when it is to be as long as the inputs need
     * @throws MalformedInputException at the first row that cannot be read, or lies after the end, naming it
     */
    public static List<Given> rows(Path file, String shownAs, Duration length) {
        List<ValueTable.TableLine> lines = ValueTable.lines(SafeFile.readText(file, MOST_BYTES, shownAs), shownAs);
        List<String> columns = lines.isEmpty()
                ? List.of()
                : lines.get(0).cells().stream()
                        .map(cell -> cell.strip().toLowerCase(Locale.ROOT))
                        .toList();
        ValueTable.columns(lines, shownAs);
        for (String wanted : List.of("time", "signal", "value")) {
            if (!columns.contains(wanted)) {
                throw new MalformedInputException(
                        Position.line(shownAs, 1),
                        "column '" + wanted + "' is missing",
                        "Name the columns in the first row: time, signal, value, quality.");
            }
        }
        requireKnown(columns, Position.line(shownAs, 1));
        List<Given> rows = new ArrayList<>();
        for (ValueTable.TableLine line : lines.subList(1, lines.size())) {
            Position position = Position.line(shownAs, line.sound(shownAs).number());
            String time = cell(line, columns.indexOf("time"));
            if (time.isEmpty() && cell(line, columns.indexOf("signal")).isEmpty()) {
                continue;
            }
            Given row = row(
                    position,
                    time,
                    cell(line, columns.indexOf("signal")),
                    cell(line, columns.indexOf("value")),
                    cell(line, columns.indexOf("quality")));
            if (length != null && row.after().compareTo(length) > 0) {
                throw new MalformedInputException(
                        position, "'" + time + "' lies after the end of the run", "Run longer, or take the row out.");
            }
            rows.add(row);
        }
        return rows;
    }

    /** A column that is misspelt, or says what a value is in, would be taken for one of those that are for people. */
    private static void requireKnown(List<String> columns, Position position) {
        for (String column : columns) {
            if (column.equals("unit") || column.equals("units")) {
                throw new MalformedInputException(
                        position,
                        "there is no column '" + column + "'",
                        "Write the unit behind the value, such as 12 mA, and take the column out.");
            }
            Optional<String> near = COLUMNS.contains(column) ? Optional.empty() : NearestName.of(column, COLUMNS);
            if (near.isPresent()) {
                throw new MalformedInputException(
                        position, "there is no column '" + column + "'", "Did you mean '" + near.get() + "'?");
            }
        }
    }

    private static String cell(ValueTable.TableLine line, int column) {
        return column < 0 || column >= line.cells().size()
                ? ""
                : line.cells().get(column).strip();
    }

    private static Given row(Position position, String time, String signal, String value, String quality) {
        Duration after = time(time)
                .orElseThrow(() -> new MalformedInputException(
                        position, "'" + time + "' is no time since the begin", "Write it as 1.5s, 2h30m or 7:30."));
        Quality known = Quality.parse(quality)
                .orElseThrow(() -> new MalformedInputException(
                        position,
                        "'" + quality + "' is no quality",
                        "Write good, questionable or invalid, and reasons such as old-data."));
        return new Given(after, signal, value, known, position);
    }

    /**
     * Returns a value of an input as people write it. A channel with a law takes what stands at its terminals too, such as
     * {@code 12 mA}; what lies beyond its range is held there and questionable.
     *
     * @throws MalformedInputException when there is no such input, or the value is none of its type
     */
    public static SignalValue value(
            Position position,
            Logic logic,
            DeviceLogic device,
            String signal,
            String text,
            Quality quality,
            Instant time) {
        if (!logic.inputs().contains(signal)) {
            throw new MalformedInputException(
                    position, "there is no input '" + signal + "'", NearestName.hint("input", signal, logic.inputs()));
        }
        DataType type = logic.type(signal).orElseThrow();
        Optional<ChannelScale> scale = type == DataType.LREAL ? device.scale(signal) : Optional.empty();
        if (scale.isPresent()) {
            SignalValue scaled = Amount.parse(text)
                    .flatMap(amount -> scale.get().read(amount, time))
                    .orElseThrow(() -> new MalformedInputException(
                            position,
                            signal + " is '" + text + "'; expected "
                                    + scale.get().expectation(),
                            "Give a number, such as 4.5, alone or with its unit."));
            return new SignalValue(scaled.value(), scaled.quality().worst(quality), time);
        }
        Object value = typed(type, text)
                .orElseThrow(() -> new MalformedInputException(
                        position, signal + " is '" + text + "'; expected " + type.name(), remedy(type)));
        return new SignalValue(value, quality, time);
    }

    private static String remedy(DataType type) {
        return switch (type.family()) {
            case LOGICAL -> "Give on or off.";
            case ENUMERATION -> "Give one of " + String.join(", ", type.values()) + ".";
            case TIME -> "Give a length of time, such as 1.5s.";
            case TEXT -> "Give a text of at most " + type.size() + " characters.";
            case REAL -> "Give a number, such as 4.5.";
            default -> "Give a whole number, " + type.range() + ".";
        };
    }

    private static Optional<Object> typed(DataType type, String text) {
        String word = text.toLowerCase(Locale.ROOT);
        switch (type.family()) {
            case LOGICAL:
                boolean on = List.of("1", "true", "on", "yes").contains(word);
                return on || List.of("0", "false", "off", "no").contains(word) ? Optional.of(on) : Optional.empty();
            case TEXT:
                return text.codePointCount(0, text.length()) <= type.size() ? Optional.of(text) : Optional.empty();
            case ENUMERATION:
                return type.values().stream().anyMatch(each -> each.equalsIgnoreCase(text))
                        ? Optional.of(text)
                        : Optional.empty();
            case TIME:
                return time(text).map(length -> (Object) length);
            case REAL:
                return number(text)
                        .map(BigDecimal::doubleValue)
                        .filter(Double::isFinite)
                        .map(number -> (Object) number);
            default:
                return number(text)
                        .filter(number -> number.stripTrailingZeros().scale() <= 0
                                && type.range().contains(number))
                        .map(BigDecimal::toBigInteger)
                        .map(whole -> whole.bitLength() < 64 ? (Object) whole.longValue() : (Object) whole);
        }
    }

    private static Optional<BigDecimal> number(String text) {
        return text.matches("[+-]?\\d{1,40}(\\.\\d{1,40})?([eE][+-]?\\d{1,3})?")
                ? Optional.of(new BigDecimal(text))
                : Optional.empty();
    }

    /** Returns a length of time as people write it, {@code 1.5s}, {@code 2h30m}, {@code 90 s}, {@code 7:30:05.2}. */
    public static Optional<Duration> time(String text) {
        Matcher clock = CLOCK.matcher(text);
        if (clock.matches()) {
            long seconds = clock.group(3) == null ? 0 : Long.parseLong(clock.group(3));
            long nanos = clock.group(4) == null
                    ? 0
                    : new BigDecimal("0" + clock.group(4)).movePointRight(9).longValue();
            return Optional.of(Duration.ofHours(Long.parseLong(clock.group(1)))
                    .plusMinutes(Long.parseLong(clock.group(2)))
                    .plusSeconds(seconds)
                    .plusNanos(nanos));
        }
        String plain = text.replace(" ", "").replace("min", "m").replaceFirst("(?i)^T#", "");
        return Optional.ofNullable(plain.equals("0") ? Long.valueOf(0) : Spans.parse(plain))
                .filter(nanos -> nanos >= 0)
                .map(Duration::ofNanos);
    }
}
