package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.DifferentialDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * The differential protections of a device in one setting group.
 *
 * @param device name of the device
 * @param group number of the setting group
 * @param all those that are on
 */
public record DeviceDifferentials(String device, int group, List<Named> all) {
    public DeviceDifferentials {
        all = List.copyOf(all);
    }

    /**
     * A differential protection with its name.
     *
     * @param found what the settings make of it
     */
    public record Named(String name, DifferentialDefinition.Found found) {}

    /**
     * Returns the differential protections of a device.
     *
     * @param group number of the setting group; empty for the one that is in use after a start
     * @throws RefusedException when its type declares none, or the group is not set up
     */
    public static DeviceDifferentials of(Project project, String name, Optional<Integer> group) {
        Device device = project.device(name);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        if (sheets.type().handling().differentials().isEmpty()) {
            throw new RefusedException(
                    name + ", a " + sheets.type().name() + ", has no differential protection",
                    "Its type declares none; docs/device-types.md says how they are declared.");
        }
        int number = group.orElse(DeviceStage.activeGroup(sheets));
        DeviceCurve.requireGroup(sheets, number);
        return new DeviceDifferentials(name, number, of(sheets, number));
    }

    /** Returns the differential protections of a device that are on in one setting group, from 1. */
    public static List<Named> of(DeviceSheets sheets, int group) {
        List<Named> all = new ArrayList<>();
        for (DifferentialDefinition definition : sheets.type().handling().differentials()) {
            Places.of(sheets, group, definition.extent()).forEach((row, sheet) -> {
                all.add(new Named(definition.name() + row, definition.at(sheet)));
            });
        }
        return all;
    }
}
