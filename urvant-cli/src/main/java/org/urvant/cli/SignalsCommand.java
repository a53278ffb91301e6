package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.urvant.core.project.Project;
import org.urvant.core.scl.DataAttribute;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "signals",
        description = "List the data attributes of the imported files that contain every word given.",
        footer = {"", "Example: urvant signals XCBR stVal"})
final class SignalsCommand extends Command {
    @Parameters(
            paramLabel = "WORD",
            arity = "0..*",
            description = "Part of reference, description, class or constraint.")
    private List<String> words = new ArrayList<>();

    SignalsCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Table table = new Table("signal", "FC", "class", "type", "description");
        List<Object> rows = new ArrayList<>();
        project.signals().filter(this::fits).forEach(attribute -> {
            String constraint = attribute.constraint().map(Enum::name).orElse("");
            table.row(
                    attribute.reference(),
                    constraint,
                    attribute.innerClass(),
                    attribute.basicType(),
                    attribute.description());
            rows.add(Json.object(
                    "reference", attribute.reference(),
                    "constraint", constraint,
                    "class", attribute.innerClass(),
                    "type", attribute.basicType(),
                    "description", attribute.description(),
                    "position", attribute.position()));
        });
        if (json) {
            sayJson(rows);
        } else if (rows.isEmpty()) {
            note("no signal contains all of: " + String.join(" ", words));
        } else {
            say(table);
            note(count(rows.size(), "signal"));
        }
        return Exit.DONE;
    }

    private boolean fits(DataAttribute attribute) {
        String text = (attribute.reference() + " "
                        + attribute.constraint().map(Enum::name).orElse("") + " " + attribute.innerClass() + " "
                        + attribute.basicType() + " " + attribute.description())
                .toLowerCase(Locale.ROOT);
        return words.stream().allMatch(word -> text.contains(word.toLowerCase(Locale.ROOT)));
    }
}
