package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ListImport;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.DeviceHistory;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** A small site with something of everything: relays, a gateway that maps them and a point list, an RTU, a bay, a past. */
final class MadeSite {
    private MadeSite() {}

    /**
     * Makes the project.
     *
     * @param home the folder of the person who works on it
     */
    static Path make(Path demo, Path root, Path home) throws IOException {
        ProjectFolder folder = ProjectFolder.create(
                root, "Skarholm tidal works", new Workplace("torture", InstantSource.system(), home));
        folder.importScl(demo.resolve("F01.cid"));
        folder.importScl(demo.resolve("F02.cid"));
        folder.change(site -> {
            Project made = NewDevice.add(
                    site, "GW1", NewDevice.Start.of("ravnsund-g3").with(Plate.Item.LINK, "127.0.0.1:8443"));
            made = ConnectionChange.connect(made, "GW1", "F01", "relay", "F01");
            made = ConnectionChange.connect(made, "GW1", "scada", "control-centre");
            made = ConnectionChange.connect(made, "GW1", "pumps", "field-bus");
            made = NewDevice.add(made, "GW2", NewDevice.Start.of("ravnsund-g3"));
            return NewDevice.add(made, "RTU1", NewDevice.Start.of("fjellmast-c2"));
        });
        Map.of(
                        "station.name", "Skarholm",
                        "network.address", "192.0.2.20",
                        "network.gateway", "192.0.2.1",
                        "scada.peer", "198.51.100.7",
                        "scada.common-address", "47",
                        "pumps.bus", "COM1")
                .forEach((path, value) -> folder.set(folder.load(), "GW1", path, value));
        PointListFile.How how = new PointListFile.How(
                "PD1", Optional.of("modbus"), Map.of(), Map.of(), Map.of("station", "7"), Optional.empty());
        folder.change(site -> ListImport.plan(
                        site,
                        PointListFile.read(demo.resolve("pump-drive.csv"), "pump-drive.csv", how)
                                .reading(),
                        false)
                .after());
        folder.change(site -> SignalMapping.plan(
                        site, "GW1", SignalMapping.Request.ofQuery(Query.parse("kind:position or PD1/*")))
                .after());
        folder.change(site -> site.with(new Pick(
                "feeder",
                "Marrowby",
                "MF7",
                List.of(Query.parse("kind:trip"), Query.parse("kind:current")),
                List.of())));
        Files.writeString(root.resolve("site.yaml"), "bays:\n  F01:\n    devices: [RTU1]\n");
        Files.createDirectories(root.resolve("logic"));
        Project site = folder.load();
        Device gateway = site.device("GW1");
        Configuration configuration = ConfigurationBuilder.build(site, gateway);
        DeviceHistory history = folder.history("GW1");
        history.kept().keep(configuration);
        history.saved(configuration, "first issue");
        history.readBack("T-1", Optional.of(configuration.fingerprint()), true);
        return root;
    }
}
