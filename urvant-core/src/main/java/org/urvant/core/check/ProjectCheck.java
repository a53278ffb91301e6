package org.urvant.core.check;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.core.project.Device;
import org.urvant.core.project.Project;

/** Runs the checks. The findings come sorted, so that the same project always gives the same list. */
public final class ProjectCheck {
    private ProjectCheck() {}

    /** Returns the findings about the whole project: its files and every device. */
    public static List<Finding> check(Project project) {
        List<Finding> findings = new ArrayList<>(project.findings());
        project.devices().values().forEach(device -> findings.addAll(deviceFindings(project, device)));
        return findings.stream().sorted().toList();
    }

    /** Returns the findings that concern one device: its values, its mappings, and the faults in its files. */
    public static List<Finding> check(Project project, Device device) {
        List<Finding> findings = new ArrayList<>();
        project.findings().stream()
                .filter(finding -> finding.subject().startsWith(device.name()))
                .forEach(findings::add);
        findings.addAll(deviceFindings(project, device));
        return findings.stream().sorted().toList();
    }

    /** Returns whether some finding is an error, which blocks a download. */
    public static boolean blocks(List<Finding> findings) {
        return findings.stream().anyMatch(finding -> finding.severity() == Severity.ERROR);
    }

    private static List<Finding> deviceFindings(Project project, Device device) {
        List<Finding> findings = new ArrayList<>();
        ValueCheck.check(project, device, findings::add);
        MappingCheck.check(project, device, findings::add);
        return findings;
    }
}
