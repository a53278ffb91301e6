package org.urvant.cli;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.file.SafeFile;
import org.urvant.project.behaviour.Trial;

/** Shows what came of a trial: a table of changes, lanes over time, a CSV. */
final class TrialView {
    private static final int MOST_LINES = 200;

    private final Command command;
    private final Session session;
    private final ZoneId where;

    TrialView(Command command, ZoneId where) {
        this.command = command;
        this.session = command.session;
        this.where = where;
    }

    void say(Trial.Outcome outcome, boolean lanes, double seconds) {
        if (command.json) {
            command.sayJson(outcome.changes().stream().map(this::json).toList());
            return;
        }
        show(outcome, lanes);
        steady(outcome.steady());
        command.note(command.paint.faint(String.format(
                Locale.ROOT,
                "%s from %s (%s): %,d cycles of %s, of which %,d could change something, in %.2f s",
                Trial.written(outcome.length()),
                DateTimeFormatter.ofPattern("EEE d MMM uuuu HH:mm", Locale.ENGLISH)
                        .format(outcome.begin().atZone(where)),
                where.getId(),
                outcome.cycles(),
                Trial.written(outcome.cycle()),
                outcome.calculated(),
                seconds)));
    }

    private void steady(List<Change> steady) {
        if (steady.isEmpty()) {
            return;
        }
        Map<String, List<String>> byState = new LinkedHashMap<>();
        for (Change change : steady) {
            String quality = change.value().quality().isGood()
                    ? ""
                    : ", " + change.value().quality();
            byState.computeIfAbsent(value(change) + quality, key -> new ArrayList<>())
                    .add(change.name());
        }
        List<String> states = new ArrayList<>();
        byState.forEach((state, names) -> states.add(state + ": " + String.join(", ", names)));
        Findings.wrapped("unchanged from the first cycle on  " + String.join("; ", states), session.width())
                .forEach(command::say);
    }

    private void show(Trial.Outcome outcome, boolean lanes) {
        List<Change> changes = outcome.moving();
        if (changes.isEmpty()) {
            command.say("nothing changes");
            return;
        }
        if (lanes) {
            Lanes.lines(changes, outcome.begin(), outcome.length(), where, session.width(), command.paint)
                    .forEach(command::say);
            return;
        }
        Table table = new Table("time", "signal", "value", "quality");
        changes.stream()
                .limit(MOST_LINES)
                .forEach(change -> table.row(
                        clock(change.at()),
                        change.name(),
                        value(change),
                        change.value().quality()));
        command.say(table);
        if (changes.size() > MOST_LINES) {
            command.note(command.paint.faint(Command.count(changes.size() - MOST_LINES, "change")
                    + " more; --out FILE has them all, --watch fewer, --lanes in one view"));
        }
    }

    static String value(Change change) {
        Object value = change.value().value();
        if (value instanceof Boolean on) {
            return on ? "on" : "off";
        }
        if (value instanceof Duration length) {
            return Trial.written(length);
        }
        return value instanceof Double number ? number(number) : value.toString();
    }

    /** Six digits are enough to look at; the CSV has all. */
    static String number(double number) {
        String text = String.format(Locale.ROOT, "%.6g", number);
        return text.contains("e") ? Double.toString(number) : text.replaceFirst("\\.?0+$", "");
    }

    private String clock(Instant at) {
        String text =
                DateTimeFormatter.ofPattern("EEE HH:mm:ss.SSS", Locale.ENGLISH).format(at.atZone(where));
        return text.replaceFirst("\\.000$", "");
    }

    private Object json(Change change) {
        return Json.object(
                "time",
                        DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(
                                change.at().atZone(where)),
                "signal", change.name(),
                "value",
                        change.value().value() instanceof Duration
                                ? value(change)
                                : change.value().value(),
                "quality", change.value().quality().toString(),
                "since", change.value().time().toString());
    }

    /** Writes each change to a CSV. */
    void write(List<Change> changes, String out) {
        StringBuilder text = new StringBuilder("time,signal,value,quality\n");
        for (Change change : changes) {
            Object value = change.value().value();
            String shown = value instanceof String word
                    ? '"' + word.replace("\"", "\"\"") + '"'
                    : value instanceof Duration ? value(change) : value.toString();
            text.append(DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(
                            change.at().atZone(where)))
                    .append(',')
                    .append(change.name())
                    .append(',')
                    .append(shown)
                    .append(',')
                    .append(change.value().quality())
                    .append('\n');
        }
        SafeFile.write(command.session.path(out), text.toString().getBytes(StandardCharsets.UTF_8));
        command.say("wrote " + out + ", " + Command.count(changes.size(), "change"));
    }
}
