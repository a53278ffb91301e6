package org.urvant.project.check;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Severity;
import org.urvant.core.finding.Step;
import org.urvant.core.point.ListPoint;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.reference.References;
import org.urvant.scl.SclFile;
import org.urvant.scl.SclRules;

/** Runs the checks. The findings come sorted, so that the same project always gives the same list. */
public final class ProjectCheck {
    /** From here on the checks of imported files take so long that they are made beside the others. */
    static final long MANY_ELEMENTS = 100_000;

    private ProjectCheck() {}

    /** Returns the findings about the whole project: its files, every device, and the devices among each other. */
    public static List<Finding> check(Project project) {
        List<Finding> findings = new ArrayList<>(project.findings());
        boolean isLarge =
                project.sources().stream().mapToLong(SclFile::elementCount).sum() > MANY_ELEMENTS;
        // the first check of files goes through each of them whole; it is made here, the others beside it
        SiteCheck mostWork =
                checks().stream().filter(SiteCheck::isOfFiles).findFirst().orElse(null);
        List<CompletableFuture<List<Finding>>> beside = checks().stream()
                .filter(check -> isLarge && check.isOfFiles() && check != mostWork)
                .map(check -> CompletableFuture.supplyAsync(() -> found(project, check)))
                .toList();
        checks().stream()
                .filter(check -> !isLarge || !check.isOfFiles() || check == mostWork)
                .forEach(check -> check.work().check(project, findings::add));
        beside.forEach(check -> findings.addAll(check.join()));
        List<Finding> sorted = sorted(project, findings);
        List<Finding> idle = idleMutes(project, sorted);
        return idle.isEmpty()
                ? sorted
                : Stream.concat(sorted.stream(), idle.stream()).sorted().toList();
    }

    /** Some findings are not listed one by one when there are too many; what is muted may be among them then. */
    private static List<Finding> idleMutes(Project project, List<Finding> findings) {
        Set<String> met =
                findings.stream().filter(Finding::isMuted).map(Finding::place).collect(Collectors.toSet());
        boolean isWhole = findings.stream().noneMatch(finding -> finding.rule().equals(SclRules.MORE_FINDINGS));
        return project.muted().keySet().stream()
                .filter(place -> isWhole && !met.contains(place))
                .map(place -> idleMute(project, place))
                .toList();
    }

    private static Finding idleMute(Project project, String place) {
        int blank = place.indexOf(' ');
        Step unmute = Step.of(
                Step.Action.UNMUTE,
                blank < 0 ? place : place.substring(0, blank),
                blank < 0 ? "SUBJECT" : place.substring(blank + 1));
        return new Finding(
                        SiteRules.MUTES_NOTHING,
                        place,
                        Position.in("muted findings"),
                        "'" + place + "' is muted, and there is no such finding",
                        new Remedy(SiteRules.MUTES_NOTHING.remedy(), List.of(unmute)))
                .concerning(References.ofMuted(project, place));
    }

    private static List<Finding> found(Project project, SiteCheck check) {
        List<Finding> found = new ArrayList<>();
        check.work().check(project, found::add);
        return found;
    }

    /** Returns the checks of all rooms, each room's in its order. */
    public static List<SiteCheck> checks() {
        return Known.CHECKS;
    }

    /** Rooms are looked for when the first site is checked. */
    private static final class Known {
        private static final List<SiteCheck> CHECKS =
                ServiceLoader.load(CheckRoom.class, CheckRoom.class.getClassLoader()).stream()
                        .flatMap(room -> room.get().checks().stream())
                        .toList();
    }

    private static List<Finding> sorted(Project project, List<Finding> findings) {
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
        boolean isAboutLists = findings.stream()
                .flatMap(finding -> finding.about().stream())
                .anyMatch(about -> about.kind() == Ref.Kind.LIST);
        Set<String> lists = new HashSet<>();
        for (Mapping row : isAboutLists ? device.mappings() : List.<Mapping>of()) {
            row.ends().forEach(end -> ListPoint.list(end.point()).ifPresent(lists::add));
        }
        lists.forEach(list -> concerned.add(Ref.of(Ref.Kind.LIST, list)));
        return findings.stream()
                .filter(finding -> finding.about().isEmpty() || !Collections.disjoint(finding.about(), concerned))
                .toList();
    }

    /** Returns what is wrong with the programs of a device, or probably not meant; nothing else is looked at. */
    public static List<Finding> programs(Project project, Device device) {
        List<Finding> findings = new ArrayList<>();
        LogicCheck.check(project, device, finding -> findings.add(finding.concerning(Ref.device(device.name()))));
        return sorted(project, findings);
    }

    /** Returns whether some finding is an error, which blocks a download. */
    public static boolean blocks(List<Finding> findings) {
        return findings.stream().anyMatch(finding -> finding.severity() == Severity.ERROR);
    }

    /** Returns whether some finding about a site is an error that concerns a device. */
    public static boolean blocks(List<Finding> findings, Device device) {
        List<Finding> errors = findings.stream()
                .filter(finding -> finding.severity() == Severity.ERROR)
                .toList();
        return !errors.isEmpty()
                && blocks(concerning(errors, device)); // who it concerns is asked only where it matters
    }

    /** An error cannot be muted: what is wrong stays wrong. */
    private static Finding muted(Project project, Finding finding) {
        String reason = project.muted().get(finding.place());
        return reason == null || finding.severity() == Severity.ERROR ? finding : finding.withMuted(reason);
    }
}
