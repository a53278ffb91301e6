package org.urvant.cli;

import org.urvant.project.folder.ImportPlan;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "look",
        description = "Look into an SCL file before importing it: what kind of file it is, which IEDs, new or known or"
                + " changed, with what reports, and what is wrong in it. Nothing is changed; no project is needed.",
        footer = {"", "Examples: urvant look F01.cid", "          urvant look station.scd --for GW1"})
final class LookCommand extends Command {
    @Parameters(paramLabel = "FILE", description = "ICD, IID, CID, SCD, SSD or SED file.")
    private String file;

    @Option(names = "--for", paramLabel = "DEVICE", description = "Say whether this device can ask the IEDs.")
    private String device;

    @Option(names = "--all", description = "Show every control block and every finding, not only how many and a few.")
    private boolean all;

    LookCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        boolean isInProject = projectGiven != null || session.isInProject();
        if (!isInProject && device != null) {
            folder(); // refuses: a device is one of a project
        }
        ImportPlan plan =
                isInProject ? folder().planImport(session.path(file)) : ImportPlan.look(session.path(file), progress());
        if (json) {
            sayJson(SourceView.json(plan));
        } else {
            SourceView view = new SourceView(this, all);
            view.say(plan);
            view.sayDetails(plan.file());
            view.sayFindings(plan);
            if (device != null) {
                view.sayFit(
                        folder(),
                        device,
                        plan,
                        plan.rows().stream().map(row -> row.ied().name()).toList());
            }
        }
        next(
                isInProject
                        ? "urvant import " + file + (plan.check().isSound() ? "" : " --keep-going")
                        : "urvant new NAME");
        return plan.check().isSound() ? Exit.DONE : Exit.DIFFERENT;
    }
}
