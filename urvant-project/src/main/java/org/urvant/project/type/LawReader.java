package org.urvant.project.type;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.urvant.core.device.ChannelKind;
import org.urvant.core.device.ChannelLaw;
import org.urvant.core.device.ChannelLaw.Origin;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.sensor.SignalRange;
import org.urvant.core.sensor.Thermocouple;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Unit;
import org.urvant.file.yaml.FieldReader;

/** Reads the laws of a kind of channel. */
final class LawReader {
    private LawReader() {}

    static List<ChannelLaw> read(FieldReader channel, SheetDefinition own, SheetReader.Sheet sheet) {
        List<ChannelLaw> laws = new ArrayList<>();
        channel.children("laws")
                .forEach((name, reader) -> law(name, reader, own, sheet).ifPresent(law -> {
                    Words.distinct(channel, "carries").stream()
                            .filter(word -> isOf(law, word) && laws.stream().anyMatch(before -> isOf(before, word)))
                            .forEach(word -> reader.report(
                                    reader.has("when") ? reader.at("when") : reader.position(),
                                    "two laws are for '" + word + "', and the first is taken",
                                    "Let each be for another word that the channel carries."));
                    laws.add(law);
                }));
        return laws;
    }

    /** Returns whether a law is for what a channel carries, whatever else is set. */
    private static boolean isOf(ChannelLaw law, String word) {
        return law.when() == null
                || law.when()
                        .test((depth, path) -> path.equals(ChannelKind.CARRIES) ? word : null)
                        .orElse(false);
    }

    private static Optional<ChannelLaw> law(
            String name, FieldReader fields, SheetDefinition own, SheetReader.Sheet sheet) {
        Expression when = fields.text("when")
                .flatMap(entry -> Words.expression(fields, entry, sheet.names(), Type.Kind.LOGICAL))
                .orElse(null);
        List<Origin> sources = Arrays.stream(Origin.values())
                .filter(source -> fields.text(source.word()).isPresent())
                .toList();
        if (sources.size() != 1) {
            fields.report(
                    fields.position(),
                    "the law has " + (sources.isEmpty() ? "no source" : "several sources"),
                    "Give one of range, thermocouple, pt100, follows.");
            return Optional.empty();
        }
        Origin source = sources.get(0);
        SheetDefinition definition = sheet.definition();
        String path = source == Origin.PT100 ? "" : Words.setting(fields, source.word(), definition, true);
        if (source == Origin.PT100) {
            Words.yes(fields, source.word());
        } else {
            definition.setting(path).ifPresent(setting -> fits(source, setting, fields));
        }
        boolean isRow = source == Origin.ROW;
        ChannelLaw law = new ChannelLaw(
                name,
                when,
                source,
                path,
                new ChannelLaw.Ends(
                        Words.setting(fields, "low", definition, false),
                        Words.setting(fields, "high", definition, false),
                        isRow ? "" : Words.setting(fields, "unit", definition, false)),
                new ChannelLaw.Probe(
                        source == Origin.RANGE ? Words.setting(fields, "broken-wire", definition, false) : "",
                        source == Origin.THERMOCOUPLE ? Words.setting(fields, "terminals", own, false) : ""),
                new ChannelLaw.Following(
                        isRow ? Words.text(fields, "least") : "",
                        isRow ? Words.text(fields, "most") : "",
                        isRow ? Words.setting(fields, "when-lost", definition, false) : ""));
        kinds(fields, definition, own, law);
        fields.finish();
        return Optional.of(law);
    }

