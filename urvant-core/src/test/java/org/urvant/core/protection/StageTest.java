package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.OptionalDouble;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Operate times against the numbers of IEC 60255-151, IEC 60255-149, IEC 60947-2 and IEC 60947-4-1. */
class StageTest {
    private static Stage stage(String course, double pickUp, double time) {
        return new Stage(pickUp, Course.of(course).orElseThrow(), Stage.Timing.of(time), Stage.Reset.INSTANT);
    }

    /**
     * Columns: course, multiplier, multiple of the pick-up, time in s: the formula of IEC 60255-151 worked out with its constants,
     * and 10.03, 2.97, 13.5, 26.67 and 3.80 s as the standard prints them.
     */
    @ParameterizedTest(name = "{0} × {1} at {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            A         | 1   | 1.2  | 38.32
            A         | 1   | 1.5  | 17.19
            A         | 1   | 2    | 10.03
            A         | 1   | 3    | 6.302
            A         | 1   | 5    | 4.28
            A         | 1   | 10   | 2.971
            A         | 1   | 20   | 2.267
            B         | 1   | 1.2  | 67.5
            B         | 1   | 1.5  | 27
            B         | 1   | 2    | 13.5
            B         | 1   | 3    | 6.75
            B         | 1   | 5    | 3.375
            B         | 1   | 10   | 1.5
            B         | 1   | 20   | 0.7105
            C         | 1   | 1.2  | 181.8
            C         | 1   | 1.5  | 64
            C         | 1   | 2    | 26.67
            C         | 1   | 3    | 10
            C         | 1   | 5    | 3.333
            C         | 1   | 10   | 0.8081
            C         | 1   | 20   | 0.2005
            D         | 1   | 1.2  | 14.21
            D         | 1   | 1.5  | 6.439
            D         | 1   | 2    | 3.803
            D         | 1   | 3    | 2.432
            D         | 1   | 5    | 1.688
            D         | 1   | 10   | 1.207
            D         | 1   | 20   | 0.9481
            E         | 1   | 1.2  | 45.06
            E         | 1   | 1.5  | 16.18
            E         | 1   | 2    | 7.028
            E         | 1   | 3    | 2.942
            E         | 1   | 5    | 1.308
            E         | 1   | 10   | 0.6891
            E         | 1   | 20   | 0.5401
            F         | 1   | 1.2  | 64.21
            F         | 1   | 1.5  | 22.68
            F         | 1   | 2    | 9.522
            F         | 1   | 3    | 3.647
            F         | 1   | 5    | 1.297
            F         | 1   | 10   | 0.4065
            F         | 1   | 20   | 0.1924
            long-time | 1   | 1.2  | 600
            long-time | 1   | 1.5  | 240
            long-time | 1   | 2    | 120
            long-time | 1   | 3    | 60
            long-time | 1   | 5    | 30
            long-time | 1   | 10   | 13.33
            long-time | 1   | 20   | 6.316
            A         | 0.1 | 5    | 0.428
            B         | 0.5 | 5    | 1.6875
            long-time | 0.1 | 7    | 2
            definite  | 0.5 | 1.01 | 0.5
            definite  | 0.5 | 100  | 0.5
            definite  | 0   | 2    | 0
            i2t       | 8   | 6    | 8
            """)
    void aCourseHasTheTimesOfTheStandard(String course, double time, double multiple, double seconds) {
        Stage stage = course.equals("i2t")
                ? new Stage(300, Course.I2T, Stage.Timing.of(time).at(6), Stage.Reset.INSTANT)
                : stage(course, 300, time);
        assertThat(stage.operateTime(300 * multiple)).isCloseTo(seconds, within(seconds * 0.0015));
        assertThat(stage.operateTime(300)).as("at the pick-up").isInfinite();
        assertThat(stage.operateTime(0)).as("without current").isInfinite();
    }

    @Test
    void theSquareOfTheCurrentTimesTheTimeIsTheSame() {
        Stage stage = new Stage(500, Course.I2T, Stage.Timing.of(8).at(6), Stage.Reset.INSTANT);
        assertThat(stage.operateTime(1500)).isCloseTo(32, within(1e-9)); // half of 6 Ir: four times as long
        assertThat(stage.operateTime(6000)).isCloseTo(2, within(1e-9));
    }

    @Test
    void aCurveHasALeastTimeAndGoesFlat() {
        Stage.Timing timing = Stage.Timing.of(1).flatFrom(20).withLeast(0.3);
        Stage c = new Stage(1, Course.C, timing, Stage.Reset.INSTANT);
        assertThat(c.operateTime(10)).isCloseTo(80.0 / 99, within(1e-12));
        assertThat(c.operateTime(19)).isEqualTo(0.3);
        Stage a = new Stage(1, Course.A, timing, Stage.Reset.INSTANT);
        assertThat(a.operateTime(40)).isEqualTo(a.operateTime(20));
    }

    /** Columns: multiple of k·Ib, load before of the same, time of the heating time constant (IEC 60255-149). */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            2, 0, 0.28768
            2, 0.9, 0.061409
            1.5, 0, 0.58779
            6, 0, 0.02817
            1, 0, Infinity
            2, 1, 0
            """)
    void aThermalOverloadHasTheTimesOfTheStandard(double multiple, double before, double share) {
        double time = Stage.thermalTime(1800, multiple, before);
        if (Double.isInfinite(share)) {
            assertThat(time).isInfinite();
        } else {
            assertThat(time).isCloseTo(1800 * share, within(0.05));
        }
    }

