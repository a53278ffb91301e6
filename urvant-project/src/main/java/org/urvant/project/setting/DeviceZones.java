package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.ZoneDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Zone;
import org.urvant.project.Device;
import org.urvant.project.Project;

/**
 * The zones of distance protection of a device in one setting group, in primary Ω.
 *
 * @param device name of the device
 * @param group number of the setting group
 * @param zones its zones that trip
 */
public record DeviceZones(String device, int group, List<Named> zones) {
    public DeviceZones {
        zones = List.copyOf(zones);
    }

    /**
     * A zone with its name.
     *
     * @param found what the settings make of it
     */
    public record Named(String name, ZoneDefinition.Found found) {
        /** Returns the reach along the line in per cent of the line's reactance; NaN when it cannot be said. */
        public double perCent() {
            return found.phase()
                    .map(zone -> 100 * zone.reach().reactance() / found.line().reactance())
                    .orElse(Double.NaN);
        }

        /** Returns the zone for faults between phases, or for earth faults. */
        public Optional<Zone> zone(boolean isEarth) {
            return isEarth ? found.earth() : found.phase();
        }
    }

    /**
     * Returns the zones of a device.
     *
     * @param group number of the setting group; empty for the one that is in use after a start
     * @throws RefusedException when its type declares none, or the group is not set up
     */
    public static DeviceZones of(Project project, String name, Optional<Integer> group) {
        Device device = project.device(name);
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(device), device);
        DeviceType type = sheets.type();
        if (type.handling().zones().isEmpty()) {
            throw new RefusedException(
                    name + ", a " + type.name() + ", has no zones of distance protection",
                    "Its type declares none; docs/device-types.md says how zones are declared.");
        }
        int number = group.orElse(DeviceStage.activeGroup(sheets));
        DeviceCurve.requireGroup(sheets, number);
        List<Named> zones = new ArrayList<>();
        for (ZoneDefinition definition : type.handling().zones()) {
            String table = definition.extent().table();
            List<Sheet> places = table.isEmpty()
                    ? List.of(
                            definition.extent().isPerGroup()
                                    ? sheets.sheet("group." + number).orElseThrow()
                                    : sheets.own())
                    : sheets.of(
                            Sheet.Kind.ROW, type.tables().containsKey(table) ? table : "group." + number + "." + table);
            for (Sheet sheet : places) {
                if (definition.extent().isOn(sheet)) {
                    String zone = definition.name() + (table.isEmpty() ? "" : "." + sheet.name());
                    zones.add(new Named(zone, definition.at(sheet)));
                }
            }
        }
        return new DeviceZones(name, number, zones);
    }

    /** Returns the zones in which an impedance lies, those that trip first before the others. */
    public List<Named> at(Zone.Point impedance, boolean isEarth) {
        return zones.stream()
                .filter(zone -> zone.zone(isEarth)
                        .filter(found -> found.contains(impedance))
                        .isPresent())
                .sorted((one, other) ->
                        Double.compare(one.found().delay(), other.found().delay()))
                .toList();
    }
}
