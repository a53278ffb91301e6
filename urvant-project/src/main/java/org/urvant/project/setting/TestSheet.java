package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.device.Handling;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.device.ZoneDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Differential;
import org.urvant.core.protection.DifferentialTests;
import org.urvant.core.protection.Phasor;
import org.urvant.core.protection.Stage;
import org.urvant.core.protection.StageTests;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.protection.ZoneTests;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * What to inject into a device in one setting group, and when it must operate.
 *
 * @param device name of the device
 * @param group number of the setting group
 * @param points the points: stages, zones, differential protections, one after the other
 * @param missing what cannot be tested, with the reason
 */
public record TestSheet(String device, int group, List<TestPoint> points, Map<String, String> missing) {
    public TestSheet {
        points = List.copyOf(points);
        missing = Collections.unmodifiableMap(new LinkedHashMap<>(missing));
    }

    /**
     * Returns the sheet of a device.
     *
     * @param group number of the setting group; empty for the one that is in use after a start
     * @throws RefusedException when its type declares nothing to test, or the group is not set up
     */
    public static TestSheet of(Project project, String name, Optional<Integer> group) {
        Device device = project.device(name);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        Handling handling = sheets.type().handling();
        if (handling.stages().isEmpty()
                && handling.zones().isEmpty()
                && handling.differentials().isEmpty()) {
            throw new RefusedException(
                    name + ", a " + sheets.type().name() + ", has no stages to test",
                    "Its type declares none; docs/device-types.md says how stages are declared.");
        }
        int number = group.orElse(DeviceStage.activeGroup(sheets));
        DeviceCurve.requireGroup(sheets, number);
        Map<String, String> missing = new LinkedHashMap<>();
        List<DeviceStage> stages = DeviceStage.of(sheets, number);
        List<DeviceDifferentials.Named> differentials = DeviceDifferentials.of(sheets, number);
        List<TestPoint> points = new ArrayList<>();
        for (TestPoint point : ofStages(stages, missing)) {
            points.add(
                    differentials.isEmpty() || !isOfPhases(stages, point)
                            ? point
                            : noted(point, differentials.get(0).name() + " operates on it too: switch that off"));
        }
        points.addAll(ofZones(DeviceZones.of(sheets, number), missing));
        for (DeviceDifferentials.Named each : differentials) {
            each.found()
                    .tested()
                    .ifPresentOrElse(
                            tested -> DifferentialTests.of(tested)
                                    .forEach(point -> points.add(besides(point, tested.sides(), stages))),
                            () -> missing.put(each.name(), each.found().missing()));
        }
        return new TestSheet(name, number, points, missing);
    }

    private static boolean isOfPhases(List<DeviceStage> stages, TestPoint point) {
        return point.isPossible()
                && stages.stream()
                        .anyMatch(stage -> stage.name().equals(point.stage())
                                && stage.definition().measured().quantity() == StageDefinition.Quantity.PHASE_CURRENT);
    }

    /** Says which stages of current operate on a point of a differential protection as well. */
    private static TestPoint besides(TestPoint point, List<Differential.Side> sides, List<DeviceStage> stages) {
        String others = stages.stream()
                .filter(stage -> stage.definition().measured().quantity() == StageDefinition.Quantity.PHASE_CURRENT)
                .filter(stage -> sides.stream()
                        .filter(side -> Math.abs(side.ratio() - stage.found().ratio()) < 1e-9 * side.ratio())
                        .anyMatch(side -> isAbove(point, side.name(), stage.found())))
                .map(DeviceStage::name)
                .collect(Collectors.joining(", "));
        return others.isEmpty() ? point : noted(point, others + " operates on it too: switch that off");
    }

    private static boolean isAbove(TestPoint point, String inputs, StageDefinition.Found found) {
        double pickUp = found.stage().map(Stage::pickUp).orElse(Double.POSITIVE_INFINITY);
        return point.injection().sources().stream()
                .filter(source -> source.inputs().equals(inputs))
                .flatMap(source -> source.phases().stream())
                .anyMatch(phase -> phase.magnitude() > pickUp);
    }

    private static TestPoint noted(TestPoint point, String note) {
        return new TestPoint(
                point.stage(),
                point.tried(),
                point.injection(),
                point.expected(),
                point.note().isEmpty() ? note : point.note() + "; " + note);
    }

    private static List<TestPoint> ofStages(List<DeviceStage> stages, Map<String, String> missing) {
        Map<String, List<StageTests.Tested>> alike = new LinkedHashMap<>(); // those that see the same current
        for (DeviceStage stage : stages) {
            StageDefinition.Found found = stage.found();
            if (found.stage().isEmpty()) {
                missing.put(stage.name(), found.missing());
            } else {
                alike.computeIfAbsent(
                                stage.definition().measured().quantity() + " " + found.ratio(),
                                key -> new ArrayList<>())
                        .add(new StageTests.Tested(
                                stage.name(),
                                found.stage().get(),
                                stage.definition().tolerance().band(),
                                found.bears(),
                                stage.definition().tripClass(stage.sheet())));
            }
        }
        List<TestPoint> points = new ArrayList<>();
        alike.values().forEach(each -> points.addAll(StageTests.of(each)));
        return points;
    }

    /** All zones are tested together, for outside one the next must operate; what one of them lacks stands in the way of all. */
    private static List<TestPoint> ofZones(List<DeviceZones.Named> zones, Map<String, String> missing) {
        List<ZoneTests.Named> named = new ArrayList<>();
        Optional<ZoneTests.Source> source = Optional.empty();
        Optional<Phasor> factor = Optional.empty();
        for (DeviceZones.Named zone : zones) {
            ZoneDefinition.Found found = zone.found();
            source = zone.given().source();
            factor = zone.given().factor();
            if (found.phase().isEmpty()) {
                missing.put(zone.name(), found.missing());
            } else if (Double.isNaN(found.delay())) {
                missing.put(zone.name(), "its delay is open or wrong");
            } else if (!(found.ratio() > 0)) {
                missing.put(zone.name(), "the ratio of the transformers is open or wrong");
            } else if (source.isEmpty()) {
                missing.put(zone.name(), "the current that starts it, or the rated voltage, is open or not declared");
            } else {
                named.add(new ZoneTests.Named(
                        zone.name(),
                        found.phase().get().times(1 / found.ratio()),
                        found.earth().orElseThrow().times(1 / found.ratio()),
                        found.delay(),
                        zone.given().band()));
            }
        }
        if (named.size() < zones.size()) {
            named.forEach(
                    zone -> missing.put(zone.name(), "where it ends, another zone operates that cannot be calculated"));
            return List.of();
        }
        return named.isEmpty() ? List.of() : ZoneTests.of(new ZoneTests.Tested(named, source.orElseThrow(), factor));
    }
}