    @ParameterizedTest
    @CsvSource({"10A, 2, 10", "10, 4, 10", "20, 6, 20", "30, 9, 30"})
    void aTripClassLiesInItsBandAtSevenPointTwo(String word, double above, double most) {
        TripClass tripClass = TripClass.of(word).orElseThrow();
        Stage stage = stage("thermal", 1.05 * 10, tripClass.timeConstant());
        double seconds = stage.operateTime(TripClass.MULTIPLE * 10);
        assertThat(seconds).isGreaterThan(above).isLessThanOrEqualTo(most);
        assertThat(tripClass.holds(seconds)).isTrue();
        assertThat(tripClass.holds(above)).isFalse();
        assertThat(tripClass.holds(most + 0.001)).isFalse();
        assertThat(stage.operateTime(1.05 * 10))
                .as("it bears 1.05 times the current")
                .isInfinite();
    }

    /** Columns: currents of the pick-up and for how long, reset, when it operated; 2 × takes 10.029 s, 10 × 2.9706 s. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            2 11                 | instant | 10.029
            2 5.0145, 10 5       | instant | 6.4998
            2 9, 0.5 0.1, 2 11   | instant | 19.129
            2 9, 0.5 0.1, 2 11   | fixed   | 10.129
            2 9, 0.5 60, 2 11    | fixed   | 79.029
            2 9, 0.97 60, 2 11   | instant | 70.029
            2 5.0145, 0 6.75, 2 11 | inverse | 21.7935
            2 5.0145, 0 7.5, 2 11  | memory  | 20.036
            2 9, 0.5 60, 2 11    | memory  | 79.029
            2 9                  | instant | -1
            1 1000               | instant | -1
            """)
    void changingCurrentsAreIntegrated(String flows, String reset, double seconds) {
        Stage stage = new Stage(
                1,
                Course.A,
                Stage.Timing.of(1),
                new Stage.Reset(Stage.Reset.Kind.valueOf(reset.toUpperCase(java.util.Locale.ROOT)), 30, 0.95));
        StageRun run = new StageRun(stage);
        OptionalDouble operated = OptionalDouble.empty();
        for (String flow : flows.split(", ")) {
            String[] parts = flow.split(" ");
            operated = run.flow(Double.parseDouble(parts[0]), Double.parseDouble(parts[1]));
        }
        if (seconds < 0) {
            assertThat(operated).isEmpty();
        } else {
            assertThat(operated.orElseThrow()).isCloseTo(seconds, within(0.001));
            assertThat(run.share()).isEqualTo(1);
        }
    }

    @Test
    void aWarmThermalStageOperatesSooner() {
        StageRun run = new StageRun(stage("thermal", 100, 1800));
        assertThat(run.flow(90, 1e6)).isEmpty(); // long enough to be as warm as 0.9 makes it
        assertThat(run.share()).isCloseTo(0.81, within(1e-9));
        assertThat(run.flow(200, 1000).orElseThrow() - 1e6).isCloseTo(1800 * 0.061409, within(0.05));
    }

    @Property
    void cutInPiecesAFlowOperatesWhenItDoesWhole(
            @ForAll @DoubleRange(min = 1.05, max = 30) double multiple,
            @ForAll @DoubleRange(min = 0.05, max = 2) double time) {
        for (Course course : List.of(Course.A, Course.C, Course.F, Course.THERMAL)) {
            Stage stage = stage(course.word(), 250, time);
            double whole = stage.operateTime(250 * multiple);
            StageRun run = new StageRun(stage);
            for (int i = 0; i < 9; i++) {
                assertThat(run.flow(250 * multiple, whole / 10)).isEmpty();
            }
            assertThat(run.flow(250 * multiple, whole).orElseThrow()).isCloseTo(whole, within(whole * 1e-9));
        }
    }

    @Test
    void aCurveNamesTheStageThatIsFirst() {
        Curve curve = new Curve(List.of(
                new Curve.Named("inverse", stage("A", 480, 0.2)),
                new Curve.Named("high", stage("definite", 3200, 0.05))));
        assertThat(curve.at(960).orElseThrow().name()).isEqualTo("inverse");
        assertThat(curve.at(960).orElseThrow().seconds()).isCloseTo(2.006, within(0.001));
        assertThat(curve.at(4000)).contains(new Curve.Operation(0.05, "high"));
        assertThat(curve.at(480)).isEmpty();
        assertThat(curve.points(curve.currents(100, 10_000, 50)))
                .isSortedAccordingTo((one, other) -> Double.compare(one.current(), other.current()))
                .allMatch(point -> point.current() > 480);
    }

    /** Columns: currents and for how long, when a device with 480 A, A × 0.2 and 3200 A, 0.05 s operates, and by which stage. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            960 10                  | 2.006  | inverse
            960 1, 2400 10          | 1.429  | inverse
            960 1, 0 1, 960 10      | 4.006  | inverse
            960 1, 4000 1           | 1.05   | high
            4000 0.04, 0 1, 4000 1  | 1.09   | high
            960 1, 400 100          | -1     | ''
            """)
    void aDeviceOperatesOverCurrentsThatChange(String flows, double seconds, String name) {
        Curve curve = new Curve(List.of(
                new Curve.Named("inverse", stage("A", 480, 0.2)),
                new Curve.Named("high", stage("definite", 3200, 0.05))));
        List<Curve.Flow> all = List.of(flows.split(", ")).stream()
                .map(flow ->
                        new Curve.Flow(Double.parseDouble(flow.split(" ")[0]), Double.parseDouble(flow.split(" ")[1])))
                .toList();
        if (seconds < 0) {
            assertThat(curve.over(all)).isEmpty();
        } else {
            assertThat(curve.over(all).orElseThrow().seconds()).isCloseTo(seconds, within(0.001));
            assertThat(curve.over(all).orElseThrow().name()).isEqualTo(name);
        }
    }

    /** By hand: straight on logarithmic axes from 1.5 × (20 s) to 6 × (5 s), so at 3 × the geometric mean of the times. */
    @ParameterizedTest
    @CsvSource({"1.4, Infinity", "1.5, 10", "3, 5", "6, 2.5", "8, 0.5", "30, 0.5"})
    void aCourseGoesThroughPointsThatAreGiven(double multiple, double seconds) {
        List<Stage.Place> places = List.of(new Stage.Place(6, 5), new Stage.Place(1.5, 20), new Stage.Place(8, 0.1));
        Stage.Timing timing = new Stage.Timing(0.5, 1, 0.5, Double.POSITIVE_INFINITY, places);
        double found = new Stage(2, Course.POINTS, timing, Stage.Reset.INSTANT).operateTime(2 * multiple);
        assertThat(1 / found).isCloseTo(1 / seconds, within(1e-9)); // 0 where it never operates
    }

