package org.urvant.cli;

import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
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

    @Option(names = "--all", description = "Show every finding, not only a few of each check.")
    private boolean all;

    CheckCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        List<Finding> findings = during(
                "checking",
                () -> device == null
                        ? ProjectCheck.check(project)
                        : ProjectCheck.check(project, project.device(device)));
        boolean fails = ProjectCheck.blocks(findings)
                || strict && findings.stream().anyMatch(finding -> finding.severity() == Severity.WARNING);
        if (json) {
            sayJson(Findings.json(findings));
        } else {
            Findings.lines(findings, session, all).forEach(this::say);
            if (device != null) {
                say(paint.strong(device) + "  " + Marked.text(project, project.device(device)));
            }
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
