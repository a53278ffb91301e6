package org.urvant.benchmarks;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.IntSupplier;
import java.util.stream.Stream;
import org.urvant.core.compare.Comparison;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.file.SafeFile;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.change.BayCopy;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.compare.Side;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;
import org.urvant.project.type.Catalogue;
import org.urvant.scl.FileComparison;
import org.urvant.scl.reading.SclImport;
import org.urvant.scl.reading.SclReader;

/** Prints the figures of docs/performance.md that are about copying and comparing. */
public final class CompareFigures {
    private static final int DEVICES = 500;
    private static final int ROWS = 30;
    private static final int BAYS = 20;
    private static final int ROUNDS = 5;
    private static final int SHORT_ROUNDS = 11; // of what takes less than a second

    private static final DeviceTypes TYPES = new DeviceTypes(
            new TreeSet<>(Catalogue.names()), name -> Catalogue.type(name).orElseThrow());

    private CompareFigures() {}

    /** Measures and prints; arguments: the file of a station, and a folder to make projects in. */
    public static void main(String[] arguments) throws IOException {
        Path root = Path.of(arguments[1]);
        Files.createDirectories(root);
        System.out.println("| what | urvant ms | baseline ms | ratio |");
        System.out.println("|---|---|---|---|");
        sites(root);
        files(Path.of(arguments[0]));
        bays(root);
    }

    private static ProjectFolder site(Path root, String name, Project first) {
        ProjectFolder folder = ProjectFolder.create(
                root.resolve(name), "Figures", new Workplace("figures", InstantSource.system(), root.resolve("user")));
        Project before = folder.load();
        folder.save(before, before.withDevices(first.devices()));
        return folder;
    }

    /** Returns a site of many feeder relays, some of which are set otherwise. */
    static Project devices(int changed) {
        Project site = Project.of("Figures", TYPES);
        for (int i = 0; i < DEVICES; i++) {
            String name = "F" + (1000 + i);
            site = NewDevice.add(site, name, NewDevice.Start.of("marrowby-f2"));
            Map<String, String> values = new HashMap<>(Map.of("ct.primary", "400 A", "rated.current", "380 A"));
            for (int row = 1; row <= ROWS; row++) {
                values.put("inputs-used.in" + row + ".input", "BI" + (1 + row % 8));
                values.put("inputs-used.in" + row + ".blocks", i < changed ? "trip" : "overcurrent");
            }
            for (int stage = 1; stage <= 4; stage++) {
                for (int group = 1; group <= 4; group++) {
                    values.put("group." + group + ".overcurrent." + stage + ".pick-up", "1." + stage + " A");
                }
            }
            site = ValueChange.set(site, name, values);
        }
        return site;
    }

    private static void sites(Path root) {
        ProjectFolder left = site(root, "left", devices(0));
        ProjectFolder right = site(root, "right", devices(20));
        int values = Side.of(left.load()).tree().valueCount();
        row(
                "two sites of 500 devices with " + values / DEVICES + " values each, opened and compared : opened",
                () -> {
                    List<Side> both = Side.sites(left.load(), right.load());
                    return both.get(0).against(both.get(1), List.of()).count();
                },
                () -> DeviceFigures.opened(left) + DeviceFigures.opened(right));
    }

    private static void files(Path station) throws IOException {
        byte[] left = SclMaker.make(station, 98_000_000);
        byte[] right = new String(left, StandardCharsets.UTF_8)
                .replace("192.0.2.11<", "192.0.2.13<")
                .getBytes(StandardCharsets.UTF_8);
        row(
                "two stations of " + left.length / 1_000_000 + " MB read and compared : one imported",
                () -> {
                    Comparison comparison = FileComparison.of(
                            new SclReader().read(left, "left.scd"), new SclReader().read(right, "right.scd"));
                    return comparison.count();
                },
                () -> SclImport.of(left, "left.scd").file().ieds().size());
    }

    private static void bays(Path root) {
        Position here = Position.in("figures");
        Project first = devices(0).withDevices(new TreeMap<>());
        for (int i = 0; i < 3; i++) {
            first = NewDevice.add(
                    first, "B1-" + i, NewDevice.Start.of("marrowby-f2").withExample("cable-feeder"));
        }
        List<Entry> members = first.devices().keySet().stream()
                .map(name -> new Entry(name, here))
                .toList();
        Project site = first.with(new Bay("B1", 1, members, new TreeMap<>(), here));
        List<BayCopy.Wanted> wanted = new ArrayList<>();
        for (int i = 2; i < 2 + BAYS; i++) {
            wanted.add(new BayCopy.Wanted("B" + i, Map.of(), Map.of()));
        }
        int[] round = {0};
        List<byte[]> written = new ArrayList<>();
        row(
                BAYS + " bays of three devices copied and saved : their files written",
                () -> {
                    ProjectFolder folder = site(root, "bays" + round[0]++, site);
                    folder.save(folder.load(), folder.load().with(site.bays().get("B1")));
                    Project before = folder.load();
                    long start = System.nanoTime();
                    folder.carryOut(BayCopy.plan(before, "B1", wanted, false).change(before));
                    long spent = System.nanoTime() - start;
                    keep(folder.root(), written);
                    return (int) (spent / 1000);
                },
                () -> {
                    Path at = root.resolve("plain" + round[0]);
                    long start = System.nanoTime();
                    for (int i = 0; i < written.size(); i++) {
                        SafeFile.write(at.resolve("devices").resolve("D" + i), written.get(i));
                    }
                    return (int) ((System.nanoTime() - start) / 1000);
                },
                true);
    }

    private static void keep(Path site, List<byte[]> written) {
        written.clear();
        try (Stream<Path> files = Files.walk(site)) {
            for (Path file : files.filter(Files::isRegularFile)
                    .filter(file -> file.toString().contains("devices") || file.endsWith("site.yaml"))
                    .toList()) {
                written.add(Files.readAllBytes(file));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void row(String what, IntSupplier own, IntSupplier plain) {
        row(what, own, plain, false);
    }

    /** What times itself says so in microseconds, as it prepares something before. */
    private static void row(String what, IntSupplier own, IntSupplier plain, boolean timesItself) {
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        int warming = timesItself ? 4 : 2;
        int rounds = warming + (timesItself ? SHORT_ROUNDS : ROUNDS);
        for (int round = 0; round < rounds; round++) {
            long start = System.nanoTime();
            int one = own.getAsInt();
            long middle = System.nanoTime();
            int other = plain.getAsInt();
            long end = System.nanoTime();
            if (one == 0 || other == 0) {
                throw new IllegalStateException("nothing was done");
            }
            if (round >= warming) {
                ours.add(timesItself ? one / 1e3 : (middle - start) / 1e6);
                theirs.add(timesItself ? other / 1e3 : (end - middle) / 1e6);
            }
        }
        double mine = DeviceFigures.median(ours);
        double base = DeviceFigures.median(theirs);
        System.out.printf(Locale.ROOT, "| %s | %.0f | %.0f | %.2f |%n", what, mine, base, mine / base);
    }
}
