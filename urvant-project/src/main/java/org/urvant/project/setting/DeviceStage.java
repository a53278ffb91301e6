package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.Extent;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.StageDefinition;
import org.urvant.core.protection.Curve;
import org.urvant.core.protection.Stage;

/**
 * A stage of current protection of one device, with its settings.
 *
 * @param name its name in the device, such as {@code overcurrent.1}
 * @param sheet the settings that it follows from
 * @param definition what the type declares
 * @param found what the settings make of it
 */
public record DeviceStage(String name, Sheet sheet, StageDefinition definition, StageDefinition.Found found) {
    /** Returns the setting group that a device works with after a start; 1 where the type has no groups. */
    public static int activeGroup(DeviceSheets sheets) {
        return sheets.own().value(Meaning.ACTIVE_GROUP) instanceof BigDecimal number ? number.intValue() : 1;
    }

    /**
     * Returns the stages of a device that are on in one setting group.
     *
     * @param group number of the setting group, from 1; of no account for stages that stand in none
     */
    public static List<DeviceStage> of(DeviceSheets sheets, int group) {
        List<DeviceStage> stages = new ArrayList<>();
        for (StageDefinition definition : sheets.type().handling().stages()) {
            StageDefinition.Points given = definition.law().points();
            List<Sheet> points = given == null
                    ? List.of()
                    : List.copyOf(Places.of(sheets, group, new Extent(false, given.table(), null))
                            .values());
            Places.of(sheets, group, definition.extent()).forEach((row, sheet) -> {
                stages.add(new DeviceStage(definition.name() + row, sheet, definition, definition.at(sheet, points)));
            });
        }
        return stages;
    }

    /** Returns the curve of stages that measure one quantity, with currents on the primary side. */
    public static Curve curve(List<DeviceStage> stages, StageDefinition.Quantity quantity) {
        List<Curve.Named> named = new ArrayList<>();
        for (DeviceStage stage : stages) {
            Optional<Stage> primary = stage.found().primary();
            if (stage.definition().measured().quantity() == quantity && primary.isPresent()) {
                named.add(new Curve.Named(stage.name(), primary.get()));
            }
        }
        return new Curve(named);
    }
}
