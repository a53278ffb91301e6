package org.urvant.cli;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.Zone;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Dimension;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceCurve;
import org.urvant.project.setting.DeviceZones;
import org.urvant.report.plot.ZonePicture;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "zones",
        description = {
            "Show the zones of a distance relay: their reach on both sides of the transformers and in per cent of the line, and"
                    + " which of them an impedance lies in. Drawn, both axes have one scale.",
            "Impedances are primary ones, as the loop of the fault sees them. Of three voltages and three currents, secondary"
                    + " phasors AMOUNT@DEGREES, it says what each of the six loops sees, and which of them the fault is in."
        },
        footer = {
            "",
            "Examples: urvant zones L21",
            "          urvant zones L21 --at 1.2+j5",
            "          urvant zones L21 --voltages 20@0,63.5@-120,63.5@120 --currents 3@-80,0@0,0@0",
            "          urvant zones L21 --earth --out l21.png"
        })
final class ZonesCommand extends Command {
    private static final Pattern IMPEDANCE =
            Pattern.compile("(-?\\d{1,9}(?:\\.\\d{1,9})?)([+-])j(\\d{1,9}(?:\\.\\d{1,9})?)");

    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(
            names = "--group",
            paramLabel = "NUMBER",
            description = "Setting group; the one in use after a start when not given.")
    private Integer group;

    @Option(names = "--earth", description = "For earth faults; for faults between phases when not given.")
    private boolean earth;

    @Option(names = "--at", paramLabel = "R+jX", description = "An impedance in primary Ω, such as 1.2+j5.")
    private String at;

    @Option(names = "--out", paramLabel = "FILE", description = "Draw them: .png or .svg.")
    private String out;

    @Option(names = "--voltages", split = ",", paramLabel = "PHASOR", description = "The three phase voltages.")
    private List<String> voltages = new ArrayList<>();

    @Option(names = "--currents", split = ",", paramLabel = "PHASOR", description = "The three phase currents.")
    private List<String> currents = new ArrayList<>();

    ZonesCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        DeviceZones zones = DeviceZones.of(project, name, Optional.ofNullable(group));
        if (out != null) {
            SafeFile.write(session.path(out), ZonePicture.of(out, zones, earth));
            say("wrote " + out);
            return Exit.DONE;
        }
        if (!voltages.isEmpty() || !currents.isEmpty()) {
            return loops(zones);
        }
        List<DeviceZones.Named> hit = at == null ? List.of() : zones.at(impedance(), earth);
        if (json) {
            sayJson(zones.zones().stream().map(zone -> json(zone, hit)).toList());
            return Exit.DONE;
        }
        Table table = new Table(
                "zone", "looks", "reach Ω", "secondary Ω", "% of line", "R phase Ω", "R earth Ω", "after s", "");
        zones.zones().forEach(zone -> row(table, zone));
        if (table.isEmpty()) {
            say("no zone of " + name + " that trips is on");
            return Exit.DONE;
        }
        say(table);
        if (at != null) {
            say(
                    hit.isEmpty()
                            ? at + " Ω lies in no zone"
                            : at + " Ω lies in "
                                    + String.join(
                                            ", ",
                                            hit.stream()
                                                    .map(DeviceZones.Named::name)
                                                    .toList()) + "; "
                                    + hit.get(0).name() + " trips first, after "
                                    + DeviceCurve.text(hit.get(0).found().delay()) + " s");
        }
        return Exit.DONE;
    }

    private int loops(DeviceZones zones) {
        if (voltages.size() != 3 || currents.size() != 3) {
            throw new MalformedInputException(
                    Position.in(voltages.size() == 3 ? "--currents" : "--voltages"),
                    "loops need three voltages and three currents",
                    "Write both, each as three phasors separated by commas.");
        }
        List<DeviceZones.Seen> all = zones.seen(
                GivenPhasors.all("--voltages", voltages, Dimension.VOLTAGE),
                GivenPhasors.all("--currents", currents, Dimension.CURRENT));
        Optional<DeviceZones.Named> first = all.stream()
                .filter(seen -> seen.loop().isMeant())
                .flatMap(seen -> seen.hit().stream())
                .min(Comparator.comparingDouble(zone -> zone.found().delay()));
        if (json) {
            sayJson(all.stream().map(ZonesCommand::json).toList());
            return Exit.DONE;
        }
        Table table = new Table("loop", "primary Ω", "zones", "");
        for (DeviceZones.Seen seen : all) {
            table.row(
                    seen.loop().name(),
                    seen.impedance().map(ZonesCommand::text).orElse("no current"),
                    String.join(
                            ", ",
                            seen.hit().stream().map(DeviceZones.Named::name).toList()),
                    seen.loop().isMeant() ? "the fault is in it" : "");
        }
        say(table);
        boolean isFault = all.stream().anyMatch(seen -> seen.loop().isMeant());
        say(first.map(zone -> zone.name() + " trips first, after "
                        + DeviceCurve.text(zone.found().delay()) + " s")
                .orElse(isFault ? "the fault lies in no zone" : "no fault: the currents do not start the zones"));
        return Exit.DONE;
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

    private Zone.Point impedance() {
        Matcher form = IMPEDANCE.matcher(at.replace(" ", ""));
        if (!form.matches()) {
            throw new MalformedInputException(
                    Position.in("--at"), "'" + at + "' is no impedance", "Write R+jX in Ω, such as 1.2+j5 or -0.3-j2.");
        }
        double reactance = Double.parseDouble(form.group(3)) * (form.group(2).equals("-") ? -1 : 1);
        return new Zone.Point(Double.parseDouble(form.group(1)), reactance);
    }
}
