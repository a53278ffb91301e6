package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TestPointTest {
    private static final TestPoint.Band BAND = new TestPoint.Band(5, 5, 0.03);

    private static TestPoint.Tested tested(String text, double bears) {
        String[] parts = text.split(" ");
        Stage stage = new Stage(
                Double.parseDouble(parts[0]),
                Course.of(parts[1]).orElseThrow(),
                Stage.Timing.of(Double.parseDouble(parts[2])),
                new Stage.Reset(Stage.Reset.Kind.INSTANT, 0, 0.95));
        return new TestPoint.Tested(text, stage, BAND, bears, Optional.empty());
    }

    private static List<TestPoint> points(String stages, double bears) {
        List<TestPoint.Tested> all = new ArrayList<>();
        for (String text : stages.split("; ")) {
            all.add(tested(text, bears));
        }
        return TestPoint.of(all);
    }

    /** Columns: stages (pick-up, course, time), what the input bears, point of the first one; current, band of the time, note. */
    @ParameterizedTest(name = "{0}: {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            1.2 A 0.2                   | 30 | BELOW      | 1.14  | -1     | -1    | ''
            1.2 A 0.2                   | 30 | ABOVE      | 1.26  | -1     | -1    | ''
            1.2 A 0.2                   | 30 | RESET      | 1.083 | -1     | -1    | ''
            1.2 A 0.2                   | 30 | TWICE      | 2.4   | 1.9055 | 2.1061 | ''
            1.2 A 0.2                   | 30 | TEN_TIMES  | 12    | 0.5641 | 0.6241 | ''
            1.2 A 0.2; 8 definite 0.05  | 30 | FIVE_TIMES | 6     | 0.8131 | 0.8987 | ''
            1.2 A 0.2; 8 definite 0.05  | 30 | TEN_TIMES  | 7.2   | 0.7290 | 0.8059 | moved from 12 A, where 8 definite 0.05 operates first
            4 definite 0.1              | 30 | TWICE      | 8     | 0.07   | 0.13  | ''
            4 definite 0.1              | 30 | TEN_TIMES  | -1    | -1     | -1    | 40 A is more than the input bears (30 A)
            40 definite 0.1             | 30 | ABOVE      | -1    | -1     | -1    | 42 A is more than the input bears (30 A)
            1 thermal 1800; 1.1 A 0.2   | 30 | TWICE      | -1    | -1     | -1    | 1.1 A 0.2 operates first at 2 A, and at every current
            """)
    void aPointLiesWhereTheStageIsFirstAndTheInputBearsIt(
            String stages, double bears, TestPoint.Kind kind, double current, double from, double to, String note) {
        List<TestPoint> points = points(stages, bears).stream()
                .filter(point -> point.stage().equals(stages.split("; ")[0]) && point.kind() == kind)
                .toList();
        assertThat(points).hasSize(1);
        TestPoint point = points.get(0);
        assertThat(point.isPossible()).isEqualTo(current > 0);
        if (current > 0) {
            assertThat(point.current()).isCloseTo(current, within(1e-9));
        }
        if (from >= 0) {
            assertThat(point.from()).isCloseTo(from, within(0.001));
            assertThat(point.to()).isCloseTo(to, within(0.001));
        } else {
            assertThat(point.from()).isNaN();
        }
        assertThat(point.note()).startsWith(note);
    }

    @Test
    void pointsThatWereMovedToOnePlaceAreOne() {
        assertThat(points("1.2 A 0.2; 2 definite 0.05", 30))
                .filteredOn(point ->
                        point.stage().equals("1.2 A 0.2") && point.kind().isTimed())
                .hasSize(1)
                .allMatch(point -> Math.abs(point.current() - 1.8) < 1e-9);
    }

    /** Columns: point, whether it operated, time measured (-1 for none), whether that passes; 2 × takes 2.006 s ± 5 %. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            BELOW, false, -1, true
            BELOW, true, -1, false
            ABOVE, true, -1, true
            ABOVE, false, -1, false
            RESET, false, -1, true
            TWICE, true, 2.006, true
            TWICE, true, 2.10, true
            TWICE, true, 2.2, false
            TWICE, true, 1.8, false
            TWICE, false, -1, false
            TWICE, true, -1, false
            """)
    void whatIsSeenPassesOrFails(TestPoint.Kind kind, boolean operated, double seconds, boolean passes) {
        TestPoint point = points("1.2 A 0.2", 30).stream()
                .filter(each -> each.kind() == kind)
                .findFirst()
                .orElseThrow();
        assertThat(point.passes(operated, seconds < 0 ? Optional.empty() : Optional.of(seconds)))
                .isEqualTo(passes);
    }

    @Test
    void aTripClassIsTestedAtItsStandardMultiple() {
        Stage stage = new Stage(
                10.5, Course.THERMAL, Stage.Timing.of(TripClass.CLASS_10.timeConstant()), Stage.Reset.INSTANT);
        TestPoint.Tested motor = new TestPoint.Tested("thermal", stage, BAND, 1000, Optional.of(TripClass.CLASS_10));
        assertThat(TestPoint.of(List.of(motor)))
                .filteredOn(point -> point.kind() == TestPoint.Kind.TRIP_CLASS)
                .singleElement()
                .matches(point -> Math.abs(point.current() - 72) < 1e-9 && point.from() == 4 && point.to() == 10);
        assertThat(TestPoint.of(List.of(motor, tested("25 definite 1", 1000))))
                .filteredOn(point -> point.kind() == TestPoint.Kind.TRIP_CLASS)
                .singleElement()
                .matches(point -> !point.isPossible() && point.note().contains("25 definite 1 operates first"));
    }
}
