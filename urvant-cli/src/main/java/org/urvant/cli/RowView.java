package org.urvant.cli;

import java.math.MathContext;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.text.Word;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.TreatmentText;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.mapping.RowPace;
import org.urvant.project.mapping.RowSignals;
import org.urvant.project.mapping.RowStep;

/** Shows a row of a mapping: what it is made of, what its receiver gets, and how often. */
final class RowView {
    /** As `urvant requests` has it, too. */
    private static final Duration STATION_ANSWERS = Duration.ofMillis(10);

    private final Command command;

    RowView(Command command) {
        this.command = command;
    }

    /** Shows a row, and what it was before where it changes. */
    void show(Project project, Device device, Mapping row, Optional<Mapping> before) {
        Map<String, String> now = shown(project, device, row);
        if (command.json) {
            command.sayJson(now);
            return;
        }
        Table table = new Table("part", before.isPresent() ? "becomes" : "is", before.isPresent() ? "was" : "");
        Map<String, String> old =
                before.map(known -> shown(project, device, known)).orElse(Map.of());
        List<String> all = new ArrayList<>(now.keySet());
        old.keySet().stream().filter(part -> !now.containsKey(part)).forEach(all::add);
        for (String part : all) {
            String is = now.getOrDefault(part, "");
            String was = old.getOrDefault(part, "");
            boolean differs = before.isPresent() && !is.equals(was);
            table.row(part, is.isEmpty() ? "(none)" : is, differs ? was.isEmpty() ? "(none)" : was : "");
        }
        command.say(table);
    }

    private static Map<String, String> shown(Project project, Device device, Mapping row) {
        Map<String, String> parts = new LinkedHashMap<>();
        parts.put("key", row.key());
        parts.put("name", row.name());
        parts.put("place", row.place());
        parts.put("identifier", row.identifier().isEmpty() ? "" : RowSignals.name(row.identifier()));
        parts.put("from", row.from());
        parts.put("source", row.source());
        parts.put("transform", row.transform());
        parts.putAll(TreatmentText.of(row.treatment()));
        parts.put("to", row.to());
        parts.put("destination", row.destination());
        parts.put("use", row.isUsed() ? "yes" : "no");
        ResolvedMapping.resolve(project, device, row, finding -> {}).ifPresent(resolved -> {
            parts.put(resolved.isCommand() ? "takes" : "receiver gets", gets(resolved));
            parts.put("resolution", resolution(resolved));
            RowPace.of(project, device, resolved, STATION_ANSWERS)
                    .ifPresent(pace -> parts.put("how often", words(pace)));
        });
        parts.values().removeIf(String::isEmpty);
        return parts;
    }

    private static String gets(ResolvedMapping resolved) {
        Shape shape = resolved.shape();
        Form held = resolved.space().holds(resolved.object().carrier()).form();
        Form form = held == Form.WHOLE && shape.form() == Form.REAL ? held : shape.form();
        String unit = unit(resolved);
        String said = Word.of(form)
                + (shape.range().isBounded() ? " from " + shape.range() : "")
                + (unit.isEmpty() ? "" : " " + unit);
        return resolved.isCommand() ? said : said + accompanied(resolved);
    }

    private static String words(RowPace pace) {
        return switch (pace.kind()) {
            case REPORTED ->
                "when it changes, by " + pace.by()
                        + pace.period()
                                .map(period -> "; all again every " + shown(period))
                                .orElse("");
            case PERIODIC ->
                pace.period()
                        .map(period -> "every " + shown(period) + ", by " + pace.by())
                        .orElse("on request alone: " + pace.by() + " does not report changes");
            case UNREPORTED -> "no report of " + pace.by() + " carries it";
            case ASKED ->
                pace.period()
                        .map(period ->
                                "at most every " + shown(period) + ", when all of " + pace.by() + " are asked in turn")
                        .orElse("when all of " + pace.by() + " are asked in turn");
            case SENT -> "when " + pace.by() + " sends it";
            case OWN -> "when it changes";
        };
    }

    private static String shown(Duration period) {
        return period.toMillis() < 1000
                ? String.format(Locale.ROOT, "%.1f ms", period.toNanos() / 1e6)
                : String.format(Locale.ROOT, "%.1f s", period.toNanos() / 1e9);
    }

    private static String resolution(ResolvedMapping resolved) {
        String unit = unit(resolved);
        String steps = RowStep.of(resolved)
                .map(step -> "steps of "
                        + step.round(new MathContext(4)).stripTrailingZeros().toPlainString()
                        + (unit.isEmpty() ? "" : " " + unit))
                .orElse("");
        String digits = RowStep.digits(resolved).stream()
                .mapToObj(number -> number + " digits")
                .collect(Collectors.joining());
        return steps + (steps.isEmpty() || digits.isEmpty() ? "" : ", ") + digits;
    }

    private static String unit(ResolvedMapping resolved) {
        return resolved.receiver().map(point -> point.unit()).orElse(resolved.unit());
    }

    private static String accompanied(ResolvedMapping resolved) {
        if (!resolved.carriesQuality()) {
            return ", without quality and time"; // what carries no quality carries no time either
        }
        return resolved.carriesTime() ? ", with quality and time" : ", with quality, without time";
    }
}
