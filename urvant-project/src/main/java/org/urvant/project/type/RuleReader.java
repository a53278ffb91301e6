package org.urvant.project.type;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.TypeRule;
import org.urvant.core.device.ValueRules;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Rules;
import org.urvant.core.finding.Severity;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.Word;
import org.urvant.file.yaml.FieldReader;

/**
 * Reads the rules of one sheet of a device type. A rule that some row or channel must keep is about what stands around them, so
 * its condition and its texts see no row.
 */
final class RuleReader {
    private final Names outer;
    private final Names own;
    private final Map<String, SettingDefinition> settings;

    /**
     * Creates a reader.
     *
     * @param outer names of the sheets around it
     * @param own names of the sheet itself and of those around it
     * @param settings its settings by path
     */
    RuleReader(Names outer, Names own, Map<String, SettingDefinition> settings) {
        this.outer = outer;
        this.own = own;
        this.settings = settings;
    }

    /** Reads a rule; empty when it has no condition that could be read, which is told. */
    Optional<TypeRule> read(String name, FieldReader fields) {
        if (!name.matches("[a-z0-9][a-zA-Z0-9.-]*")) {
            fields.report(
                    fields.position(),
                    "rule '" + name + "' is not named as rules are",
                    "Use letters, digits, hyphens and dots.");
        }
        boolean isForSome = Words.yes(fields, "some");
        Names seen = isForSome ? outer : own;
        Optional<Expression> when =
                fields.text("when").flatMap(entry -> Words.expression(fields, entry, seen, Type.Kind.LOGICAL));
        Optional<Entry> holds = fields.text("holds");
        if (holds.isEmpty()) {
            fields.report(fields.position(), "key 'holds' is missing", "Add 'holds: EXPRESSION'.");
        }
        Optional<Expression> condition =
                holds.flatMap(entry -> Words.expression(fields, entry, own, Type.Kind.LOGICAL));
        Rule check = check(fields);
        Entry message = fields.required("message", "");
        Optional<Entry> mend = fields.text("mend");
        List<String> about = about(fields, isForSome);
        fields.finish();
        condition
                .filter(expression -> expression.decided().isPresent())
                .ifPresent(expression -> fields.report(
                        fields.at("holds"),
                        expression.decided().get()
                                ? "the rule can never be broken: within their limits the values always keep it"
                                : "the rule can never be kept: no values within their limits do",
                        "Correct the rule, or take it out."));
        when.ifPresent(expression -> Words.decided(fields, "when", expression));
        return condition.map(expression -> {
            if (isForSome) {
                when.ifPresent(limit -> about.addAll(limit.paths()));
            } else if (about.isEmpty()) {
                expression.ownPaths().stream().filter(settings::containsKey).forEach(about::add);
            }
            Entry remedy = mend.orElse(new Entry(check.remedy(), message.position()));
            return new TypeRule(
                    name,
                    isForSome,
                    when.orElse(null),
                    expression,
                    check,
                    new TypeRule.Wording(Words.template(fields, message, seen), Words.template(fields, remedy, seen)),
                    about,
                    fields.position());
        });
    }

    private List<String> about(FieldReader fields, boolean isForSome) {
        List<String> about = new ArrayList<>();
        for (Entry entry : fields.texts("about")) {
            if (isForSome) {
                fields.report(
                        entry.position(),
                        "'about' stands beside 'some', which is about no one row",
                        "Take 'about' out; the finding points at what 'when' names.");
            } else if (settings.containsKey(entry.text())) {
                about.add(entry.text());
            } else {
                fields.report(
                        entry.position(),
                        "there is no setting '" + entry.text() + "' here",
                        NearestName.hint("setting", entry.text(), settings.keySet()));
            }
        }
        return about;
    }

    private static Rule check(FieldReader fields) {
        Optional<Entry> entry = fields.text("check");
        Severity severity = Words.optional(fields, "severity", word -> Word.find(Severity.class, word), Severity.ERROR);
        if (entry.isEmpty()) {
            return severity == Severity.ERROR ? ValueRules.RULE_BROKEN : ValueRules.ADVICE_NOT_FOLLOWED;
        }
        if (fields.has("severity")) {
            fields.report(
                    fields.at("severity"),
                    "'severity' stands beside 'check', which has its own",
                    "Take 'severity' out, or 'check'.");
        }
        return Rules.byId(entry.get().text()).orElseGet(() -> {
            fields.report(
                    entry.get().position(),
                    "there is no check '" + entry.get().text() + "'",
                    NearestName.hint("check", entry.get().text(), Rules.names()));
            return ValueRules.RULE_BROKEN;
        });
    }
}
