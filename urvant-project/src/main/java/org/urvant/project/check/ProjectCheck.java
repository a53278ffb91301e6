package org.urvant.project.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Severity;
import org.urvant.project.Bay;
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
            ValueCheck.check(project, device, findings::add);
            MappingCheck.check(project, device, findings::add);
            LogicCheck.check(project, device, findings::add);
            past(project, device, findings);
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

    /**
     * Returns the findings that concern one device: about itself, about the relays that it is connected to, and about the
     * project's files.
     */
    public static List<Finding> check(Project project, Device device) {
        Set<String> relays = device.connections().values().stream()
                .flatMap(connection -> connection.ied().stream())
                .collect(Collectors.toSet());
        Predicate<Finding> concerns = finding -> {
            if (!finding.about().isEmpty()) {
                return finding.about().contains(Ref.device(device.name()))
                        || relays.stream().map(Ref::ied).anyMatch(finding.about()::contains);
            }
            Optional<Bay> bay = project.bays().values().stream()
                    .filter(each -> finding.subject().startsWith("bay " + each.name() + " "))
                    .findFirst();
            if (bay.isPresent()) {
                return bay.get().devices().stream()
                        .anyMatch(entry -> entry.text().equals(device.name()));
            }
            String first = finding.subject().split("[ /]")[0];
            if (project.devices().containsKey(first)) {
                return first.equals(device.name()); // a station's file may have an IED of that name too
            }
            return relay(project, first).map(relays::contains).orElse(true);
        };
        return check(project).stream().filter(concerns).toList();
    }

    /** Returns the IED that a name of one, or of a logical device in it, belongs to: the longest name that it begins with. */
    private static Optional<String> relay(Project project, String name) {
        return project.iedNames().stream().filter(name::startsWith).max(Comparator.comparingInt(String::length));
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

    private static void past(Project project, Device device, List<Finding> findings) {
        if (device.record().factoryPassword()) {
            findings.add(new Finding(
                    Rule.DEFAULT_PASSWORD,
                    device.name() + " password",
                    device.position(),
                    device.name() + " took its factory password at the last log-on",
                    Rule.DEFAULT_PASSWORD.remedy()));
        }
        if (device.record().signedOff().isPresent()) {
            Marks marks = Marks.of(ConfigurationBuilder.build(project, device).fingerprint(), device.record());
            String still = marks.words().stream()
                    .filter(word -> !word.equals(Marks.NOT_SIGNED_OFF))
                    .collect(Collectors.joining(", "));
            if (!marks.words().isEmpty()) {
                findings.add(new Finding(
                        Rule.EDITED_AFTER_SIGN_OFF,
                        device.name() + " sign-off",
                        device.position(),
                        device.name() + " has changed since it was signed off"
                                + (still.isEmpty() ? "" : "; it is " + still),
                        Rule.EDITED_AFTER_SIGN_OFF.remedy()));
            }
        }
    }
}
