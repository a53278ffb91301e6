package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
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
import org.urvant.project.change.RowChange;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.mapping.FarSide;
import org.urvant.project.mapping.RequestPlan;
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

        site = RowChange.plan(
                        site,
                        "GW1",
                        "PD1/motor-current",
                        new RowChange.Wanted(
                                Map.of("dead-band", "0.5"), Optional.empty(), Optional.empty(), Optional.empty()))
                .after();

        Device gateway = site.device("GW1");
        RequestPlan reads = RequestPlan.of(site, gateway, "pumps", 0);
        List<RowTrial.Event> events = List.of(
                new RowTrial.Event(Instant.EPOCH, "PD1/motor-current", "12.34"),
                new RowTrial.Event(Instant.EPOCH.plusSeconds(1), "PD1/motor-current", "12.6"),
                new RowTrial.Event(Instant.EPOCH.plusSeconds(2), "PD1/motor-current", "13"));
        List<RowTrial.Received> currents = RowTrial.over(site, gateway, events, List.of(), Instant.EPOCH.plusSeconds(9))
                .received();
        FarSide side = FarSide.of(site, gateway, "scada");
        return read.reading().rows() + " rows, read with "
                + reads.reads().get(7).size() + " requests; "
                + currents.get(0).point() + " gets "
                + String.join(
                        " and ", currents.stream().map(RowTrial.Received::raw).toList()) + " "
                + currents.get(0).unit() + "; " + side.list().points().size() + " points handed over, " + side.off()
                + " switched off";
    }
}
