package org.urvant.cli;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.SettingKind;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Entry;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.standin.Failures;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine;
import picocli.CommandLine.Option;

@CommandLine.Command(
        name = "bench",
        description = "Stand-ins of the project's devices on loopback sockets, each a device to try things on.",
        footer = {"", "Example: urvant bench start"})
final class BenchCommand extends Command {
    private static final String FAILURES = "How the stand-ins misbehave: drop-after=BYTES, corrupt-block=N,"
            + " power-off-at-write=N, bytes-per-second=N.";
    private static final Duration PATIENCE = Duration.ofSeconds(20);

    BenchCommand(Session session) {
        super(session);
    }

    @CommandLine.Command(name = "run", description = "Run the stand-ins here until Ctrl-C.")
    int run(
            @Option(names = "--failure", split = ",", paramLabel = "FAILURE", description = FAILURES)
                    List<String> failures)
            throws InterruptedException {
        ProjectFolder folder = folder();
        Project project = folder.load();
        List<StandIn> running = new ArrayList<>();
        try {
            for (Device device : project.devices().values()) {
                start(folder, project, device, failures).ifPresent(running::add);
            }
            if (running.isEmpty()) {
                throw new RefusedException(
                        "no device has a loopback link", "Give one: urvant set DEVICE link 127.0.0.1:8443");
            }
            SafeFile.writeText(ready(folder), ProcessHandle.current().pid() + "\n");
            new CountDownLatch(1).await();
            return Exit.DONE;
        } finally {
            running.forEach(StandIn::close);
        }
    }

    private Optional<StandIn> start(ProjectFolder folder, Project project, Device device, List<String> failures) {
        String link = device.maintenanceLink().map(Entry::text).orElse("");
        Optional<DeviceType> type = project.type(device);
        if (!link.startsWith("127.") || type.isEmpty()) {
            return Optional.empty();
        }
        int colon = link.lastIndexOf(':');
        StandIn standIn = StandIn.start(
                folder.cache().resolve("bench").resolve(device.name()),
                unit(type.get(), device),
                link.substring(0, colon),
                Integer.parseInt(link.substring(colon + 1)),
                Failures.of(failures == null ? List.of() : failures));
        say("stand-in of " + device.name() + " listens on " + standIn.address());
        return Optional.of(standIn);
    }

    /** The unit that the project means; what the project does not say of it is made up from its name. */
    private static StandInProfile unit(DeviceType type, Device device) {
        String made = Fingerprint.of(device.name().getBytes(StandardCharsets.UTF_8))
                .hex()
                .substring(0, 8)
                .toUpperCase(Locale.ROOT);
        String serial = device.plate().text(Plate.Item.SERIAL);
        String mac = type.settings().values().stream()
                .filter(setting -> setting.kind() == SettingKind.MAC)
                .flatMap(setting -> Optional.ofNullable(device.settings().get(setting.path())).stream())
                .map(Entry::text)
                .findFirst()
                .orElse("02-00-" + made.replaceAll("..(?=.)", "$0-"));
        return new StandInProfile(
                type.name(),
                device.firmware().text(),
                serial.isEmpty() ? made : serial,
                device.plate().text(Plate.Item.HARDWARE),
                mac,
                type.accounts(),
                device.fitted().moduleNames());
    }

    @CommandLine.Command(name = "start", description = "Start the stand-ins in the background.")
    int startAll(
            @Option(names = "--failure", split = ",", paramLabel = "FAILURE", description = FAILURES)
                    List<String> failures)
            throws IOException, InterruptedException {
        ProjectFolder folder = folder();
        if (process(folder).isPresent()) {
            say("the bench runs already");
            return Exit.DONE;
        }
        Failures.of(failures == null ? List.of() : failures);
        Files.createDirectories(folder.cache());
        Files.deleteIfExists(ready(folder));
        File log = folder.cache().resolve("bench.log").toFile();
        List<String> line = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-Dsun.net.httpserver.nodelay=true",
                "-cp",
                System.getProperty("java.class.path"),
                Main.class.getName(),
                "bench",
                "run",
                "--project",
                folder.root().toString()));
        if (failures != null) {
            line.addAll(List.of("--failure", String.join(",", failures)));
        }
        Process process = new ProcessBuilder(line)
                .redirectErrorStream(true)
                .redirectOutput(log)
                .start();
        long end = System.nanoTime() + PATIENCE.toNanos();
        while (!Files.exists(ready(folder))) {
            if (process.waitFor(50, TimeUnit.MILLISECONDS) || System.nanoTime() > end) {
                process.destroy();
                throw new UnreachableException(
                        "the bench did not start: "
                                + Files.readString(log.toPath()).strip(),
                        "See .urvant/bench.log.",
                        null);
            }
        }
        Files.readAllLines(log.toPath()).forEach(this::say);
        next("urvant download DEVICE");
        return Exit.DONE;
    }

    @CommandLine.Command(name = "stop", description = "Stop the stand-ins; they keep their state.")
    int stop() throws IOException, InterruptedException {
        ProjectFolder folder = folder();
        Optional<ProcessHandle> process = process(folder);
        if (process.isEmpty()) {
            say("the bench does not run");
            return Exit.DONE;
        }
        process.get().destroy();
        process.get().onExit().orTimeout(10, TimeUnit.SECONDS).join();
        Files.deleteIfExists(ready(folder));
        say("stopped");
        return Exit.DONE;
    }

    @Override
    public Integer call() {
        Optional<ProcessHandle> process = process(folder());
        say(process.isPresent() ? "the bench runs, process " + process.get().pid() : "the bench does not run");
        if (process.isEmpty()) {
            next("urvant bench start");
        }
        return Exit.DONE;
    }

    private static Path ready(ProjectFolder folder) {
        return folder.cache().resolve("bench.pid");
    }

    private static Optional<ProcessHandle> process(ProjectFolder folder) {
        Path file = ready(folder);
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        String pid = SafeFile.readText(file, 100, file.toString()).strip();
        return pid.matches("\\d{1,18}")
                ? ProcessHandle.of(Long.parseLong(pid)).filter(ProcessHandle::isAlive)
                : Optional.empty();
    }
}
