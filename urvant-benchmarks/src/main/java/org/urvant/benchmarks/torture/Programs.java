package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.KnownDevices;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.folder.LedgerProof;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.type.Catalogue;

/** The command itself, as processes: two at a time on one project, and killed in the middle of what they do. */
final class Programs {
    private static final long LONGEST_SECONDS = 60;
    private static final int EARLIEST_KILL = 250; // milliseconds: before that, a process only starts
    private static final int LATEST_KILL = 1_300;
    private static final int LINES_A_READ = 2; // the log-on, and what was read
    private static final String SETTING = "watchdog.time";

    private final Path work;
    private final Path root;
    private final Path home;
    private final ProjectFolder folder;

    Programs(Path demo, Path work) throws IOException {
        this.work = work;
        this.home = work.resolve("home");
        this.root = MadeSite.make(demo, work.resolve("site"), home);
        this.folder = ProjectFolder.open(root, new Workplace("torture", InstantSource.system(), home));
    }

    private Process start(String... words) throws IOException {
        List<String> line = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path"),
                "org.urvant.cli.Main"));
        line.addAll(List.of(words));
        ProcessBuilder program = new ProcessBuilder(line)
                .directory(root.toFile())
                .redirectErrorStream(true)
                .redirectOutput(work.resolve("said-" + words[0] + "-" + words[words.length - 1].replaceAll("\\W", ""))
                        .toFile());
        program.environment().put("URVANT_HOME", home.toString());
        program.environment().put("URVANT_PASSWORD", "ravnsund");
        return program.start();
    }

    private static boolean isDone(Process process) throws InterruptedException {
        return process.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS) && process.exitValue() <= 1;
    }

    private String value(String device) {
        return ValueChange.shown(folder.load(), device, SETTING);
    }

    /**
     * Runs pairs of programs at the same time: both change the project, both add to one ledger, both meet a device for the
     * first time.
     */
    List<String> crowd(int pairs) throws IOException, InterruptedException {
        List<String> lines = new ArrayList<>();
        int lost = 0;
        for (int pair = 0; pair < pairs; pair++) {
            String one = String.valueOf(5 + pair % 50);
            String other = String.valueOf(6 + pair % 50);
            Process first = start("set", "GW1", SETTING, one);
            Process second = start("set", "GW2", SETTING, other);
            boolean areDone = isDone(first) & isDone(second);
            lost += areDone && value("GW1").startsWith(one) && value("GW2").startsWith(other) ? 0 : 1;
        }
        lines.add("| two programs change one project at the same time | " + pairs + " pairs | " + lost + " |");
        lines.addAll(atOneDevice(pairs / 4));
        return lines;
    }

    private List<String> atOneDevice(int pairs) throws IOException, InterruptedException {
        DeviceType type = Catalogue.type("ravnsund-g3").orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "T-1", type.accounts());
        int failed = 0;
        int before = folder.history("GW1").lines().size();
        try (StandIn unit = StandIn.start(work.resolve("device"), profile, "127.0.0.1", 0)) {
            folder.set(folder.load(), "GW1", "link", unit.address());
            folder.set(folder.load(), "GW2", "link", unit.address());
            for (int pair = 0; pair < pairs; pair++) {
                Files.deleteIfExists(home.resolve("known-devices"));
                Process first = start("identify", "GW1");
                Process second = start("identify", "GW2");
                boolean areDone = isDone(first) & isDone(second);
                failed += areDone
                                && Files.readAllLines(home.resolve("known-devices"))
                                                .size()
                                        == 1
                        ? 0
                        : 1;
            }
            for (int pair = 0; pair < pairs; pair++) {
                Process first = start("read", "GW1");
                Process second = start("read", "GW1");
                first.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS);
                second.waitFor(LONGEST_SECONDS, TimeUnit.SECONDS);
            }
        }
        int lost = Math.abs(folder.history("GW1").lines().size() - before - pairs * LINES_A_READ * 2);
        return List.of(
                "| two programs meet one device for the first time | " + pairs + " pairs | " + failed + " |",
                "| two programs add to one ledger | " + pairs + " pairs | " + (lost + wrong()) + " |");
    }

    private long wrong() {
        return folder.evidence().proofs(Optional.empty()).stream()
                .map(LedgerProof::wrong)
                .filter(found -> !found.isEmpty())
                .count();
    }

    /** Kills programs at any moment while they change the project; it must open, whole, with a sound record. */
    String kills(int kills) throws IOException, InterruptedException {
        forgetHowTheSiteWasMade();
        SplittableRandom random = new SplittableRandom(kills);
        int killed = 0;
        int mistakes = 0;
        for (int round = 0; round < kills; round++) {
            Process process =
                    switch (round % 5) {
                        case 0, 1 -> start("set", "GW1,GW2", SETTING, String.valueOf(5 + round % 50));
                        case 2 -> start("undo");
                        case 3 -> start("map", "GW1", "F02*Pos.stVal", "--yes");
                        default -> start("save", "GW1", "--reason", "round" + round);
                    };
            if (!process.waitFor(random.nextInt(EARLIEST_KILL, LATEST_KILL), TimeUnit.MILLISECONDS)) {
                process.destroyForcibly().waitFor();
                killed++;
            }
            mistakes += isWhole(round) ? 0 : 1;
        }
        return "| a command killed at any moment: set on two devices, undo, map, save | " + killed + " kills in "
                + kills + " commands | " + mistakes + " |";
    }

    /** Kills downloads at any moment; one more download must leave device, ledger and marks whole. */
    String killedDownloads(int kills) throws IOException, InterruptedException {
        SplittableRandom random = new SplittableRandom(kills);
        DeviceType type = Catalogue.type("ravnsund-g3").orElseThrow();
        StandInProfile profile = new StandInProfile(type.name(), "2.1", "T-1", type.accounts());
        int killed = 0;
        int mistakes = 0;
        try (StandIn unit = StandIn.start(work.resolve("device"), profile, "127.0.0.1", 0)) {
            folder.set(folder.load(), "GW1", "link", unit.address());
            for (int round = 0; round < kills; round++) {
                folder.set(folder.load(), "GW1", SETTING, String.valueOf(5 + round % 50));
                Process process = start("download", "GW1", "--yes");
                if (!process.waitFor(random.nextInt(2 * EARLIEST_KILL, 2 * LATEST_KILL), TimeUnit.MILLISECONDS)) {
                    process.destroyForcibly().waitFor();
                    killed++;
                }
                boolean isDone = isDone(start("download", "GW1", "--yes"));
                DeviceRecord record = folder.load().device("GW1").record();
                Optional<Fingerprint> active;
                try (MaintenanceLink link =
                        new MaintenanceLink(unit.address(), new KnownDevices(work.resolve("known")))) {
                    active = link.identify().active();
                }
                boolean isWhole = isDone
                        && record.unfinished().isEmpty()
                        && record.downloaded().isPresent()
                        && record.downloaded().equals(active)
                        && wrong() == 0;
                mistakes += isWhole ? 0 : 1;
            }
        }
        return "| a download killed at any moment, and one more after it | " + killed + " kills in " + kills
                + " downloads | " + mistakes + " |";
    }

    /** Or undoing more often than a change succeeded would take the devices back, too. */
    private void forgetHowTheSiteWasMade() throws IOException {
        try (Stream<Path> kept = Files.walk(root.resolve(".urvant/undo"))) {
            for (Path path : kept.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }

    private boolean isWhole(int round) {
        try {
            ProjectFolder opened = ProjectFolder.open(root, new Workplace("torture", InstantSource.system(), home));
            Project site = opened.load();
            boolean isWhole = site.remarks().findings().isEmpty()
                    && value("GW1").equals(value("GW2"))
                    && Files.notExists(root.resolve("journal/index.json"))
                    && wrong() == 0;
            if (!isWhole) {
                System.err.println("round " + round + ": " + site.remarks().findings());
            }
            return isWhole;
        } catch (UrvantException e) {
            System.err.println("round " + round + ": " + e.getMessage());
            return false;
        }
    }
}
