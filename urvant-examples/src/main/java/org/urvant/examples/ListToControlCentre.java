package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.device.DeviceTypes;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ListImport;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.mapping.FarSide;
import org.urvant.project.mapping.ReadPlan;
import org.urvant.project.mapping.RowTrial;
import org.urvant.project.type.Catalogue;

/** Takes a maker's register list in, maps it to a control centre, and says how it is read and what arrives; all in memory. */
public final class ListToControlCentre {
    private ListToControlCentre() {}

    /** Runs on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("pump-drive.csv", ListToControlCentre::run);
    }

    static String run(Path file, Path folder) {
        PointListFile.Read read = PointListFile.read(
                file,
                file.getFileName().toString(),
                new PointListFile.How(
                        "PD1", Optional.of("modbus"), Map.of(), Map.of(), Map.of("station", "7"), Optional.empty()));

        DeviceTypes types = new DeviceTypes(
                new TreeSet<>(Catalogue.names()), name -> Catalogue.type(name).orElseThrow());
        Project site = Project.of("Skarholm tidal works", types);
        site = NewDevice.add(site, "GW1", NewDevice.Start.of("ravnsund-g3"));
        site = ConnectionChange.connect(site, "GW1", "scada", "control-centre");
        site = ConnectionChange.connect(site, "GW1", "pumps", "field-bus");
        ListImport taken = ListImport.plan(site, read.reading(), false);
        site = SignalMapping.plan(taken.after(), "GW1", SignalMapping.Request.ofSignals("PD1/*"))
                .after();

        Device gateway = site.device("GW1");
        ReadPlan reads = ReadPlan.of(site, gateway, "pumps", 0);
        RowTrial trial = RowTrial.of(site, gateway, Map.of("PD1/motor-current", "12.34"), Instant.EPOCH);
        RowTrial.Received current = trial.received().get(0);
        FarSide side = FarSide.of(site, gateway, "scada");
        return read.reading().rows() + " rows, read with "
                + reads.stations().get(7).size() + " requests; " + current.point() + " gets " + current.raw() + " "
                + current.unit() + "; " + side.list().points().size() + " points handed over, " + side.off()
                + " switched off";
    }
}
