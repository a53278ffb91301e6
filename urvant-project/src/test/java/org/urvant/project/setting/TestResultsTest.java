package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.TestPoint;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;
import org.urvant.project.setting.TestResults.Verdict;

/** What is filled in on a sheet of F11, whose first stage has 1.2 A and course A × 0.2. */
class TestResultsTest {
    private static final Project PLANT = Sites.plant();
    private static final TestSheet SHEET = TestSheet.of(PLANT, "F11", Optional.empty());

    private static TestResults.Filled filled(String text, int row) {
        String[] cells = text.split(";", -1);
        return new TestResults.Filled(
                cells[0].strip(),
                cells[1].strip(),
                cells[2].strip(),
                cells[3].strip(),
                cells[4].strip(),
                cells.length > 7 ? cells[7].strip() : "",
                new TestResults.Seen(cells[5].strip(), cells[6].strip()),
                Position.line("sheet.csv", row));
    }

    private static TestResults judged(String... rows) {
        List<TestResults.Filled> all = new ArrayList<>();
        for (String row : rows) {
            all.add(filled(row, all.size() + 2));
        }
        return TestResults.of(SHEET, all);
    }

    /** Columns: a row as it was filled in; the verdict on its point; what is seen, or what is told of the row. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11; 1; overcurrent.1; just below the pick-up; 1.14 A; no;              | PASSED | did not operate
            F11; 1; overcurrent.1; just below the pick-up; 1.14 A; yes;             | FAILED | operated
            F11; 1; overcurrent.1; just above the pick-up; 1.26 A; yes;             | PASSED | operated
            F11; 1; overcurrent.1; just above the pick-up; 1.26 A; no;              | FAILED | did not operate
            F11; 1; overcurrent.1; below the reset value; 1.083 A; no;              | PASSED | did not operate
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2.006               | PASSED | operated after 2.006 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2.006; 2.0060       | PASSED | operated after 2.006 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2.006; 2.1          | OPEN   | the sheet says '2.1' of overcurrent.1 2 × the pick-up; the settings now want '2.006'
            F11; 1; overcurrent.1; just below the pick-up; 1.14 A; no; ; starts     | OPEN   | the settings now want 'does not start'
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; ; 2.006                  | PASSED | operated after 2.006 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2006 ms             | PASSED | operated after 2.006 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 1.91                | PASSED | operated after 1.91 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 1.90                | FAILED | operated after 1.9 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2.11                | FAILED | operated after 2.11 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; no;                      | FAILED | did not operate
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes;                     | OPEN   | no time is given
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; no; 2.0                  | OPEN   | is no result
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; maybe;                   | OPEN   | 'maybe' is no result
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; soon                | OPEN   | 'yes soon' is no result
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; -2                  | OPEN   | is no result
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2 V                 | OPEN   | is no result
            F11; 1; overcurrent.1; 2 × the pick-up; 2.5 A; yes; 2.0                 | OPEN   | at 2.5 A; the settings now want F11, setting group 1, at 2.4 A
            F11; 2; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2.0                 | OPEN   | setting group 2
            F12; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2.0                 | OPEN   | the result is of F12
            F11; 1; overcurrent.2; 2 × the pick-up; 16 A; yes; 0.06                 | PASSED | operated after 0.06 s
            F11; 1; overcurrent.2; 2 × the pick-up; 16 A; yes; 0.09                 | FAILED | operated after 0.09 s
            F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; ;                        | OPEN   | ''
            """)
    void aResultIsJudged(String row, Verdict verdict, String said) {
        TestResults results = judged(row);
        TestResults.Filled filled = filled(row, 2);
        TestResults.Judged point = results.points().stream()
                .filter(each -> each.point().stage().equals(filled.stage())
                        && each.point().tried().equals(filled.tried()))
                .findFirst()
                .orElseThrow();
        assertThat(point.verdict()).isEqualTo(verdict);
        if (verdict == Verdict.OPEN && !said.isEmpty()) {
            assertThat(results.findings()).hasSize(1);
            assertThat(results.findings().get(0).message()).contains(said);
            assertThat(results.findings().get(0).position().line()).isEqualTo(2);
        } else {
            assertThat(results.findings()).isEmpty();
            assertThat(point.seen()).isEqualTo(said);
        }
        long tried = SHEET.points().stream().filter(TestPoint::isPossible).count();
        assertThat(results.count(Verdict.PASSED) + results.count(Verdict.FAILED) + results.count(Verdict.OPEN))
                .isEqualTo(tried);
    }

    @Test
    void aSecondResultAndOneOfNoPointAreTold() {
        String once = "F11; 1; overcurrent.1; 2 × the pick-up; 2.4 A; yes; 2.0";
        assertThat(judged(once, once).findings()).singleElement().matches(finding -> finding.message()
                .contains("a second result of overcurrent.1 2 × the pick-up; the first stands in row 2"));
        assertThat(judged("F11; 1; overcurrent.9; 2 × the pick-up; 2.4 A; yes; 2.0")
                        .findings())
                .singleElement()
                .matches(finding -> finding.message().contains("has no point 'overcurrent.9 2 × the pick-up'"));
        assertThat(judged().findings()).isEmpty();
    }

    @Test
    void whatCannotBeTestedIsNamed() {
        Map<String, String> values = new TreeMap<>();
        values.put("group.1.overcurrent.1.pick-up", null);
        TestSheet sheet = TestSheet.of(ValueChange.set(PLANT, "F11", values), "F11", Optional.empty());
        assertThat(sheet.missing()).isEqualTo(Map.of("overcurrent.1", "its pick-up is open or wrong"));
        assertThat(sheet.points()).noneMatch(point -> point.stage().equals("overcurrent.1"));
        assertThatThrownBy(() -> TestSheet.of(PLANT, "P61", Optional.empty()))
                .hasMessageContaining("has no stages to test");
        assertThatThrownBy(() -> TestSheet.of(PLANT, "F11", Optional.of(4))).hasMessageContaining("is not set up");
    }

    /** Stages that see different currents do not stand in each other's way. */
    @Test
    void aResidualStageIsTestedApart() {
        assertThat(SHEET.points())
                .filteredOn(point -> point.stage().equals("earth-fault.1")
                        && point.expected().isTimed())
                .hasSize(3)
                .allMatch(TestPoint::isPossible);
        Project summed = ValueChange.set(PLANT, "F11", Map.of("group.1.earth-fault.1.source", "residual"));
        assertThat(TestSheet.of(summed, "F11", Optional.empty()).points())
                .filteredOn(point ->
                        point.stage().equals("earth-fault.1") && point.tried().equals("2 × the pick-up"))
                .singleElement()
                .matches(point -> point.injection().text().equals("0.2 A"));
    }