    private static void kinds(FieldReader fields, SheetDefinition definition, SheetDefinition own, ChannelLaw law) {
        kind(fields, "low", definition, law.ends().low(), setting -> setting.kind()
                .isNumber());
        kind(fields, "high", definition, law.ends().high(), setting -> setting.kind()
                .isNumber());
        definition
                .setting(law.ends().low())
                .flatMap(low -> definition.setting(law.ends().high()).filter(high -> !areEnds(low, high)))
                .ifPresent(high -> fields.report(
                        fields.at("high"),
                        "'" + law.ends().low() + "' and '" + high.path() + "' are no two ends of one law",
                        "Name two settings in one unit."));
        kind(fields, "unit", definition, law.ends().unit(), setting -> setting.limits().choices().stream()
                .allMatch(choice -> Unit.of(choice).isPresent()));
        kind(
                fields,
                "broken-wire",
                definition,
                law.probe().brokenWire(),
                setting -> setting.kind() == SettingKind.LOGICAL);
        kind(fields, "terminals", own, law.probe().terminals(), setting -> setting.kind()
                .isNumber());
        kind(
                fields,
                "when-lost",
                definition,
                law.following().whenLost(),
                setting -> setting.kind() == SettingKind.CHOICE
                        && List.of("hold", "low", "high")
                                .containsAll(setting.limits().choices()));
    }

    private static boolean areEnds(SettingDefinition low, SettingDefinition high) {
        return !low.path().equals(high.path())
                && Objects.equals(low.limits().unit(), high.limits().unit());
    }

    /** Reports a setting that exists and is not what the law needs there. */
    private static void kind(
            FieldReader fields, String key, SheetDefinition sheet, String path, Predicate<SettingDefinition> fits) {
        sheet.setting(path)
                .filter(setting -> !fits.test(setting))
                .ifPresent(setting -> fields.report(
                        fields.at(key),
                        "'" + path + "' is of kind " + setting.kind().word() + ", which '" + key + "' cannot use",
                        "Name a number for ends and terminals, a choice of units for unit, a logical for broken-wire, a choice"
                                + " of hold, low and high for when-lost."));
    }

    /** Holds the columns that an output follows against the table that its reference names; tables are read after channels. */
    static void verifyRow(FieldReader fields, ChannelKind kind, ChannelLaw law, Map<String, TableDefinition> tables) {
        SettingDefinition reference = kind.settings().setting(law.path()).orElse(null);
        if (law.source() != Origin.ROW
                || fields == null
                || reference == null
                || reference.kind() != SettingKind.REFERENCE) {
            return;
        }
        String to = reference.limits().refersTo();
        TableDefinition table = tables.get(to);
        if (table == null) {
            fields.report(
                    fields.at(Origin.ROW.word()),
                    "'" + law.path() + "' refers to no table",
                    "Name a reference to a table.");
            return;
        }
        for (String key : List.of("least", "most")) {
            String column = key.equals("least")
                    ? law.following().least()
                    : law.following().most();
            boolean isNumber = table.row()
                    .setting(column)
                    .filter(setting -> setting.kind().isNumber())
                    .isPresent();
            if (!isNumber && !(column.isEmpty() && law.ends().low().isEmpty())) {
                fields.report(
                        fields.at(key),
                        "'" + column + "' is no column of numbers in " + to,
                        NearestName.hint(
                                "column", column, table.row().settings().keySet()));
            }
        }
    }

    private static void fits(Origin source, SettingDefinition setting, FieldReader fields) {
        Entry entry = fields.text(source.word()).orElseThrow();
        boolean fits =
                switch (source) {
                    case RANGE ->
                        setting.kind() == SettingKind.CHOICE
                                && setting.limits().choices().stream()
                                        .allMatch(word -> SignalRange.of(word).isPresent());
                    case THERMOCOUPLE ->
                        setting.kind() == SettingKind.CHOICE
                                && setting.limits().choices().stream()
                                        .allMatch(word -> Thermocouple.of(word).isPresent());
                    default -> setting.kind() == SettingKind.REFERENCE;
                };
        if (!fits) {
            fields.report(
                    entry.position(),
                    "'" + setting.path() + "' names no " + source.word(),
                    switch (source) {
                        case RANGE ->
                            "Let it choose from "
                                    + String.join(
                                            ", ",
                                            Arrays.stream(SignalRange.values())
                                                    .map(SignalRange::word)
                                                    .toList())
                                    + ".";
                        case THERMOCOUPLE -> "Let it choose from B, E, J, K, N, R, S, T.";
                        default -> "Name a reference to a table.";
                    });
        }
    }
}
