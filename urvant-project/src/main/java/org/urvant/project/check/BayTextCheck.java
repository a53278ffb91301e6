package org.urvant.project.check;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * Finds texts of a device that name a bay beside its own, or a device there: what was copied or taken over from that bay still shows
 * its equipment. Bays on one feeding path name each other rightly.
 */
final class BayTextCheck {
    private static final Pattern BETWEEN_WORDS = Pattern.compile("[^\\p{L}\\p{Nd}_]+");

    /** What people call a bay or a device and nothing else: {@code F11}. A word, or a number, can mean anything in a text. */
    private static final Pattern MARK = Pattern.compile("(?=.*\\p{L})(?=.*\\p{Nd}).*");

    private final Project project;
    private final Consumer<Finding> findings;
    /** Bay by each name that stands for it alone: its own, and those of its devices. */
    private final Map<String, String> bays = new HashMap<>();

    private final Map<String, Set<String>> homes = new TreeMap<>();

    private BayTextCheck(Project project, Consumer<Finding> findings) {
        this.project = project;
        this.findings = findings;
    }

    static void check(Project project, Consumer<Finding> findings) {
        BayTextCheck check = new BayTextCheck(project, findings);
        check.names();
        check.homes.forEach(check::device);
    }

    private void names() {
        for (Bay bay : project.bays().values()) {
            bay.devices().forEach(device -> homes.computeIfAbsent(device.text(), name -> new TreeSet<>())
                    .add(bay.name()));
        }
        homes.forEach((device, of) -> {
            if (of.size() == 1) {
                bays.put(device, of.iterator().next());
            }
        });
        project.bays().keySet().forEach(name -> bays.put(name, name));
        bays.keySet().removeIf(name -> !MARK.matcher(name).matches());
    }

    private void device(String name, Set<String> of) {
        Device device = project.devices().get(name);
        if (device == null) {
            return;
        }
        Set<String> near = new HashSet<>();
        of.forEach(bay -> near.addAll(path(bay)));
        String home = String.join(", ", of);
        project.type(device).ifPresent(type -> {
            for (Sheet sheet : DeviceSheets.of(type, device).all()) {
                sheet.given().forEach((path, entry) -> {
                    Optional<SettingDefinition> setting = sheet.definition().setting(path);
                    if (setting.filter(found -> found.kind() == SettingKind.TEXT)
                            .isPresent()) {
                        text(device, home, near, sheet.path(path), entry);
                    }
                });
            }
        });
        for (Mapping row : device.mappings()) {
            text(device, home, near, "mapping " + row.key(), new Entry(row.name(), row.position()));
        }
    }

    private void text(Device device, String home, Set<String> near, String what, Entry entry) {
        stranger(entry.text(), near)
                .filter(word -> !word.equals(device.name()))
                .ifPresent(word -> report(device, home, what, entry, word));
    }

    private void report(Device device, String home, String what, Entry entry, String word) {
        String bay = bays.get(word);
        Position position = entry.position();
        findings.accept(new Finding(
                        SiteRules.NAMES_ANOTHER_BAY,
                        device.name() + " " + what,
                        position,
                        "'" + entry.text() + "' names " + word + (word.equals(bay) ? ", another bay" : " of bay " + bay)
                                + "; " + device.name() + " belongs to bay " + home,
                        SiteRules.NAMES_ANOTHER_BAY.remedy())
                .concerning(Ref.device(device.name())));
    }

    private Optional<String> stranger(String text, Set<String> near) {
        for (String word : BETWEEN_WORDS.split(text)) {
            String bay = bays.get(word);
            if (bay != null && !near.contains(bay)) {
                return Optional.of(word);
            }
        }
        return Optional.empty();
    }

    /** Returns the bay, what feeds it, what feeds that, and all that it feeds in turn. */
    private Set<String> path(String bay) {
        Set<String> path = new HashSet<>();
        for (Optional<String> up = Optional.of(bay); up.isPresent() && path.add(up.get()); ) {
            up = source(up.get());
        }
        for (String other : project.bays().keySet()) {
            Set<String> seen = new HashSet<>();
            for (Optional<String> up = Optional.of(other); up.isPresent() && seen.add(up.get()); ) {
                if (up.get().equals(bay)) {
                    path.add(other);
                }
                up = source(up.get());
            }
        }
        return path;
    }

    private Optional<String> source(String bay) {
        return Optional.ofNullable(project.bays().get(bay))
                .flatMap(Bay::feeding)
                .map(feeding -> feeding.from().text());
    }
}
