package org.urvant.project.change;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Past;
import org.urvant.project.Project;
import org.urvant.project.TreatmentText;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.mapping.ResolvedMapping;
import org.urvant.project.mapping.RowSignals;

/**
 * One row of a mapping changed: what programs call it, how its value is treated, where it goes.
 *
 * @param after the site with the row changed
 * @param before the row as it was
 * @param row the row as it becomes
 */
public record RowChange(Project after, Mapping before, Mapping row) {
    /**
     * What is to change.
     *
     * @param parts texts of parts of the treatment, as {@link TreatmentText} names them; an empty one takes the part away
     * @param name name for people; empty to keep it
     * @param identifier name in programs, an empty text for none; empty to keep it
     * @param destination point on the connection that it goes to; empty to keep it
     */
    public record Wanted(
            Map<String, String> parts,
            Optional<String> name,
            Optional<String> identifier,
            Optional<String> destination) {
        public Wanted {
            parts = Map.copyOf(parts);
        }

        /** Returns whether nothing is to change. */
        public boolean isNothing() {
            return parts.isEmpty() && name.isEmpty() && identifier.isEmpty() && destination.isEmpty();
        }
    }

    /**
     * Returns the site with rows of a device switched on or off.
     *
     * @param rows each as {@link #find} takes it
     * @throws UnknownNameException when there is no such row
     * @throws RefusedException when words stand for several rows
     */
    public static Project use(Project project, String deviceName, Collection<String> rows, boolean isUsed) {
        Device device = project.device(deviceName);
        Set<String> keys =
                rows.stream().map(words -> find(project, device, words).key()).collect(Collectors.toSet());
        return project.with(device.withMappings(device.mappings().stream()
                .map(row -> keys.contains(row.key()) ? row.withUse(isUsed) : row)
                .toList()));
    }

    /**
     * Returns the row of a device with a key, a name, a source or a destination.
     *
     * @throws UnknownNameException when there is none
     * @throws MalformedInputException when there is none, and a file of the device cannot be read
     * @throws RefusedException when there are several
     */
    public static Mapping find(Project project, Device device, String words) {
        List<Mapping> found = device.mappings().stream()
                .filter(row -> row.key().equals(words)
                        || row.name().equals(words)
                        || row.source().equals(words)
                        || row.destination().equals(words))
                .toList();
        if (found.size() > 1) {
            throw new RefusedException(
                    "'" + words + "' stands for " + found.size() + " rows of " + device.name(),
                    "Name one by its key: "
                            + String.join(
                                    ", ",
                                    found.stream()
                                            .map(row -> row.key() + " (to " + row.to() + ", " + row.destination() + ")")
                                            .toList())
                            + ".");
        }
        if (found.isEmpty()) {
            project.requireWhole(device);
        }
        return found.stream()
                .findFirst()
                .orElseThrow(() -> new UnknownNameException(
                        "row of " + device.name(),
                        words,
                        device.mappings().stream().map(Mapping::name).toList()));
    }

    /**
     * Says what a change would bring; changes nothing.
     *
     * @throws UnknownNameException when there is no such row
     * @throws RefusedException when the checks would call an error what was none before
     */
    public static RowChange plan(Project project, String deviceName, String words, Wanted wanted) {
        Device device = project.device(deviceName);
        Mapping before = find(project, device, words);
        wanted.identifier()
                .filter(identifier -> !identifier.isEmpty())
                .ifPresent(identifier -> RowSignals.requireFree(device, identifier, before.key()));
        Mapping row = new Mapping(
                before.key(),
                new Mapping.Title(
                        wanted.name().orElse(before.name()),
                        before.place(),
                        wanted.identifier().orElse(before.identifier())),
                before.origins(),
                new Mapping.End(before.to(), wanted.destination().orElse(before.destination())),
                treated(before, wanted.parts()),
                before.isUsed(),
                before.position());
        List<Mapping> rows = new ArrayList<>(device.mappings());
        rows.set(rows.indexOf(before), row);
        Project changed = project.with(device.withMappings(rows));
        Set<String> known = new HashSet<>();
        errors(project, device).forEach(finding -> known.add(finding.rule().id() + finding.message()));
        errors(changed, changed.device(deviceName)).stream()
                .filter(finding -> !known.contains(finding.rule().id() + finding.message()))
                .findFirst()
                .ifPresent(finding -> {
                    throw new RefusedException(finding.message(), finding.remedy());
                });
        return new RowChange(withAddress(changed, deviceName, row), before, row);
    }

    private static List<Finding> errors(Project project, Device device) {
        return ProjectCheck.check(project, device).stream()
                .filter(finding -> finding.severity() == Severity.ERROR)
                .toList();
    }

    private static Mapping.Handling treated(Mapping row, Map<String, String> parts) {
        if (parts.isEmpty()) {
            return row.handling();
        }
        Map<String, String> texts = TreatmentText.of(row.treatment());
        texts.putAll(parts);
        if (texts.getOrDefault(TreatmentText.LEAST, "").isEmpty()
                && texts.getOrDefault(TreatmentText.MOST, "").isEmpty()
                && !parts.containsKey(TreatmentText.OUTSIDE)) {
            texts.remove(TreatmentText.OUTSIDE);
        }
        try {
            return new Mapping.Handling(row.transform(), TreatmentText.read(texts));
        } catch (IllegalArgumentException e) {
            throw new RefusedException(e.getMessage(), "Give another value, or an empty one for none.");
        }
    }

    /** An address that the row gets is its own from now on. */
    private static Project withAddress(Project project, String deviceName, Mapping row) {
        Device device = project.device(deviceName);
        return ResolvedMapping.resolve(project, device, row, finding -> {})
                .filter(resolved ->
                        !resolved.isToProgram() && resolved.receiver().isEmpty())
                .map(resolved -> project.with(device.with(new Past(
                        device.addresses().with(Map.of(resolved.place(), resolved.signal())), device.record()))))
                .orElse(project);
    }
}
