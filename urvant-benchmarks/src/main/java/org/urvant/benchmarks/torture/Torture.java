package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Cuts, kills, crowds and hostile clients, each counted, with the promise that is held. Arguments: the demo's folder, a folder
 * to work in, the part ({@code cuts}, {@code crowd}, {@code kills}, {@code clients}), and its numbers.
 */
public final class Torture {
    private Torture() {}

    /** Runs one part and prints its lines of the table. */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        Path demo = Path.of(arguments[0]).toAbsolutePath();
        Path work = Files.createDirectories(Path.of(arguments[1]).toAbsolutePath());
        int first = Integer.parseInt(arguments[3]);
        switch (arguments[2]) {
            case "cuts" -> System.out.println(new CutLines(demo, work, first, Integer.parseInt(arguments[4])).run());
            case "crowd" -> new Programs(demo, work).crowd(first).forEach(System.out::println);
            case "kills" -> {
                Programs programs = new Programs(demo, work);
                System.out.println(programs.kills(first));
                System.out.println(programs.killedDownloads(first / 3));
            }
            case "clients" -> new HostileClients(work).run(first).forEach(System.out::println);
            default -> throw new IllegalArgumentException(arguments[2]);
        }
    }
}
