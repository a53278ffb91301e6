package org.urvant.project.setting;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.DeviceType;
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
        DeviceType type = sheets.type();
        List<DeviceStage> stages = new ArrayList<>();
        String prefix = "group." + group;
        for (StageDefinition definition : type.handling().stages()) {
            String table = definition.extent().table();
            if (table.isEmpty()) {
                Optional<Sheet> sheet =
                        definition.extent().isPerGroup() ? sheets.sheet(prefix) : Optional.of(sheets.own());
                sheet.ifPresent(at -> add(stages, definition.name(), at, definition));
            } else {
                boolean isOwn = type.tables().containsKey(table);
                sheets.of(Sheet.Kind.ROW, isOwn ? table : prefix + "." + table)
                        .forEach(row -> add(stages, definition.name() + "." + row.name(), row, definition));
            }
        }
        return stages;
    }

    private static void add(List<DeviceStage> stages, String name, Sheet sheet, StageDefinition definition) {
        if (definition.extent().isOn(sheet)) {
            stages.add(new DeviceStage(name, sheet, definition, definition.at(sheet)));
        }
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
