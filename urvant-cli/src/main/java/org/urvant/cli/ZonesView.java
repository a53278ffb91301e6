package org.urvant.cli;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.urvant.core.protection.Zone;
import org.urvant.core.text.Word;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceZones;

/** Shows zones of a distance relay, and what its loops see. */
final class ZonesView {
    private final Command command;

    ZonesView(Command command) {
        this.command = command;
    }

    /**
     * Shows zones.
     *
     * @param at the impedance that was asked about, as it was written; empty for none
     * @param hit the zones that it lies in, the first to trip first
     */
    void say(DeviceZones zones, String name, String at, List<DeviceZones.Named> hit) {
        if (command.json) {
            command.sayJson(zones.zones().stream().map(zone -> json(zone, hit)).toList());
            return;
        }
        Table table = new Table(
                "zone", "looks", "reach Ω", "secondary Ω", "% of line", "R phase Ω", "R earth Ω", "after s", "");
        zones.zones().forEach(zone -> row(table, zone));
        if (table.isEmpty()) {
            command.say("no zone of " + name + " that trips is on");
            return;
        }
        command.say(table);
        if (!at.isEmpty()) {
            command.say(
                    hit.isEmpty()
                            ? at + " Ω lies in no zone"
                            : at + " Ω lies in " + names(hit) + "; " + first(hit.get(0)));
        }
    }

    private static String names(List<DeviceZones.Named> zones) {
        return zones.stream().map(DeviceZones.Named::name).collect(Collectors.joining(", "));
    }

    private static String first(DeviceZones.Named zone) {
        return zone.name() + " trips first, after "
                + DeviceCurve.text(zone.found().delay()) + " s";
    }

    /** Shows what the loops see. */
    void say(List<DeviceZones.Seen> all) {
        Optional<DeviceZones.Named> first = DeviceZones.first(all);
        if (command.json) {
            command.sayJson(all.stream().map(ZonesView::json).toList());
            return;
        }
        Table table = new Table("loop", "primary Ω", "zones", "");
        for (DeviceZones.Seen seen : all) {
            table.row(
                    seen.loop().name(),
                    seen.impedance().map(ZonesView::text).orElse("no current"),
                    names(seen.hit()),
                    seen.loop().isMeant() ? "the fault is in it" : "");
        }
        command.say(table);
        boolean isFault = all.stream().anyMatch(seen -> seen.loop().isMeant());
        command.say(first.map(ZonesView::first)
                .orElse(isFault ? "the fault lies in no zone" : "no fault: the currents do not start the zones"));
    }

    private static String text(Zone.Point at) {
        return DeviceCurve.text(at.resistance())
                + (at.reactance() < 0 ? " - j" : " + j")
                + DeviceCurve.text(Math.abs(at.reactance()));
    }

    private static Object json(DeviceZones.Seen seen) {
        return Json.object(
                "loop", seen.loop().name(),
                "resistance", seen.impedance().map(Zone.Point::resistance).orElse(null),
                "reactance", seen.impedance().map(Zone.Point::reactance).orElse(null),
                "zones", seen.hit().stream().map(DeviceZones.Named::name).toList(),
                "fault", seen.loop().isMeant());
    }

    private static void row(Table table, DeviceZones.Named zone) {
        Zone phase = zone.zone(false).orElse(null);
        if (phase == null) {
            table.row(
                    zone.name(), "–", "–", "–", "–", "–", "–", "–", zone.found().missing());
            return;
        }
        double reach = phase.reach().reactance();
        table.row(
                zone.name(),
                Word.of(phase.way()),
                DeviceCurve.text(reach),
                Double.isNaN(zone.found().ratio())
                        ? "–"
                        : DeviceCurve.text(reach / zone.found().ratio()),
                DeviceCurve.text(zone.perCent()),
                DeviceCurve.text(phase.reach().resistance()),
                DeviceCurve.text(zone.zone(true).orElseThrow().reach().resistance()),
                DeviceCurve.text(zone.found().delay()),
                "");
    }

    private static Object json(DeviceZones.Named zone, List<DeviceZones.Named> hit) {
        return Json.object(
                "zone", zone.name(),
                "reach",
                        zone.zone(false).map(found -> found.reach().reactance()).orElse(null),
                "perCent", Double.isNaN(zone.perCent()) ? null : zone.perCent(),
                "delay", zone.found().delay(),
                "missing", zone.found().missing(),
                "hit", hit.contains(zone));
    }
}
