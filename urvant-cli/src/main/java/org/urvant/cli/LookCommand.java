package org.urvant.cli;

import java.util.Map;
import java.util.Optional;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Conventions;
import org.urvant.project.Project;
import org.urvant.project.change.ListImport;
import org.urvant.project.folder.ImportPlan;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "look",
        description =
                "Look into an SCL file or a list of points before importing it: what is in it, new or known or changed,"
                        + " how it was understood, and what is wrong. Nothing is changed; no project is needed.",
        footer = {
            "",
            "Examples: urvant look F01.cid",
            "          urvant look station.scd --for GW1",
            "          urvant look pump-drive.csv --protocol modbus"
        })
final class LookCommand extends Command {
    @Parameters(
            paramLabel = "FILE",
            description = "ICD, IID, CID, SCD, SSD or SED file; or a list of points, CSV or XLSX.")
    private String file;

    @Option(names = "--for", paramLabel = "DEVICE", description = "Say whether this device can ask the IEDs.")
    private String device;

    @Option(names = "--all", description = "Show every IED, control block and finding, not only how many and a few.")
    private boolean all;

    @Mixin
    private ListOptions lists = new ListOptions();

    LookCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (PointListFile.isTable(file)) {
            return lookAtList();
        }
        lists.requireNone();
        boolean isInProject = hasProject();
        if (!isInProject && device != null) {
            folder(); // refuses: a device is one of a project
        }
        ImportPlan plan = isInProject
                ? folder().planImport(session.path(file))
                : ImportPlan.look(session.path(file), session.known(progress()));
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

    private Integer lookAtList() {
        Optional<Project> project = hasProject() ? Optional.of(load(folder())) : Optional.empty();
        PointListFile.Read read = PointListFile.read(
                session.path(file),
                file,
                lists.how(
                        file,
                        project.map(Project::conventions)
                                .map(Conventions::headings)
                                .orElse(Map.of())));
        boolean isSound = read.reading().isSound();
        if (json) {
            sayJson(PointListView.json(read));
        } else {
            PointListView view = new PointListView(this, all);
            view.say(file, read);
            view.sayFindings(read.reading().findings());
            if (isSound) {
                project.ifPresent(site -> view.say(ListImport.plan(site, read.reading(), false)));
            }
        }
        next("urvant import " + file + " with the same options");
        return isSound ? Exit.DONE : Exit.DIFFERENT;
    }
}
