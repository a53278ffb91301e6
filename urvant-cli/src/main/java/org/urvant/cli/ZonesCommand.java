package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.Zone;
import org.urvant.core.unit.Dimension;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.setting.DeviceZones;
import org.urvant.report.plot.ZonePicture;
import picocli.CommandLine.Mixin;
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

    @Mixin
    private GroupOption group = new GroupOption();

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
        apart("--out", "--at", "--voltages", "--currents");
        apart("--at", "--voltages", "--currents");
        apart("--earth", "--voltages", "--currents");
        Project project = load(folder());
        DeviceZones zones = DeviceZones.of(project, name, group.number());
        if (out != null) {
            SafeFile.write(session.path(out), ZonePicture.of(out, zones, earth));
            say("wrote " + out);
            return Exit.DONE;
        }
        ZonesView view = new ZonesView(this);
        if (!voltages.isEmpty() || !currents.isEmpty()) {
            view.say(loops(zones));
        } else {
            view.say(zones, name, at == null ? "" : at, at == null ? List.of() : zones.at(impedance(), earth));
        }
        return Exit.DONE;
    }

    private List<DeviceZones.Seen> loops(DeviceZones zones) {
        if (voltages.size() != 3 || currents.size() != 3) {
            throw new MalformedInputException(
                    Position.in(voltages.size() == 3 ? "--currents" : "--voltages"),
                    "loops need three voltages and three currents",
                    "Write both, each as three phasors separated by commas.");
        }
        return zones.seen(
                GivenPhasors.all("--voltages", voltages, Dimension.VOLTAGE),
                GivenPhasors.all("--currents", currents, Dimension.CURRENT));
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
