package org.urvant.benchmarks.torture;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.RefusedException;

/** A little of what bin/fuzz does for as long as one likes, the same each time. */
class FuzzTest {
    private static final int INPUTS = 150;
    private static final Path DEMO = Path.of("../demo");

    @TempDir
    Path root;

    @Test
    void everyReaderTakesOrRefusesWhateverItIsGiven() throws IOException {
        List<HostileReader> readers = new HostileReaders(DEMO, Files.createDirectory(root.resolve("work")))
                .all(MadeSite.make(DEMO, root.resolve("site"), root.resolve("home")));
        for (HostileReader reader : readers) {
            int inputs = reader.name().startsWith("projects") ? INPUTS / 10 : INPUTS;
            for (int seed = 0; seed < inputs; seed++) {
                reader.feed(seed);
            }
            assertThat(reader.mistakes()).as(reader.name()).allSatisfy(mistake -> assertThat(mistake.found())
                    .isEmpty());
            assertThat(reader.inputs()).isEqualTo(inputs);
        }
        assertThat(readers).hasSizeGreaterThan(20);
    }

    @Test
    void whatIsNoRefusalOrHasNoWordsIsAMistake() {
        List<byte[]> corpus = List.of(new byte[] {1, 2, 3});
        HostileReader broken = new HostileReader("broken", corpus, input -> {
            throw new IllegalStateException("x");
        });
        HostileReader silent = new HostileReader("silent", corpus, input -> {
            throw new RefusedException("", "");
        });
        HostileReader sound = new HostileReader("sound", corpus, input -> {
            throw new RefusedException("found", "mend");
        });
        List.of(broken, silent, sound).forEach(reader -> reader.feed(7));
        assertThat(broken.mistakes()).hasSize(1);
        assertThat(silent.mistakes()).hasSize(1);
        assertThat(sound.mistakes()).isEmpty();
        assertThat(new Mutator(7).next(corpus)).isEqualTo(new Mutator(7).next(corpus));
    }
}
