package org.urvant.cli;

import java.util.List;
import org.urvant.project.change.StudyPlan;
import org.urvant.project.change.ValuePlan;

/** Shows which values a study changes. */
final class StudyView {
    private static final int FEW = 20;

    private final Command command;
    private final boolean all;

    StudyView(Command command, boolean all) {
        this.command = command;
        this.all = all;
    }

    void say(StudyPlan plan, boolean isRehearsal) {
        List<ValuePlan.Row> rows = plan.values().rows();
        if (command.json) {
            command.sayJson(
                    Json.object("values", rows.stream().map(StudyView::json).toList(), "rounded", plan.rounded()));
        } else {
            show(rows, isRehearsal);
        }
        plan.rounded().forEach(text -> command.note("rounded: " + text));
    }

    private static Object json(ValuePlan.Row row) {
        return Json.object(
                "device", row.wanted().device(),
                "setting", row.wanted().path(),
                "before", row.before(),
                "value", row.wanted().text(),
                "row", row.wanted().position().line());
    }

    private void show(List<ValuePlan.Row> rows, boolean isRehearsal) {
        Table table = new Table("row", "device", "setting", "before", "after");
        rows.stream().limit(all ? rows.size() : FEW).forEach(row -> {
            ValuePlan.Wanted wanted = row.wanted();
            table.row(
                    String.valueOf(wanted.position().line()),
                    wanted.device(),
                    wanted.path(),
                    row.before(),
                    wanted.text());
        });
        if (!table.isEmpty()) {
            command.say(table);
            if (!all && rows.size() > FEW) {
                command.say("… and " + (rows.size() - FEW) + " more; --all shows them");
            }
            command.say(Command.count(rows.size(), "value") + (isRehearsal ? " would change" : " to change"));
        }
    }
}
