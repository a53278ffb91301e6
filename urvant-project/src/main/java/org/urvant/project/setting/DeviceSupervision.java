package org.urvant.project.setting;

import java.util.List;
import org.urvant.core.device.DeviceFunction;
import org.urvant.core.device.SupervisionDefinition;
import org.urvant.core.device.SupervisionDefinition.Given;
import org.urvant.core.device.SupervisionDefinition.Said;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * A supervision of one device, and what it says to given phasors.
 *
 * @param definition what the type declares
 * @param said what it says
 * @param blocked meanings of the functions that it blocks while it speaks
 */
public record DeviceSupervision(SupervisionDefinition definition, Said said, List<String> blocked) {
    public DeviceSupervision {
        blocked = List.copyOf(blocked);
    }

    /**
     * Returns what each supervision of a device says.
     *
     * @param given what flows and stands at its terminals, in secondary values
     * @throws RefusedException when its type declares none, or nothing is given, or not three phases
     */
    public static List<DeviceSupervision> of(Project project, String name, Given given) {
        Device device = project.device(name);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        List<SupervisionDefinition> all = sheets.type().handling().supervisions();
        if (all.isEmpty()) {
            throw new RefusedException(
                    name + ", a " + sheets.type().name() + ", has no supervisions that can be calculated",
                    "Its type declares none; docs/device-types.md says how they are declared.");
        }
        requireThree("currents", given.currents().size());
        requireThree("voltages", given.voltages().size());
        if (given.currents().isEmpty() && given.voltages().isEmpty()) {
            throw new RefusedException("no phasors are given", "Give three currents, three voltages, or both.");
        }
        return all.stream()
                .map(each -> new DeviceSupervision(each, each.at(sheets.own(), given), blocked(sheets, each)))
                .toList();
    }

    private static void requireThree(String what, int count) {
        if (count != 0 && count != 3) {
            throw new RefusedException(
                    count + " " + what + " are given", "Give those of all three phases, in their order.");
        }
    }

    private static List<String> blocked(DeviceSheets sheets, SupervisionDefinition supervision) {
        return sheets.type().handling().functions().stream()
                .filter(function -> supervision.blocks().contains(function.name()))
                .map(DeviceFunction::meaning)
                .toList();
    }
}
