package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Map;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.devices.transfer.Download;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.type.Catalogue;

/** A relay's file becomes the configuration of a gateway, goes to the gateway, and is proved to be there. */
public final class RelayToControlCentre {
    private RelayToControlCentre() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("F01.cid", RelayToControlCentre::run);
    }

    /** Returns what differs after one value was changed behind the device's back: one place. */
    static String run(Path relayFile, Path root) {
        var type = Catalogue.type("ravnsund-g3").orElseThrow();
        var engineer = type.engineer().orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "A-0001", type.accounts());
        try (StandIn gateway = StandIn.start(root.resolve("stand-in"), profile, "127.0.0.1", 0)) {
            ProjectFolder folder = ProjectFolder.create(
                    root.resolve("project"),
                    "Skarholm tidal works",
                    new Workplace("example", InstantSource.system(), root.resolve("user")));
            folder.importScl(relayFile);
            Project project = folder.change(site -> mapped(site, gateway.address()));
            project.device("GW1").mappings().forEach(row -> System.out.println(row.name() + " → " + row.destination()));
            KnownDevices known = new KnownDevices(root.resolve("known-devices"));
            try (DeviceLink link = new MaintenanceLink(gateway.address(), known)) {
                link.logOn(engineer.user(), engineer.factoryPassword().toCharArray());
                Download.Plan plan = Download.plan(folder, "GW1", link, InstantSource.system());
                Configuration held = Download.run(folder, plan, link).held();
                System.out.println("read back: " + held.fingerprint().brief());
                Project edited = ValueChange.set(project, "GW1", Map.of("watchdog.time", "10"));
                Configuration later = ConfigurationBuilder.build(edited, edited.device("GW1"));
                return held.differencesTo(later).count() + " of "
                        + later.parts().valueCount() + " values differs";
            }
        }
    }

    /** Nothing of this touches the disk: a site is a value. */
    static Project mapped(Project empty, String address) {
        NewDevice.Start start = NewDevice.Start.of("ravnsund-g3").with(Plate.Item.LINK, address);
        Project site = NewDevice.add(empty, "GW1", start);
        site = ConnectionChange.connect(site, "GW1", "F01", "relay", "F01");
        site = ConnectionChange.connect(site, "GW1", "scada", "control-centre");
        site = ValueChange.set(site, "GW1", Map.of("station.name", "Skarholm", "scada.common-address", "47"));
        site = ValueChange.set(site, "GW1", Map.of("network.address", "192.0.2.20", "scada.peer", "192.0.2.40"));
        return SignalMapping.plan(
                        site,
                        "GW1",
                        SignalMapping.Request.ofSignals("F01CTRL/XCBR1.Pos.stVal", "F01PROT/PTRC1.Tr.general"))
                .after();
    }
}
