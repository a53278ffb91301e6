package org.urvant.benchmarks;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.urvant.scl.Ied;
import org.urvant.scl.reading.SclImport;

class SclMakerTest {
    @Test
    void theMadeFileIsSoundDenseAndOfThreeMakers() throws IOException {
        byte[] made = SclMaker.make(Path.of("../demo/skarholm.scd"), 3_000_000);
        SclImport read = SclImport.of(made, "made");
        assertThat(made.length).isBetween(2_950_000, 3_100_000);
        assertThat(made.length / (double) read.file().elementCount()).isLessThan(70);
        assertThat(read.file().ieds()).hasSizeGreaterThan(200);
        assertThat(read.file().ieds()).extracting(Ied::maker).contains("Marrowby", "Tarnholt", "Novling");
        assertThat(read.check().findings()).as("every reference resolves").isEmpty();
        assertThat(read.index().signalCount()).isGreaterThan(90_000);
    }
}