    /** Outside a zone the next one operates in its own time; what one zone lacks stands in the way of all. */
    @Test
    void zonesAreTestedTogether() {
        TestSheet sheet = TestSheet.of(PLANT, "L21", Optional.empty());
        assertThat(sheet.points())
                .filteredOn(point -> point.tried().equals("L1-L2 just outside the reach"))
                .extracting(point -> point.stage() + " " + point.expected().outcome() + " " + point.note())
                .containsExactly("zones.1 TIMED zones.2 operates there", "zones.2 NO_OPERATION ");
        Map<String, String> values = new TreeMap<>();
        values.put("group.1.zones.2.reactance", null);
        TestSheet open = TestSheet.of(ValueChange.set(PLANT, "L21", values), "L21", Optional.empty());
        assertThat(open.points()).isEmpty();
        assertThat(open.missing())
                .containsEntry("zones.1", "where it ends, another zone operates that cannot be calculated")
                .containsOnlyKeys("zones.1", "zones.2");
    }

    /** 450 A primary of the back-up stage are 1.5 A at the input, above which it sees what is injected for the differential one. */
    @Test
    void whatElseOperatesOnAPointIsSaid() {
        TestSheet sheet = TestSheet.of(PLANT, "T1", Optional.empty());
        assertThat(sheet.points())
                .filteredOn(point -> point.stage().equals("overcurrent.1"))
                .hasSize(6)
                .allMatch(point -> point.note().equals("differential operates on it too: switch that off"));
        assertThat(sheet.points())
                .filteredOn(point -> point.note().startsWith("overcurrent.1 operates on it too"))
                .isNotEmpty()
                .allMatch(point -> point.injection().sources().stream()
                        .filter(source -> source.inputs().equals("HV"))
                        .anyMatch(source -> source.phases().get(0).magnitude() > 1.5));
    }
}
