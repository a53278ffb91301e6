package org.urvant.cli;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.signal.Quality;
import org.urvant.core.text.NumberedNames;
import org.urvant.file.SafeFile;
import org.urvant.project.behaviour.Trial;
import org.urvant.project.mapping.DeviceTrial;
import org.urvant.project.mapping.RowTrial;

/** Shows what came of a trial: a table of changes, lanes over time, a CSV. */
final class TrialView {
    private static final int MOST_LINES = 200;

    private final Command command;
    private final Session session;
    private final String device;
    private final ZoneId where;

    TrialView(Command command, String device, ZoneId where) {
        this.command = command;
        this.session = command.session;
        this.device = device;
        this.where = where;
    }

    /**
     * Shows what came of the logic, if it ran, and then what receivers get.
     *
     * @param isChosen whether somebody chose what of the logic to see, so that what receivers get is only counted
     */
    void say(DeviceTrial outcome, boolean lanes, boolean isChosen, double seconds) {
        boolean hasRows = !outcome.rows().received().isEmpty();
        if (command.json) {
            List<Object> received =
                    outcome.rows().received().stream().map(this::json).toList();
            List<Object> changes = outcome.logic().stream()
                    .flatMap(logic -> logic.changes().stream())
                    .map(this::json)
                    .toList();
            command.sayJson(
                    outcome.logic().isEmpty()
                            ? received
                            : hasRows ? Json.object("changes", changes, "received", received) : changes);
            notes(outcome.rows());
            return;
        }
        outcome.logic().ifPresent(logic -> say(logic, lanes, seconds));
        if (outcome.logic().isPresent() && hasRows && (lanes || isChosen)) {
            command.note(
                    command.paint.faint(Command.count(outcome.rows().received().size(), "value")
                            + " passed on by rows; without " + (lanes ? "--lanes" : "--watch") + " they are shown"));
        } else if (hasRows || outcome.logic().isEmpty()) {
            rows(outcome);
        }
        notes(outcome.rows());
    }

    private void rows(DeviceTrial outcome) {
        List<RowTrial.Received> all = outcome.rows().received();
        boolean isOneMoment = outcome.logic().isEmpty()
                && all.stream().map(RowTrial.Received::at).distinct().count() <= 1;
        List<String> headings = new ArrayList<>(isOneMoment ? List.of() : List.of("time"));
        headings.addAll(List.of("row", "to", "point", "over the line", "value", "quality"));
        Table table = new Table(headings.toArray(String[]::new));
        all.stream().limit(MOST_LINES).forEach(each -> {
            List<Object> cells = new ArrayList<>(isOneMoment ? List.of() : List.of(clock(each.at())));
            cells.addAll(List.of(
                    each.row().name(),
                    each.row().to(),
                    each.point(),
                    each.raw(),
                    shown(each.value().value()) + (each.unit().isEmpty() ? "" : " " + each.unit()),
                    quality(each)));
            table.row(cells.toArray());
        });
        if (table.isEmpty()) {
            command.note("no row in use has all its sources given");
        } else {
            if (outcome.logic().isPresent()) {
                command.say("");
            }
            command.say(table);
        }
        if (all.size() > MOST_LINES) {
            command.note(command.paint.faint(
                    Command.count(all.size() - MOST_LINES, "value") + " more; --json has them all"));
        }
    }

    private void notes(RowTrial rows) {
        note(command.paint.warn("switched off, and gives nothing") + ": ", rows.off());
        rows.off().stream().limit(1).forEach(row -> command.next("urvant enable " + device + " '" + row + "'"));
        note(command.paint.warn("wrong, and left out") + ": ", rows.wrong());
        note("more sources are needed for ", rows.waiting());
    }

    private void note(String what, List<String> rows) {
        if (!rows.isEmpty()) {
            command.note(what + Command.some(rows));
        }
    }

    private static Object shown(Object value) {
        return value instanceof Boolean on ? on ? "on" : "off" : value;
    }

    private Object quality(RowTrial.Received each) {
        if (!each.answer().isEmpty()) {
            return each.raw().isEmpty() ? command.paint.warn(each.answer()) : each.answer();
        }
        Quality quality = each.value().quality();
        return each.isQualitySent()
                ? quality
                : "not sent" + (quality.equals(Quality.GOOD) ? "" : command.paint.warn(" (" + quality + ")"));
    }

    private Object json(RowTrial.Received each) {
        return Json.object(
                "time", DateTimeFormatter.ISO_OFFSET_DATE_TIME.format(each.at().atZone(where)),
                "row", each.row().key(),
                "to", each.row().to(),
                "point", each.point(),
                "raw", each.raw(),
                "value", each.value().value(),
                "unit", each.unit(),
                "quality", each.value().quality().toString(),
                "qualitySent", each.isQualitySent(),
                "answer", each.answer());
    }

    private void say(Trial.Outcome outcome, boolean lanes, double seconds) {
        show(outcome, lanes);
        steady(outcome.steady());
        command.note(command.paint.faint(String.format(
                Locale.ROOT,
                "%s from %s (%s): %,d %s of %s, of which %,d could change something, in %.2f s",
                Trial.written(outcome.length()),
                DateTimeFormatter.ofPattern("EEE d MMM uuuu HH:mm", Locale.ENGLISH)
                        .format(outcome.begin().atZone(where)),
                where.getId(),
                outcome.cycles(),
                outcome.cycles() == 1 ? "cycle" : "cycles",
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
        byState.forEach((state, names) -> states.add(state + ": " + NumberedNames.brief(names)));
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

    /** Writes each change to a CSV, and what each receiver gets under its connection and point. */
    void write(DeviceTrial outcome, String out) {
        List<Change> changes =
                new ArrayList<>(outcome.logic().map(Trial.Outcome::changes).orElse(List.of()));
        outcome.rows()
                .received()
                .forEach(
                        each -> changes.add(new Change(each.at(), each.row().to() + " " + each.point(), each.value())));
        changes.sort(Comparator.comparing(Change::at));
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
        SafeFile.write(command.target(out, ".csv"), text.toString().getBytes(StandardCharsets.UTF_8));
        command.say("wrote " + out + ", " + Command.count(changes.size(), "change"));
    }
}
