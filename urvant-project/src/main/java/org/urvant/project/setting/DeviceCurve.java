package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.StageDefinition.Quantity;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Course;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.Stage;
import org.urvant.core.text.FewDigits;
import org.urvant.core.unit.Unit;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * The characteristic of a device in one setting group.
 *
 * @param device name of the device
 * @param group number of the setting group
 * @param voltage rated line voltage in V of what it protects; empty when the device does not say
 * @param stages its stages that measure the quantity asked for
 * @param curve those of them that have all their settings, with currents on the primary side
 */
public record DeviceCurve(String device, int group, Optional<Double> voltage, List<DeviceStage> stages, Curve curve) {
    public DeviceCurve {
        stages = List.copyOf(stages);
    }

    /**
     * Returns the characteristic of a device.
     *
     * @param group number of the setting group; empty for the one that is in use after a start
     * @throws RefusedException when its type has no stages that measure the quantity, or no such setting group is set up
     */
    public static DeviceCurve of(Project project, String name, Optional<Integer> group, Quantity quantity) {
        Device device = project.device(name);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        boolean isKnown = sheets.type().handling().stages().stream()
                .anyMatch(stage -> stage.measured().quantity() == quantity);
        if (!isKnown) {
            throw new RefusedException(
                    name + ", a " + sheets.type().name() + ", has no characteristic for this current",
                    "Its type declares none; docs/device-types.md says how stages are declared.");
        }
        int number = group.orElse(DeviceStage.activeGroup(sheets));
        requireGroup(sheets, number);
        List<DeviceStage> stages = DeviceStage.of(sheets, number).stream()
                .filter(stage -> stage.definition().measured().quantity() == quantity)
                .toList();
        return new DeviceCurve(name, number, voltage(sheets), stages, DeviceStage.curve(stages, quantity));
    }

    /** Refuses a setting group that is not set up. */
    static void requireGroup(DeviceSheets sheets, int number) {
        if (sheets.type().groups().most() > 0 && sheets.sheet("group." + number).isEmpty()) {
            throw new RefusedException(
                    "setting group " + number + " of " + sheets.device().name() + " is not set up",
                    "Set up: "
                            + String.join(
                                    ", ",
                                    sheets.of(Sheet.Kind.GROUP).stream()
                                            .map(Sheet::name)
                                            .toList())
                            + ".");
        }
    }

    static Optional<Double> voltage(DeviceSheets sheets) {
        return sheets.own().definition().setting(Meaning.RATED_VOLTAGE).flatMap(setting -> {
            Unit unit = setting.limits().unit();
            return sheets.own().value(setting.path()) instanceof BigDecimal number
                            && sheets.own().idle(setting).isEmpty()
                    ? (unit == null ? Optional.of(number) : unit.convert(number, Unit.VOLT))
                            .map(BigDecimal::doubleValue)
                    : Optional.empty();
        });
    }

    /** Returns a stage in a few words: its pick-up on the primary side and its course, such as {@code 480 A, A × 0.2}. */
    public static String words(DeviceStage stage) {
        Stage primary = stage.found().primary().orElse(null);
        if (primary == null) {
            return stage.found().missing();
        }
        String pickUp = text(primary.pickUp()) + " A, ";
        double time = primary.timing().time();
        Course course = primary.course();
        return pickUp
                + switch (course) {
                    case DEFINITE -> text(time) + " s";
                    case I2T ->
                        "I²t, " + text(time) + " s at " + text(primary.timing().reference()) + " ×";
                    case THERMAL ->
                        "thermal, "
                                + stage.definition()
                                        .tripClass(stage.sheet())
                                        .map(each -> "class " + each.word())
                                        .orElse(text(time / 60) + " min");
                    case POINTS -> primary.timing().points().size() + " points × " + text(time);
                    default -> course.word() + " × " + text(time);
                };
    }

    /** Returns a number with four digits at most. */
    public static String text(double number) {
        return number == Double.POSITIVE_INFINITY ? "never" : FewDigits.of(number);
    }
}
