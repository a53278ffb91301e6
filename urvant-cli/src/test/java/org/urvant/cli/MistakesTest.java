package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;

/**
 * The mistakes that people make, each at the real command: none passes silently. The table {@code mistakes.txt} has a line
 * for each: the need, the commands that make it, the exit code of the last one, a part of what it says. Besides commands,
 * {@code write FILE TEXT} writes a file and {@code edit FILE OLD NEW} changes one.
 */
class MistakesTest {
    @TempDir
    static Path prepared;

    @TempDir
    Path folder;

    private Terminal terminal;
    private Path site;

    @BeforeAll
    static void prepare() {
        Terminal terminal = new Terminal(prepared);
        Sites.plant(terminal, prepared);
        Sites.station(terminal);
    }

    @BeforeEach
    void copy() throws IOException {
        site = folder.resolve("skarholm");
        Sites.copy(prepared.resolve("skarholm"), site);
        terminal = new Terminal(folder);
        terminal.go(site);
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvFileSource(resources = "mistakes.txt", delimiter = '|', quoteCharacter = '~')
    void aMistakeIsFound(String need, String lines, int code, String found) throws IOException {
        int last = 0;
        for (String line : lines.split(" && ")) {
            assertThat(last).as(terminal.out() + terminal.err()).isIn(Exit.DONE, Exit.DIFFERENT);
            last = run(Sites.words(line));
        }
        String said = terminal.out() + terminal.err();
        assertThat(said).contains(found);
        assertThat(last).as(said).isEqualTo(code);
    }

    private int run(String[] words) throws IOException {
        switch (words[0]) {
            case "write":
                Files.createDirectories(site.resolve(words[1]).getParent());
                Files.writeString(site.resolve(words[1]), words[2].replace("\\n", "\n"));
                return Exit.DONE;
            case "edit":
                Path file = site.resolve(words[1]);
                String text = Files.exists(file)
                        ? Files.readString(file)
                        : Files.readString(Sites.demo(words[1]), StandardCharsets.ISO_8859_1);
                String old = words[2].replace("\\n", "\n");
                assertThat(text).contains(old);
                Files.writeString(file, text.replace(old, words[3].replace("\\n", "\n")), StandardCharsets.ISO_8859_1);
                return Exit.DONE;
            default:
                return terminal.run(words);
        }
    }
}
