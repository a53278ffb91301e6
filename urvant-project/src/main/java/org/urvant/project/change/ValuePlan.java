package org.urvant.project.change;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.progress.Cores;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceSheets;

/**
 * What a list of values for many devices changes in a site.
 *
 * @param rows the values that differ from what the site has, in the order of the list
 * @param findings the values that do not fit; then nothing of the list is taken
 * @param after the site with all of them; the same site when one does not fit
 */
public record ValuePlan(List<Row> rows, List<Finding> findings, Project after) {
    public ValuePlan {
        rows = List.copyOf(rows);
        findings = List.copyOf(findings);
    }

    /**
     * A value that is wanted.
     *
     * @param device name of the device
     * @param path path of the setting
     * @param text the value; empty text for the default
     * @param position where it is asked for
     */
    public record Wanted(String device, String path, String text, Position position) {
        /** Returns the value to set; null for the default. */
        String value() {
            return text.isEmpty() ? null : text;
        }
    }

    /**
     * A value that changes.
     *
     * @param before what stands there, for people
     */
    public record Row(Wanted wanted, String before) {}

    /**
     * Says what a list of values would change; changes nothing.
     *
     * @param known mistakes that the list had already when it was read
     */
    public static ValuePlan of(Project project, List<Wanted> wanted, List<Finding> known) {
        Map<String, List<Numbered<Wanted>>> byDevice = new LinkedHashMap<>();
        for (int i = 0; i < wanted.size(); i++) {
            byDevice.computeIfAbsent(wanted.get(i).device(), name -> new ArrayList<>())
                    .add(new Numbered<>(i, wanted.get(i)));
        }
        List<Changed> changed = Cores.map(List.copyOf(byDevice.values()), values -> changed(project, values));
        List<Finding> findings = new ArrayList<>(known);
        findings.addAll(Numbered.inOrder(changed.stream().flatMap(each -> each.findings().stream())));
        List<Row> rows = Numbered.inOrder(changed.stream().flatMap(each -> each.rows().stream()));
        SortedMap<String, Device> devices = new TreeMap<>(project.devices());
        changed.forEach(each -> each.after().ifPresent(after -> devices.put(after.name(), after)));
        return new ValuePlan(
                rows, findings, findings.isEmpty() && !rows.isEmpty() ? project.withDevices(devices) : project);
    }

    /**
     * What the values of one device change, each with its place in the list.
     *
     * @param after the device with them; empty when they do not fit or nothing changes
     */
    private record Changed(List<Numbered<Row>> rows, List<Numbered<Finding>> findings, Optional<Device> after) {}

    private static Changed changed(Project project, List<Numbered<Wanted>> wanted) {
        List<Numbered<Row>> rows = new ArrayList<>();
        List<Numbered<Finding>> findings = new ArrayList<>();
        for (Numbered<Wanted> each : wanted) {
            try {
                row(project, each.what()).ifPresent(row -> rows.add(new Numbered<>(each.number(), row)));
            } catch (UrvantException e) {
                findings.add(new Numbered<>(each.number(), finding(each.what(), e)));
            }
        }
        List<Numbered<Wanted>> changing = rows.stream()
                .map(row -> new Numbered<>(row.number(), row.what().wanted()))
                .toList();
        Optional<Device> after = Optional.empty();
        if (!changing.isEmpty()) {
            Device old = project.device(changing.get(0).what().device());
            try {
                after = Optional.of(ValueChange.changed(project, old, values(changing)));
            } catch (UrvantException together) {
                findings.addAll(alone(project, old, changing, together));
            }
        }
        return new Changed(rows, findings, after);
    }

    private static Optional<Row> row(Project project, Wanted wanted) {
        Device device = project.device(wanted.device());
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        Optional<String> given = ValueChange.given(sheets, wanted.path());
        String before = ValueChange.shown(sheets, wanted.path(), given);
        return given.equals(Optional.ofNullable(wanted.value())) || before.equals(wanted.value())
                ? Optional.empty()
                : Optional.of(new Row(wanted, before));
    }

    /** Returns whether every value fits. */
    public boolean isSound() {
        return findings.isEmpty();
    }

    private static Map<String, String> values(List<Numbered<Wanted>> wanted) {
        Map<String, String> values = new TreeMap<>();
        wanted.forEach(each -> values.put(each.what().path(), each.what().value()));
        return values;
    }

    /** Where the values of a device do not fit together, each is held against it alone, to say which are wrong. */
    private static List<Numbered<Finding>> alone(
            Project project, Device device, List<Numbered<Wanted>> wanted, UrvantException together) {
        List<Numbered<Finding>> findings = new ArrayList<>();
        for (Numbered<Wanted> each : wanted) {
            try {
                ValueChange.changed(project, device, values(List.of(each)));
            } catch (UrvantException e) {
                findings.add(new Numbered<>(each.number(), finding(each.what(), e)));
            }
        }
        if (findings.isEmpty()) {
            Numbered<Wanted> first = wanted.get(0);
            Wanted all = new Wanted(device.name(), "", "", first.what().position());
            findings.add(new Numbered<>(first.number(), finding(all, together)));
        }
        return findings;
    }

    private static Finding finding(Wanted wanted, UrvantException e) {
        return new Finding(
                        GeneralRules.FILE_MALFORMED,
                        (wanted.device() + " " + wanted.path()).strip(),
                        wanted.position(),
                        e.getMessage(),
                        e.mend())
                .concerning(Ref.device(wanted.device()));
    }
}
