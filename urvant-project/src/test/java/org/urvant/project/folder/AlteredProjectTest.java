package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.UrvantException;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;

/** Whatever happens to a project's files: they are checked, or refused in the one family of exceptions. */
class AlteredProjectTest {
    private static final int ROUNDS = 400;

    @TempDir
    Path root;

    @Test
    void alteredFilesAreCheckedOrRefused() throws IOException {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        List<String> names = List.of(
                "urvant.yaml",
                "devices/GW1.yaml",
                "mappings/GW1.csv",
                "picks/feeder.yaml",
                "sources/index.yaml",
                "ledger/GW1.jsonl");
        int refused = 0;
        for (int round = 0; round < ROUNDS; round++) {
            Random random = new Random(round);
            Path file = folder.root().resolve(names.get(round % names.size()));
            byte[] sound = Files.readAllBytes(file);
            Files.write(file, altered(sound, random));
            try {
                Project project = folder.load();
                ProjectCheck.check(project);
                project.devices().values().forEach(device -> ConfigurationBuilder.build(project, device));
            } catch (UrvantException e) {
                assertThat(e.placedMessage()).as("round %s", round).isNotBlank();
                assertThat(e.remedy()).isNotBlank();
                refused++;
            }
            Files.write(file, sound);
        }
        assertThat(refused).isBetween(ROUNDS / 16, ROUNDS);
        assertThat(ProjectCheck.blocks(ProjectCheck.check(folder.load()))).isFalse();
    }

    /** Changes, removes, doubles or inserts a few bytes, or cuts the end off. */
    private static byte[] altered(byte[] sound, Random random) {
        String text = new String(sound, StandardCharsets.ISO_8859_1);
        for (int i = 1 + random.nextInt(3); i > 0; i--) {
            int at = random.nextInt(text.length());
            int to = Math.min(text.length(), at + 1 + random.nextInt(8));
            text = switch (random.nextInt(6)) {
                case 0 -> text.substring(0, at) + (char) random.nextInt(256) + text.substring(to);
                case 1 -> text.substring(0, at) + text.substring(to);
                case 2 -> text.substring(0, to) + text.substring(at);
                case 3 -> text.substring(0, at) + "{[\"':,-&*!#\n\t\0".charAt(random.nextInt(14)) + text.substring(at);
                case 4 -> text.substring(0, at) + Long.toString(random.nextLong()) + text.substring(at);
                default -> random.nextInt(5) == 0 ? text.substring(0, at) : text;
            };
            if (text.isEmpty()) {
                text = " ";
            }
        }
        return text.getBytes(StandardCharsets.ISO_8859_1);
    }
}
