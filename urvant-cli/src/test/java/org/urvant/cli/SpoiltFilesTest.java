package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of a project as a hand, an editor or a merge may leave them: what is wrong is told, with its line. */
class SpoiltFilesTest {
    private static final int SPOILT = 100;

    @TempDir
    Path folder;

    private Terminal terminal;
    private Path site;

    @BeforeEach
    void prepare() {
        terminal = new Terminal(folder);
        Sites.plant(terminal, folder);
        site = folder.resolve("skarholm");
    }

    private List<Path> files(String... within) throws IOException {
        List<Path> files = new ArrayList<>();
        for (String each : within) {
            try (Stream<Path> found = Files.walk(site.resolve(each))) {
                found.filter(Files::isRegularFile).sorted().forEach(files::add);
            }
        }
        return files;
    }

    private static String exchanged(String line, int at) {
        return line.substring(0, at) + line.charAt(at + 1) + line.charAt(at) + line.substring(at + 2);
    }

    @Test
    void aMisspeltSettingIsFoundAtItsLine() throws IOException {
        for (Path file : files("devices")) {
            String name = file.getFileName().toString();
            List<String> lines = Files.readAllLines(file);
            boolean isSetting = false;
            for (int i = 0; i < lines.size(); i++) {
                String line = lines.get(i);
                isSetting = line.startsWith(" ") ? isSetting : line.equals("settings:");
                if (isSetting && line.startsWith("  ") && line.charAt(2) != line.charAt(3)) {
                    List<String> spoilt = new ArrayList<>(lines);
                    spoilt.set(i, exchanged(line, 2));
                    Files.write(file, spoilt);
                    int code = terminal.run("check", name.replace(".yaml", ""), "--all");
                    assertThat(code).as(line).isEqualTo(Exit.DIFFERENT);
                    assertThat(terminal.out())
                            .as(line)
                            .contains("devices/" + name + ":" + (i + 1) + ":", "does not exist");
                }
            }
            Files.write(file, lines);
        }
    }

    /** Signs lost, doubled or exchanged, lines lost or doubled, anywhere: an answer, never an error in the program. */
    @Test
    void whateverHappensToAFileIsAnswered() throws IOException {
        List<Path> files = files("devices", "urvant.yaml");
        Random random = new Random(20_261_130);
        for (int i : IntStream.range(0, SPOILT).toArray()) {
            Path file = files.get(random.nextInt(files.size()));
            String text = Files.readString(file);
            int at = random.nextInt(text.length() - 2);
            int end = Math.max(at + 1, text.indexOf('\n', at));
            String spoilt =
                    switch (i % 5) {
                        case 0 -> text.substring(0, at) + text.substring(at + 1);
                        case 1 -> exchanged(text, at);
                        case 2 ->
                            text.substring(0, at) + "\t:-#{\"é\u0007".charAt(random.nextInt(8)) + text.substring(at);
                        case 3 -> text.substring(0, at) + text.substring(end);
                        default -> text.substring(0, end) + text.substring(at, end) + text.substring(end);
                    };
            Files.write(file, spoilt.getBytes(StandardCharsets.UTF_8));
            for (List<String> command : List.of(List.of("check", "--all"), List.of("device"))) {
                int code = terminal.run(command.toArray(String[]::new));
                String said = terminal.out() + terminal.err();
                assertThat(code).as("%s%n%s", file, said).isBetween(Exit.DONE, Exit.FAILED);
                assertThat(said).as(spoilt).doesNotContain("in Urvant itself").isNotBlank();
            }
            Files.writeString(file, text);
        }
    }
}
