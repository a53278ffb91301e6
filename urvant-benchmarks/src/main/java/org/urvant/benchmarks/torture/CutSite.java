package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.Map;
import java.util.Optional;
import org.slf4j.LoggerFactory;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.devices.transfer.Download;
import org.urvant.project.Device;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.type.Catalogue;

/** A project, a gateway that runs, and a line between them that is cut in each download. */
final class CutSite implements AutoCloseable {
    private static final String DEVICE = "GW1";
    private static final int ROWS = 3;
    private static final int MOST_TRIES = 3;
    private static final int LONGEST_RESTART_TRIES = 100;
    private static final int RESTART_PAUSE_MILLIS = 100;

    private final ProjectFolder folder;
    private final Path work;
    private final StandIn gateway;
    private final CuttingLine line;
    private int restarting;
    private int other;
    private int downloads;
    private int mistakes;

    CutSite(Path demo, Path work) throws IOException {
        this.work = Files.createDirectories(work);
        Path home = work.resolve("home");
        Path root = MadeSite.make(demo, work.resolve("site"), home);
        this.folder = ProjectFolder.open(root, new Workplace("torture", InstantSource.system(), home));
        folder.change(CutSite::lean);
        DeviceType type = Catalogue.type("ravnsund-g3").orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "T-1", type.accounts());
        this.gateway = StandIn.start(work.resolve("device"), profile, "127.0.0.1", 0);
        String address = gateway.address();
        this.line = new CuttingLine(Integer.parseInt(address.substring(address.lastIndexOf(':') + 1)));
        try (DeviceLink link = link()) {
            download(link); // the first has no configuration to compare with, so it is shorter than all that follow
        }
        this.downloads = 1;
    }

    /** Every byte of a download is cut once, whatever it carries; what is not needed for that goes. */
    private static Project lean(Project site) {
        Device gateway = site.device(DEVICE);
        return site.withoutDevice("GW2")
                .with(gateway.withMappings(gateway.mappings().subList(0, ROWS)));
    }

    /**
     * Downloads a new value over a line that is cut after so many bytes, then once more; returns whether it was cut.
     *
     * @param restarts whether the value makes the device restart
     */
    boolean cutAfter(int bytes, boolean restarts) throws InterruptedException {
        folder.set(folder.load(), DEVICE, changed(restarts));
        downloads++;
        boolean isCut = false;
        boolean isOver = false;
        for (int tries = 0; !isCut && !isOver && tries < MOST_TRIES; tries++) {
            line.cutAfter(bytes);
            isOver = isDownloaded(bytes);
            isCut = line.mend();
        }
        if (restarts) {
            awaitRestart();
        }
        Fingerprint wanted;
        Optional<Fingerprint> active;
        for (int tries = 1; ; tries++) {
            try (DeviceLink link = link()) {
                wanted = download(link);
                active = link.identify().active();
                break;
            } catch (UnreachableException e) {
                if (tries == MOST_TRIES) {
                    throw e;
                }
                Thread.sleep(RESTART_PAUSE_MILLIS); // a machine that is busy answers late; a person tries again
            }
        }
        DeviceRecord record = folder.load().device(DEVICE).record();
        boolean isWhole = record.unfinished().isEmpty()
                && record.downloaded().equals(Optional.of(wanted))
                && active.equals(record.downloaded());
        if (!isWhole) {
            mistakes++;
            System.err.println("cut after " + bytes + " bytes: not whole");
        }
        return isCut;
    }

    private boolean isDownloaded(int bytes) {
        try (DeviceLink link = link()) {
            download(link);
            return true;
        } catch (UnreachableException | RefusedException e) {
            LoggerFactory.getLogger(CutSite.class).debug("cut after {}", bytes, e);
            return false;
        }
    }

    /** Whoever cuts the line behind the order to restart finds the device restarting; a person waits, too. */
    private void awaitRestart() throws InterruptedException {
        for (int tries = 0; tries < LONGEST_RESTART_TRIES; tries++) {
            try (DeviceLink link = link()) {
                link.logOn("engineer", "ravnsund".toCharArray());
                return;
            } catch (RefusedException e) {
                Thread.sleep(RESTART_PAUSE_MILLIS);
            }
        }
    }

    /** Returns how often something was lost, half or doubled, up to now. */
    int mistakes() {
        long recorded = folder.history(DEVICE).lines().stream()
                .filter(event -> event.event().equals("downloaded"))
                .count();
        return mistakes + (recorded == downloads ? 0 : 1);
    }

    /** A value that is new in each round. */
    private Map<String, String> changed(boolean restarts) {
        int number = restarts ? restarting++ : other++;
        return restarts
                ? Map.of("watchdog.time", String.valueOf(6 + number % 50))
                : Map.of("status-page.enabled", number % 2 == 0 ? "yes" : "no");
    }

    private DeviceLink link() {
        return new MaintenanceLink(line.address(), new KnownDevices(work.resolve("known")));
    }

    /** Downloads what is missing, as the command does. */
    private Fingerprint download(DeviceLink link) {
        link.logOn("engineer", "ravnsund".toCharArray());
        Download.Plan plan = Download.plan(folder, DEVICE, link, InstantSource.system());
        if (!plan.isEqual()) {
            Download.run(folder, plan, link);
        }
        return plan.transfer().wanted().fingerprint();
    }

    @Override
    public void close() throws IOException {
        line.close();
        gateway.close();
    }
}
