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
        List<Finding> findings = new ArrayList<>(known);
        List<Row> rows = new ArrayList<>();
        Map<String, DeviceSheets> sheets = new LinkedHashMap<>();
        Map<String, List<Wanted>> byDevice = new LinkedHashMap<>();
        for (Wanted each : wanted) {
            try {
                Device device = project.device(each.device());
                DeviceSheets at =
                        sheets.computeIfAbsent(each.device(), name -> DeviceSheets.of(project.typeOf(device), device));
                String before = ValueChange.shown(device, at, each.path());
                Optional<String> given = ValueChange.given(device, at, each.path());
                if (!given.equals(Optional.ofNullable(each.value())) && !before.equals(each.value())) {
                    rows.add(new Row(each, before));
                    byDevice.computeIfAbsent(each.device(), name -> new ArrayList<>())
                            .add(each);
                }
            } catch (UrvantException e) {
                findings.add(finding(each, e));
            }
        }
        SortedMap<String, Device> devices = new TreeMap<>(project.devices());
        for (Changed each : Cores.map(
                List.copyOf(byDevice.keySet()), name -> changed(project, project.device(name), byDevice.get(name)))) {
            devices.put(each.device().name(), each.device());
            findings.addAll(each.findings());
        }
        return new ValuePlan(
                rows, findings, findings.isEmpty() && !byDevice.isEmpty() ? project.withDevices(devices) : project);
    }

    /** A device with its values, or as it was when they do not fit. */
    private record Changed(Device device, List<Finding> findings) {}

    private static Changed changed(Project project, Device old, List<Wanted> wanted) {
        try {
            return new Changed(ValueChange.changed(project, old, values(wanted)), List.of());
        } catch (UrvantException together) {
            return new Changed(old, alone(project, old, wanted, together));
        }
    }

    /** Returns whether every value fits. */
    public boolean isSound() {
        return findings.isEmpty();
    }

    private static Map<String, String> values(List<Wanted> wanted) {
        Map<String, String> values = new TreeMap<>();
        wanted.forEach(each -> values.put(each.path(), each.value()));
        return values;
    }

    /** Where the values of a device do not fit together, each is held against it alone, to say which are wrong. */
    private static List<Finding> alone(Project project, Device device, List<Wanted> wanted, UrvantException together) {
        List<Finding> findings = new ArrayList<>();
        for (Wanted each : wanted) {
            try {
                ValueChange.changed(project, device, values(List.of(each)));
            } catch (UrvantException e) {
                findings.add(finding(each, e));
            }
        }
        if (findings.isEmpty()) {
            Wanted first = wanted.get(0);
            findings.add(finding(new Wanted(device.name(), "", "", first.position()), together));
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
