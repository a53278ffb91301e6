package org.urvant.benchmarks;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.urvant.core.scl.SclFile;
import org.urvant.formats.scl.SclReader;

/**
 * Prints the figures of docs/performance.md, all from one run: each as a ratio of medians to a plain baseline, the two
 * measured in turn. Arguments: the demo relay's file, a demo project's folder, the number of commands.
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
        byte[] file = SclMaker.make(Path.of(arguments[0]), 20 * MEGABYTE);
        System.out.printf(
                Locale.ROOT,
                "made file: %.1f MB, %d IEDs%n",
                file.length / (double) MEGABYTE,
                new SclReader().read(file, "made").ieds().size());
        System.out.println("| what | urvant ms | baseline ms | ratio |");
        System.out.println("|---|---|---|---|");
        compare("read 20 MB SCL : JDK StAX scan with every attribute", () -> read(file), () -> scan(file));
        compare("read and resolve every attribute : the same scan", () -> resolve(file), () -> scan(file));
        heap(file);
        Path project = Path.of(arguments[1]);
        Path own = archive(List.of(MAIN, "demo"), project);
        Path bare = archive(List.of(BareCommands.class.getName(), arguments[2], "--help"), project);
        List<String> version = List.of(BareCommands.class.getName(), arguments[2], "--version");
        compare(
                "`urvant --version` : bare picocli program with " + arguments[2] + " commands",
                () -> process(own, List.of(MAIN, "--version"), project),
                () -> process(bare, version, project));
        compare(
                "`urvant signals kind:trip` on the demo project : the same bare program",
                () -> process(own, List.of(MAIN, "signals", "kind:trip"), project),
                () -> process(bare, version, project));
        Files.delete(own);
        Files.delete(bare);
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

    private static long resolve(byte[] file) {
        return new SclReader()
                .read(file, "made").ieds().stream()
                        .flatMap(ied -> ied.logicalDevices().stream())
                        .flatMap(device -> device.nodes().stream())
                        .mapToLong(node -> node.attributes().size())
                        .sum();
    }

    private static long scan(byte[] file) throws XMLStreamException {
        XMLStreamReader xml = XMLInputFactory.newDefaultFactory().createXMLStreamReader(new ByteArrayInputStream(file));
        long letters = 0;
        while (xml.hasNext()) {
            if (xml.next() == XMLStreamReader.START_ELEMENT) {
                for (int i = 0; i < xml.getAttributeCount(); i++) {
                    letters += xml.getAttributeLocalName(i).length()
                            + xml.getAttributeValue(i).length();
                }
            }
        }
        return letters;
    }

    private static void heap(byte[] file) throws InterruptedException {
        long before = used();
        SclFile read = new SclReader().read(file, "made");
        long held = used() - before;
        System.out.printf(
                Locale.ROOT,
                "| live heap of the read file : its size on disk (MB) | %.1f | %.1f | %.2f |%n",
                held / (double) MEGABYTE,
                file.length / (double) MEGABYTE,
                held / (double) file.length);
        if (read.elementCount() == 0) {
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

    private static Path archive(List<String> training, Path folder) throws IOException, InterruptedException {
        Path archive = Files.createTempFile("figures", ".jsa");
        Files.delete(archive);
        run(List.of("-XX:ArchiveClassesAtExit=" + archive), training, folder);
        return archive;
    }

    private static long process(Path archive, List<String> program, Path folder)
            throws IOException, InterruptedException {
        return run(List.of("-XX:SharedArchiveFile=" + archive, "-XX:-UsePerfData"), program, folder);
    }

    private static long run(List<String> options, List<String> program, Path folder)
            throws IOException, InterruptedException {
        List<String> line = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-Xlog:disable"));
        line.addAll(options);
        line.addAll(Arrays.asList("-cp", System.getProperty("java.class.path")));
        line.addAll(program);
        ProcessBuilder builder = new ProcessBuilder(line)
                .directory(folder.toFile())
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD);
        builder.environment().putAll(Map.of("NO_COLOR", "1"));
        int code = builder.start().waitFor();
        if (code != 0) {
            throw new IllegalStateException(program + " ended with " + code);
        }
        return code;
    }
}
