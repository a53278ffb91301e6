package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.function.Consumer;
import java.util.stream.Stream;

/** A project that is made once and copied for each test: making it waits for the disk dozens of times, copying does not. */
public final class Prepared {
    private final Consumer<Path> making;
    private Path made;

    public Prepared(Consumer<Path> making) {
        this.making = making;
    }

    /** Returns the project's copy in a new folder. */
    public synchronized ProjectFolder copy(Path root) {
        try {
            if (made == null) {
                Path folder = Files.createTempDirectory("urvant-prepared-");
                Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(folder)));
                making.accept(folder.resolve("site"));
                made = folder.resolve("site");
            }
            try (Stream<Path> paths = Files.walk(made)) {
                for (Path path : paths.filter(Files::isRegularFile).toList()) {
                    Path target = root.resolve(made.relativize(path).toString());
                    Files.createDirectories(target.getParent());
                    Files.copy(path, target);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return ProjectFolder.open(root, Skarholm.workplace("tester"));
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
