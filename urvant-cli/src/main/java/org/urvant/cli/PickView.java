package org.urvant.cli;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Shape;
import org.urvant.project.Project;
import org.urvant.project.change.PickChange;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** Shows picks and what they find. */
final class PickView {
    private static final int MOST_SHOWN = 100;

    private final Command command;
    private final Project project;

    PickView(Command command, Project project) {
        this.command = command;
        this.project = project;
    }

    void list() {
        Table table = new Table("pick", "maker", "type", "queries", "taken out");
        project.picks()
                .values()
                .forEach(pick -> table.row(
                        pick.name(),
                        pick.maker(),
                        pick.type(),
                        String.join(
                                " + ", pick.queries().stream().map(Query::text).toList()),
                        pick.without().size()));
        if (command.json) {
            command.sayJson(
                    project.picks().values().stream().map(pick -> json(pick)).toList());
        } else if (table.isEmpty()) {
            command.note("no pick yet");
            command.next("urvant pick NAME add kind:position");
        } else {
            command.say(table);
        }
    }

    private static Object json(Pick pick) {
        return Json.object(
                "pick", pick.name(),
                "maker", pick.maker(),
                "type", pick.type(),
                "queries", pick.queries().stream().map(Query::text).toList(),
                "without", pick.without());
    }

    /** Shows what a pick finds, on the relay named or the first that fits. */
    void show(Pick pick, Optional<String> ied) {
        if (pick.isGeneral()) {
            showGeneral(pick);
            return;
        }
        Ied chosen = PickChange.fitting(project, pick.name(), ied);
        List<DataAttribute> signals = pick.signals(chosen);
        Table table = new Table("signal", "carried by", "description");
        for (DataAttribute signal : signals) {
            MappedSignal mapped = new MappedSignal.OfIed(signal);
            table.row(
                    Pick.place(signal),
                    mapped.shape().map(PickView::carriers).orElse("left out: " + mapped.reason()),
                    signal.description());
        }
        if (command.json) {
            command.sayJson(Json.object(
                    "pick",
                    json(pick),
                    "ied",
                    chosen.name(),
                    "signals",
                    signals.stream().map(Pick::place).toList(),
                    "idle",
                    pick.idle(chosen).stream().map(Query::text).toList(),
                    "needless",
                    pick.needless(chosen)));
            return;
        }
        List<Query> idle = pick.idle(chosen);
        pick.queries()
                .forEach(query -> command.say(command.paint.faint("+ ")
                        + query.text()
                        + (idle.contains(query) ? " (finds nothing on " + chosen.name() + ")" : "")));
        List<String> needless = pick.needless(chosen);
        pick.without()
                .forEach(place -> command.say(command.paint.faint("- ")
                        + place
                        + (needless.contains(place) ? " (no query finds it on " + chosen.name() + ")" : "")));
        if (!table.isEmpty()) {
            command.say(table);
        }
        long fitting = signals.stream()
                .filter(signal -> new MappedSignal.OfIed(signal).shape().isPresent())
                .count();
        command.say(Command.count(signals.size(), "signal") + " on " + chosen.name() + ", " + (signals.size() - fitting)
                + " left out");
    }

    private void showGeneral(Pick pick) {
        List<String> found = PickChange.found(project, pick);
        if (command.json) {
            command.sayJson(Json.object("pick", json(pick), "signals", found));
            return;
        }
        pick.queries().forEach(query -> command.say(command.paint.faint("+ ") + query.text()));
        found.stream().limit(MOST_SHOWN).forEach(command::say);
        if (found.size() > MOST_SHOWN) {
            command.note("… and " + (found.size() - MOST_SHOWN) + " more; --json has them all");
        }
        command.say(Command.count(found.size(), "signal") + " of relays, devices and lists");
    }

    /** Returns what would be proposed to carry a signal, in each protocol that can. */
    private static String carriers(Shape shape) {
        return PointSpaces.all().stream()
                .flatMap(space -> space.carriers(shape).stream().limit(1))
                .distinct()
                .collect(Collectors.joining(", "));
    }
}
