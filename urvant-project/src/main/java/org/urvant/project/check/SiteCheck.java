package org.urvant.project.check;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.progress.Cores;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.Recall;

/**
 * A check on one subject. What must be checked again after a change follows from the kinds of things that it reads.
 *
 * @param subject what it checks, in a word
 * @param reads kinds of things whose change can change its findings
 * @param work the check itself
 * @param isOfFiles whether it reads nothing but imported files, which may be shared between threads
 */
public record SiteCheck(String subject, Set<Ref.Kind> reads, Work work, boolean isOfFiles) {
    public SiteCheck {
        reads = Set.copyOf(EnumSet.copyOf(reads));
    }

    /** Checks a site. */
    public interface Work {
        /** Tells all that it finds. */
        void check(Project project, Consumer<Finding> findings);
    }

    /** Checks one device of a site. */
    public interface DeviceWork {
        /** Tells all that it finds; what names nobody else concerns the device. */
        void check(Project project, Device device, Consumer<Finding> findings);
    }

    /** Returns a check on a site. */
    public static SiteCheck of(String subject, Set<Ref.Kind> reads, Work work) {
        return new SiteCheck(subject, reads, work, false);
    }

    /** Returns a check on imported files alone: what it found is recalled while they are the same. */
    static SiteCheck ofFiles(String subject, Set<Ref.Kind> reads, Work work) {
        Work recalling = (project, findings) -> project.imported()
                .recall()
                .of(subject, () -> {
                    List<Finding> found = new ArrayList<>();
                    work.check(project, found::add);
                    return found;
                })
                .forEach(findings);
        return new SiteCheck(subject, reads, recalling, true);
    }

    /** Returns a check on each device of a site. */
    public static SiteCheck ofEachDevice(String subject, Set<Ref.Kind> reads, DeviceWork work) {
        return of(subject, reads, (project, findings) -> Cores.map(
                        List.copyOf(project.devices().values()), device -> found(project, device, work))
                .forEach(found -> found.forEach(findings)));
    }

    /** Returns a check on each device that reads what {@link DeviceStates} tells: of those that have not changed it is recalled. */
    static SiteCheck ofEachOwn(String subject, Set<Ref.Kind> reads, DeviceWork work) {
        return of(subject, reads, (project, findings) -> {
            DeviceStates states = new DeviceStates(project);
            List<Recall.Part> parts = project.devices().values().stream()
                    .map(device ->
                            new Recall.Part(device.name(), () -> states.of(device), () -> found(project, device, work)))
                    .toList();
            project.imported().recall().ofEach(subject, parts).forEach(found -> found.forEach(findings));
        });
    }

    private static List<Finding> found(Project project, Device device, DeviceWork work) {
        List<Finding> found = new ArrayList<>();
        work.check(
                project,
                device,
                finding ->
                        found.add(finding.about().isEmpty() ? finding.concerning(Ref.device(device.name())) : finding));
        return found;
    }

    /** Returns whether a change of things of some kinds can change its findings. */
    public boolean isTouchedBy(Set<Ref.Kind> changed) {
        return changed.stream().anyMatch(reads::contains);
    }
}
