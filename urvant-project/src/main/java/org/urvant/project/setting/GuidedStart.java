package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.Applicability;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Guide;
import org.urvant.core.device.ReadValue;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.expression.Scope;
import org.urvant.core.expression.Type;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.text.NearestName;

/**
 * What the answers to a type's questions make: modules and values, which answers were defaults, and what is wrong or missing.
 *
 * @param modules kinds of module by slot
 * @param values texts of settings by path
 * @param defaults questions that were answered by their default, with it
 * @param missing questions that must be answered and were not
 * @param findings answers that do not fit
 */
public record GuidedStart(
        SortedMap<String, String> modules,
        SortedMap<String, String> values,
        List<String> defaults,
        List<String> missing,
        List<Finding> findings) {
    /** Returns what answers make, by the names of their questions. */
    public static GuidedStart of(DeviceType type, SortedMap<String, Entry> answers, Position position) {
        Guide guide = type.handling().guide();
        Sheet sheet =
                new Sheet(Sheet.Kind.DEVICE, "", "", guide.questions(), answers, position, null, Sheet.Beside.NOTHING);
        List<Finding> findings = new ArrayList<>();
        answers.forEach((name, entry) -> {
            if (guide.questions().setting(name).isEmpty()) {
                findings.add(new Finding(
                        GeneralRules.UNKNOWN_REFERENCE,
                        name,
                        entry.position(),
                        "'" + name + "' is no question of " + type.name(),
                        NearestName.hint("question", name, guide.order())));
            }
        });
        List<String> defaults = new ArrayList<>();
        List<String> missing = new ArrayList<>();
        for (String name : guide.order()) {
            SettingDefinition question = guide.questions().settings().get(name);
            if (!isAsked(guide, sheet, name)) {
                unasked(sheet, question, answers).ifPresent(findings::add);
                continue;
            }
            Optional<ReadValue> reading = sheet.reading(question);
            if (reading.isEmpty() && !question.isOptional()) {
                missing.add(name);
            } else if (reading.isPresent() && !reading.get().isSound()) {
                Position place = answers.containsKey(name) ? answers.get(name).position() : position;
                findings.add(new Finding(
                        reading.get().broken(),
                        name,
                        place,
                        reading.get().message(),
                        reading.get().remedy()));
            } else if (reading.isPresent() && !answers.containsKey(name)) {
                defaults.add(name + " = " + question.standard());
            }
        }
        SortedMap<String, String> modules = new TreeMap<>();
        SortedMap<String, String> values = new TreeMap<>();
        Scope asked = (depth, name) ->
                isAsked(guide, sheet, name) ? sheet.value(name) : null; // nothing follows from what was not asked
        for (Guide.Consequence consequence : guide.consequences()) {
            if (consequence.when() == null || consequence.when().test(asked).orElse(false)) {
                modules.putAll(consequence.modules());
                consequence.values().forEach((path, expression) -> expression
                        .written(asked)
                        .filter(text -> !text.isEmpty()) // a question that nobody had to answer
                        .ifPresent(text -> values.put(path, text)));
            }
        }
        return new GuidedStart(modules, values, defaults, missing, findings);
    }

    /** An answer that nobody asks for would make nothing; one that says what counts anyway is let pass. */
    private static Optional<Finding> unasked(
            Sheet sheet, SettingDefinition question, SortedMap<String, Entry> answers) {
        Entry answer = answers.get(question.path());
        boolean isStandard = answer != null
                && question.standardValue()
                        .map(text -> question.read(text, sheet).typed())
                        .filter(typed ->
                                typed.equals(question.read(answer.text(), sheet).typed()))
                        .isPresent();
        if (answer == null || isStandard) {
            return Optional.empty();
        }
        return Optional.of(new Finding(
                GeneralRules.FILE_MALFORMED,
                question.path(),
                answer.position(),
                question.path() + " is '" + answer.text() + "', and is not asked here: "
                        + sheet.idle(question).map(Applicability::reason).orElse(""),
                "Leave it out, or correct the answer that it rests on."));
    }

    private static Sheet sheet(Guide guide, SortedMap<String, Entry> answers, Position position) {
        return new Sheet(Sheet.Kind.DEVICE, "", "", guide.questions(), answers, position, null, Sheet.Beside.NOTHING);
    }

    private static boolean isAsked(Guide guide, Sheet sheet, String name) {
        return guide.questions()
                .setting(name)
                .filter(question -> sheet.idle(question).isEmpty())
                .isPresent();
    }

    /** Returns whether a question is asked, given the answers so far. */
    public static boolean isAsked(Guide guide, SortedMap<String, Entry> answers, String name) {
        return isAsked(guide, sheet(guide, answers, Position.in("answers")), name);
    }

    /** Returns whether nothing is wrong or missing. */
    public boolean isSound() {
        return missing.isEmpty() && findings.isEmpty();
    }

    /**
     * Returns what kind of value a setting at a path of a type has, for what a consequence gives it; empty for no setting.
     *
     * @param modules names of the modules that the consequence puts into slots, whose channels may be given values
     */
    public static Optional<Type> target(DeviceType type, SortedMap<String, String> modules, String path) {
        return DeviceSheets.blank(type)
                .seek(path)
                .map(DeviceSheets.SheetSetting::setting)
                .or(() -> modules.entrySet().stream()
                        .filter(fitted -> type.hardware().modules().containsKey(fitted.getValue()))
                        .flatMap(fitted -> DeviceSheets.channels(
                                type, fitted.getKey(), type.hardware().modules().get(fitted.getValue()))
                                .entrySet()
                                .stream())
                        .filter(channel -> path.startsWith(channel.getKey() + "."))
                        .flatMap(channel ->
                                channel
                                        .getValue()
                                        .settings()
                                        .setting(path.substring(channel.getKey().length() + 1))
                                        .stream())
                        .findFirst())
                .map(SettingDefinition::type);
    }
}
