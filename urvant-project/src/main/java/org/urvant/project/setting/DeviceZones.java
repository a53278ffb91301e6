package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.urvant.core.device.ZoneDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.FaultLoops;
import org.urvant.core.protection.Phasor;
import org.urvant.core.protection.Zone;
import org.urvant.core.protection.ZoneTests;
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
     * @param given what its tests follow from
     */
    public record Named(String name, ZoneDefinition.Found found, ZoneDefinition.Given given) {
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
        if (sheets.type().handling().zones().isEmpty()) {
            throw new RefusedException(
                    name + ", a " + sheets.type().name() + ", has no zones of distance protection",
                    "Its type declares none; docs/device-types.md says how zones are declared.");
        }
        int number = group.orElse(DeviceStage.activeGroup(sheets));
        DeviceCurve.requireGroup(sheets, number);
        return new DeviceZones(name, number, of(sheets, number));
    }

    /** Returns the zones of a device that are on in one setting group, from 1. */
    public static List<Named> of(DeviceSheets sheets, int group) {
        List<Named> zones = new ArrayList<>();
        for (ZoneDefinition definition : sheets.type().handling().zones()) {
            Places.of(sheets, group, definition.extent()).forEach((row, sheet) -> {
                zones.add(new Named(
                        definition.name() + row,
                        definition.at(sheet),
                        definition.trial().at(sheet)));
            });
        }
        return zones;
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

    /**
     * What one loop sees of voltages and currents.
     *
     * @param loop the loop, with its impedance in secondary Ω
     * @param impedance the same in primary Ω; empty where no current flows in it
     * @param hit zones in which it lies, those that trip first before the others
     */
    public record Seen(FaultLoops.Loop loop, Optional<Zone.Point> impedance, List<Named> hit) {}

    /** Returns the zone that trips first of those that see the fault; empty when none does. */
    public static Optional<Named> first(List<Seen> all) {
        return all.stream()
                .filter(seen -> seen.loop().isMeant())
                .flatMap(seen -> seen.hit().stream())
                .min(Comparator.comparingDouble(zone -> zone.found().delay()));
    }

    /**
     * Returns what the six loops see of phasors at the inputs.
     *
     * @param voltages of the three phases to earth, in V
     * @param currents of the three phases, in A
     * @throws RefusedException when what loops are calculated with is not known
     */
    public List<Seen> seen(List<Phasor> voltages, List<Phasor> currents) {
        Named any = zones.stream()
                .filter(zone -> zone.found().phase().isPresent())
                .findFirst()
                .orElseThrow(() -> new RefusedException(
                        "no zone of " + device + " has all its settings", "Give what is open first."));
        Optional<Phasor> factor = any.given().factor();
        Optional<ZoneTests.Source> source = any.given().source();
        boolean hasRatio = any.found().ratio() > 0;
        if (factor.isEmpty() || source.isEmpty() || !hasRatio) {
            throw new RefusedException(
                    "what " + device + " sees in its loops cannot be calculated: "
                            + (!hasRatio
                                    ? "the ratio of the transformers"
                                    : factor.isEmpty() ? "the residual compensation" : "the current that starts it")
                            + " is open or not declared",
                    "Give the setting, or declare it in the type; docs/device-types.md says how.");
        }
        return FaultLoops.of(voltages, currents, factor.get(), source.get().least()).loops().stream()
                .map(loop -> {
                    Optional<Zone.Point> primary =
                            loop.impedance().map(at -> at.times(any.found().ratio()));
                    return new Seen(
                            loop,
                            primary,
                            primary.map(at -> at(at, loop.isEarth())).orElse(List.of()));
                })
                .toList();
    }
}