    /** Columns: multiples and times of the points; what is said of what is wrong. */
    @ParameterizedTest
    @CsvSource({
        "2, 5, 2, 4, second multiple is 2.0",
        "0.5, 5, 2, 4, multiple is 0.5",
        "2, 0, 3, 4, time is 0.0",
        "2, NaN, 3, 1, time is NaN"
    })
    void pointsThatMakeNoCourseAreRefused(double one, double time, double other, double after, String why) {
        assertThatThrownBy(() -> new Stage.Timing(
                        1, 1, 0, 20, List.of(new Stage.Place(one, time), new Stage.Place(other, after))))
                .hasMessage(why);
        assertThatThrownBy(() -> stage("points", 1, 1)).hasMessage("course has 0 points, and needs two");
    }

    /** Columns: pick-up, course, time, flat from, current; the word that is said of what is wrong. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            0, A, 1, 20, 2, pick-up
            -5, A, 1, 20, 2, pick-up
            NaN, A, 1, 20, 2, pick-up
            1, A, 0, 20, 2, multiplier
            1, thermal, 0, 20, 2, time
            1, A, NaN, 20, 2, time
            1, definite, -1, 20, 2, time
            1, A, 1, 1, 2, flat
            1, A, 1, 20, NaN, current
            1, A, 1, 20, -2, current
            Infinity, A, 1, 20, 2, pick-up
            """)
    void whatIsNoStageIsRefused(double pickUp, String course, double time, double flat, double current, String word) {
        assertThatThrownBy(() -> new Stage(
                                pickUp,
                                Course.of(course).orElseThrow(),
                                Stage.Timing.of(time).flatFrom(flat),
                                Stage.Reset.INSTANT)
                        .operateTime(current))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(word);
    }
}
