package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.StageDefinition;

class StageTestsTest {
    private static final TestPoint.Band BAND = new TestPoint.Band(5, 5, 0.03);

    private static double current(TestPoint point) {
        return point.injection().sources().get(0).phases().get(0).magnitude();
    }

    private static StageTests.Tested tested(String text, double bears) {
        String[] parts = text.split(" ");
        Stage stage = new Stage(
                Double.parseDouble(parts[0]),
                Course.of(parts[1]).orElseThrow(),
                Stage.Timing.of(Double.parseDouble(parts[2])),
                new Stage.Reset(Stage.Reset.Kind.INSTANT, 0, 0.95));
        return new StageTests.Tested(text, stage, BAND, bears, Optional.empty());
    }

    private static List<TestPoint> points(String stages, double bears) {
        List<StageTests.Tested> all = new ArrayList<>();
        for (String text : stages.split("; ")) {
            all.add(tested(text, bears));
        }
        return StageTests.of(all);
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
            String stages, double bears, StageTests.Kind kind, double current, double from, double to, String note) {
        List<TestPoint> points = points(stages, bears).stream()
                .filter(point -> point.stage().equals(stages.split("; ")[0])
                        && point.tried().equals(kind.text()))
                .toList();
        assertThat(points).hasSize(1);
        TestPoint point = points.get(0);
        assertThat(point.isPossible()).isEqualTo(current > 0);
        if (current > 0) {
            assertThat(current(point)).isCloseTo(current, within(1e-9));
        }
        if (from >= 0) {
            assertThat(point.expected().from()).isCloseTo(from, within(0.001));
            assertThat(point.expected().to()).isCloseTo(to, within(0.001));
        } else {
            assertThat(point.expected().from()).isNaN();
        }
        assertThat(point.note()).startsWith(note);
    }

    /** Columns: pick-up on the secondary side, ratio, pick-up on the primary side; at that current it never operates. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            1.13, 400, 452
            1.11, 400, 444
            2.26, 400, 904
            0.07, 120, 8.4
            """)
    void aStageOnThePrimarySideStartsAboveTheVeryPickUp(double pickUp, double ratio, double primary) {
        Stage own = new Stage(pickUp, Course.DEFINITE, Stage.Timing.of(0.5), Stage.Reset.INSTANT);
        Stage stage = new StageDefinition.Found(Optional.of(own), ratio, Double.POSITIVE_INFINITY, "", false)
                .primary()
                .orElseThrow();
        assertThat(stage.operateTime(primary)).isInfinite();
        assertThat(stage.operateTime(Math.nextUp(primary))).isEqualTo(0.5);
    }

    @Test
    void whereACourseThroughPointsHasNotBegunNothingOperates() {
        List<Stage.Place> places = List.of(new Stage.Place(3, 5), new Stage.Place(6, 1));
        Stage stage = new Stage(
                2,
                Course.POINTS,
                new Stage.Timing(1, 1, 0, Double.POSITIVE_INFINITY, places),
                new Stage.Reset(Stage.Reset.Kind.INSTANT, 0, 0.95));
        List<TestPoint> points =
                StageTests.of(List.of(new StageTests.Tested("own", stage, BAND, 100, Optional.empty())));
        assertThat(points)
                .filteredOn(point -> point.tried().equals(StageTests.Kind.TWICE.text()))
                .singleElement()
                .matches(point -> point.note().equals("its course begins at a greater current"))
                .matches(point -> point.passes(false, Optional.empty()) && !point.passes(true, Optional.of(5.0)));
        assertThat(points)
                .filteredOn(point -> point.tried().equals(StageTests.Kind.TEN_TIMES.text()))
                .singleElement()
                .matches(point -> point.passes(true, Optional.of(1.0)));
    }

    @Test
    void pointsThatWereMovedToOnePlaceAreOne() {
        assertThat(points("1.2 A 0.2; 2 definite 0.05", 30))
                .filteredOn(point ->
                        point.stage().equals("1.2 A 0.2") && point.expected().isTimed())
                .hasSize(1)
                .allMatch(point -> Math.abs(current(point) - 1.8) < 1e-9);
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
            TEN_TIMES, true, 0.5640, false
            TEN_TIMES, true, 0.5641, true
            TEN_TIMES, true, 0.6241, true
            TEN_TIMES, true, 0.6242, false
            """)
    void whatIsSeenPassesOrFails(StageTests.Kind kind, boolean operated, double seconds, boolean passes) {
        TestPoint point = points("1.2 A 0.2", 30).stream()
                .filter(each -> each.tried().equals(kind.text()))
                .findFirst()
                .orElseThrow();
        assertThat(point.passes(operated, seconds < 0 ? Optional.empty() : Optional.of(seconds)))
                .isEqualTo(passes);
    }

    @Test
    void aTripClassIsTestedAtItsStandardMultiple() {
        Stage stage = new Stage(
                10.5, Course.THERMAL, Stage.Timing.of(TripClass.CLASS_10.timeConstant()), Stage.Reset.INSTANT);
        StageTests.Tested motor = new StageTests.Tested("thermal", stage, BAND, 1000, Optional.of(TripClass.CLASS_10));
        assertThat(StageTests.of(List.of(motor)))
                .filteredOn(point -> point.tried().equals(StageTests.Kind.TRIP_CLASS.text()))
                .singleElement()
                .matches(point -> Math.abs(current(point) - 72) < 1e-9
                        && point.note().equals("from cold; trip class 10: above 4 s, up to 10 s"))
                .matches(point -> !point.passes(true, Optional.of(4.0)) && point.passes(true, Optional.of(4.001)))
                .matches(point -> point.passes(true, Optional.of(10.0)) && !point.passes(true, Optional.of(10.001)));
        assertThat(StageTests.of(List.of(motor, tested("25 definite 1", 1000))))
                .filteredOn(point -> point.tried().equals(StageTests.Kind.TRIP_CLASS.text()))
                .singleElement()
                .matches(point -> !point.isPossible() && point.note().contains("25 definite 1 operates first"));
    }
}
