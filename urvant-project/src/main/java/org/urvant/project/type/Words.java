package org.urvant.project.type;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.urvant.core.device.Applicability;
import org.urvant.core.device.Bound;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Template;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.language.Mistake;
import org.urvant.core.text.NearestName;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;
import org.urvant.file.yaml.FieldReader;

/** Reads the small things of a device-type file: words of a closed set, numbers, yes and no, expressions. */
final class Words {
    private Words() {}

    static String text(FieldReader fields, String key) {
        return fields.text(key).map(Entry::text).orElse("");
    }

    static List<String> texts(FieldReader fields, String key) {
        return fields.texts(key).stream().map(Entry::text).toList();
    }

    static <T> T word(FieldReader fields, String key, Function<String, Optional<T>> reading, T otherwise) {
        return word(fields, key, fields.required(key, ""), reading, otherwise);
    }

    static <T> T optional(FieldReader fields, String key, Function<String, Optional<T>> reading, T otherwise) {
        return fields.text(key)
                .map(entry -> word(fields, key, entry, reading, otherwise))
                .orElse(otherwise);
    }

    private static <T> T word(
            FieldReader fields, String key, Entry entry, Function<String, Optional<T>> reading, T otherwise) {
        Optional<T> word = reading.apply(entry.text());
        if (word.isEmpty() && !entry.text().isEmpty()) {
            fields.report(
                    entry.position(),
                    "'" + entry.text() + "' is no " + key,
                    "The schema device-type.schema.json lists what may stand there.");
        }
        return word.orElse(otherwise);
    }

    /** Returns readers of the maps in the map at a key, whose names must be such as commands can take. */
    static Map<String, FieldReader> named(FieldReader fields, String key) {
        fields.child(key).ifPresent(reader -> fields.names(key).stream()
                .filter(name -> !name.matches("[a-z0-9][a-z0-9.-]*"))
                .forEach(name -> reader.report(
                        reader.at(name),
                        "'" + name + "' is no name for one of the " + key,
                        "Use small letters, digits, hyphens and dots.")));
        return fields.children(key);
    }

    static String listed(List<SettingKind> kinds) {
        return kinds.stream().map(SettingKind::word).collect(Collectors.joining(", "));
    }

    /** Returns the path of a setting that must be there; empty text when it is not, which is reported. */
    static String setting(FieldReader fields, String key, SheetDefinition sheet, boolean isRequired) {
        Optional<Entry> entry = isRequired ? Optional.of(fields.required(key, "")) : fields.text(key);
        entry.filter(path ->
                        !path.text().isEmpty() && sheet.setting(path.text()).isEmpty())
                .ifPresent(path -> fields.report(
                        path.position(),
                        "there is no setting '" + path.text() + "' here",
                        NearestName.hint(
                                "setting", path.text(), sheet.settings().keySet())));
        return entry.map(Entry::text).orElse("");
    }

    static boolean yes(FieldReader fields, String key) {
        return optional(
                fields,
                key,
                word -> switch (word) {
                    case "yes", "true" -> Optional.of(true);
                    case "no", "false" -> Optional.of(false);
                    default -> Optional.empty();
                },
                false);
    }

    static int whole(FieldReader fields, String key, int otherwise) {
        return fields.text(key).flatMap(entry -> whole(fields, entry)).orElse(otherwise);
    }

    /** Returns a count: a whole number from 0 on; what is none is reported. */
    static Optional<Integer> whole(FieldReader fields, Entry entry) {
        if (entry.text().matches("\\d{1,9}")) {
            return Optional.of(Integer.valueOf(entry.text()));
        }
        fields.report(
                entry.position(), "'" + entry.text() + "' is no count", "Write a whole number from 0 on, such as 8.");
        return Optional.empty();
    }

    /** Returns the texts of a list, each of which may stand there once. */
    static List<String> distinct(FieldReader fields, String key) {
        List<String> texts = new ArrayList<>();
        for (Entry entry : fields.texts(key)) {
            if (entry.text().isBlank()) {
                fields.report(entry.position(), "one of the " + key + " is empty", "Give it, or take it out.");
            } else if (texts.contains(entry.text())) {
                fields.report(entry.position(), "'" + entry.text() + "' stands there twice", "Remove one of the two.");
            }
            texts.add(entry.text());
        }
        return texts;
    }

