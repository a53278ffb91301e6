package org.urvant.cli;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.urvant.core.error.UnreachableException;
import org.urvant.devices.standin.Bench;
import org.urvant.devices.standin.Failures;
import org.urvant.file.SafeFile;
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
    private static final Duration PATIENCE = Duration.ofSeconds(60);

    BenchCommand(Session session) {
        super(session);
    }

    @CommandLine.Command(name = "run", description = "Run the stand-ins here until Ctrl-C.")
    int run(
            @Option(names = "--failure", split = ",", paramLabel = "FAILURE", description = FAILURES)
                    List<String> failures)
            throws InterruptedException {
        ProjectFolder folder = folder();
        Project project = load(folder);
        Failures wanted = Failures.of(failures == null ? List.of() : failures);
        try (Bench bench = Bench.start(project, folder.cache().resolve("bench"), wanted)) {
            bench.standIns().forEach((device, unit) -> say("stand-in of " + device + " listens on " + unit.address()));
            SafeFile.writeText(ready(folder), line(ProcessHandle.current()));
            new CountDownLatch(1).await();
            return Exit.DONE;
        }
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
        ProcessBuilder bench = new ProcessBuilder(line);
        DeviceAccess.SECRETS.forEach(bench.environment()::remove); // what runs on needs no password
        Process process = bench.redirectErrorStream(true).redirectOutput(log).start();
        long end = System.nanoTime() + PATIENCE.toNanos();
        while (!Files.exists(ready(folder))) {
            boolean hasEnded = process.waitFor(50, TimeUnit.MILLISECONDS);
            if (hasEnded || System.nanoTime() > end) {
                process.destroy();
                throw new UnreachableException(
                        "the bench did not start"
                                + (hasEnded ? "" : " within " + PATIENCE.toSeconds() + " s")
                                + ": " + Files.readString(log.toPath()).strip(),
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
        String written = SafeFile.readText(file, 100, file.toString());
        String pid = written.split(" ")[0];
        return pid.matches("\\d{1,18}")
                ? ProcessHandle.of(Long.parseLong(pid))
                        .filter(ProcessHandle::isAlive)
                        .filter(process -> line(process).equals(written))
                : Optional.empty();
    }

    /** Returns the number of a process and when it began: a number alone may be that of any process by now. */
    private static String line(ProcessHandle process) {
        return process.pid() + " "
                + process.info().startInstant().map(Instant::toString).orElse("") + "\n";
    }
}
