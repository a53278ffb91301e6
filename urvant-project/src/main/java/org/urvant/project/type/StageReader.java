package org.urvant.project.type;

import java.math.BigDecimal;
import java.util.List;
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
    private static final BigDecimal CURRENT_BAND = BigDecimal.valueOf(5);
    private static final BigDecimal TIME_BAND = BigDecimal.valueOf(5);
    private static final BigDecimal LEAST_BAND = new BigDecimal("0.03");
    private static final BigDecimal RESET_RATIO = new BigDecimal("0.95");

    private final FieldReader fields;
    private final Names names;

    private StageReader(FieldReader fields, Names names) {
        this.fields = fields;
        this.names = names;
    }

    /** Reads the stages of a type whose other parts were read already. */
    static DeviceType read(FieldReader fields, DeviceType type, Names own) {
        return type.withStages(ExtentReader.all(
                fields, "stages", type, own, (name, reader, names, extent) -> new StageReader(reader, names)
                        .stage(name, extent)));
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
                new StageDefinition.Band(
                        decimal("current-band", CURRENT_BAND),
                        decimal("time-band", TIME_BAND),
                        decimal("least-time-band", LEAST_BAND),
                        decimal("reset-ratio", RESET_RATIO)));
        if (stage.band().resetRatio().signum() <= 0 || stage.band().resetRatio().compareTo(BigDecimal.ONE) > 0) {
            fields.report(fields.at("reset-ratio"), "a reset ratio lies above 0 and is 1 at most", "Write 0.95.");
        }
        for (String key : List.of("current-band", "time-band", "least-time-band")) {
            if (decimal(key, BigDecimal.ZERO).signum() < 0) {
                fields.report(fields.at(key), "a band is not below 0", "Write 5 for 5 per cent either way.");
            }
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
        if (multiplier == null && possible.stream().anyMatch(Course::isInverse)) {
            fields.report(fields.position(), "an inverse course has no multiplier", "Add 'multiplier: SETTING'.");
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
        if (delay == null && tripClass == null && possible.stream().anyMatch(each -> !each.isInverse())) {
            fields.report(fields.position(), "a course that is not inverse has no delay", "Add 'delay: SETTING'.");
        }
        Expression reset = fields.text("reset")
                .flatMap(entry -> Words.expression(fields, entry, names, Type.Kind.TEXT))
                .orElse(null);
        Bound resetDelay = bound("reset-delay", Dimension.TIME);
        if (reset != null && resetDelay == null && reset.type().choices().contains("fixed")) {
            fields.report(fields.at("reset"), "a fixed reset has no time", "Add 'reset-delay: SETTING'.");
        }
        return new StageDefinition.Law(
                course == null && chosen == null ? Course.DEFINITE : course,
                chosen,
                new StageDefinition.Times(tripClass, multiplier, delay, reset, resetDelay),
                bound("reference", null),
                bound("least-time", Dimension.TIME),
                bound("flat-from", null));
    }

    private Bound bound(String key, Dimension wanted) {
        return Words.bound(fields, key, names, wanted);
    }

    private BigDecimal decimal(String key, BigDecimal otherwise) {
        return fields.text(key).flatMap(entry -> Words.decimal(fields, entry)).orElse(otherwise);
    }
}
