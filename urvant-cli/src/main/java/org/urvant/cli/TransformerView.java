package org.urvant.cli;

import java.util.Map;
import org.urvant.core.text.Word;
import org.urvant.project.change.TransformerChange;

/** Shows what follows other instrument transformers. */
final class TransformerView {
    private final Command command;

    TransformerView(Command command) {
        this.command = command;
    }

    static boolean isWrong(TransformerChange.Row row) {
        return row.outcome() == TransformerChange.Outcome.OUT_OF_RANGE;
    }

    void show(TransformerChange change) {
        if (command.json) {
            command.sayJson(change.rows().stream()
                    .map(row -> Json.object(
                            "device", row.device(),
                            "setting", row.path(),
                            "before", json(row.before()),
                            "after", json(row.after()),
                            "outcome", Word.of(row.outcome()),
                            "note", row.note()))
                    .toList());
            return;
        }
        Table table = new Table("device", "setting", "before", "after", "primary before", "primary after", "");
        change.rows()
                .forEach(row -> table.row(
                        row.device(),
                        row.path(),
                        row.before().text(),
                        row.after().text(),
                        row.before().primary(),
                        row.after().primary(),
                        row.outcome() == TransformerChange.Outcome.ROUNDED || isWrong(row)
                                ? Word.of(row.outcome()).replace('-', ' ')
                                : ""));
        if (!table.isEmpty()) {
            command.say(table);
        }
        change.ratings()
                .forEach((bay, values) ->
                        values.forEach((path, value) -> command.say("bay " + bay + " " + path + " → " + value)));
        change.rows().stream()
                .filter(row -> !row.note().isEmpty())
                .forEach(row -> command.note(row.device() + " " + row.note()));
    }

    private static Map<String, Object> json(TransformerChange.Seen seen) {
        return Json.object("text", seen.text(), "primary", seen.primary(), "secondary", seen.secondary());
    }
}
