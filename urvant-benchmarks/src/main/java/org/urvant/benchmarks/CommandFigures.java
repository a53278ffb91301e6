package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;

/**
 * Prints how long whole commands take on a large station, as a user has them: each a process of its own, medians of several,
 * cold (nothing kept of the file) against a process that only scans it, warm against {@code --version}. Arguments: the demo
 * station's file, a folder to work in.
 */
public final class CommandFigures {
    private static final String MAIN = "org.urvant.cli.Main";
    private static final int MEGABYTE = 1_000_000;
    private static final int ROUNDS = 5;
    private static final int TIMES_ARE_OLD = 300; // milliseconds after which the times of files are relied on

    private final Path work;
    private final Path station;
    private final Programs programs;
    private final Path archive;

    private CommandFigures(Path station, Path work, String... before) throws IOException, InterruptedException {
        this.station = station;
        this.work = work;
        this.programs = new Programs(work.resolve("user"), before);
        this.archive = programs.archive(List.of(MAIN, "demo"), work);
    }

    /** Measures and prints. */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        Path work = Files.createDirectories(Path.of(arguments[1]).toAbsolutePath());
        Path made = work.resolve("made.scd");
        Files.write(made, SclMaker.make(Path.of(arguments[0]), 100 * MEGABYTE));
        System.out.println("| command, of a station of 100 MB | ms | baseline ms | ratio | peak MB |");
        System.out.println("|---|---|---|---|---|");
        CommandFigures figures = new CommandFigures(made, work);
        figures.cold("two cores");
        figures.warm();
        new CommandFigures(made, work, "taskset", "-c", "0").cold("one core");
        for (int size : new int[] {1, 10, 300}) {
            Path other = work.resolve("made-" + size + ".scd");
            Files.write(other, SclMaker.make(Path.of(arguments[0]), size * MEGABYTE));
            new CommandFigures(other, work).cold(size + " MB instead");
            Files.delete(other);
        }
    }

    private interface Once {
        Programs.Run run() throws IOException, InterruptedException;
    }

    private void cold(String how) throws IOException, InterruptedException {
        List<String> scan = List.of(StaxScan.class.getName(), station.toString());
        row(
                "`import`, nothing kept, " + how + " : JDK StAX scan as a process",
                () -> {
                    Path project = fresh();
                    return run(project, "import", station.toString(), "--yes");
                },
                () -> programs.plain(scan, work));
    }

    private void warm() throws IOException, InterruptedException {
        Path project = fresh();
        run(project, "import", station.toString(), "--yes");
        SclFile file = new SclReader().read(station, "made.scd");
        List<Ied> ieds = file.ieds();
        String signal = ieds.get(ieds.size() / 2).nodes().stream()
                .flatMap(node -> node.attributes().stream())
                .findFirst()
                .orElseThrow()
                .reference();
        run(project, "device", "add", "GW9", "--type", "ravnsund-g3");
        run(project, "connect", "GW9", "scada", "--kind", "control-centre");
        run(project, "map", "GW9", signal, "--yes");
        String copy = Files.copy(station, work.resolve("copy.scd")).toString();
        Thread.sleep(TIMES_ARE_OLD);
        row(
                "`check` for the first time : the scan",
                () -> {
                    forget(".findings");
                    return run(project, "check");
                },
                () -> programs.plain(List.of(StaxScan.class.getName(), station.toString()), work));
        for (List<String> command : List.of(
                List.of("check"),
                List.of("look", station.toString()),
                List.of("site"),
                List.of("signals", "kind:trip"),
                List.of("explain", signal),
                List.of("map", "GW9", signal, "--dry-run"),
                List.of("reports", "GW9"),
                List.of("compare", "made.scd", copy))) {
            run(project, command.toArray(String[]::new)); // what it keeps is kept
            row(
                    "`" + command.get(0) + "` again : `urvant --version`",
                    () -> run(project, command.toArray(String[]::new)),
                    () -> run(project, "--version"));
        }
        besideManyDevices(project);
    }

    /** The devices of a large site stand in the project of the station. */
    private void besideManyDevices(Path project) throws IOException, InterruptedException {
        ProjectFolder folder =
                ProjectFolder.open(project, new Workplace("figures", InstantSource.system(), work.resolve("user")));
        Project before = folder.load();
        SortedMap<String, Device> devices = new TreeMap<>(before.devices());
        devices.putAll(CompareFigures.devices(0).devices());
        folder.save(before, before.withDevices(devices));
        Thread.sleep(TIMES_ARE_OLD);
        for (List<String> command :
                List.of(List.of("check"), List.of("show", "F1007"), List.of("check", "F1007"), List.of("device"))) {
            run(project, command.toArray(String[]::new));
            row(
                    "`" + String.join(" ", command) + "` again, 500 devices beside it : `urvant --version`",
                    () -> run(project, command.toArray(String[]::new)),
                    () -> run(project, "--version"));
        }
    }

    private Path fresh() throws IOException, InterruptedException {
        Path project = work.resolve("project");
        remove(project);
        forget("");
        run(work, "new", project.toString());
        return project;
    }

    private void forget(String ending) throws IOException {
        Path cache = work.resolve("user/cache");
        if (Files.isDirectory(cache)) {
            try (Stream<Path> all = Files.list(cache)) {
                for (Path each :
                        all.filter(path -> path.toString().endsWith(ending)).toList()) {
                    Files.delete(each);
                }
            }
        }
    }

    private static void remove(Path folder) throws IOException {
        if (Files.isDirectory(folder)) {
            try (Stream<Path> all = Files.walk(folder)) {
                for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(each);
                }
            }
        }
    }

    private Programs.Run run(Path folder, String... command) throws IOException, InterruptedException {
        List<String> program = new ArrayList<>(List.of(MAIN));
        program.addAll(Arrays.asList(command));
        return programs.run(archive, program, folder);
    }

    private static void row(String what, Once own, Once baseline) throws IOException, InterruptedException {
        double[] first = new double[ROUNDS];
        double[] second = new double[ROUNDS];
        double peak = 0;
        for (int i = 0; i < ROUNDS; i++) {
            Programs.Run run = own.run();
            first[i] = run.millis();
            peak = Math.max(peak, run.peakMegabytes());
            second[i] = baseline.run().millis();
        }
        Arrays.sort(first);
        Arrays.sort(second);
        System.out.printf(
                Locale.ROOT,
                "| %s | %.0f | %.0f | %.2f | %.0f |%n",
                what,
                first[ROUNDS / 2],
                second[ROUNDS / 2],
                first[ROUNDS / 2] / second[ROUNDS / 2],
                peak);
    }
}
