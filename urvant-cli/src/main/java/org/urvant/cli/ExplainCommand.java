package org.urvant.cli;

import java.util.List;
import java.util.Optional;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Rules;
import org.urvant.core.logic.LanguageReference;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.text.Glossary;
import org.urvant.project.Project;
import org.urvant.project.mapping.SignalUse;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "explain",
        description =
                "Explain a check, a word, a type of IEC 60870-5-101 and -104, a function of programs, a signal, an imported IED, or anything of a device or device type: a setting, channel, table or"
                        + " rule: meaning, range, default, unit, effect, where it is used. Without a name, list the checks.",
        footer = {
            "",
            "Examples: urvant explain point-duplicate",
            "          urvant explain fingerprint",
            "          urvant explain TON",
            "          urvant explain F01CTRL/XCBR1.Pos.stVal",
            "          urvant explain RTU1 AI1.range",
            "          urvant explain marrowby-f2 group.1.overcurrent.1.pick-up",
            "          urvant explain marrowby-f2 ct-ratio"
        })
final class ExplainCommand extends Command {
    @Parameters(
            index = "0",
            arity = "0..1",
            paramLabel = "WORD",
            description =
                    "Name of a check, word or function, reference of a signal, name of an IED, or a device or device type.")
    private String name;

    @Parameters(
            index = "1",
            arity = "0..1",
            paramLabel = "WHAT",
            description = "Of a device or type: setting, channel," + " table or rule.")
    private String what;

    ExplainCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (name == null) {
            checks();
        } else if (what != null) {
            new PartView(this, projectOrNone()).say(name, what);
        } else if (name.indexOf('/') > 0) { // as no check, word or function has one
            signal(load(folder()));
        } else if (Rules.byId(name).isPresent()) {
            check(Rules.byId(name).get());
        } else if (meaning().isPresent()) {
            word();
        } else if (LanguageReference.find(name).isPresent()) {
            language(LanguageReference.find(name).get());
        } else {
            new TypeParts(this).say(projectOrNone(), name);
        }
        return Exit.DONE;
    }

    /** The part before the stroke says whose signal it is: a list's, a device's own, or that of an IED. */
    private void signal(Project project) {
        String owner = name.substring(0, name.indexOf('/'));
        String rest = name.substring(owner.length() + 1);
        if (project.lists().containsKey(owner)) {
            new PointListView(this, true).explain(project, project.list(owner), rest);
        } else if (project.devices().containsKey(owner) && project.ied(owner).isEmpty()) {
            new PartView(this, project).say(owner, rest);
        } else {
            new SignalView(this).say(SignalUse.of(project, project.signal(name)));
        }
    }

    private void checks() {
        List<Rule> rules = List.copyOf(Rules.all());
        if (json) {
            sayJson(rules.stream().map(ExplainCommand::json).toList());
            return;
        }
        Table table = new Table("check", "severity", "meaning");
        rules.forEach(rule -> table.row(rule.id(), rule.severity().word(), rule.meaning()));
        say(table);
        note(paint.faint("words that are explained too: " + String.join(", ", Glossary.words())));
    }

    private static Object json(Rule rule) {
        return Json.object(
                "rule", rule.id(),
                "severity", rule.severity().word(),
                "meaning", rule.meaning(),
                "remedy", rule.remedy(),
                "steps", Steps.json(rule.mend()));
    }

    private void check(Rule rule) {
        if (json) {
            sayJson(List.of(json(rule)));
            return;
        }
        say(paint.strong(rule.id()) + "  "
                + paint.severity(rule.severity(), rule.severity().word()));
        say(rule.meaning());
        say(paint.faint("mend: ") + Steps.text(rule.mend()));
    }

    private void language(LanguageReference.Word entry) {
        if (json) {
            sayJson(Json.object(
                    "name", entry.name(),
                    "kind", entry.kind().title(),
                    "form", entry.form(),
                    "meaning", entry.meaning()));
            return;
        }
        say(paint.strong(entry.name()) + "  " + entry.kind().title() + " of programs");
        lines("form", entry.form());
        lines("meaning", entry.meaning());
    }

    private Optional<String> meaning() {
        return Glossary.meaning(name).or(() -> PointSpaces.all().stream()
                .flatMap(space -> space.meaning(name).stream())
                .findFirst());
    }

    private void word() {
        String meaning = meaning().orElseThrow();
        if (json) {
            sayJson(Json.object("word", name, "meaning", meaning));
        } else {
            say(paint.strong(name) + "  " + meaning);
        }
    }

    private void lines(String label, String text) {
        PartView.line(this, label, text);
    }
}
