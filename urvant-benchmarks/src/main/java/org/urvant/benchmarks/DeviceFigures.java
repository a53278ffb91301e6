package org.urvant.benchmarks;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.urvant.core.sensor.Thermocouple;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

/**
 * Prints the figures of docs/performance.md that are about devices: opening and checking a project against SnakeYAML Engine
 * reading the same files into plain trees, the two in turn, and how both grow.
 */
public final class DeviceFigures {
    private static final int ROUNDS = 9;
    private static final int WARM_UP = 14;
    private static final int DEVICES = 500;

    private DeviceFigures() {}

    /** Measures and prints; argument: a folder to make projects in. */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        Path root = Path.of(arguments[0]);
        System.out.println("| what | urvant ms | baseline ms | ratio |");
        System.out.println("|---|---|---|---|");
        double first = 0;
        for (int devices : new int[] {50, 150, DEVICES}) {
            ProjectFolder folder = ProjectMaker.make(root.resolve("p" + devices), devices);
            double each = compare(folder, devices) / devices;
            first = first == 0 ? each : first;
            System.out.printf(
                    Locale.ROOT,
                    "| of that, ms a device : that of 50 devices | %.2f | %.2f | %.2f |%n",
                    each,
                    first,
                    each / first);
        }
        double few = DownloadFigures.plans(open(root, 50), 50);
        double many = DownloadFigures.plans(open(root, DEVICES), DEVICES);
        System.out.printf(
                Locale.ROOT,
                "| of that, ms a device : that of 50 devices | %.2f | %.2f | %.2f |%n",
                many,
                few,
                many / few);
        memory(root.resolve("p" + DEVICES));
        thermocouples();
    }

    private static ProjectFolder open(Path root, int devices) {
        return ProjectFolder.open(
                root.resolve("p" + devices),
                new Workplace("figures", InstantSource.system(), root.resolveSibling("user")));
    }

    private static double compare(ProjectFolder folder, int devices) {
        List<Double> own = new ArrayList<>();
        List<Double> plain = new ArrayList<>();
        for (int round = 0; round < WARM_UP + ROUNDS; round++) {
            long start = System.nanoTime();
            check(folder);
            long middle = System.nanoTime();
            plain(folder.root());
            long end = System.nanoTime();
            if (round >= WARM_UP) {
                own.add((middle - start) / 1e6);
                plain.add((end - middle) / 1e6);
            }
        }
        System.out.printf(
                Locale.ROOT,
                "| open and check %d devices of %d settings, 24 rules : SnakeYAML Engine reads the same files | %.0f | %.0f | %.2f |%n",
                devices,
                ProjectMaker.SETTINGS,
                median(own),
                median(plain),
                median(own) / median(plain));
        return median(own);
    }

    private static Project check(ProjectFolder folder) {
        Project project = folder.load();
        long notes = ProjectCheck.check(project).stream()
                .filter(finding -> !finding.severity().word().equals("note"))
                .count();
        if (notes > 0 || project.devices().isEmpty()) {
            throw new IllegalStateException("the made project has mistakes: "
                    + ProjectCheck.check(project).get(0));
        }
        return project;
    }

    private static void plain(Path root) {
        LoadSettings settings = LoadSettings.builder().build();
        try (Stream<Path> files = Files.walk(root)) {
            List<Object> trees = new ArrayList<>();
            for (Path file :
                    files.filter(path -> path.toString().endsWith(".yaml")).toList()) {
                trees.add(new Load(settings).loadFromString(Files.readString(file)));
            }
            if (trees.isEmpty()) {
                throw new IllegalStateException("there are no files");
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Opens a project with all of its devices, which would wait else until somebody asks for them. */
    static int opened(ProjectFolder folder) {
        return folder.load().devices().values().stream()
                .mapToInt(device -> device.settings().size())
                .sum();
    }

    static double median(List<Double> values) {
        return values.stream().sorted(Comparator.naturalOrder()).toList().get(values.size() / 2);
    }

    private static void memory(Path root) throws InterruptedException, IOException {
        ProjectFolder folder =
                ProjectFolder.open(root, new Workplace("figures", InstantSource.system(), root.resolveSibling("user")));
        long before = used();
        Project project = check(folder);
        long held = used() - before;
        long bytes;
        try (Stream<Path> files = Files.walk(root.resolve("devices"))) {
            bytes = files.filter(Files::isRegularFile)
                    .mapToLong(file -> file.toFile().length())
                    .sum();
        }
        System.out.printf(
                Locale.ROOT,
                "| live heap of the open project, MB : its device files | %.1f | %.1f | %.2f |%n",
                held / 1e6,
                bytes / 1e6,
                (double) held / bytes);
        if (project.devices().isEmpty()) {
            throw new IllegalStateException("the project is kept until here");
        }
    }

    private static long used() throws InterruptedException {
        for (int i = 0; i < 4; i++) {
            System.gc();
            Thread.sleep(50);
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }

    /** The inverse of a thermocouple against evaluating its reference function once. */
    private static void thermocouples() {
        double[] volts = new double[20_000];
        for (int i = 0; i < volts.length; i++) {
            volts[i] = Thermocouple.K.millivolts(-200 + 1500.0 * i / volts.length);
        }
        List<Double> inverse = new ArrayList<>();
        List<Double> forward = new ArrayList<>();
        double sum = 0;
        for (int round = 0; round < 40; round++) {
            long start = System.nanoTime();
            for (double volt : volts) {
                sum += Thermocouple.K.read(volt, 20).value();
            }
            long middle = System.nanoTime();
            for (int i = 0; i < volts.length; i++) {
                sum += Thermocouple.K.millivolts(-200 + 1500.0 * i / volts.length);
            }
            if (round >= 20) {
                inverse.add((middle - start) / 1e6);
                forward.add((System.nanoTime() - middle) / 1e6);
            }
        }
        System.out.printf(
                Locale.ROOT,
                "| temperature of type K from 20,000 voltages : as many voltages from temperatures | %.1f | %.1f | %.2f |%n",
                median(inverse),
                median(forward),
                median(inverse) / median(forward));
        if (Double.isNaN(sum)) {
            throw new IllegalStateException("a temperature is no number");
        }
    }
}
