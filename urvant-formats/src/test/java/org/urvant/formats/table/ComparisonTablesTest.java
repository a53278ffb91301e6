package org.urvant.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeSet;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.compare.Comparison;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.file.SafeFile;
import org.urvant.project.Project;
import org.urvant.project.change.BayCopy;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.Retest;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.type.Catalogue;

/** Differences, tests to do and bays to make as tables. */
class ComparisonTablesTest {
    private static final Project SITE = site();

    @TempDir
    Path folder;

    private static Project site() {
        DeviceTypes types = new DeviceTypes(
                new TreeSet<>(Catalogue.names()), name -> Catalogue.type(name).orElseThrow());
        Project site = NewDevice.add(
                Project.of("Site", types),
                "F1",
                NewDevice.Start.of("marrowby-f2").withExample("cable-feeder"));
        return ValueChange.set(
                DeviceChange.copy(site, "F1", "F2", false).project(),
                "F2",
                Map.of(
                        "group.1.overcurrent.2.delay", "0.09 s",
                        "BI3.name", "=1+1",
                        "assignments.extra.function", "earth-fault"));
    }

    private static Side side(String name) {
        return Side.of(SITE, SITE.device(name));
    }

    private static List<CSVRecord> records(Path file) throws IOException {
        try (CSVParser parser = CSVParser.parse(
                Files.readString(file), CSVFormat.DEFAULT.builder().setHeader().get())) {
            return parser.getRecords();
        }
    }

    /** A row a difference, in the order of the tree, with both values and the unit; no cell is a formula of a spreadsheet. */
    @ParameterizedTest
    @ValueSource(strings = {"d.csv", "d.xlsx"})
    void everyDifferenceIsARow(String name) throws IOException {
        Side right = side("F2");
        Comparison comparison = side("F1").against(right, right.identity());
        Path file = folder.resolve(name);
        ComparisonTable.write(file, "F1", "F2", comparison, right::unit);
        List<List<String>> rows = new ArrayList<>();
        GivenTable.read(SafeFile.read(file, 1_000_000), name, Optional.empty()).forEach(line -> rows.add(line.cells()));
        assertThat(rows.get(0)).containsExactly("path", "difference", "F1", "F2", "unit", "meaning");
        assertThat(rows).hasSize(comparison.leaves().size() + 1);
        assertThat(rows.stream().map(row -> String.join("|", row.subList(0, 5))))
                .contains("settings.group.1.overcurrent.2.delay|changed|0.05|0.09|s")
                .anyMatch(row -> row.startsWith("settings.assignments.extra|added||") && row.contains("values"));
        if (name.endsWith(".csv")) {
            assertThat(Files.readString(file)).contains("=1+1");
        }
    }

    @Test
    void everyTestToDoIsARow() throws IOException {
        Retest retest = Retest.of(SITE, "F2", ConfigurationBuilder.build(SITE, SITE.device("F1")));
        Path file = folder.resolve("r.csv");
        RetestTable.write(file, retest);
        List<CSVRecord> rows = records(file);
        assertThat(rows).hasSameSizeAs(retest.items());
        assertThat(rows.get(0).toMap())
                .containsEntry("device", "F2")
                .containsEntry("done", "")
                .containsKey("by");
        assertThat(rows.stream().map(row -> row.get("what") + " " + row.get("name")))
                .contains("function overcurrent protection", "stage overcurrent.2", "channel BI3");
        assertThatThrownBy(() -> RetestTable.write(folder.resolve("r.txt"), retest))
                .isInstanceOf(RefusedException.class);
    }

    @Test
    void aRowOfBaysSaysNamesAndValues() {
        Path file = folder.resolve("bays.csv");
        SafeFile.writeText(file, "bay,F1,F1.network.address\nB2,F2,192.0.2.2\nB3,F3,192.0.2.3\n");
        Map<String, SortedMap<String, Entry>> rows = BayTable.read(file, "bays.csv");
        assertThat(rows.keySet()).containsExactly("B2", "B3");
        BayCopy.Wanted wanted = BayCopy.Wanted.of("B3", rows.get("B3"));
        assertThat(wanted.names()).isEqualTo(Map.of("F1", "F3"));
        assertThat(wanted.values().get("F1.network.address").text()).isEqualTo("192.0.2.3");
        assertThat(wanted.values().get("F1.network.address").position()).hasToString("bays.csv:3");
    }

    /** Columns: a table, with {@code /} for the ends of lines, and what is said of it. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            name,F1/B2,F2            | column 'bay' is missing
            bay,F1/B2,               | column 'F1' is empty
            bay,F1/,F2               | a row without bay
            bay,F1/B2,F2/B2,F3       | bay 'B2' stands here a second time
            bay,F1,F1/B2,F2,F3       | two columns
            bay,F1/B2,F2,F3          | cells
            """)
    void aTableOfBaysWithAGapOrADoubleIsRefused(String table, String said) {
        Path file = folder.resolve("bays.csv");
        SafeFile.writeText(file, table.strip().replace('/', '\n') + "\n");
        assertThatThrownBy(() -> BayTable.read(file, "bays.csv"))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining(said.strip());
    }
}
