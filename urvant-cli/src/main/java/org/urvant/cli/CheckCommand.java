package org.urvant.cli;

import java.util.List;
import java.util.Optional;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.file.SafeFile;
import org.urvant.formats.finding.FindingFile;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "check",
        description = "Check a device, or the whole project. Errors block a download.",
        footer = {"", "Example: urvant check GW1"})
final class CheckCommand extends Command {
    @Parameters(paramLabel = "DEVICE", arity = "0..1", description = "Name of the device; otherwise everything.")
    private String device;

    @Option(names = "--strict", description = "Exit with 1 for warnings too.")
    private boolean strict;

    @Option(names = "--verify", description = "Read and check every file anew, whatever is known of it.")
    private boolean isAnew;

    @Option(
            names = "--out",
            paramLabel = "FILE",
            description = "Also write the findings for a build server: .sarif, or .xml in the form of JUnit.")
    private String out;

    @Option(names = "--all", description = "Show every finding, not only a few of each check.")
    private boolean isAll;

    CheckCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Optional<FindingFile.Form> form = Optional.ofNullable(out).map(FindingFile.Form::of);
        ProjectFolder folder = folder();
        if (isAnew) {
            folder.readAnew();
        }
        Optional<Project> project = device == null ? Optional.empty() : Optional.of(folder.load());
        List<Finding> all = during("checking", () -> project.isEmpty() ? folder.check() : folder.check(project.get()));
        List<Finding> findings = project.map(site -> ProjectCheck.concerning(all, site.device(device)))
                .orElse(all);
        boolean fails = ProjectCheck.blocks(findings)
                || strict && findings.stream().anyMatch(finding -> finding.severity() == Severity.WARNING);
        form.ifPresent(wanted -> SafeFile.write(
                session.path(out), FindingFile.of(wanted, findings, strict, RootCommand.Version.number())));
        if (json) {
            sayJson(Findings.json(findings));
        } else {
            say(Findings.lines(findings, session, isAll));
            project.ifPresent(site -> say(paint.strong(device) + "  " + Marked.text(site, site.device(device))));
            say(findings.isEmpty() ? paint.good("no findings") : Findings.summary(findings));
        }
        if (!ProjectCheck.blocks(findings) && device != null) {
            next("urvant download " + device);
        } else if (!findings.isEmpty()) {
            next("urvant explain " + findings.get(0).rule().id());
        }
        return fails ? Exit.DIFFERENT : Exit.DONE;
    }
}
