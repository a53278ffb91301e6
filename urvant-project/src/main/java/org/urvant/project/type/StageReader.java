package org.urvant.project.type;

import java.util.List;
import java.util.Optional;
import org.urvant.core.device.Bound;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Extent;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.protection.Course;
import org.urvant.core.protection.TripClass;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.file.yaml.FieldReader;

/** Reads the stages of current protection that a type declares. */
final class StageReader {
    private static final double RESET_RATIO = 0.95;

    private static final List<String> RESETS = List.of("instant", "fixed", "inverse", "memory");

    private final FieldReader fields;
    private final Names names;
    private final DeviceType type;
    private final Names own;

    private StageReader(FieldReader fields, Names names, DeviceType type, Names own) {
        this.fields = fields;
        this.names = names;
        this.type = type;
        this.own = own;
    }

    /** Reads the stages of a type whose other parts were read already. */
    static List<StageDefinition> read(FieldReader fields, DeviceType type, Names own) {
        return ExtentReader.all(
                fields, "stages", type, own, (name, reader, names, extent) -> new StageReader(reader, names, type, own)
                        .stage(name, extent));
    }

    private StageDefinition stage(String name, Extent extent) {
        fields.required("pick-up", "1");
        StageDefinition stage = new StageDefinition(
                name,
                fields.required("meaning", "").text(),
                extent,
                new StageDefinition.Measured(
                        Words.word(
                                fields,
                                "measures",
                                word -> Word.find(StageDefinition.Quantity.class, word),
                                StageDefinition.Quantity.PHASE_CURRENT),
                        bound("pick-up", Dimension.CURRENT),
                        bound("ratio", null),
                        bound("bears", Dimension.CURRENT)),
                law(),
                new StageDefinition.Tolerance(BandReader.read(fields, "current-band"), resetRatio()));
        if (stage.tolerance().resetRatio() <= 0 || stage.tolerance().resetRatio() > 1) {
            fields.report(fields.at("reset-ratio"), "a reset ratio lies above 0 and is 1 at most", "Write 0.95.");
        }
        fields.finish();
        return stage;
    }

    private StageDefinition.Law law() {
        Entry written = fields.required("course", "definite");
        Course course = Course.of(written.text()).orElse(null);
        Expression chosen = course != null
                ? null
                : Words.expression(fields, written, names, Type.Kind.TEXT).orElse(null);
        if (chosen != null) {
            List<String> words = chosen.type().choices();
            words.stream()
                    .filter(word -> Course.of(word).isEmpty())
                    .forEach(word -> fields.report(
                            written.position(),
                            "'" + word + "' is no course of time over current",
                            "Courses are "
                                    + String.join(
                                            ", ",
                                            List.of(Course.values()).stream()
                                                    .map(Course::word)
                                                    .toList()) + "."));
        }
        Bound multiplier = bound("multiplier", null);
        Bound delay = bound("delay", Dimension.TIME);
        List<Course> possible = course != null
                ? List.of(course)
                : chosen == null
                        ? List.of()
                        : chosen.type().choices().stream()
                                .flatMap(word -> Course.of(word).stream())
                                .toList();
        if (multiplier == null && possible.stream().anyMatch(Course::hasMultiplier)) {
            fields.report(
                    fields.position(),
                    "a course that is inverse or through points has no multiplier",
                    "Add 'multiplier: SETTING'.");
        }
        Expression tripClass = fields.text("trip-class")
                .flatMap(entry -> Words.expression(fields, entry, names, Type.Kind.TEXT))
                .orElse(null);
        if (tripClass != null) {
            tripClass.type().choices().stream()
                    .filter(word -> TripClass.of(word).isEmpty())
                    .forEach(word -> fields.report(
                            fields.at("trip-class"),
                            "'" + word + "' is no trip class",
                            "Classes are 10A, 10, 20, 30."));
        }
        if (delay == null && tripClass == null && possible.stream().anyMatch(each -> !each.hasMultiplier())) {
            fields.report(fields.position(), "a course without multiplier has no delay", "Add 'delay: SETTING'.");
        }
        Expression reset = fields.text("reset")
                .flatMap(entry -> Words.expression(fields, entry, names, Type.Kind.TEXT))
                .orElse(null);
        Bound resetDelay = bound("reset-delay", Dimension.TIME);
        if (reset != null) {
            List<String> words = reset.type().choices();
            words.stream()
                    .filter(word -> !RESETS.contains(word))
                    .forEach(word -> fields.report(
                            fields.at("reset"),
                            "'" + word + "' is no way to go back",
                            "A stage goes back " + String.join(", ", RESETS) + "."));
            if (resetDelay == null && (words.contains("fixed") || words.contains("memory"))) {
                fields.report(
                        fields.at("reset"), "a fixed reset or a memory has no time", "Add 'reset-delay: SETTING'.");
            }
        }
        return new StageDefinition.Law(
                course == null && chosen == null ? Course.DEFINITE : course,
                chosen,
                new StageDefinition.Times(tripClass, multiplier, delay, reset, resetDelay),
                bound("reference", null),
                bound("least-time", Dimension.TIME),
                Words.within(fields, "flat-from", bound("flat-from", null), "1", "1000"),
                points(possible));
    }

    private StageDefinition.Points points(List<Course> possible) {
        Optional<FieldReader> reader = fields.child("points");
        if (reader.isEmpty()) {
            if (possible.contains(Course.POINTS)) {
                fields.report(
                        fields.position(),
                        "a course through points has none",
                        "Add 'points: {table: TABLE, multiple: SETTING, time: SETTING}'.");
            }
            return null;
        }
        String table = reader.get().required("table", "").text();
        reader.get().required("multiple", "1");
        reader.get().required("time", "1");
        Names row = FunctionReader.names(reader.get(), type, own, false, table);
        StageDefinition.Points points = new StageDefinition.Points(
                table,
                Words.bound(reader.get(), "multiple", row, null),
                Words.bound(reader.get(), "time", row, Dimension.TIME));
        reader.get().finish();
        return points;
    }

    private Bound bound(String key, Dimension wanted) {
        return Words.bound(fields, key, names, wanted);
    }

    private double resetRatio() {
        return fields.text("reset-ratio")
                .flatMap(entry -> Words.decimal(fields, entry))
                .map(Number::doubleValue)
                .orElse(RESET_RATIO);
    }
}
