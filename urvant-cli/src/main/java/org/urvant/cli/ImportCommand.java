package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.list.ListDifference.Standing;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.ListImport;
import org.urvant.project.folder.ImportPlan;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "import",
        description = "Take an SCL file or a list of points into the project; says first what that brings, and asks.",
        footer = {
            "",
            "Examples: urvant import F01.cid",
            "          urvant import station.scd --ied F01,F02 --yes",
            "          urvant import station.scd --keep-going    leave out the IEDs that an error concerns",
            "          urvant import pump-drive.csv --name PD1 --protocol modbus --assume station=7"
        })
final class ImportCommand extends ChangingCommand {
    private static final int FEW = 8;

    @Parameters(
            paramLabel = "FILE",
            description = "ICD, IID, CID, SCD, SSD or SED file; or a list of points, CSV or XLSX.")
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

    @Option(names = "--all", description = "Show every IED and every finding, not only how many and a few.")
    private boolean all;

    @Mixin
    private ListOptions lists;

    @Mixin
    private Consent consent;

    ImportCommand(Session session) {
        super(session);
        this.consent = new Consent();
        this.lists = new ListOptions();
    }

    @Override
    public Integer call() {
        if (PointListFile.isTable(file)) {
            return importList();
        }
        lists.requireNone();
        ProjectFolder folder = folder();
        ImportPlan plan = folder.planImport(session.path(file));
        SourceView view = new SourceView(this, all);
        if (!json) {
            view.say(plan);
            view.sayFindings(plan);
        }
        ImportPlan.Choice choice = plan.choose(wanted, keepGoing);
        List<String> chosen = choice.ieds();
        if (!choice.left().isEmpty()) {
            note(paint.warn("left out") + " for errors that concern them: " + ieds(choice.left()));
        }
        if (device != null && !view.sayFit(folder, device, plan, chosen)) {
            throw new RefusedException(
                    device + " cannot ask these IEDs; nothing was imported",
                    "Choose a device that can, or leave IEDs out with --ied.");
        }
        if (!json) {
            plan.replaced(chosen).forEach(source -> say("  sources/" + source + " goes; its IEDs come anew"));
            view.sayFollowing(folder.following(plan, chosen));
        }
        boolean same = wanted.isEmpty() && plan.isHeld();
        String what = chosen.isEmpty() ? "the structure of the site" : ieds(chosen);
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

    private Integer importList() {
        if (!wanted.isEmpty() || device != null) {
            throw new RefusedException("--ied and --for are for SCL files", "Leave them out for a list of points.");
        }
        ProjectFolder folder = changing();
        Project project = load(folder);
        byte[] content = PointListFile.content(session.path(file));
        PointListFile.Read read = PointListFile.read(
                content, file, lists.how(file, project.conventions().headings()));
        PointListView view = new PointListView(this, all);
        if (!json) {
            view.say(file, read);
            view.sayFindings(read.reading().findings());
        }
        ListImport plan = ListImport.plan(project, read.reading(), keepGoing);
        if (!json) {
            view.say(plan);
        }
        boolean isSame = plan.count(Standing.SAME) == plan.rows().size();
        if (!isSame) {
            consent.ask("Take this list into the project?", "nothing was imported");
            String name = String.valueOf(session.path(file).getFileName());
            folder.carryOut(
                    Change.of(project, plan.after()).keeping(plan.list().name(), new Change.Original(name, content)));
        }
        if (json) {
            sayJson(PointListView.json(read));
        } else {
            say(
                    isSame
                            ? "the project has it already"
                            : paint.good("imported") + " " + plan.list().name() + ", "
                                    + count(plan.list().points().size(), "point"));
        }
        next("urvant map DEVICE '" + plan.list().name() + "/*'");
        return Exit.DONE;
    }

    /** A station has hundreds of IEDs, and nobody reads their names in a line. */
    private static String ieds(List<String> names) {
        return names.size() <= FEW ? String.join(", ", names) : names.size() + " IEDs";
    }
}
