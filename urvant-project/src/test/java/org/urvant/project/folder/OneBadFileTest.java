package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Severity;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;

/** A file that is torn, no text, or a link is a finding with its place; the rest of the project works, and it stays as it is. */
class OneBadFileTest {
    @TempDir
    private Path root;

    /** Columns: file, what stands in it, what is said, and the device that is blocked; none where it is not known whom it concerns. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "devices/GW1.yaml    | type: [             | devices/GW1.yaml:        | GW1",
                "devices/GW1.yaml    | \\xff\\xfe            | devices/GW1.yaml:1       | GW1",
                "mappings/GW1.csv    | key,name            | mappings/GW1.csv:1       | GW1",
                "mappings/GW1.csv    | ~\"unclosed~        | mappings/GW1.csv:1       | GW1",
                "ledger/GW1.jsonl    | ~{\"event\":~\\n    | ledger/GW1.jsonl:1       | GW1",
                "logic/GW1.st        | \\xff                | logic/GW1.st:1           | GW1",
                "picks/feeder.yaml   | a: [                | picks/feeder.yaml:       |",
                "picks/other.yaml    | \\xff                | picks/other.yaml:1       |",
                "types/own.yaml      | type: [             | types/own.yaml:          |",
                "sources/F02.cid     | <SCL                | sources/F02.cid:         |",
                "sources/index.yaml  | sources: [          | sources/index.yaml:      |",
                "sources/index.yaml  | \\xff                | sources/index.yaml:1     |",
                "site.yaml           | bays: [             | site.yaml:               |",
                "queries.yaml        | a: [                | queries.yaml:            |"
            })
    void itClosesNothingButItself(String name, String content, String place, String device) throws IOException {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        Skarholm.gateway(folder, "GW2", "192.0.2.21", "48");
        Path file = folder.root().resolve(name);
        Files.createDirectories(file.getParent());
        byte[] bad = content.replace("\\xff", "\u00ff")
                .replace("\\xfe", "\u00fe")
                .replace("\\n", "\n")
                .getBytes(StandardCharsets.ISO_8859_1);
        Files.write(file, bad);
        Project site =
                ProjectFolder.open(folder.root(), Skarholm.workplace("tester")).load();
        List<Finding> errors = ProjectCheck.check(site).stream()
                .filter(finding -> finding.severity() == Severity.ERROR)
                .filter(finding -> finding.position().toString().startsWith(place))
                .toList();
        assertThat(errors).isNotEmpty();
        if (device != null) {
            assertThat(errors).allMatch(finding -> finding.about().equals(Set.of(Ref.device(device))));
        }
        ProjectFolder again = ProjectFolder.open(folder.root(), Skarholm.workplace("tester"));
        again.change(made -> ValueChange.set(made, "GW2", Map.of("watchdog.time", "11")));
        assertThat(ValueChange.shown(again.load(), "GW2", "watchdog.time")).startsWith("11");
        assertThat(file).hasBinaryContent(bad);
        if (name.equals("sources/index.yaml")) {
            assertThat(again.load().iedNames())
                    .as("what lies there is taken as it is")
                    .contains("F01", "F02");
            assertThat(again.signals(finding -> {})).hasSize(3);
            assertThatThrownBy(() -> again.importScl(Path.of("../demo/tp4.icd")))
                    .hasMessageContaining("cannot be read; nothing was written");
        }
    }

    @Test
    void itIsNotWrittenOver() throws IOException {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        Path file = Files.writeString(folder.root().resolve("devices/GW9.yaml"), "type: [");
        ProjectFolder opened = ProjectFolder.open(folder.root(), Skarholm.workplace("tester"));
        assertThatThrownBy(() -> opened.change(made -> NewDevice.add(made, "GW9", NewDevice.Start.of("ravnsund-g3"))))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("devices/GW9.yaml stands there and cannot be read");
        assertThat(file).hasContent("type: [");
        Project site = opened.load();
        assertThatThrownBy(() -> site.device("GW9"))
                .isInstanceOfSatisfying(MalformedInputException.class, mistake -> assertThat(mistake.placedMessage())
                        .startsWith("devices/GW9.yaml:1:"));
        Files.delete(file);
        Files.createSymbolicLink(file, folder.root().resolve("devices/GW1.yaml"));
        assertThat(ProjectCheck.check(opened.load()))
                .anyMatch(finding -> finding.message().equals("devices/GW9.yaml is a link"));
    }
}
