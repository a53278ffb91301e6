package org.urvant.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ExamplesTest {
    @TempDir
    Path folder;

    @Test
    void relayToControlCentreEndsWithOneDifference() {
        assertThat(RelayToControlCentre.run(Path.of("../demo/F01.cid"), folder.resolve("site")))
                .matches("1 of \\d+ values differs");
    }

    @Test
    void everyExampleIsShort() throws IOException {
        try (var files = Files.list(Path.of("src/main/java/org/urvant/examples"))) {
            assertThat(files).isNotEmpty().allSatisfy(file -> assertThat(Files.readAllLines(file))
                    .hasSizeLessThan(80));
        }
    }
}
