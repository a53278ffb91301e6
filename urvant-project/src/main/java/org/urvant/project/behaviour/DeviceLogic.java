package org.urvant.project.behaviour;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.LogicDefinition;
import org.urvant.core.device.LogicDefinition.Behaviour;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.language.Mistake;
import org.urvant.core.language.ProgramText;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.LogicSource;
import org.urvant.core.logic.Signal;
import org.urvant.project.Device;
import org.urvant.project.Given;
import org.urvant.project.GivenSheet;
import org.urvant.project.setting.ChannelScale;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * The logic of one device: the behaviour that its type gives it with its settings, then its own programs. Channels that are
 * unused have no signals and no behaviour.
 */
public final class DeviceLogic {
    private final LogicDefinition definition;
    private final DeviceSignals signals;
    private final List<LogicSource> behaviours = new ArrayList<>();
    private final Map<String, Behaviour> origins = new TreeMap<>();
    private final Map<String, ChannelScale> scales = new TreeMap<>();
    private final LogicSource own;

    private DeviceLogic(DeviceSheets sheets, String ownName, String ownText, List<Signal> rows) {
        DeviceType type = sheets.type();
        this.definition = type.software().logic();
        this.signals = DeviceSignals.of(sheets, rows);
        this.own = LogicSource.of(ownName, ownText);
        for (Behaviour behaviour : definition.behaviours()) {
            add(sheets, behaviour);
        }
        sheets.channels().keySet().forEach(name -> ChannelScale.of(sheets, name).ifPresent(scale -> law(name, scale)));
    }

    /** An output that follows a row does so by a program as any behaviour. */
    private void law(String channel, ChannelScale scale) {
        scales.put(DeviceSignals.name(channel), scale);
        Optional<Sheet> row = scale.row();
        if (row.isEmpty() || !signals.has(channel)) {
            return;
        }
        String output = DeviceSignals.name(channel);
        String input = DeviceSignals.name(row.get().prefix());
        String text;
        if (scale.low().isEmpty()) {
            text = "PROGRAM law\nVAR held : LREAL := 0.0; END_VAR\n" + "  " + lost(scale, input, "0.0", "1.0") + output
                    + " := held <> 0.0;\nEND_PROGRAM\n";
        } else {
            String low = written(scale.low());
            String high = written(scale.high());
            String least = written(scale.least());
            String most = written(scale.most());
            text = "PROGRAM law\nVAR held : LREAL := " + least + "; END_VAR\n  "
                    + lost(scale, input, least, most)
                    + output + " := " + low + " + (LIMIT(MIN(" + least + ", " + most + "), held, MAX(" + least + ", "
                    + most
                    + ")) - (" + least + ")) * ((" + high + ") - (" + low + ")) / ((" + most + ") - (" + least + "));\n"
                    + "END_PROGRAM\n";
        }
        behaviours.add(new LogicSource("law of " + channel, output, text));
    }

    private static String lost(ChannelScale scale, String input, String low, String high) {
        String otherwise =
                switch (scale.whenLost()) {
                    case "hold" -> "held";
                    case "high" -> high;
                    default -> low;
                };
        return "held := VALUE_OR(" + input + ", " + otherwise + ");\n  ";
    }

    private static String written(Optional<BigDecimal> number) {
        String text = number.orElse(BigDecimal.ZERO).toPlainString();
        return text.indexOf('.') < 0 ? text + ".0" : text;
    }

    /** Returns how programs write the name of something: small letters, digits, dots between its parts, {@code _} for all else. */
    public static String written(String name) {
        return DeviceSignals.name(name);
    }

    /** Returns the law of the channel that an input of programs stands for, or empty. */
    public Optional<ChannelScale> scale(String signal) {
        return Optional.ofNullable(scales.get(signal.toLowerCase(Locale.ROOT)));
    }

    /** Returns the logic of a device as its files give it, without its rows. */
    public static DeviceLogic of(DeviceType type, Device device) {
        return with(type, device, device.programs().source(), device.logic(), List.of());
    }

    /**
     * Returns the logic of a device with some programs.
     *
     * @param rows what its rows are to programs
     */
    public static DeviceLogic with(DeviceType type, Device device, String name, String text, List<Signal> rows) {
        return new DeviceLogic(DeviceSheets.of(type, device), name, text, rows);
    }

