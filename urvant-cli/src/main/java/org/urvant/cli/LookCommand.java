package org.urvant.cli;

import org.urvant.formats.project.ImportPlan;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "look",
        description =
                "Look into an SCL file before importing it: which IEDs, new or known or changed, with what reports."
                        + " Nothing is changed.",
        footer = {"", "Example: urvant look F01.cid"})
final class LookCommand extends Command {
    @Parameters(paramLabel = "FILE", description = "ICD, IID, CID or SCD file.")
    private String file;

    LookCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ImportPlan plan = folder().planImport(session.path(file));
        if (json) {
            sayJson(SourceView.json(plan));
        } else {
            SourceView view = new SourceView(this);
            view.say(plan);
            view.sayDetails(plan.file());
        }
        next("urvant import " + file);
        return Exit.DONE;
    }
}
