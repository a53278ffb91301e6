package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.project.folder.ImportPlan;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "import",
        description = "Take an SCL file into the project, untouched; says first what that brings, and asks.",
        footer = {
            "",
            "Examples: urvant import F01.cid",
            "          urvant import station.scd --ied F01,F02 --yes",
            "          urvant import station.scd --keep-going    leave out the IEDs that an error concerns"
        })
final class ImportCommand extends Command {
    private static final int FEW = 8;

    @Parameters(paramLabel = "FILE", description = "ICD, IID, CID, SCD, SSD or SED file.")
    private String file;

    @Option(
            names = "--ied",
            split = ",",
            paramLabel = "NAME",
            description = "Only these IEDs of the file; otherwise all.")
    private List<String> wanted = List.of();

    @Option(names = "--for", paramLabel = "DEVICE", description = "First check that this device can ask the IEDs.")
    private String device;

    @Option(names = "--keep-going", description = "Import what is sound when parts of the file are not.")
    private boolean keepGoing;

    @Mixin
    private Consent consent;

    ImportCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        ImportPlan plan = folder.planImport(session.path(file));
        SourceView view = new SourceView(this);
        if (!json) {
            view.say(plan);
            view.sayFindings(plan);
        }
        ImportPlan.Choice choice = plan.choose(wanted, keepGoing);
        List<String> chosen = choice.ieds();
        if (!choice.left().isEmpty()) {
            note(paint.warn("left out") + " for errors that concern them: " + some(choice.left()));
        }
        if (device != null && !view.sayFit(folder, device, plan, chosen)) {
            throw new RefusedException(
                    device + " cannot ask these IEDs; nothing was imported",
                    "Choose a device that can, or leave IEDs out with --ied.");
        }
        if (!json) {
            plan.replaced(chosen).forEach(source -> say("  sources/" + source + " goes; its IEDs come anew"));
        }
        if (!json) {
            view.sayFollowing(folder.following(plan, chosen));
        }
        boolean same = wanted.isEmpty() && plan.isHeld();
        String what = chosen.isEmpty() ? "the structure of the site" : some(chosen);
        if (!same) {
            if (!json && plan.bringsNoNewerIed()) {
                note("the IEDs are the same; the rest of the file differs from what the project has");
            }
            consent.ask("Import " + what + "?", "nothing was imported");
        }
        folder.carryOut(plan, chosen);
        if (json) {
            sayJson(SourceView.json(plan));
        } else {
            say(same ? "the project has it already" : paint.good("imported") + " " + what);
        }
        boolean isNewer = plan.rows().stream().anyMatch(row -> row.mark() == ImportPlan.Standing.CHANGED);
        next(chosen.isEmpty() ? "urvant site" : isNewer ? "urvant check" : "urvant signals");
        return Exit.DONE;
    }

    /** A station has hundreds of IEDs, and nobody reads their names in a line. */
    private static String some(List<String> names) {
        return names.size() <= FEW
                ? String.join(", ", names)
                : names.size() + " IEDs, " + String.join(", ", names.subList(0, FEW)) + " …";
    }
}
