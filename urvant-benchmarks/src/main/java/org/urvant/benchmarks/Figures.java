package org.urvant.benchmarks;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import javax.xml.stream.XMLStreamException;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclImport;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Query;
import org.urvant.scl.selection.SignalIndex;

/**
 * Prints the figures of docs/performance.md, all from one run: each as a ratio of medians to a plain baseline, the two
 * measured in turn. Arguments: the demo station's file, a demo project's folder, the folder of a project with a 100 MB file,
 * the number of commands.
 */
public final class Figures {
    private static final int MEGABYTE = 1_000_000;
    private static final int ROUNDS = 11;
    private static final int WARM_UP = 4;
    private static final String MAIN = "org.urvant.cli.Main";

    private Figures() {}

    /** A piece of work that may fail. */
    private interface Work {
        long run() throws IOException, XMLStreamException, InterruptedException;
    }

    /** Measures and prints. */
    public static void main(String[] arguments) throws IOException, XMLStreamException, InterruptedException {
        Path station = Path.of(arguments[0]);
        Path demo = Path.of(arguments[1]);
        Path large = Path.of(arguments[2]);
        byte[] file = SclMaker.make(station, 100 * MEGABYTE);
        SclFile read = new SclReader().read(file, "made");
        System.out.printf(
                Locale.ROOT,
                "made file: %.1f MB, %d IEDs, %d elements of %.1f bytes, %d attributes%n",
                file.length / (double) MEGABYTE,
                read.ieds().size(),
                read.elementCount(),
                file.length / (double) read.elementCount(),
                SignalIndex.of(read).signalCount());
        System.out.println("| what | urvant ms | baseline ms | ratio |");
        System.out.println("|---|---|---|---|");
        compare(
                "import 100 MB, every reference resolved : JDK StAX scan with every attribute",
                () -> load(file),
                () -> scan(file));
        compare("of that, reading alone : the same scan", () -> read(file), () -> scan(file));
        heap(file);
        queries(SclMaker.make(station, 31 * MEGABYTE));
        starts(demo, large, arguments[3]);
        growth(station);
        System.out.println();
        Profile.print(() -> load(file), 3);
    }

    private static void queries(byte[] file) throws IOException, XMLStreamException, InterruptedException {
        List<SignalIndex> index = List.of(SignalIndex.of(new SclReader().read(file, "made")));
        String[] references = Query.parse("").search(index).signals(0, Long.MAX_VALUE).stream()
                .map(FoundSignal::reference)
                .toArray(String[]::new);
        String scan = " : scan of " + references.length + " references with String.contains";
        for (String query : List.of(
                "kind:trip",
                "trip",
                "desc:breaker bay:F01 (kind:position or kind:command)",
                "K1*CSWI1.Pos.Oper.ctlVal")) {
            compare(
                    "query `" + query + "` over as many attributes" + scan,
                    () -> Query.parse(query).search(index).count(),
                    () -> Arrays.stream(references)
                            .filter(reference -> reference.contains("CSWI1.Pos.Oper"))
                            .count());
        }
    }

    private static void starts(Path demo, Path large, String commands)
            throws IOException, XMLStreamException, InterruptedException {
        Programs programs = new Programs(demo.resolveSibling("user"));
        Path own = programs.archive(List.of(MAIN, "demo"), demo);
        Path bare = programs.archive(List.of(BareCommands.class.getName(), commands, "--help"), demo);
        List<String> version = List.of(BareCommands.class.getName(), commands, "--version");
        List<String> ownVersion = List.of(MAIN, "--version");
        compare(
                "`urvant --version` : bare picocli program with " + commands + " commands",
                () -> (long) programs.run(own, ownVersion, demo).millis(),
                () -> (long) programs.run(bare, version, demo).millis());
        compare(
                "`urvant signals kind:trip` on the demo project : `urvant --version`",
                () -> (long) programs.run(own, List.of(MAIN, "signals", "kind:trip"), demo)
                        .millis(),
                () -> (long) programs.run(own, ownVersion, demo).millis());
        compare(
                "`urvant signals kind:trip` on a project with the 100 MB file : `urvant --version`",
                () -> (long) programs.run(own, List.of(MAIN, "signals", "kind:trip"), large)
                        .millis(),
                () -> (long) programs.run(own, ownVersion, demo).millis());
        Files.delete(own);
        Files.delete(bare);
    }

    private static void growth(Path station) throws IOException, XMLStreamException, InterruptedException {
        double one = 0;
        for (int size : new int[] {1, 10, 30, 100}) {
            byte[] file = SclMaker.make(station, size * MEGABYTE);
            List<Double> times = new ArrayList<>();
            for (int round = 0; round < WARM_UP + ROUNDS; round++) {
                times.add(millis(() -> load(file)));
            }
            double perMegabyte = median(times) / (file.length / (double) MEGABYTE);
            one = one == 0 ? perMegabyte : one;
            System.out.printf(
                    Locale.ROOT,
                    "| import of %d MB, ms per MB : that of 1 MB | %.1f | %.1f | %.2f |%n",
                    size,
                    perMegabyte,
                    one,
                    perMegabyte / one);
        }
    }

    private static void compare(String what, Work work, Work baseline)
            throws IOException, XMLStreamException, InterruptedException {
        List<Double> first = new ArrayList<>();
        List<Double> second = new ArrayList<>();
        for (int round = 0; round < WARM_UP + ROUNDS; round++) {
            double a = millis(work);
            double b = millis(baseline);
            if (round >= WARM_UP) {
                first.add(a);
                second.add(b);
            }
        }
        System.out.printf(
                Locale.ROOT,
                "| %s | %.0f | %.0f | %.2f |%n",
                what,
                median(first),
                median(second),
                median(first) / median(second));
    }

    private static double millis(Work work) throws IOException, XMLStreamException, InterruptedException {
        long start = System.nanoTime();
        if (work.run() < 0) {
            throw new IllegalStateException("the work found nothing");
        }
        return (System.nanoTime() - start) / 1e6;
    }

    private static double median(List<Double> values) {
        double[] sorted =
                values.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        return sorted[sorted.length / 2];
    }

    private static long read(byte[] file) {
        return new SclReader().read(file, "made").elementCount();
    }

    private static long load(byte[] file) {
        SclImport read = SclImport.of(file, "made");
        if (!read.check().findings().isEmpty()) {
            throw new IllegalStateException(
                    "the made file has mistakes: " + read.check().findings().get(0));
        }
        return read.index().signalCount();
    }

    private static long scan(byte[] file) throws XMLStreamException {
        return StaxScan.letters(new ByteArrayInputStream(file));
    }

    private static void heap(byte[] file) throws InterruptedException {
        long before = used();
        SclFile read = new SclReader().read(file, "made");
        SignalIndex index = SignalIndex.of(read);
        long held = used() - before;
        System.out.printf(
                Locale.ROOT,
                "| live heap of file and index : the file's size (MB) | %.1f | %.1f | %.2f |%n",
                held / (double) MEGABYTE,
                file.length / (double) MEGABYTE,
                held / (double) file.length);
        if (read.elementCount() + index.signalCount() == 0) {
            throw new IllegalStateException("the file is kept until here");
        }
    }

    private static long used() throws InterruptedException {
        for (int i = 0; i < 4; i++) {
            System.gc();
            Thread.sleep(50);
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }
}
