package org.urvant.project.change;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.urvant.core.device.Meaning;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.progress.Cores;
import org.urvant.core.protection.View;
import org.urvant.core.text.NearestName;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/**
 * What a setting study changes in a site: its rows matched to devices and settings, their values converted, each on a step.
 *
 * @param values the values that change, and what does not fit
 * @param rounded the values that are not exactly what the study says, in words
 * @param dials the devices among them that a person sets by dials
 */
public record StudyPlan(ValuePlan values, List<String> rounded, List<String> dials) {
    public StudyPlan {
        rounded = List.copyOf(rounded);
        dials = List.copyOf(dials);
    }

    /**
     * How a study is to be understood where it does not say it itself.
     *
     * @param side side of the transformers that its values are given on; empty where each row must say it
     * @param names what names of the study mean: a device, a stage such as {@code overcurrent.1}, a setting
     */
    public record How(Optional<View> side, Map<String, String> names) {
        public How {
            names = Map.copyOf(names);
        }

        /** Returns how studies are understood on a site: by the names that it keeps, and by more, which count first. */
        public static How on(Project project, Optional<View> side, Map<String, String> more) {
            Map<String, String> names = new TreeMap<>(project.conventions().studyNames());
            names.putAll(more);
            return new How(side, names);
        }
    }

    /**
     * Says what a study would change; changes nothing.
     *
     * @param known what was wrong with its file already
     */
    public static StudyPlan of(Project project, List<StudyRow> rows, How how, List<Finding> known) {
        Assignment assignment = new Assignment(project, how);
        rows.forEach(assignment::take);
        List<StudyDevice.Read> read = Cores.map(
                List.copyOf(assignment.byDevice.entrySet()),
                device -> StudyDevice.read(sheets(project, device.getKey()), device.getValue(), how, assignment.paths));
        List<Finding> findings = new ArrayList<>(known);
        findings.addAll(Numbered.inOrder(
                Stream.concat(assignment.findings.stream(), read.stream().flatMap(each -> each.findings().stream()))));
        ValuePlan plan = ValuePlan.of(
                project, Numbered.inOrder(read.stream().flatMap(each -> each.wanted().stream())), findings);
        List<String> dials = read.stream()
                .filter(each -> !each.wanted().isEmpty())
                .map(each -> each.wanted().get(0).what().device())
                .filter(name -> !project.typeOf(project.device(name)).handling().isProgrammable())
                .toList();
        return new StudyPlan(plan, Numbered.inOrder(read.stream().flatMap(each -> each.rounded().stream())), dials);
    }

    private static DeviceSheets sheets(Project project, String name) {
        Device device = project.device(name);
        return DeviceSheets.of(project.typeOf(device), device);
    }

    /** Says which devices each row is for. */
    private static final class Assignment {
        private final Project project;
        private final How how;
        private final StudyPaths paths;
        private final Map<String, Set<String>> devices = new HashMap<>();
        private final Map<String, List<Numbered<StudyRow>>> byDevice = new LinkedHashMap<>();
        private final List<Numbered<Finding>> findings = new ArrayList<>();
        private int number;

        Assignment(Project project, How how) {
            this.project = project;
            this.how = how;
            this.paths = new StudyPaths(how.names());
            project.devices().values().forEach(this::name);
            project.bays().values().forEach(this::name);
        }

        private void name(Device device) {
            alias(device.name(), device.name());
            alias(device.type().text(), device.name());
            device.plate().entry(Plate.Item.DESCRIPTION).ifPresent(entry -> alias(entry.text(), device.name()));
            project.type(device)
                    .flatMap(type -> type.sheet().setting(Meaning.DISPLAY_NAME))
                    .map(setting -> device.settings().get(setting.path()))
                    .ifPresent(entry -> alias(entry.text(), device.name()));
        }

        /** A bay stands for its one device that has stages of protection. */
        private void name(Bay bay) {
            List<String> protecting = bay.devices().stream()
                    .map(Entry::text)
                    .filter(name -> project.devices().containsKey(name))
                    .filter(name -> project.type(project.device(name))
                            .filter(type -> !type.handling().stages().isEmpty())
                            .isPresent())
                    .toList();
            if (!project.devices().containsKey(bay.name())) {
                protecting.forEach(name -> alias(bay.name(), name));
            }
        }

        private void alias(String text, String device) {
            devices.computeIfAbsent(StudyNames.plain(text), key -> new TreeSet<>())
                    .add(device);
        }

        void take(StudyRow row) {
            number++;
            String named = how.names().getOrDefault(row.device(), row.device());
            Set<String> meant = project.devices().containsKey(named)
                    ? Set.of(named)
                    : devices.getOrDefault(StudyNames.plain(named), Set.of());
            boolean isType = !meant.isEmpty()
                    && meant.stream()
                            .allMatch(name -> project.device(name).type().text().equals(named));
            if (meant.isEmpty() || meant.size() > 1 && !isType) {
                find(
                        row,
                        meant.isEmpty()
                                ? "no device is called '" + row.device() + "'"
                                : "'" + row.device() + "' can be " + String.join(" or ", meant),
                        NearestName.hint("device", named, project.devices().keySet()) + " Or say which one is meant.");
                return;
            }
            for (String name : meant) {
                if (project.type(project.device(name))
                        .isPresent()) { // that its type is not there is a finding of the site
                    paths.learn(row, sheets(project, name));
                    byDevice.computeIfAbsent(name, key -> new ArrayList<>()).add(new Numbered<>(number, row));
                }
            }
        }

        private void find(StudyRow row, String message, String remedy) {
            findings.add(new Numbered<>(
                    number, new Finding(GeneralRules.FILE_MALFORMED, row.device(), row.position(), message, remedy)));
        }
    }
}
