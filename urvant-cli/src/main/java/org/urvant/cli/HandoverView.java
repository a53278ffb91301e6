package org.urvant.cli;

import java.util.List;
import org.urvant.core.point.list.ListDifference;
import org.urvant.core.point.list.ListDifference.Standing;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.range.Interval;
import org.urvant.project.mapping.FarSide;

/** Shows what the other side of a connection is handed over, and what changed since it was last. */
final class HandoverView {
    private final Command command;
    private final FarSide side;
    private final String since;
    private final List<ListDifference> changes;

    /**
     * Makes the view.
     *
     * @param since what the last document is called; empty when there is none to compare with
     */
    HandoverView(Command command, FarSide side, String since, List<ListDifference> all) {
        this.command = command;
        this.side = side;
        this.since = since;
        this.changes = all.stream()
                .filter(change -> change.standing() != Standing.SAME)
                .toList();
    }

    void say() {
        Table table = new Table("point", "name", "way", "unit", "range", "stands for");
        for (ListedPoint point : side.list().points().values()) {
            Interval range = point.measure().range();
            table.row(
                    side.shown(point),
                    point.about().name(),
                    point.flow() == ListedPoint.Flow.WRITE ? "commanded" : "read",
                    point.measure().unit(),
                    range.isBounded() ? range : "",
                    side.sources().get(point.key()));
        }
        command.say(command.paint.strong(side.device() + " " + side.connection()) + ", "
                + side.list().space().title() + ", "
                + Command.count(side.list().points().size(), "point"));
        if (!table.isEmpty()) {
            command.say(table);
        }
        if (!since.isEmpty()) {
            sayChanges();
        }
    }

    private void sayChanges() {
        Table table = new Table("point", "name", "since " + since, "what");
        changes.forEach(change -> table.row(
                side.shown(change.point()),
                change.point().about().name(),
                change.standing().word(),
                String.join("; ", change.differences())));
        command.say("");
        if (!table.isEmpty()) {
            command.say(table);
        }
        command.say(changed());
    }

    /** Returns how many points changed, in words. */
    String changed() {
        return (changes.isEmpty() ? "nothing" : Command.count(changes.size(), "point")) + " changed since " + since;
    }

    Object json() {
        return Json.object(
                "device", side.device(),
                "connection", side.connection(),
                "protocol", side.list().space().id(),
                "settings", side.settings(),
                "points",
                        side.list().points().values().stream()
                                .map(point -> PointListView.json(side.list(), point))
                                .toList(),
                "changes",
                        changes.stream()
                                .map(change -> Json.object(
                                        "point", side.shown(change.point()),
                                        "name", change.point().about().name(),
                                        "standing", change.standing().word(),
                                        "differences", change.differences()))
                                .toList());
    }
}
