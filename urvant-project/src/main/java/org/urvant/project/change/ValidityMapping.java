package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.MappingKey;
import org.urvant.project.mapping.ResolvedMapping;

/** Points of their own for what a connection cannot carry beside a value: whether it is valid. */
public final class ValidityMapping {
    private static final String VALID = "IS_GOOD(";

    private ValidityMapping() {}

    /**
     * Says what it would bring to map, for each value that goes to a connection without quality, whether the value is good;
     * changes nothing. Values that have such a point keep it.
     *
     * @throws RefusedException when quality travels with the values of the connection, or no value goes there
     */
    public static SignalMapping plan(Project project, String deviceName, Optional<String> receiver) {
        Device device = project.device(deviceName);
        String to = receiver.orElseGet(() -> SignalMapping.onlyReceiver(project, device));
        Set<String> keys = MappingKey.taken(device);
        List<MappedSignal> wanted = new ArrayList<>();
        List<MappedSignal> present = new ArrayList<>();
        boolean hasValues = false;
        for (Mapping row : device.mappings()) {
            Optional<ResolvedMapping> resolved = ResolvedMapping.resolve(project, device, row, finding -> {})
                    .filter(found -> row.to().equals(to) && !row.transform().startsWith(VALID));
            if (resolved.isEmpty() || row.origin().isProgram()) {
                continue;
            }
            if (resolved.get().space().carriesQuality()) {
                throw new RefusedException(
                        "quality travels with the values of " + to, "Name a connection on which it does not.");
            }
            hasValues = true;
            List<MappedSignal> sources = resolved.get().mapped() instanceof MappedSignal.Calculated calculated
                    ? calculated.sources()
                    : List.of(resolved.get().mapped());
            String text = VALID + (row.transform().isEmpty() ? "x" : row.transform()) + ")";
            boolean isThere = device.mappings().stream()
                    .anyMatch(other -> other.to().equals(to)
                            && other.transform().equals(text)
                            && other.origins().equals(row.origins()));
            if (isThere) {
                present.add(resolved.get().mapped());
            } else {
                String key = MappingKey.of(text + " " + row.source(), to, keys);
                keys.add(key);
                wanted.add(MappedSignal.Calculated.of(sources, text, key, "ok " + row.name()));
            }
        }
        if (!hasValues) {
            throw new RefusedException("no value goes to " + to, "Map signals to it first.");
        }
        return SignalMapping.ofOwnPoints(project, device, to, wanted, present);
    }
}
