package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.file.ExclusiveLock;
import picocli.CommandLine;

/** What the launchers leave to Java: the loaded form of the classes, made once and kept. */
class KeptClassesTest {
    private static final List<String> PROGRAM = List.of("picocli.AutoComplete", "--version");

    /** Java archives no classes of folders, so a library stands in for the command. */
    private static final String JAR = Path.of(URI.create(CommandLine.class
                    .getProtectionDomain()
                    .getCodeSource()
                    .getLocation()
                    .toString()))
            .toString();

    @TempDir
    Path folder;

    private List<String> files() throws IOException {
        try (Stream<Path> files = Files.list(folder.resolve("cache"))) {
            return files.map(file -> file.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void theClassesAreKeptUntilTheyAreOthers() throws IOException, InterruptedException {
        Path file = folder.resolve("cache/classes.jsa");
        KeptClasses kept = new KeptClasses(file, JAR);
        assertThat(kept.isCurrent()).isFalse();
        assertThat(kept.make(PROGRAM)).isTrue();
        assertThat(kept.isCurrent()).isTrue();
        assertThat(files()).containsExactly("classes.jsa", "classes.jsa.key", "classes.jsa.lock");
        assertThat(Files.size(file)).isGreaterThan(1_000_000);
        assertThat(Files.getPosixFilePermissions(file.getParent())).hasSize(3);

        Files.writeString(folder.resolve("cache/classes.jsa.key"), "made by another Java");
        assertThat(kept.isCurrent()).isFalse();
    }

    @Test
    void oneProgramMakesThemAtATime() throws Exception {
        Path file = folder.resolve("cache/classes.jsa");
        KeptClasses kept = new KeptClasses(file, JAR);
        Path lock = folder.resolve("cache/classes.jsa.lock");
        ExecutorService other = Executors.newSingleThreadExecutor();
        ExclusiveLock held = ExclusiveLock.take(lock, "another command", Duration.ZERO);
        try {
            assertThat(other.submit(() -> kept.make(PROGRAM)).get()).isFalse();
            assertThat(files()).containsExactly("classes.jsa.lock");
        } finally {
            held.close();
            other.shutdown();
        }
        assertThat(kept.make(PROGRAM))
                .as("the lock ends with who held it, and its file stays")
                .isTrue();
        assertThat(files()).containsExactly("classes.jsa", "classes.jsa.key", "classes.jsa.lock");
    }

    @Test
    void aProgramThatFailsIsNotTriedAgain() throws IOException, InterruptedException {
        KeptClasses kept = new KeptClasses(folder.resolve("cache/classes.jsa"), JAR);
        assertThat(kept.isPossible()).isTrue();
        assertThat(kept.make(List.of("no.such.Program"))).isFalse();
        assertThat(files()).containsExactly("classes.jsa.key", "classes.jsa.lock");
        assertThat(kept.isCurrent())
                .as("it is not tried again with each command")
                .isTrue();
    }
}
