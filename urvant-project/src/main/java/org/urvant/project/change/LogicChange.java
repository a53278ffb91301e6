package org.urvant.project.change;

import java.util.List;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;

/**
 * Other programs for a device.
 *
 * @param findings what is wrong with them, with its place in the file that they came from; an error forbids them
 * @param after the site with them; the same site when an error forbids them
 */
public record LogicChange(List<Finding> findings, Project after) {
    /**
     * Says what other programs would bring; changes nothing.
     *
     * @param text the programs; empty text for none
     * @param source name of the file that they came from
     */
    public static LogicChange plan(Project project, String name, String text, String source) {
        Device device = project.device(name);
        Project after = project.with(device.withLogic(text));
        List<Finding> findings = ProjectCheck.programs(after, after.device(name)).stream()
                .map(finding ->
                        finding.position().source().equals(device.programs().source())
                                ? finding.at(new Position(
                                        source,
                                        finding.position().line(),
                                        finding.position().column()))
                                : finding)
                .toList();
        return new LogicChange(findings, ProjectCheck.blocks(findings) ? project : after);
    }

    /** Returns whether an error forbids the programs. */
    public boolean isForbidden() {
        return ProjectCheck.blocks(findings);
    }
}
