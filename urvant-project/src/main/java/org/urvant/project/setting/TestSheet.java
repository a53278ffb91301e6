package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Stage;
import org.urvant.core.protection.TestPoint;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * What to inject into a device in one setting group, and when it must operate.
 *
 * @param device name of the device
 * @param group number of the setting group
 * @param points the points, stage by stage
 * @param missing stages that cannot be tested, with the reason
 */
public record TestSheet(String device, int group, List<TestPoint> points, Map<String, String> missing) {
    public TestSheet {
        points = List.copyOf(points);
        missing = Map.copyOf(missing);
    }

    /**
     * Returns the sheet of a device.
     *
     * @param group number of the setting group; empty for the one that is in use after a start
     * @throws RefusedException when its type declares no stages, or the group is not set up
     */
    public static TestSheet of(Project project, String name, Optional<Integer> group) {
        Device device = project.device(name);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        if (sheets.type().handling().stages().isEmpty()) {
            throw new RefusedException(
                    name + ", a " + sheets.type().name() + ", has no stages to test",
                    "Its type declares none; docs/device-types.md says how stages are declared.");
        }
        int number = group.orElse(DeviceStage.activeGroup(sheets));
        DeviceCurve.requireGroup(sheets, number);
        Map<String, List<TestPoint.Tested>> alike = new LinkedHashMap<>(); // those that see the same current
        Map<String, String> missing = new LinkedHashMap<>();
        for (DeviceStage stage : DeviceStage.of(sheets, number)) {
            StageDefinition.Found found = stage.found();
            if (found.stage().isEmpty()) {
                missing.put(stage.name(), found.missing());
            } else {
                alike.computeIfAbsent(
                                stage.definition().measured().quantity() + " " + found.ratio(),
                                key -> new ArrayList<>())
                        .add(tested(stage, found.stage().get()));
            }
        }
        List<TestPoint> points = new ArrayList<>();
        alike.values().forEach(stages -> points.addAll(TestPoint.of(stages)));
        return new TestSheet(name, number, points, missing);
    }

    private static TestPoint.Tested tested(DeviceStage stage, Stage own) {
        StageDefinition.Band band = stage.definition().band();
        return new TestPoint.Tested(
                stage.name(),
                own,
                new TestPoint.Band(
                        band.current().doubleValue(),
                        band.time().doubleValue(),
                        band.leastTime().doubleValue()),
                stage.found().bears(),
                stage.definition().tripClass(stage.sheet()));
    }
}
