package org.urvant.cli;

import java.io.Console;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Guide;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;
import org.urvant.formats.table.AnswerTable;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.GuidedStart;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "guide",
        description = {
            "Make devices by the few questions that their type asks: modules and settings follow from the answers.",
            "Questions are asked at the terminal, or answered with --answer, or for many devices from a CSV with a column"
                    + " 'device' and one for each question. Says first what is made; 'urvant undo' takes it back in one step."
        },
        footer = {
            "",
            "Examples: urvant guide stenvaag-m3                     # what it asks",
            "          urvant guide stenvaag-m3 M1 --answer current=21.5A --answer power=11kW --answer name=Pump",
            "          urvant guide stenvaag-m3 --from motors.csv"
        })
final class GuideCommand extends Command {
    private static final int FEW = 20;

    @Parameters(index = "0", paramLabel = "TYPE", description = "Device type.")
    private String typeName;

    @Parameters(index = "1", arity = "0..1", paramLabel = "NAME", description = "Name of the new device.")
    private String name;

    @Option(names = "--answer", paramLabel = "QUESTION=VALUE", description = "An answer; may be given several times.")
    private List<String> given = List.of();

    @Option(names = "--from", paramLabel = "FILE", description = "A CSV with a row for each device.")
    private String file;

    @Option(names = "--dry-run", description = "Only say what would be made.")
    private boolean dryRun;

    @Mixin
    private Consent consent;

    GuideCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        DeviceType type = folder.types().named(typeName);
        Guide guide = type.handling().guide();
        if (guide.order().isEmpty()) {
            throw new RefusedException(
                    typeName + " asks no questions", "Make it with 'urvant device add NAME --type " + typeName + "'.");
        }
        if (name == null && file == null) {
            return questions(guide);
        }
        Map<String, SortedMap<String, Entry>> answers =
                file == null ? Map.of(name, answered(guide)) : AnswerTable.read(session.path(file), file);
        Map<String, GuidedStart> starts = new LinkedHashMap<>();
        answers.forEach((device, own) -> starts.put(
                device,
                GuidedStart.of(
                        type,
                        own,
                        own.isEmpty()
                                ? Position.in(origin())
                                : own.get(own.firstKey()).position())));
        refuseUnsound(starts);
        plan(starts);
        if (dryRun) {
            return Exit.DONE;
        }
        consent.ask(starts.size() == 1 ? "Make this device?" : "Make these devices?", "nothing was made");
        folder.change(site -> NewDevice.addGuided(site, typeName, origin(), starts));
        report(folder, starts);
        return Exit.DONE;
    }

    private String origin() {
        return file == null ? "questions" : "questions, " + file;
    }

    private int questions(Guide guide) {
        Table table = new Table("question", "meaning", "allowed", "default", "asked when");
        List<Object> rows = new ArrayList<>();
        for (String question : guide.order()) {
            SettingDefinition setting = guide.questions().settings().get(question);
            String when = setting.applicability()
                    .map(condition -> condition.expression().text())
                    .orElse("");
            table.row(
                    question,
                    setting.meaning(),
                    setting.allowed(),
                    setting.standardValue().orElse(""),
                    when);
            rows.add(Json.object(
                    "question", question,
                    "meaning", setting.meaning(),
                    "allowed", setting.allowed(),
                    "default", setting.standardValue().orElse(null)));
        }
        if (json) {
            sayJson(rows);
        } else {
            say(table);
            next("urvant guide " + typeName + " NAME");
        }
        return Exit.DONE;
    }

    /** Takes the answers given, and asks for the others where somebody is there to ask. */
    private SortedMap<String, Entry> answered(Guide guide) {
        SortedMap<String, Entry> answers = new TreeMap<>();
        pairs("--answer", given)
                .forEach((question, text) -> answers.put(question, new Entry(text, Position.in("--answer"))));
        Console console = System.console();
        for (String question : guide.order()) {
            SettingDefinition setting = guide.questions().settings().get(question);
            if (console == null || answers.containsKey(question) || !GuidedStart.isAsked(guide, answers, question)) {
                continue;
            }
            String standard =
                    setting.standardValue().map(text -> " [" + text + "]").orElse("");
            String text = console.readLine("%s (%s)%s: ", setting.meaning(), setting.allowed(), standard);
            while (text != null && !text.isBlank() && !setting.read(text).isSound()) {
                console.printf("  %s%n", setting.read(text).remedy());
                text = console.readLine("%s%s: ", setting.meaning(), standard);
            }
            if (text != null && !text.isBlank()) {
                answers.put(question, new Entry(text.strip(), Position.in("terminal")));
            }
        }
        return answers;
    }

    private void refuseUnsound(Map<String, GuidedStart> starts) {
        List<Finding> findings = new ArrayList<>();
        starts.forEach((device, start) -> {
            start.findings()
                    .forEach(finding -> findings.add(new Finding(
                            finding.rule(),
                            device + " " + finding.subject(),
                            finding.position(),
                            device + ": " + finding.message(),
                            finding.mend())));
            if (!start.missing().isEmpty()) {
                findings.add(new Finding(
                        Rule.OPEN_ITEMS,
                        device + " questions",
                        Position.in(origin()),
                        device + ": not answered: " + String.join(", ", start.missing()),
                        file == null ? "Answer with --answer QUESTION=VALUE." : "Fill the columns."));
            }
        });
        if (!findings.isEmpty()) {
            if (json) {
                sayJson(Findings.json(findings));
            }
            Findings.lines(findings, session, false).forEach(this::say);
            throw new RefusedException(
                    count(findings.size(), "answer") + " missing or wrong; nothing was made",
                    "Mend them, and try again.");
        }
    }

    private void plan(Map<String, GuidedStart> starts) {
        Table table = new Table("device", "modules", "settings", "by default");
        List<Object> rows = new ArrayList<>();
        starts.forEach((device, start) -> {
            List<String> values = new ArrayList<>();
            start.values().forEach((path, text) -> values.add(path + " " + text));
            if (rows.size() < FEW) {
                table.row(
                        device,
                        String.join(", ", start.modules().values()),
                        starts.size() == 1 ? values.size() : String.join(", ", values),
                        String.join(", ", start.defaults()));
            }
            rows.add(Json.object(
                    "device", device,
                    "modules", start.modules(),
                    "values", start.values(),
                    "defaults", start.defaults()));
            if (starts.size() == 1) {
                values.forEach(value -> say("  " + value));
            }
        });
        if (json) {
            sayJson(rows);
            return;
        }
        say(table);
        if (rows.size() > FEW) {
            say("… and " + (rows.size() - FEW) + " more");
        }
    }

    private void report(ProjectFolder folder, Map<String, GuidedStart> starts) {
        Project project = folder.load();
        Map<String, Integer> modules = new TreeMap<>();
        starts.values()
                .forEach(start -> start.modules().values().forEach(module -> modules.merge(module, 1, Integer::sum)));
        List<Finding> findings = ProjectCheck.check(project).stream()
                .filter(finding -> starts.containsKey(finding.subject().split(" ")[0]))
                .toList();
        say(paint.good("made") + " " + count(starts.size(), "device") + " of type " + typeName
                + (modules.isEmpty()
                        ? ""
                        : "; modules: "
                                + modules.toString().replaceAll("[{}]", "").replace("=", " × ")));
        long open = findings.stream()
                .filter(finding -> finding.rule() == Rule.OPEN_ITEMS)
                .count();
        say(open == 0 ? "nothing is open" : paint.warn(count(open, "open item")) + ": urvant open DEVICE");
        findings.stream()
                .filter(finding -> finding.rule() == Rule.LEFT_AT_DEFAULT)
                .findFirst()
                .ifPresent(finding -> Findings.wrapped(
                                finding.subject().split(" ")[0] + ": " + finding.message(), session.width())
                        .forEach(this::say));
        next("urvant check");
    }
}
