package org.urvant.cli;

import java.util.List;
import java.util.Map;
import org.urvant.core.device.Guide;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.formats.table.AnswerTable;
import org.urvant.project.Project;
import org.urvant.project.change.GuidedDevices;
import org.urvant.project.folder.ProjectFolder;
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
final class GuideCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "TYPE", description = "Device type.")
    private String typeName;

    @Parameters(index = "1", arity = "0..1", paramLabel = "NAME", description = "Name of the new device.")
    private String name;

    @Option(names = "--answer", paramLabel = "QUESTION=VALUE", description = "An answer; may be given several times.")
    private List<String> given = List.of();

    @Option(names = "--from", paramLabel = "FILE", description = "A CSV with a row for each device.")
    private String file;

    @Mixin
    private Consent consent;

    GuideCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        apart("--from", "--answer");
        if (file != null && name != null) {
            throw wrongUse("with --from, the names of devices stand in its column 'device'");
        }
        if (name == null && !given.isEmpty()) {
            throw wrongUse("--answer needs the name of the new device");
        }
        ProjectFolder folder = folder();
        Project project = load(folder);
        Guide guide =
                GuidedDevices.guided(project.types().named(typeName)).handling().guide();
        GuideView view = new GuideView(this, typeName);
        if (name == null && file == null) {
            view.sayQuestions(guide);
            return Exit.DONE;
        }
        GuidedDevices made = GuidedDevices.plan(
                project,
                typeName,
                file == null ? "questions" : "questions, " + file,
                file == null
                        ? Map.of(name, new Questions(guide).answered(pairs("--answer", given)))
                        : AnswerTable.read(session.path(file), file));
        refuseUnsound(made.findings());
        view.sayPlan(made.starts());
        if (dryRun) {
            return Exit.DONE;
        }
        consent.ask(made.starts().size() == 1 ? "Make this device?" : "Make these devices?", "nothing was made");
        folder.save(project, made.after());
        view.sayMade(made);
        return Exit.DONE;
    }

    private void refuseUnsound(List<Finding> findings) {
        if (findings.isEmpty()) {
            return;
        }
        if (json) {
            sayJson(Findings.json(findings));
        }
        say(Findings.lines(findings, session, false));
        throw new RefusedException(
                count(findings.size(), "answer") + " missing or wrong; nothing was made",
                file == null ? "Answer with --answer QUESTION=VALUE." : "Mend the rows, and try again.");
    }
}
