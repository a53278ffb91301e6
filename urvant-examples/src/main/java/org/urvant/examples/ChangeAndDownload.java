package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Map;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.Download;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

/** A value changed, a pick mapped, and the device brought up to date: with backup, proof and record. */
public final class ChangeAndDownload {
    private ChangeAndDownload() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("F01.cid", ChangeAndDownload::run);
    }

    /** Returns how much the device holds, on a site that is made for it. */
    static String run(Path relayFile, Path root) {
        return Stage.withGateway(relayFile, root, ChangeAndDownload::change);
    }

    /** The whole of it, on a site that is there. */
    private static String change(Path site, Path known, String address, char[] password) {
        InstantSource clock = InstantSource.system();
        ProjectFolder folder = ProjectFolder.open(site, new Workplace("A. Person", clock, site.resolveSibling("user")));
        folder.change(it -> ValueChange.set(it, "GW1", Map.of("watchdog.time", "10")));
        folder.change(it -> SignalMapping.plan(it, "GW1", SignalMapping.Request.ofPick("trips"))
                .after());
        try (DeviceLink link = new MaintenanceLink(address, new KnownDevices(known))) {
            link.logOn("engineer", password);
            Download.Plan plan = Download.plan(folder, "GW1", link, clock);
            plan.effects().forEach(effect -> System.out.println(effect.message()));
            Download.Outcome outcome = Download.run(folder, plan, link);
            return "GW1 runs " + outcome.held().fingerprint().brief() + ", as the project says; ledger: "
                    + folder.history("GW1").lines().size() + " lines";
        }
    }
}
