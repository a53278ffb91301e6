package org.urvant.benchmarks;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.urvant.core.scl.Ied;
import org.urvant.core.scl.SclFile;
import org.urvant.formats.scl.SclReader;

class SclMakerTest {
    @Test
    void theMadeFileIsSoundAndOfThreeMakers() throws IOException {
        byte[] made = SclMaker.make(Path.of("../demo/F01.cid"), 500_000);
        SclFile file = new SclReader().read(made, "made");
        assertThat(made.length).isBetween(490_000, 560_000);
        assertThat(file.ieds()).hasSizeGreaterThan(20);
        assertThat(file.ieds()).extracting(Ied::maker).containsOnly("Marrowby", "Tarnholt", "Novling");
        assertThat(file.ieds()).extracting(Ied::name).doesNotHaveDuplicates();
        assertThat(file.ieds()).allSatisfy(ied -> {
            assertThat(ied.attributeAt(ied.name() + "CTRL/XCBR1.Pos.stVal")).isPresent();
            assertThat(ied.connectedAccessPoint()).isPresent();
        });
    }
}
