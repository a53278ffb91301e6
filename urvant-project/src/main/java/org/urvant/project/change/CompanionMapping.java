package org.urvant.project.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.MappingKey;
import org.urvant.project.mapping.ResolvedMapping;

/** Points of their own for what a connection cannot carry beside a value: whether it is good, and how old it is. */
public final class CompanionMapping {
    /** What a point of its own says of a value. */
    public enum About {
        /** Whether the value is good. */
        QUALITY("IS_GOOD(%s)", "ok"),
        /** How many seconds ago the value was taken; it stays at 65535, some 18 h, so that 16 bits can hold it. */
        AGE("MIN(AGE(%s), 65535)", "age");

        private final String form;
        private final String word;

        About(String form, String word) {
            this.form = form;
            this.word = word;
        }

        private String of(String value) {
            return form.replace("%s", value);
        }

        private boolean travels(ResolvedMapping resolved) {
            return this == QUALITY ? resolved.carriesQuality() : resolved.carriesTime();
        }

        private static boolean isOne(String transform) {
            return Stream.of(values())
                    .anyMatch(about -> transform.startsWith(about.form.substring(0, about.form.indexOf('%'))));
        }
    }

    private CompanionMapping() {}

    /**
     * Says what it would bring to map, for each value that goes to a connection without its quality, or time, what is to be known of
     * it; changes nothing. Values that have such a point keep it.
     *
     * @throws RefusedException when it travels with all values of the connection, or no value goes there
     */
    public static SignalMapping plan(Project project, String deviceName, Optional<String> receiver, About about) {
        Device device = project.device(deviceName);
        String to = receiver.orElseGet(() -> SignalMapping.onlyReceiver(project, device));
        Set<String> keys = MappingKey.taken(device);
        List<MappedSignal> wanted = new ArrayList<>();
        List<MappedSignal> present = new ArrayList<>();
        int travelling = 0;
        int lacking = 0;
        for (Mapping row : device.mappings()) {
            Optional<ResolvedMapping> resolved = ResolvedMapping.resolve(project, device, row, finding -> {})
                    .filter(found -> row.to().equals(to) && !About.isOne(row.transform()));
            if (resolved.isEmpty() || row.origin().isProgram()) {
                continue;
            }
            if (about.travels(resolved.get())) {
                travelling++;
                continue;
            }
            lacking++;
            List<MappedSignal> sources = resolved.get().mapped() instanceof MappedSignal.Calculated calculated
                    ? calculated.sources()
                    : List.of(resolved.get().mapped());
            String text = about.of(row.transform().isEmpty() ? "x" : row.transform());
            boolean isThere = device.mappings().stream()
                    .anyMatch(other -> other.to().equals(to)
                            && other.transform().equals(text)
                            && other.origins().equals(row.origins()));
            if (isThere) {
                present.add(resolved.get().mapped());
            } else {
                String key = MappingKey.of(text + " " + row.source(), to, keys);
                keys.add(key);
                wanted.add(MappedSignal.Calculated.of(sources, text, key, about.word + " " + row.name()));
            }
        }
        if (lacking == 0 && travelling > 0) {
            throw new RefusedException(
                    (about == About.QUALITY ? "quality travels" : "time travels") + " with the values of " + to,
                    "Name a connection on which it does not.");
        }
        if (lacking == 0) {
            throw new RefusedException("no value goes to " + to, "Map signals to it first.");
        }
        return SignalMapping.ofOwnPoints(project, device, to, wanted, present);
    }
}
