package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.UrvantException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** A table whose rows name several things, seen as a matrix; the selectors of a device; where a setting is used. */
class MatrixTest {
    private static final Project PLANT = Sites.plant();

    private static DeviceSheets sheets(Project site, String name) {
        Device device = site.device(name);
        return DeviceSheets.of(site.typeOf(device), device);
    }

    private static Matrix matrix(Project site) {
        return Matrix.of(sheets(site, "F11"), "assignments");
    }

    @Test
    void aTableBecomesAMatrixOfWhatItsRowsName() {
        Project site = ValueChange.set(
                PLANT,
                "F11",
                Map.of(
                        "assignments.earth.function", "earth-fault",
                        "assignments.earth.outputs", "BO1, BO3",
                        "assignments.earth.lamps", "LED2"));
        Matrix matrix = matrix(site);
        assertThat(matrix.rows()).containsExactly("earth", "failure", "heat", "trip");
        assertThat(matrix.columns())
                .containsKeys("BO1", "BO6", "X2/BO1", "LED8")
                .doesNotContainKey("BI1");
        assertThat(matrix.isMarked("earth", "BO3")).isTrue();
        assertThat(matrix.isMarked("trip", "BO3")).isFalse();
        assertThat(matrix.isMarked("none", "BO3")).isFalse();
        assertThat(matrix.unmarked()).contains("BO5", "LED3").doesNotContain("BO1", "LED1", "LED2");
    }

