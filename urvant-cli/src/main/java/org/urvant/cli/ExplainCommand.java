package org.urvant.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.finding.Rule;
import org.urvant.core.mapping.SignalUse;
import org.urvant.core.project.Project;
import org.urvant.core.text.Word;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "explain",
        description =
                "Explain a check, or a signal: what it is, where it is reported and who takes it. Without a name, list"
                        + " the checks.",
        footer = {"", "Examples: urvant explain point-duplicate", "          urvant explain F01CTRL/XCBR1.Pos.stVal"})
final class ExplainCommand extends Command {
    @Parameters(paramLabel = "NAME", arity = "0..1", description = "Name of a check, or reference of a signal.")
    private String name;

    ExplainCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (name != null && name.indexOf('/') > 0) {
            Project project = folder().load();
            new SignalView(this).say(SignalUse.of(project, project.signal(name)));
            return Exit.DONE;
        }
        List<Rule> rules = name == null ? Arrays.asList(Rule.values()) : List.of(rule());
        if (json) {
            List<Object> rows = new ArrayList<>();
            rules.forEach(rule -> rows.add(Json.object(
                    "rule", rule.id(),
                    "severity", rule.severity().word(),
                    "meaning", rule.meaning(),
                    "remedy", rule.remedy())));
            sayJson(rows);
        } else if (name == null) {
            Table table = new Table("check", "severity", "meaning");
            rules.forEach(rule -> table.row(rule.id(), rule.severity().word(), rule.meaning()));
            say(table);
        } else {
            Rule rule = rules.get(0);
            say(paint.strong(rule.id()) + "  "
                    + paint.severity(rule.severity(), rule.severity().word()));
            say(rule.meaning());
            say(paint.faint("mend: ") + rule.remedy());
        }
        return Exit.DONE;
    }

    private Rule rule() {
        return Rule.byId(name).orElseThrow(() -> new UnknownNameException("check", name, Word.all(Rule.class)));
    }
}
