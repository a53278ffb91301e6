package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** Gives an example the demo data and a folder that goes with it. */
final class Stage {
    private static final Path DEMO = Path.of("demo");

    private Stage() {}

    /** What an example does: with a file of the demo data, in a folder that does not exist yet. */
    interface Play {
        String run(Path file, Path folder) throws IOException;
    }

    /** Plays an example on a file of the demo data, prints how it ended, and leaves nothing behind. */
    static void play(String file, Play play) throws IOException {
        if (!Files.isDirectory(DEMO)) {
            System.err.println(
                    "There is no folder 'demo' here: run bin/example, or go to the top of Urvant's own folder.");
            return;
        }
        Path folder = Files.createTempDirectory("urvant-example-");
        try {
            System.out.println(play.run(DEMO.resolve(file), folder.resolve("site")));
        } finally {
            delete(folder);
        }
    }

    private static void delete(Path folder) throws IOException {
        List<Path> inside;
        try (Stream<Path> walk = Files.walk(folder)) {
            inside = walk.sorted(Comparator.reverseOrder()).toList();
        }
        for (Path path : inside) {
            Files.delete(path);
        }
    }
}