    /** Columns: what is said of which columns, marks wanted by row, and the values that change. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            BO1,BO2     | trip=BO1,BO2      | ''
            BO1         | trip=             | assignments.trip.outputs=BO2
            BO1,BO2     | trip=             | assignments.trip.outputs=null
            BO4         | trip=BO4          | assignments.trip.outputs=BO1, BO2, BO4
            LED1,LED2   | trip=LED2         | assignments.trip.lamps=LED2
            BO1,LED1    | trip=             | assignments.trip.outputs=BO2;assignments.trip.lamps=null
            LED5        | spare=LED5        | assignments.spare.lamps=LED5
            BO9         | trip=BO9          | no column 'BO9'
            BO1         | tripp=BO1         | no row of assignments 'tripp'
            """)
    void whatIsSaidChangesAndTheRestStays(String columns, String rows, String expected) {
        Map<String, Set<String>> wanted = new LinkedHashMap<>();
        String[] row = rows.split("=", -1);
        wanted.put(row[0], row[1].isEmpty() ? Set.of() : new LinkedHashSet<>(Arrays.asList(row[1].split(","))));
        Matrix.Wanted marks = new Matrix.Wanted(new TreeSet<>(Arrays.asList(columns.split(","))), wanted);
        if (expected.startsWith("no ")) {
            assertThatThrownBy(() -> matrix(PLANT).changes(marks))
                    .isInstanceOf(UrvantException.class)
                    .hasMessageContaining(expected);
            return;
        }
        Map<String, String> changes = new LinkedHashMap<>();
        for (String change : expected.isEmpty() ? new String[0] : expected.split(";")) {
            String[] parts = change.split("=");
            changes.put(parts[0], parts[1].equals("null") ? null : parts[1]);
        }
        assertThat(matrix(PLANT).changes(marks)).isEqualTo(changes);
    }

    /** Any marks that are wanted of all columns are the marks that are there afterwards. */
    @Property(tries = 60)
    void wantedMarksAreTheMarksAfterwards(@ForAll long seed) {
        Random random = new Random(seed);
        Matrix before = matrix(PLANT);
        Map<String, Set<String>> wanted = new LinkedHashMap<>();
        for (String row : List.of("trip", "spare")) {
            Set<String> named = new LinkedHashSet<>();
            before.columns().keySet().stream()
                    .filter(column -> random.nextInt(4) == 0)
                    .forEach(named::add);
            wanted.put(row, named);
        }
        Map<String, String> changes =
                before.changes(new Matrix.Wanted(before.columns().keySet(), wanted));
        Matrix after = matrix(ValueChange.set(PLANT, "F11", changes));
        wanted.forEach(
                (row, named) -> before.columns().keySet().forEach(column -> assertThat(after.isMarked(row, column))
                        .isEqualTo(named.contains(column))));
        assertThat(after.changes(new Matrix.Wanted(before.columns().keySet(), wanted)))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"inputs-used,is no matrix", "assignment,Did you mean", "group.9.overcurrent,group.9.overcurrent"})
    void whatIsNoMatrixIsRefused(String table, String said) {
        assertThatThrownBy(() -> Matrix.of(sheets(PLANT, "F11"), table))
                .isInstanceOfSatisfying(
                        UrvantException.class, refusal -> assertThat(refusal.getMessage() + refusal.remedy())
                                .contains(said));
    }

    /** Columns: what is set, selector, position, the value there, and whether it stands there exactly. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            long-time.current=0.8    | Ir  | 0.8 | 0.8   | true
            long-time.current=0.95   | Ir  | 0.95 | 0.95 | true
            earth-fault.current=0.2  | Ig  | A   | 0.2   | true
            short-time.course=i2t    | I2t | right | i2t | true
            """)
    void aSelectorStandsWhereItsSettingSays(
            String set, String selector, String position, String value, boolean isExact) {
        Project site = Sites.written(PLANT, "Q41", set);
        SelectorSheet.SelectorLine line = line(site, selector);
        assertThat(line.place().position()).isEqualTo(position);
        assertThat(line.place().value()).isEqualTo(value);
        assertThat(line.place().isExact()).isEqualTo(isExact);
        assertThat(line.isTicked()).isFalse();
        assertThat(line(HardwareChange.tick(site, "Q41", Map.of(selector, position)), selector)
                        .isTicked())
                .isTrue();
        assertThat(line(HardwareChange.tick(site, "Q41", Map.of(selector, "elsewhere")), selector)
                        .isTicked())
                .as("a dial that stands elsewhere")
                .isFalse();
    }

    private static SelectorSheet.SelectorLine line(Project site, String selector) {
        return SelectorSheet.of(sheets(site, "Q41"), site.device("Q41")).stream()
                .filter(each -> each.selector().name().equals(selector))
                .findFirst()
                .orElseThrow();
    }

    /** Columns: type, path, and a use that must be told. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | ct.primary             | ct.primary >= ct.secondary
            F11 | inputs.supply          | inputs.supply-volts follows from it
            Q41 | long-time.current      | selector Ir on the hardware must agree
            RTU1 | remote-page.enabled   | opens the service remote-page on tcp/80
            RTU1 | unit.name             | ''
            """)
    void aSettingSaysWhereItIsUsed(String device, String path, String use) {
        List<String> uses = Usage.of(PLANT.typeOf(PLANT.device(device)), path);
        if (use.isEmpty()) {
            assertThat(uses).isEmpty();
        } else {
            assertThat(uses).anySatisfy(each -> assertThat(each).contains(use));
        }
    }

    /** Columns: what is written, path, and the state of the row: given, default, differs, open, idle. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            description=x                | ct.primary                       | given differs
            ct.secondary=1               | ct.secondary                     | given
            description=x                | ct.secondary                     | default
            ct.primary=                  | ct.primary                       | open
            description=x                | assignments.trip.reset-by        | idle
            assignments.trip.latched=yes | assignments.trip.reset-by        | default
            """)
    void aRowOfTheTableTellsItsState(String written, String path, String state) {
        Project site = written.startsWith("description") ? PLANT : Sites.written(PLANT, "F11", written);
        ValueRow row = ValueRow.of(sheets(site, "F11")).stream()
                .filter(each -> each.path().equals(path))
                .findFirst()
                .orElseThrow();
        String found = row.isOpen()
                ? "open"
                : !row.idle().isEmpty()
                        ? "idle"
                        : row.isGiven() ? "given" + (row.differs() ? " differs" : "") : "default";
        assertThat(found).isEqualTo(state);
        assertThat(row.contains(path.substring(0, 4))).isTrue();
        assertThat(row.contains("no such text")).isFalse();
    }
}