    /**
     * Compiles all behaviours of a type on a device of defaults, with a row in each table and every channel in use: once for
     * each word that channels can carry. Each mistake is told once.
     */
    public static void verify(DeviceType type, BiConsumer<Position, Mistake> mistakes) {
        int most = type.hardware().channels().values().stream()
                .mapToInt(kind -> kind.carries().size())
                .max()
                .orElse(1);
        Set<String> told = new HashSet<>();
        for (int word = 0; word < most; word++) {
            new DeviceLogic(sample(type, word)).compile((position, mistake) -> {
                if (told.add(position + " " + mistake.message())) {
                    mistakes.accept(position, mistake);
                }
            });
        }
    }

    private static String carried(ChannelKind kind, int word) {
        return kind.carries().get(Math.min(word, kind.carries().size() - 1));
    }

    private static DeviceSheets sample(DeviceType type, int word) {
        DeviceSheets blank = DeviceSheets.blank(type);
        Position position = Position.in("type " + type.name());
        SortedMap<String, GivenSheet> given = new TreeMap<>();
        blank.channels()
                .forEach((name, kind) -> given.put(
                        name,
                        sheet(
                                GivenSheet.Kind.CHANNEL,
                                name,
                                position,
                                Map.of(ChannelKind.CARRIES, carried(kind, word)))));
        for (Behaviour behaviour : type.software().logic().behaviours()) {
            Map<String, String> values = new TreeMap<>();
            behaviour.where().forEach((column, kind) -> values.put(column, kind + "1"));
            boolean isNumbered = !behaviour.table().isEmpty()
                    && type.tables().get(behaviour.table()).isNumbered();
            String row = behaviour.table() + "." + (isNumbered ? "1" : behaviour.name());
            if (!behaviour.table().isEmpty()) {
                given.put(row, sheet(GivenSheet.Kind.ROW, row, position, values));
            }
        }
        return DeviceSheets.of(
                type, blank.device().with(new Given(blank.device().settings(), given)));
    }

    private static GivenSheet sheet(
            GivenSheet.Kind kind, String prefix, Position position, Map<String, String> values) {
        SortedMap<String, Entry> entries = new TreeMap<>();
        values.forEach((path, text) -> entries.put(path, new Entry(text, position)));
        return new GivenSheet(kind, prefix, entries, position);
    }

    /** All behaviours, each wherever it could run with what the channels carry. */
    private DeviceLogic(DeviceSheets sheets) {
        this.definition = sheets.type().software().logic();
        this.signals = DeviceSignals.of(sheets, List.of());
        this.own = LogicSource.of("", "");
        for (Behaviour behaviour : definition.behaviours()) {
            String name = "type " + sheets.type().name() + ", " + behaviour.name();
            origins.put(name, behaviour);
            String channel = behaviour.channels() + "1";
            if (behaviour.channels().isEmpty()) {
                behaviours.add(new LogicSource(name, row(sheets, behaviour), behaviour.text()));
            } else if (sheets.sheet(channel)
                    .filter(sheet -> canRun(behaviour, sheet))
                    .isPresent()) {
                behaviours.add(new LogicSource(name, DeviceSignals.name(channel), behaviour.text()));
            }
        }
    }

    /** Whether nothing but other settings could keep a behaviour from a channel. */
    private static boolean canRun(Behaviour behaviour, Sheet sheet) {
        Object carries = sheet.value(ChannelKind.CARRIES);
        return behaviour.when() == null
                || behaviour
                        .when()
                        .test((depth, path) -> depth == 0 && path.equals(ChannelKind.CARRIES) ? carries : null)
                        .orElse(true);
    }

    private static String row(DeviceSheets sheets, Behaviour behaviour) {
        return behaviour.table().isEmpty()
                ? ""
                : sheets.of(Sheet.Kind.ROW, behaviour.table()).stream()
                        .map(sheet -> DeviceSignals.name(sheet.prefix()))
                        .filter(prefix ->
                                prefix.endsWith("." + DeviceSignals.name(behaviour.name())) || prefix.endsWith(".1"))
                        .findFirst()
                        .orElse("");
    }

