package org.urvant.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.project.Project;
import org.urvant.project.change.NewDevice;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Skarholm;
import org.urvant.project.setting.GuidedStart;
import org.urvant.project.type.Catalogue;

/** Answers to the questions of a type, a row a device. */
class AnswerTableTest {
    private static final DeviceType MOTOR = Catalogue.type("stenvaag-m3").orElseThrow();

    @TempDir
    Path root;

    @Test
    void fortyMotorsAreMadeInOneStepAndUndoneInOne() {
        ProjectFolder folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
        Map<String, GuidedStart> starts = new LinkedHashMap<>();
        AnswerTable.read(Path.of("../demo/motors.csv"), "motors.csv")
                .forEach(
                        (name, answers) -> starts.put(name, GuidedStart.of(MOTOR, answers, Position.in("motors.csv"))));
        assertThat(starts).hasSize(40).allSatisfy((name, start) -> assertThat(start.isSound())
                .as(name)
                .isTrue());
        folder.change(site -> NewDevice.addGuided(site, "stenvaag-m3", "questions, motors.csv", starts));
        Project project = folder.load();
        assertThat(project.devices()).hasSize(40);
        assertThat(ProjectCheck.blocks(ProjectCheck.check(project))).isFalse();
        assertThat(folder.undo(false).files()).hasSize(40);
        assertThat(folder.load().devices()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            name,current⏎A,1          | column 'device' is missing
            device,current⏎M1,1⏎M1,2  | device 'M1' stands here a second time
            device,current⏎,1         | a row without device
            """)
    void anAnswerTableIsReadOrRefused(String text, String found) throws IOException {
        Path file = Files.writeString(root.resolve("a.csv"), text.replace("⏎", "\n"));
        assertThatThrownBy(() -> AnswerTable.read(file, "a.csv"))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining(found);
    }
}
