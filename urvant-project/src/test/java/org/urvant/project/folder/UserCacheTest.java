package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.scl.reading.SignalIndexFile;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Query;

/** What is kept to be fast never changes an answer, and nothing of it comes from a project. */
class UserCacheTest {
    @TempDir
    Path root;

    private Workplace place;
    private ProjectFolder folder;

    @BeforeEach
    void aSite() {
        place = new Workplace("kari", Skarholm.CLOCK, root.resolve("kari"));
        Skarholm.make(root.resolve("site"));
        folder = ProjectFolder.open(root.resolve("site"), place);
    }

    private List<String> found(String query) {
        return Query.parse(query).search(folder.signals()).signals(0, 1000).stream()
                .map(FoundSignal::reference)
                .toList();
    }

    private List<Path> kept(String ending) throws IOException {
        if (Files.notExists(place.cache())) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(place.cache())) {
            return files.filter(file -> file.toString().endsWith(ending)).toList();
        }
    }

    @Test
    void aSourceThatWasAlteredIsReadAnewWhateverItsTimes() throws IOException {
        Path source = folder.root().resolve("sources/F02.cid");
        FileTime old = FileTime.from(Instant.parse("2020-01-01T00:00:00Z"));
        Files.setLastModifiedTime(source, old);
        assertThat(found("ied:F02")).isNotEmpty();
        assertThat(kept(".index")).hasSize(3);
        String text = Files.readString(source);
        Files.writeString(source, text.replace("name=\"F02\"", "name=\"F92\""));
        Files.setLastModifiedTime(source, old);
        assertThat(found("ied:F92")).isNotEmpty();
        assertThat(found("ied:F02")).isEmpty();
    }

    @Test
    void whatOthersCanWriteOrIsBrokenIsNotUsed() throws IOException {
        List<String> all = found("kind:trip");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(place.cache())))
                .isEqualTo("rwx------");
        for (Path index : kept(".index")) {
            byte[] octets = Files.readAllBytes(index);
            Files.write(index, Arrays.copyOf(octets, octets.length / 2));
        }
        assertThat(found("kind:trip")).isEqualTo(all);
        for (Path index : kept(".index")) {
            assertThat(SignalIndexFile.read(index, "x")).as("made again").isPresent();
        }
        List<Path> good = kept(".index");
        Files.setPosixFilePermissions(place.cache(), PosixFilePermissions.fromString("rwxrwxrwx"));
        for (Path index : good) {
            Files.delete(index);
        }
        assertThat(found("kind:trip")).isEqualTo(all);
        assertThat(kept(".index")).isEmpty();
    }
}