    static Optional<BigDecimal> decimal(FieldReader fields, Entry entry) {
        if (isNumber(entry.text())) {
            return Optional.of(new BigDecimal(entry.text()));
        }
        fields.report(entry.position(), "'" + entry.text() + "' is no number", "Write digits, such as 0.5.");
        return Optional.empty();
    }

    private static boolean isNumber(String text) {
        return text.matches("-?\\d{1,30}(\\.\\d{1,30})?");
    }

    /** Reads a number, or an expression whose unit, where it has one, measures the right thing; null for any. */
    static Bound bound(FieldReader fields, String key, Names names, Dimension wanted) {
        Bound bound = bound(fields, key, names);
        Unit unit = bound == null || bound.expression() == null
                ? null
                : bound.expression().type().unit();
        if (wanted != null && unit != null && unit.dimension() != wanted) {
            fields.report(
                    fields.at(key),
                    "'" + key + "' is in " + unit.symbol() + ", which is "
                            + unit.dimension().title(),
                    "Give a " + wanted.title() + ".");
        }
        return bound;
    }

    /** Returns a limit that is a number; null when there is none, or it is an expression. */
    static Bound fixedBound(FieldReader fields, String key) {
        return fields.text(key)
                .filter(entry -> isNumber(entry.text()))
                .map(entry -> Bound.of(new BigDecimal(entry.text())))
                .orElse(null);
    }

    static Bound bound(FieldReader fields, String key, Names names) {
        Optional<Entry> entry = fields.text(key);
        if (entry.isEmpty()) {
            return null;
        }
        return isNumber(entry.get().text())
                ? Bound.of(new BigDecimal(entry.get().text()))
                : expression(fields, entry.get(), names, Type.Kind.NUMBER)
                        .map(expression -> new Bound(null, expression))
                        .orElse(null);
    }

    /** Returns a limit for a number of rows: a count, or an expression. */
    static Bound count(FieldReader fields, String key, Names names) {
        Bound bound = bound(fields, key, names);
        if (bound != null && bound.fixed() != null) {
            fields.text(key).ifPresent(entry -> whole(fields, entry));
        }
        return bound;
    }

    /** Reports a limit that is a number below or above what makes sense. */
    static Bound within(FieldReader fields, String key, Bound bound, String least, String most) {
        BigDecimal number = bound == null ? null : bound.fixed();
        if (number != null
                && (number.compareTo(new BigDecimal(least)) < 0 || number.compareTo(new BigDecimal(most)) > 0)) {
            fields.report(fields.at(key), "'" + key + "' is " + number, "Give " + least + " to " + most + ".");
        }
        return bound;
    }

    static Applicability condition(FieldReader fields, Names names) {
        Optional<Entry> entry = fields.text("applies-when");
        Optional<Entry> reason = fields.text("otherwise");
        if (entry.isEmpty() && reason.isPresent()) {
            fields.report(
                    fields.at("otherwise"),
                    "'otherwise' stands without 'applies-when'",
                    "Say when it applies, or take it out.");
        }
        return entry.flatMap(text -> expression(fields, text, names, Type.Kind.LOGICAL))
                .map(expression -> decided(fields, "applies-when", expression))
                .map(expression ->
                        new Applicability(expression, reason.map(Entry::text).orElse("it needs " + expression.text())))
                .orElse(null);
    }

    /** Returns a condition; one that the limits of its values decide already is reported. */
    static Expression decided(FieldReader fields, String key, Expression condition) {
        condition
                .decided()
                .ifPresent(always -> fields.report(
                        fields.at(key),
                        "the condition '" + key + "' is always " + (always ? "true" : "false"),
                        "Correct it, or take it out."));
        return condition;
    }

    static Optional<Expression> expression(FieldReader fields, Entry entry, Names names, Type.Kind wanted) {
        return Expression.parse(entry.text(), names, wanted, mistake -> report(fields, entry, mistake));
    }

    static Template template(FieldReader fields, Entry entry, Names names) {
        return Template.parse(entry.text(), names, mistake -> report(fields, entry, mistake));
    }

    private static void report(FieldReader fields, Entry entry, Mistake mistake) {
        fields.report(
                entry.position(),
                mistake.message() + ", at character " + mistake.place().column() + " of \"" + entry.text() + "\"",
                mistake.remedy());
    }
}
