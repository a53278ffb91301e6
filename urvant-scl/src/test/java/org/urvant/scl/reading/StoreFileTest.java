package org.urvant.scl.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.tree.Fingerprint;
import org.urvant.scl.FileCheck;
import org.urvant.scl.FileComparison;
import org.urvant.scl.SclFile;
import org.urvant.scl.selection.SignalIndex;

/** What is kept of a file gives every answer that the file gives, or none. */
class StoreFileTest {
    private static final String SMALL = "<SCL xmlns=\"" + SclReader.NAMESPACE + "\" version=\"2007\" revision=\"B\">"
            + "<Header id=\"Skarholm Σ ☂\"/><x:y xmlns:x=\"urn:skarholm\" x:a=\"1\"/>"
            + "<IED name=\"F01\" type=\"R1\"><Private type=\"p\">text &amp; more</Private></IED></SCL>";

    @TempDir
    Path folder;

    private static String digest(byte[] content) {
        return Fingerprint.of(content).hex();
    }

    private Path kept(byte[] content, String name) {
        Path store = folder.resolve("kept.store");
        StoreFile.write(store, digest(content), new SclReader().read(content, name));
        return store;
    }

    @ParameterizedTest
    @ValueSource(strings = {"skarholm.scd", "F02.cid"})
    void whatIsKeptAnswersAsTheFileDoes(String name) throws IOException {
        byte[] content = Files.readAllBytes(Path.of("../demo", name));
        SclFile read = new SclReader().read(content, name);
        SclFile again =
                StoreFile.read(kept(content, name), digest(content), name).orElseThrow();
        assertThat(everything(again)).isEqualTo(everything(read)).hasSizeGreaterThan(100);
        assertThat(FileCheck.check(again)).isEqualTo(FileCheck.check(read));
        assertThat(FileComparison.of(read, again).differences()).isEmpty();
        assertThat(SclImport.of(content, name).index().octets())
                .isEqualTo(SignalIndex.of(again).octets());
    }

    /** All references with what the file says of them, and where. */
    private static List<String> everything(SclFile file) {
        List<String> all = new ArrayList<>(Stream.of(file.kind(), file.edition(), file.headerId(), file.contentHash())
                .map(String::valueOf)
                .toList());
        file.ieds().forEach(ied -> {
            all.add(ied.position() + " " + ied.name() + " " + ied.type()
                    + ied.connectedAccessPoints().size());
            ied.nodes().stream()
                    .flatMap(node -> node.attributes().stream())
                    .forEach(each ->
                            all.add(each.position() + " " + each.reference() + each.description() + each.value()));
        });
        return all;
    }

    @Test
    void anOctetThatIsMissingOrAnotherMakesItBeReadAnew() throws IOException {
        byte[] content = SMALL.getBytes(StandardCharsets.UTF_8);
        Path store = kept(content, "small.scd");
        byte[] octets = Files.readAllBytes(store);
        assertThat(read(store, content).orElseThrow().headerId()).isEqualTo("Skarholm Σ ☂");
        for (int i = 0; i < octets.length; i++) {
            byte[] other = octets.clone();
            other[i] ^= (byte) (1 << i % 8);
            Files.write(store, other);
            assertThat(read(store, content)).as("octet %d", i).isEmpty();
            Files.write(store, Arrays.copyOf(octets, i));
            assertThat(read(store, content)).as("the first %d octets", i).isEmpty();
        }
        Files.write(store, Arrays.copyOf(octets, octets.length + 1));
        assertThat(read(store, content)).isEmpty();
        Files.write(store, octets);
        assertThat(read(store, "another file".getBytes(StandardCharsets.UTF_8))).isEmpty();
        assertThat(StoreFile.read(folder.resolve("none"), digest(content), "small.scd"))
                .isEmpty();
    }

    private static Optional<SclFile> read(Path store, byte[] content) {
        return StoreFile.read(store, digest(content), "small.scd");
    }
}
