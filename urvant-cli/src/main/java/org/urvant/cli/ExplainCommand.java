package org.urvant.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.urvant.core.fault.UnknownNameException;
import org.urvant.core.finding.Rule;
import org.urvant.core.text.Word;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "explain",
        description = "Explain a check; without a name, list them all.",
        footer = {"", "Example: urvant explain point-duplicate"})
final class ExplainCommand extends Command {
    @Parameters(paramLabel = "NAME", arity = "0..1", description = "Name of a check.")
    private String name;

    ExplainCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
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
