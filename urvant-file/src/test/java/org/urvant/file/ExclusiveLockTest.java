package org.urvant.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;

class ExclusiveLockTest {
    private static final Duration NO_WAIT = Duration.ofMillis(30);

    @TempDir
    private Path folder;

    /** Another program: takes the lock, says so by a file, and is killed. */
    static final class Holder {
        private Holder() {}

        public static void main(String[] arguments) throws Exception {
            ExclusiveLock.take(Path.of(arguments[0]), "another program", Duration.ZERO);
            Files.createFile(Path.of(arguments[1]));
            Thread.sleep(60_000);
        }
    }

    @Test
    void anotherProgramKeepsItUntilItEndsHoweverThatEnds() throws IOException, InterruptedException {
        Path lock = folder.resolve("sub/lock");
        Path ready = folder.resolve("ready");
        Process other = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        Holder.class.getName(),
                        lock.toString(),
                        ready.toString())
                .inheritIO()
                .start();
        try {
            for (int i = 0; i < 600 && !Files.exists(ready); i++) {
                Thread.sleep(50);
            }
            for (int i = 0; i < 2; i++) { // the second time too: asking must not take it from the holder
                assertThatThrownBy(() -> ExclusiveLock.take(lock, "this one", NO_WAIT))
                        .isInstanceOf(RefusedException.class)
                        .hasMessageContaining("being changed by another program since ")
                        .hasMessageContaining("process " + other.pid());
            }
        } finally {
            other.destroyForcibly();
            assertThat(other.waitFor(30, TimeUnit.SECONDS)).isTrue();
        }
        ExclusiveLock.take(lock, "this one", NO_WAIT).close();
    }

    @Test
    void aThreadMayTakeItAgain() {
        Path lock = folder.resolve("lock");
        ExclusiveLock outer = ExclusiveLock.take(lock, "outer", NO_WAIT);
        ExclusiveLock.take(lock, "inner", NO_WAIT).close();
        assertThat(lock).content().startsWith("outer since ");
        outer.close();
        ExclusiveLock.take(lock, "later", NO_WAIT).close();
        assertThat(lock).content().startsWith("later since ");
    }

    @Test
    void aLinkOrAFolderInItsPlaceIsSaid() throws IOException {
        Path other = Files.writeString(folder.resolve("other"), "theirs");
        Path link = Files.createSymbolicLink(folder.resolve("link"), other);
        assertThatThrownBy(() -> ExclusiveLock.take(link, "this one", NO_WAIT))
                .isInstanceOf(UnreachableException.class)
                .hasMessageContaining("cannot lock");
        assertThat(other).hasContent("theirs");
        assertThatThrownBy(() -> ExclusiveLock.take(folder, "this one", NO_WAIT))
                .isInstanceOf(UnreachableException.class);
    }
}
