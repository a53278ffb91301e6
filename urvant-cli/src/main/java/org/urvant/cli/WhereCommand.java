package org.urvant.cli;

import java.util.List;
import org.urvant.core.finding.Ref;
import org.urvant.project.Project;
import org.urvant.project.reference.Reference;
import org.urvant.project.reference.References;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "where",
        description =
                "Say where something is named: a device, or a connection, channel, row or program of it, a bay, an IED, or a"
                        + " signal by its reference.",
        footer = {
            "",
            "Examples: urvant where RTU1",
            "          urvant where RTU1 AI1",
            "          urvant where GW1 scada",
            "          urvant where F01CTRL/XCBR1.Pos.stVal"
        })
final class WhereCommand extends Command {
    @Parameters(
            paramLabel = "NAME",
            arity = "1..3",
            description = "What is looked for, with its device before it, or its kind.")
    private List<String> words;

    WhereCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = load(folder());
        Ref target = References.find(project, words);
        List<Reference> references = References.to(project, target);
        if (json) {
            sayJson(references.stream()
                    .map(reference -> (Object) Json.object(
                            "place", reference.place().text(),
                            "position", reference.position()))
                    .toList());
            return Exit.DONE;
        }
        Table table = new Table("named by", "at");
        references.forEach(reference ->
                table.row(reference.place().text(), reference.position().toString()));
        if (table.isEmpty()) {
            note("nothing names " + target);
        } else {
            say(table);
            say(count(references.size(), "place") + " where " + target + " is named");
        }
        return Exit.DONE;
    }
}
