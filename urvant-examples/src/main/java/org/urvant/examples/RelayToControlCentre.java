package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.urvant.core.device.Account;
import org.urvant.core.device.DeviceType;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.devices.transfer.Transfer;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.compare.Comparison;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.project.type.Catalogue;
import org.urvant.scl.DataAttribute;

/** A relay's file becomes the configuration of a gateway, goes to the gateway, and is proved to be there. */
public final class RelayToControlCentre {
    private RelayToControlCentre() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("F01.cid", RelayToControlCentre::run);
    }

    /** Returns what differs after one value was changed behind the device's back: one place. */
    static String run(Path relayFile, Path site) {
        DeviceType type = Catalogue.type("ravnsund-g3").orElseThrow();
        Account engineer = type.engineer().orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "A-0001", type.accounts());
        try (StandIn gateway = StandIn.start(site.resolve("stand-in"), profile, "127.0.0.1", 0)) {
            ProjectFolder folder = ProjectFolder.create(
                    site.resolve("project"), "Skarholm tidal works", InstantSource.system(), "example");
            folder.importScl(relayFile);
            folder.addDevice("GW1", type.name(), gateway.address());
            folder.connections().add(folder.load(), "GW1", "F01", "relay", "F01");
            folder.connections().add(folder.load(), "GW1", "scada", "control-centre", null);
            folder.set(folder.load(), "GW1", Map.of("station.name", "Skarholm", "scada.common-address", "47"));
            folder.set(folder.load(), "GW1", Map.of("network.address", "192.0.2.20", "scada.peer", "192.0.2.40"));
            Project project = folder.load();
            List<DataAttribute> signals = List.of(
                    project.signal("F01CTRL/XCBR1.Pos.stVal"),
                    project.signal("F01PROT/PTRC1.Tr.general"),
                    project.signal("F01MEAS/MMXU1.A.phsA.cVal.mag.f"));
            Device device = project.device("GW1");
            folder.saveMappings(device, SignalMapper.propose(project, device, "scada", signals, OptionalInt.of(1001)));
            project = folder.load();
            project.device("GW1").mappings().forEach(row -> System.out.println(row.name() + " → " + row.destination()));
            if (ProjectCheck.blocks(ProjectCheck.check(project))) {
                throw new IllegalStateException("errors stand: " + ProjectCheck.check(project));
            }
            Configuration wanted = ConfigurationBuilder.build(project, project.device("GW1"));
            Path pins = site.resolve("known-devices");
            try (DeviceLink link = new MaintenanceLink(gateway.address(), new KnownDevices(pins))) {
                Transfer transfer = new Transfer(link);
                var identity = Transfer.confirm(link, project.device("GW1"));
                link.logOn(engineer.user(), engineer.factoryPassword().toCharArray());
                Configuration held = transfer.run(transfer.plan(identity, wanted), DeviceLink.BlockWatch.NONE);
                System.out.println("read back: " + held.fingerprint().brief());
                folder.set(project, "GW1", "watchdog.time", "10");
                Configuration later =
                        ConfigurationBuilder.build(folder.load(), folder.load().device("GW1"));
                int values = later.parts().valueCount();
                return Comparison.of(held, later).count() + " of " + values + " values differs";
            }
        }
    }
}
