package org.urvant.project.check;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.finding.Finding;
import org.urvant.core.protection.Zone;
import org.urvant.core.text.FewDigits;
import org.urvant.project.Device;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.DeviceZones;
import org.urvant.project.setting.DeviceZones.Named;
import org.urvant.project.setting.Sheet;

/** Zones of distance protection beside each other: one that lies within another and is not faster never trips by its own time. */
final class ZoneCheck {
    private ZoneCheck() {}

    static void check(Device device, DeviceSheets sheets, Consumer<Finding> findings) {
        if (sheets.type().handling().zones().isEmpty()) {
            return;
        }
        for (Sheet group : sheets.of(Sheet.Kind.GROUP)) {
            List<Named> zones = DeviceZones.of(sheets, Integer.parseInt(group.name()));
            for (int i = 0; i < zones.size(); i++) {
                Named zone = zones.get(i);
                Optional<Named> outer = Optional.empty();
                for (int j = 0; j < zones.size() && outer.isEmpty(); j++) {
                    boolean isWithin =
                            i != j && isWithin(zone, zones.get(j)) && (j < i || !isWithin(zones.get(j), zone));
                    outer = isWithin ? Optional.of(zones.get(j)) : outer;
                }
                outer.ifPresent(other -> findings.accept(new Finding(
                        DeviceRules.ZONE_NEVER_FIRST,
                        device.name() + " " + group.prefix() + "." + zone.name(),
                        sheets.sheet(group.prefix() + "." + zone.name())
                                .map(Sheet::position)
                                .orElse(group.position()),
                        group.prefix() + "." + zone.name() + " " + words(zone) + "; " + other.name() + " "
                                + words(other),
                        DeviceRules.ZONE_NEVER_FIRST.mend())));
            }
        }
    }

    private static boolean isWithin(Named zone, Named other) {
        return other.found().delay() <= zone.found().delay()
                && isWithin(zone.found().phase(), other.found().phase())
                && isWithin(zone.found().earth(), other.found().earth());
    }

    private static boolean isWithin(Optional<Zone> zone, Optional<Zone> other) {
        if (zone.isEmpty() || other.isEmpty()) {
            return false;
        }
        Zone inner = zone.get();
        Zone outer = other.get();
        return inner.shape() == outer.shape()
                && inner.edges().equals(outer.edges())
                && (inner.way() == outer.way() || outer.way() == Zone.Way.BOTH)
                && inner.reach().lineAngle() == outer.reach().lineAngle()
                && inner.reach().reactance() <= outer.reach().reactance()
                && inner.reach().resistance() <= outer.reach().resistance();
    }

    private static String words(Named zone) {
        return "reaches "
                + FewDigits.of(zone.found().phase().orElseThrow().reach().reactance()) + " Ω after "
                + FewDigits.of(zone.found().delay()) + " s";
    }
}
