package org.urvant.cli;

import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.TestTable;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.Retest;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.TestResults;
import org.urvant.project.setting.TestSheet;
import org.urvant.report.page.Pages;
import org.urvant.report.page.Seen;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "review",
        description =
                "Write one page with everything about a device, to read by eye and to print: make-up, every value,"
                        + " mappings, findings, fingerprint.",
        footer = {"", "Example: urvant review GD1 --out GD1.html"})
final class ReviewCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--out", paramLabel = "FILE", description = "The page; DEVICE.html when not given.")
    private String file;

    @Option(
            names = "--from",
            paramLabel = "FILE",
            description = "A table of test points that was filled in, judged on the page.")
    private String results;

    @Option(
            names = "--group",
            paramLabel = "NUMBER",
            description = "Setting group of the results; the active one when not given.")
    private Integer group;

    ReviewCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        needs("--group", "--from");
        ProjectFolder folder = folder();
        Project project = load(folder);
        Device device = project.device(name);
        String target = file == null ? name + ".html" : file;
        String fingerprint =
                ConfigurationBuilder.whole(project, device).fingerprint().hex();
        SafeFile.writeText(target(target, ".html"), page(folder, project, device));
        if (json) {
            sayJson(Json.object("device", name, "page", target, "fingerprint", fingerprint));
        } else {
            say("wrote " + target + ", fingerprint " + fingerprint);
        }
        next("read it, then urvant sign-off " + name + " --read " + fingerprint.substring(0, 12));
        return Exit.DONE;
    }

    private String page(ProjectFolder folder, Project project, Device device) {
        Optional<Retest> retest = device.record()
                .signedOff()
                .flatMap(folder.history(name).kept()::find)
                .map(tested -> Retest.of(project, name, tested));
        return Pages.review(
                project,
                device,
                new Seen(
                        results(project),
                        retest,
                        new Sides(this, new DeviceAccess(), folder, project).changes(device, Optional.empty())));
    }

    private Optional<TestResults> results(Project project) {
        if (results == null) {
            return Optional.empty();
        }
        TestResults judged = TestResults.of(
                TestSheet.of(project, name, Optional.ofNullable(group)),
                TestTable.read(session.path(results), results));
        if (!judged.findings().isEmpty()) {
            Findings.lines(judged.findings(), session, false).forEach(this::note);
            throw new RefusedException(
                    results + " has " + count(judged.findings().size(), "row")
                            + " that cannot be judged; no page was written",
                    "Mend them, or test again with a sheet of the settings as they are now.");
        }
        return Optional.of(judged);
    }
}
