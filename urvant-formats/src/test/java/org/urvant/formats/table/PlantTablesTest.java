package org.urvant.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.folder.Plant;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Matrix;
import org.urvant.project.setting.ValueRow;

/** Values and marks of the demo plant as tables for spreadsheets. */
class PlantTablesTest {
    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void plant() {
        folder = Plant.make(root.resolve("site"));
    }

    private List<Finding> findings() {
        return ProjectCheck.check(folder.load());
    }

    @Test
    void assignmentsAreAMatrixThatCanBeEdited() throws IOException {
        folder.set(
                folder.load(),
                "F11",
                Map.of(
                        "assignments.fault.function", "earth-fault",
                        "assignments.fault.outputs", "BO1, BO3",
                        "assignments.fault.lamps", "LED2"));
        Matrix matrix = matrix("F11", "assignments");
        assertThat(matrix.rows()).containsExactly("earth", "failure", "fault", "heat", "trip");
        assertThat(matrix.columns()).hasSize(20).containsKeys("BO6", "X2/BO1", "LED8");
        assertThat(matrix.isMarked("fault", "BO3")).isTrue();
        assertThat(matrix.isMarked("trip", "BO3")).isFalse();
        assertThat(matrix.unmarked()).contains("BO5", "LED3").doesNotContain("BO1", "LED2");
        Path file = root.resolve("marks.csv");
        MarkTable.write(file, matrix);
        assertThat(matrix.changes(MarkTable.read(file, "marks.csv"))).isEmpty();
        Files.writeString(
                file, "row,BO1,BO3,BO4,LED2\nfault,x,,,X\ntrip,,,x,\nspare,,,,x\n"); // says nothing of BO2, LED1
        Map<String, String> changes = matrix.changes(MarkTable.read(file, "marks.csv"));
        assertThat(changes)
                .containsEntry("assignments.fault.outputs", "BO1")
                .containsEntry("assignments.trip.outputs", "BO2, BO4")
                .containsEntry("assignments.spare.lamps", "LED2")
                .hasSize(3);
        folder.set(folder.load(), "F11", changes);
        assertThat(matrix("F11", "assignments").isMarked("trip", "BO4")).isTrue();
        assertThat(findings()).anyMatch(finding -> finding.subject().equals("F11 assignments.spare.function"));
        assertThatThrownBy(() -> matrix("F11", "inputs-used")).hasMessageContaining("is no matrix");
        assertThatThrownBy(() -> matrix("F11", "assignment")).isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> matrix("F11", "group.9.overcurrent")).isInstanceOf(UnknownNameException.class);
    }

    @ParameterizedTest(name = "{1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            row,BO1⏎trip,y       | 'y' stands in column 2; expected x or nothing
            row,BO1⏎trip,x,x     | the row has 3 cells, the heading has 2
            row,BO1⏎trip         | the row has 1 cell, the heading has 2
            row,BO1,bo1⏎trip,x,x | there are two columns 'bo1'
            row,BO1⏎tripp,x      | no row of assignments 'tripp'
            row,BO1⏎trip,x⏎trip, | row 'trip' stands here a second time
            row,BO1⏎,x           | a row without name
            function,BO1⏎trip,x  | the first cell is not 'row'
            row,BO9⏎trip,x       | no column 'BO9'
            """)
    void marksThatMeanNothingAreRefused(String text, String found) throws IOException {
        Path file = Files.writeString(root.resolve("m.csv"), text.replace("⏎", "\n"));
        Matrix matrix = matrix("F11", "assignments");
        assertThatThrownBy(() -> matrix.changes(MarkTable.read(file, "m.csv")))
                .isInstanceOf(UrvantException.class)
                .hasMessageContaining(found);
    }

    private Matrix matrix(String device, String table) {
        Project project = folder.load();
        return Matrix.of(DeviceSheets.of(project.typeOf(project.device(device)), project.device(device)), table);
    }

    @Test
    void valuesGoOutToATableAndComeBack() {
        Project project = folder.load();
        Path file = root.resolve("values.xlsx");
        List<List<String>> rows = project.devices().values().stream()
                .flatMap(device -> ValueRow.of(DeviceSheets.of(project.typeOf(device), device)).stream()
                        .filter(ValueRow::isGiven)
                        .map(row -> List.of(
                                device.name(),
                                row.path(),
                                row.value(),
                                "",
                                "",
                                "",
                                row.setting().meaning())))
                .toList();
        ValueTable.write(file, rows);
        ValueTable.Read read = ValueTable.read(file, "values.xlsx");
        assertThat(read.findings()).isEmpty();
        assertThat(read.rows().stream().map(row -> List.of(row.device(), row.path(), row.text())))
                .containsExactlyElementsOf(
                        rows.stream().map(row -> row.subList(0, 3)).toList());
    }
}
