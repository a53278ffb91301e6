package org.urvant.project.check;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Severity;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.configuration.Marks;
import org.urvant.scl.RelayCheck;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;

/** Runs the checks. The findings come sorted, so that the same project always gives the same list. */
public final class ProjectCheck {
    private ProjectCheck() {}

    /** Returns the findings about the whole project: its files, every device, and the devices among each other. */
    public static List<Finding> check(Project project) {
        List<Finding> findings = new ArrayList<>(project.findings());
        for (Device device : project.devices().values()) {
            Consumer<Finding> own = finding -> findings.add(about(finding, device));
            ValueCheck.check(project, device, own);
            MappingCheck.check(project, device, own);
            LogicCheck.check(project, device, own);
            past(project, device, own);
        }
        NetworkCheck.check(project, findings::add);
        SiteWideCheck.check(project, findings::add);
        BayCheck.check(project, findings::add);
        for (SclFile file : project.sources()) {
            findings.addAll(SclCheck.check(file, ied -> !project.unwanted(file).contains(ied))
                    .findings());
        }
        RelayCheck.check(project.ieds(), project.copies(), findings::add);
        ReportClientCheck.check(project, findings::add);
        return findings.stream()
                .map(finding -> muted(project, finding))
                .distinct()
                .sorted()
                .toList();
    }

    /** Returns the findings that concern one device, as {@link #concerning} picks them out of those of the whole site. */
    public static List<Finding> check(Project project, Device device) {
        return concerning(check(project), device);
    }

    /**
     * Returns those findings of a site that concern one device: about itself, about the relays that it is connected to, and
     * about no device in particular. A site is checked once for any number of devices.
     *
     * @param findings the findings about the whole site
     */
    public static List<Finding> concerning(List<Finding> findings, Device device) {
        Set<Ref> concerned = device.connections().values().stream()
                .flatMap(connection -> connection.ied().stream())
                .map(Ref::ied)
                .collect(Collectors.toSet());
        concerned.add(Ref.ied(device.name())); // a station's file may describe the device itself, as an IED of its name
        concerned.add(Ref.device(device.name()));
        return findings.stream()
                .filter(finding -> finding.about().isEmpty() || !Collections.disjoint(finding.about(), concerned))
                .toList();
    }

    /** Returns what is wrong with the programs of a device, or probably not meant; nothing else is looked at. */
    public static List<Finding> programs(Project project, Device device) {
        List<Finding> findings = new ArrayList<>();
        LogicCheck.check(project, device, finding -> findings.add(about(finding, device)));
        return findings.stream()
                .map(finding -> muted(project, finding))
                .sorted()
                .toList();
    }

    private static Finding about(Finding finding, Device device) {
        return finding.about().isEmpty() ? finding.concerning(Ref.device(device.name())) : finding;
    }

    /** Returns whether some finding is an error, which blocks a download. */
    public static boolean blocks(List<Finding> findings) {
        return findings.stream().anyMatch(finding -> finding.severity() == Severity.ERROR);
    }

    /** An error cannot be muted: what is wrong stays wrong. */
    private static Finding muted(Project project, Finding finding) {
        String reason = project.muted().get(finding.place());
        return reason == null || finding.severity() == Severity.ERROR ? finding : finding.withMuted(reason);
    }

    private static void past(Project project, Device device, Consumer<Finding> findings) {
        if (device.record().factoryPassword()) {
            findings.accept(new Finding(
                    DownloadRules.DEFAULT_PASSWORD,
                    device.name() + " password",
                    device.position(),
                    device.name() + " took its factory password at the last log-on",
                    DownloadRules.DEFAULT_PASSWORD.remedy()));
        }
        if (device.record().signedOff().isPresent()) {
            Marks marks = Marks.of(ConfigurationBuilder.build(project, device).fingerprint(), device.record());
            String still = marks.words().stream()
                    .filter(word -> !word.equals(Marks.NOT_SIGNED_OFF))
                    .collect(Collectors.joining(", "));
            if (!marks.words().isEmpty()) {
                findings.accept(new Finding(
                        DownloadRules.EDITED_AFTER_SIGN_OFF,
                        device.name() + " sign-off",
                        device.position(),
                        device.name() + " has changed since it was signed off"
                                + (still.isEmpty() ? "" : "; it is " + still),
                        DownloadRules.EDITED_AFTER_SIGN_OFF.remedy()));
            }
        }
    }
}
