package org.urvant.cli;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import picocli.CommandLine.Option;

@picocli.CommandLine.Command(
        name = "demo",
        description =
                "Play the whole job with real parts on made-up data: relay file in, gateway configured, downloaded,"
                        + " read back, compared.",
        footer = {"", "Example: urvant demo --keep skarholm-demo"})
final class DemoCommand extends Command {
    @Option(names = "--keep", paramLabel = "DIR", description = "Make the project in this folder and keep it.")
    private String keep;

    private static final List<String> FILES = List.of(
            "F01.cid",
            "F02.cid",
            "skarholm.scd",
            "pump-drive.csv",
            "neighbour.csv",
            "pump-load.st",
            "pump-minute.csv",
            "tp4.icd",
            "plant.csv",
            "study.csv",
            "bays.csv",
            "motors.csv",
            "presses.csv",
            "day.csv",
            "interlock.st",
            "carrier.st");

    DemoCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() throws IOException {
        Path folder = keep == null ? Files.createTempDirectory("urvant-demo-") : session.path(keep);
        if (keep != null && Files.exists(folder) && !isEmpty(folder)) {
            throw new RefusedException(
                    keep + " is there already, and not empty", "Name a folder that is not there yet.");
        }
        Files.createDirectories(folder);
        Map<String, String> environment = new HashMap<>(session.environment());
        environment.put("URVANT_HOME", folder.resolve("user").toString());
        environment.put("URVANT_PASSWORD", "ravnsund");
        environment.put("URVANT_NEW_PASSWORD", DemoStage.NEW_PASSWORD);
        DemoStage stage = new DemoStage(
                this,
                folder,
                new Session(session.out(), session.err(), folder, environment, session.clock(), session.person()));
        long start = System.nanoTime();
        try {
            for (String file : FILES) {
                DemoStage.copy(file, folder);
            }
            new DemoStation(stage).play();
            new DemoPlant(stage).play();
        } finally {
            if (keep == null) {
                delete(folder);
            }
        }
        say("");
        say(paint.good("The demo ran to its end") + " in " + (System.nanoTime() - start) / 1_000_000_000 + " s"
                + (keep == null ? "; its project was temporary." : "; its project is in " + keep + "."));
        return Exit.DONE;
    }

    private static boolean isEmpty(Path folder) throws IOException {
        try (Stream<Path> inside = Files.list(folder)) {
            return inside.findAny().isEmpty();
        }
    }

    private static void delete(Path folder) {
        try (Stream<Path> paths = Files.walk(folder)) {
            for (Path path : paths.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