    private void add(DeviceSheets sheets, Behaviour behaviour) {
        String name = "type " + sheets.type().name() + ", " + behaviour.name();
        origins.put(name, behaviour);
        if (!behaviour.channels().isEmpty()) {
            for (Sheet sheet : sheets.of(Sheet.Kind.CHANNEL, behaviour.channels())) {
                if (signals.has(sheet.prefix()) && applies(behaviour, sheet)) {
                    behaviours.add(new LogicSource(name, DeviceSignals.name(sheet.prefix()), behaviour.text()));
                }
            }
        } else if (!behaviour.table().isEmpty()) {
            for (Sheet sheet : sheets.of(Sheet.Kind.ROW, behaviour.table())) {
                if (applies(behaviour, sheet) && names(sheets, behaviour, sheet)) {
                    behaviours.add(new LogicSource(name, DeviceSignals.name(sheet.prefix()), behaviour.text()));
                }
            }
        } else if (applies(behaviour, sheets.own())) {
            behaviours.add(new LogicSource(name, "", behaviour.text()));
        }
    }

    private static boolean applies(Behaviour behaviour, Sheet sheet) {
        return behaviour.when() == null || behaviour.when().test(sheet).orElse(false);
    }

    private boolean names(DeviceSheets sheets, Behaviour behaviour, Sheet sheet) {
        return behaviour.where().entrySet().stream().allMatch(column -> {
            String channel = String.valueOf(sheet.value(column.getKey()));
            ChannelKind kind = sheets.channels().get(channel);
            return kind != null && kind.name().equals(column.getValue()) && signals.has(channel);
        });
    }

    /** Returns the signals that programs can use: channels, and settings as they are. */
    public List<Signal> signals() {
        return signals.all();
    }

    /** Returns the time from one cycle to the next, and what else the type says. */
    public LogicDefinition definition() {
        return definition;
    }

    /** Returns whether there is anything to run, or a law that turns inputs into values. */
    public boolean isEmpty() {
        return behaviours.isEmpty() && scales.isEmpty() && own.text().isBlank();
    }

    /**
     * Compiles the logic; empty when there are mistakes, and then all of them were reported with their place: in the programs'
     * own text, or in the type's file.
     */
    public Optional<Logic> compile(BiConsumer<Position, Mistake> mistakes) {
        for (List<Sheet> pair : signals.clashes()) {
            String first = pair.get(0).prefix();
            Mistake mistake = new Mistake(
                    TextPlace.START,
                    "'" + first + "' and '" + pair.get(1).prefix() + "' are both written " + DeviceSignals.name(first)
                            + " in programs",
                    "Rename one of them; case and signs do not count.");
            mistakes.accept(pair.get(1).position(), mistake);
        }
        if (!signals.clashes().isEmpty()) {
            return Optional.empty();
        }
        List<LogicSource> sources = new ArrayList<>(behaviours);
        if (!own.text().isBlank()) {
            sources.add(own);
        }
        return Logic.read(
                sources,
                signals.all(),
                signals.otherNames(),
                (source, mistake) -> mistakes.accept(position(source.name(), mistake.place()), mistake));
    }

    /** Returns the place of something in a source: its own line and column, or those of the type's file. */
    public Position position(String source, TextPlace place) {
        Behaviour behaviour = origins.get(source);
        if (behaviour == null) {
            return new Position(source, place.line(), place.column());
        }
        Position origin = behaviour.position();
        if (origin.line() == 0) {
            return origin;
        }
        // A text of several lines begins below its key, one of a single line beside it.
        return behaviour.text().indexOf('\n') >= 0
                ? new Position(origin.source(), origin.line() + place.line(), place.column())
                : new Position(origin.source(), origin.line(), origin.column() + place.column());
    }

    /** Returns the texts of the device's own programs by a key that keeps their order: {@code 01 name}. */
    public static SortedMap<String, String> programs(String text) {
        SortedMap<String, String> programs = new TreeMap<>();
        List<ProgramText> found = SyntaxReader.programs(text, mistake -> {});
        String[] lines = text.split("\\R", -1);
        for (int i = 0; i < found.size(); i++) {
            int from = i == 0 ? 0 : found.get(i).place().line() - 1;
            int to = i + 1 == found.size()
                    ? lines.length
                    : found.get(i + 1).place().line() - 1;
            StringBuilder own = new StringBuilder();
            for (int line = from; line < Math.max(from, to); line++) {
                own.append(lines[line].stripTrailing()).append('\n');
            }
            programs.put(
                    String.format(Locale.ROOT, "%03d %s", i + 1, found.get(i).name()),
                    own.toString().stripTrailing() + "\n");
        }
        return programs;
    }
}
