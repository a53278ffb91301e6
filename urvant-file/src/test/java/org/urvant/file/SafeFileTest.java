package org.urvant.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnreachableException;

class SafeFileTest {
    @TempDir
    Path folder;

    @Test
    void aFileIsReplacedWholeAndNothingIsLeftBeside() throws IOException {
        Path file = folder.resolve("deep/er/a.txt");
        SafeFile.writeText(file, "one");
        SafeFile.writeText(file, "two and more");
        assertThat(file).hasContent("two and more");
        SafeFile.writeText(file, "3");
        assertThat(file).hasContent("3");
        try (var files = Files.list(file.getParent())) {
            assertThat(files).containsExactly(file);
        }
    }

    @Test
    void writingTheSameTouchesNothing() throws IOException {
        Path file = folder.resolve("a.txt");
        SafeFile.writeText(file, "same");
        FileTime old = FileTime.from(Instant.parse("2020-01-01T00:00:00Z"));
        Files.setLastModifiedTime(file, old);
        SafeFile.writeText(file, "same");
        assertThat(Files.getLastModifiedTime(file)).isEqualTo(old);
        SafeFile.writeText(file, "othe");
        assertThat(Files.getLastModifiedTime(file)).isNotEqualTo(old);
    }

    @Test
    void whatCannotBeWrittenLeavesWhatWasThere() throws IOException {
        Path taken = folder.resolve("a.txt");
        SafeFile.writeText(taken.resolve("b.txt"), "old");
        assertThatThrownBy(() -> SafeFile.writeText(taken, "new"))
                .isInstanceOf(UnreachableException.class)
                .hasMessageContaining("a.txt")
                .hasMessageContaining("as it was");
        assertThat(taken.resolve("b.txt")).hasContent("old");
        try (var files = Files.list(folder)) {
            assertThat(files).containsExactly(taken);
        }
    }

    @Test
    void aLinkIsReplacedAndNeverFollowed() throws IOException {
        Path other = folder.resolve("other.txt");
        SafeFile.writeText(other, "theirs");
        Path link = Files.createSymbolicLink(folder.resolve("link.txt"), other);
        assertThatThrownBy(() -> Volume.DISK.append(link, 0, new byte[1])).isInstanceOf(UnreachableException.class);
        assertThatThrownBy(() -> Volume.DISK.create(link, new byte[1])).isInstanceOf(UnreachableException.class);
        SafeFile.writeText(link, "mine");
        assertThat(link).isRegularFile().hasContent("mine");
        assertThat(Files.isSymbolicLink(link)).isFalse();
        assertThat(other).hasContent("theirs");
    }

    @Test
    void limitsHoldAtExactlyTheirValue() {
        Path file = folder.resolve("a.txt");
        SafeFile.writeText(file, "12345");
        assertThat(SafeFile.read(file, 5)).hasSize(5);
        assertThatThrownBy(() -> SafeFile.read(file, 4))
                .isInstanceOf(LimitExceededException.class)
                .hasMessageContaining("is 5, more than the limit of 4");
        assertThatThrownBy(() -> SafeFile.read(folder.resolve("none"), 5)).hasMessageContaining("there is no file");
        assertThatThrownBy(() -> SafeFile.read(folder, 1_000_000)).isInstanceOf(UnreachableException.class);
    }

    @Test
    void whatIsNotUtf8IsNamedByItsLine() {
        byte[] latin = "first\nStra\u00dfe\n".getBytes(StandardCharsets.ISO_8859_1);
        assertThatThrownBy(() -> SafeFile.text(latin, "list.csv"))
                .isInstanceOfSatisfying(MalformedInputException.class, mistake -> {
                    assertThat(mistake.placedMessage()).startsWith("list.csv:2: octet DF at offset 10");
                    assertThat(mistake.remedy()).contains("UTF-8");
                });
        assertThat(SafeFile.text("\uFEFFa".getBytes(StandardCharsets.UTF_8), "x"))
                .isEqualTo("a");
        assertThat(SafeFile.text(new byte[0], "x")).isEmpty();
    }

    /** Few are written one after the other, many at a time; who asks cannot tell. */
    @ParameterizedTest
    @ValueSource(ints = {3, 60})
    void filesThatAreWrittenTogetherAreAllThereOrOneIsNamed(int count) {
        Map<Path, byte[]> contents = new LinkedHashMap<>();
        for (int i = 0; i < count; i++) {
            contents.put(folder.resolve("f" + i), ("content " + i).getBytes(StandardCharsets.UTF_8));
        }
        Volume.DISK.createAll(contents);
        contents.forEach((file, content) -> assertThat(file).hasBinaryContent(content));

        contents.keySet().forEach(SafeFile::delete);
        SafeFile.writeText(folder.resolve("f2/taken"), "a folder");
        assertThatThrownBy(() -> Volume.DISK.createAll(contents))
                .isInstanceOf(UnreachableException.class)
                .hasMessageContaining("f2");
        assertThat(folder.resolve("f2/taken")).hasContent("a folder");
    }

    @Test
    void removingWhatIsNotThereIsNoMistake() {
        SafeFile.delete(folder.resolve("none"));
        SafeFile.writeText(folder.resolve("a"), "x");
        SafeFile.delete(folder.resolve("a"));
        assertThat(folder.resolve("a")).doesNotExist();
    }
}
