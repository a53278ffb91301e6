package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Gives every reader mutated input for a time, in turn, and prints a table: inputs, how many of them were taken, mistakes, the
 * greatest time and memory of one input. Inputs that a reader did not bear are kept. Arguments: the demo's folder, a folder to
 * work in, a folder to keep such inputs in, minutes, and the names of readers, all if none is given.
 */
public final class Fuzz {
    private static final long ROUND_NANOS = 2_000_000_000L;
    private static final long LONGEST_NANOS = 30_000_000_000L;
    private static final long NANOS_A_MINUTE = 60_000_000_000L;

    private static volatile Fed fed;

    private Fuzz() {}

    /** What a reader is at, and since when. */
    private record Fed(HostileReader reader, long seed, long since) {}

    /** A reader that comes to no end is told with its input; nothing else would tell. */
    private static void watch(Path kept) {
        while (true) {
            Fed now = fed;
            if (now != null && System.nanoTime() - now.since() > LONGEST_NANOS) {
                System.out.println(now.reader().name() + ", seed " + now.seed() + ": no end after "
                        + LONGEST_NANOS / 1_000_000_000 + " s; kept in endless");
                try {
                    Files.write(
                            kept.resolve("endless"),
                            new Mutator(now.seed()).next(now.reader().corpus()));
                } catch (IOException e) {
                    System.out.println(e);
                }
                System.exit(1);
            }
            try {
                Thread.sleep(1_000);
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    /** Runs, and ends with 1 when a reader made a mistake. */
    public static void main(String[] arguments) throws IOException {
        Path work = Files.createDirectories(Path.of(arguments[1]));
        Path demo = Path.of(arguments[0]);
        Path kept = Files.createDirectories(Path.of(arguments[2]));
        List<String> wanted = List.of(arguments).subList(4, arguments.length);
        List<HostileReader> readers = new HostileReaders(demo, work)
                .all(MadeSite.make(demo, work.resolve("site"), work.resolve("home"))).stream()
                        .filter(reader -> wanted.isEmpty() || wanted.contains(reader.name()))
                        .toList();
        if (readers.isEmpty()) {
            System.err.println("there is no reader " + wanted + "; without a name all are taken");
            System.exit(2);
        }
        long end = System.nanoTime() + (long) (Double.parseDouble(arguments[3]) * NANOS_A_MINUTE);
        long seed = System.currentTimeMillis() << 20;
        Thread watcher = new Thread(() -> watch(kept));
        watcher.setDaemon(true);
        watcher.start();
        while (System.nanoTime() < end) {
            for (HostileReader reader : readers) {
                long until = Math.min(end, System.nanoTime() + ROUND_NANOS);
                do {
                    fed = new Fed(reader, seed, System.nanoTime());
                    reader.feed(seed++);
                } while (System.nanoTime() < until);
            }
        }
        System.out.println("| reader | inputs | taken | mistakes | most ms | most MB |");
        System.out.println("|---|---|---|---|---|---|");
        readers.forEach(reader -> System.out.println(reader.line()));
        for (HostileReader reader : readers) {
            for (HostileReader.Mistake mistake : reader.mistakes()) {
                Path file = kept.resolve(mistake.reader().replaceAll("\\W+", "-") + "-" + mistake.seed());
                Files.write(file, mistake.input());
                System.out.println(mistake.reader() + ", seed " + mistake.seed() + ": " + mistake.found() + "; kept in "
                        + file.getFileName());
            }
        }
        System.exit(readers.stream().allMatch(reader -> reader.mistakes().isEmpty()) ? 0 : 1);
    }
}
