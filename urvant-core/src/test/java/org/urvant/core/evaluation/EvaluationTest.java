package org.urvant.core.evaluation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.logic.DataType;
import org.urvant.core.logic.Signal;
import org.urvant.core.logic.Transform;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;

/** Timed values in, timed values out. */
class EvaluationTest {
    private static final long SECOND = 1_000_000_000L;

    private final List<String> given = new ArrayList<>();

    private final Evaluator.Receiver receiver = new Evaluator.Receiver() {
        @Override
        public void real(int row, double value, int qualityBits, long time, long now) {
            note(row, String.valueOf(value), qualityBits, time, now);
        }

        @Override
        public void whole(int row, long value, int qualityBits, long time, long now) {
            note(row, String.valueOf(value), qualityBits, time, now);
        }
    };

    private void note(int row, String value, int qualityBits, long time, long now) {
        String quality = qualityBits == 0 ? "" : " " + new Quality(qualityBits);
        given.add(row + ": " + value + quality + " of " + time / SECOND + " at " + now / SECOND);
    }

    private static Treatment treatment(String factor, String offset, String limits, boolean isClamped, String band) {
        String[] ends = limits.split("\\.\\.");
        return new Treatment(
                new BigDecimal(factor),
                new BigDecimal(offset),
                limits.isEmpty() ? Interval.ALL : new Interval(new BigDecimal(ends[0]), new BigDecimal(ends[1])),
                isClamped,
                new BigDecimal(band),
                Duration.ZERO);
    }

    private static Treatment delayed(int seconds) {
        return new Treatment(
                BigDecimal.ONE, BigDecimal.ZERO, Interval.ALL, false, BigDecimal.ZERO, Duration.ofSeconds(seconds));
    }

    private Evaluation one(boolean isReal, Treatment treatment) {
        return new Evaluator(List.of(isReal), List.of(new Evaluator.Row(List.of(0), Optional.empty(), treatment)))
                .start(receiver);
    }

    /** Each value in turn, a second apart; what the receiver gets, by hand from F1, F8 and F26. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            true  | 1    | 0   |        | false | 0   | 1.5 1.5 2         | 1.5 2.0
            true  | 0.5  | -10 |        | false | 0   | 40 0              | 10.0 -10.0
            true  | 1    | 0   | 0..100 | true  | 0   | -1 50 101         | 0.0 50.0 100.0
            true  | 1    | 0   | 0..100 | false | 0   | -1 50             | -1.0!questionable out-of-range 50.0
            true  | 1    | 0   |        | false | 2   | 10 11.9 12 13 9.9 | 10.0 12.0 9.9
            true  | 1e300| 0   |        | false | 0   | 1e200             | 0.0!invalid overflow
            false | 1    | 0   |        | false | 0   | 3 3 4             | 3 4
            false | 10   | 5   |        | false | 0   | 1 2               | 15 25
            false | 0.1  | 0   |        | false | 0   | 15                | 1.5
            false | 1    | 0   | 0..9   | true  | 0   | 12 -3             | 9 0
            false | 1    | 0   | 0.5..9.5 | true | 0  | 12 -3             | 9 1
            false | 1    | 0   |        | false | 5   | 0 4 5 9 10        | 0 5 10
            false | 9000000000000000000 | 0 | | false | 0 | 2             | 0!invalid overflow
            false | 1    | 9223372036854775807 | | false | 0 | 1           | 0!invalid overflow
            """)
    void aValueIsTreatedOnItsWay(
            boolean isReal,
            String factor,
            String offset,
            String limits,
            boolean isClamped,
            String band,
            String values,
            String expected) {
        Treatment treatment = treatment(factor, offset, limits == null ? "" : limits, isClamped, band);
        Evaluation evaluation = one(isReal, treatment);
        long now = 0;
        for (String value : values.split(" ")) {
            evaluation.advance(now);
            if (isReal) {
                evaluation.real(0, Double.parseDouble(value), 0, now);
            } else {
                evaluation.whole(0, Long.parseLong(value), 0, now);
            }
            now += SECOND;
        }
        assertThat(given.stream().map(each -> each.replaceAll(" of .*", "").substring(3)))
                .containsExactly(expected.replaceAll(" (?=[-\\d])", "\n")
                        .replace('!', ' ')
                        .split("\n"));
    }

    @Test
    void aStateIsPassedOnWhenItLasted() {
        Evaluation evaluation = one(false, delayed(3));
        int[][] events = {{0, 0}, {10, 1}, {11, 0}, {20, 1}, {22, 1}, {30, 0}};
        for (int[] event : events) {
            evaluation.advance(event[0] * SECOND);
            evaluation.whole(0, event[1], 0, event[0] * SECOND);
        }
        evaluation.advance(40 * SECOND);
        assertThat(given).containsExactly("0: 0 of 0 at 0", "0: 1 of 20 at 23", "0: 0 of 30 at 33");
    }

    @Test
    void aQualityAloneIsPassedOnAtOnce() {
        Evaluation evaluation = one(false, delayed(3));
        evaluation.advance(0);
        evaluation.whole(0, 1, 0, 0);
        evaluation.whole(0, 1, Quality.INVALID, SECOND);
        assertThat(given).containsExactly("0: 1 of 0 at 0", "0: 1 invalid of 1 at 0");
    }

    @Test
    void aCalculatedRowWaitsForItsSourcesAndTakesTheWorstQualityAndTheNewestTime() {
        List<Signal> values = List.of(
                new Signal("x1", DataType.LREAL, Signal.Flow.INPUT, null, null, ""),
                new Signal("x2", DataType.LREAL, Signal.Flow.INPUT, null, null, ""));
        Transform sum =
                Transform.read("x1 + x2", values, Map.of(), mistake -> {}).orElseThrow();
        Evaluation evaluation = new Evaluator(
                        List.of(true, true, true),
                        List.of(
                                new Evaluator.Row(List.of(0, 1), Optional.of(sum), treatment("2", "0", "", false, "0")),
                                new Evaluator.Row(List.of(2), Optional.empty(), Treatment.PLAIN)))
                .start(receiver);
        evaluation.advance(5 * SECOND);
        evaluation.real(0, 1.0, 0, SECOND);
        evaluation.real(1, 2.0, Quality.QUESTIONABLE, 4 * SECOND);
        evaluation.real(2, 7.0, 0, 5 * SECOND);
        evaluation.advance(9 * SECOND);
        evaluation.real(0, 5.0, 0, 9 * SECOND);
        evaluation.real(1, 6.0, 0, 9 * SECOND);
        evaluation.settle();
        assertThat(given).containsExactly("1: 7.0 of 5 at 5", "0: 6.0 questionable of 4 at 5", "0: 22.0 of 9 at 9");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            REAL    | 0.1 | 0  | 0..500 | true  | 0 | 0 to 500
            WHOLE   | 2   | 10 |        | false | 0 | 10 to 2010
            WHOLE   | 1   | 0  | 0.5..9.5 | true | 0 | 1 to 9
            WHOLE   | 0.1 | 0  | 0..50  | false | 0 | 0 to 100
            LOGICAL | 2   | 0  |        | false | 0 | a state has no factor, offset, limits or dead band; it can have a delay
            WHOLE   | 1   | 0  | 0.2..0.8 | true | 0 | no whole number is within 0.2 to 0.8
            REAL    | 1   | 0  | -9..-1 | true  | 0 | what comes is 0 to 1000, nothing of it within -9 to -1
            WHOLE   | 1   | 0  | -9..-1 | false | 0 | what comes is 0 to 1000, nothing of it within -9 to -1
            REAL    | 1   | 0  |        | false | 1001 | what comes is 0 to 1000, and the dead band of 1001 lets no second value through
            REAL    | 1   | 0  |        | false | 1000 | 0 to 1000
            """)
    void whatTheReceiverGetsIsKnownBefore(
            Form form, String factor, String offset, String limits, boolean isClamped, String band, String expected) {
        Treatment treatment = treatment(factor, offset, limits == null ? "" : limits, isClamped, band);
        Shape shape =
                new Shape(form, Access.READ, Interval.of(0, form == Form.REAL && factor.equals("0.1") ? 9000 : 1000));
        assertThat(treatment
                        .misfit(shape)
                        .orElseGet(() -> treatment.of(shape).range().toString()))
                .isEqualTo(expected);
    }

    @Test
    void whatMakesNoSenseIsRefused() {
        assertThatIllegalArgumentException().isThrownBy(() -> treatment("0", "0", "", false, "0"));
        assertThatIllegalArgumentException().isThrownBy(() -> treatment("1", "0", "", false, "-1"));
        assertThatIllegalArgumentException().isThrownBy(() -> delayed(90_000));
        assertThat(delayed(1).misfit(Shape.of(Form.REAL, Access.READ)))
                .contains("a number has no delay; give it a dead band");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> new Evaluator(
                        List.of(true), List.of(new Evaluator.Row(List.of(1), Optional.empty(), Treatment.PLAIN))));
        Evaluation evaluation = one(true, Treatment.PLAIN);
        evaluation.advance(5);
        assertThatIllegalArgumentException().isThrownBy(() -> evaluation.advance(4));
    }

    /** What is said of a treated range before holds for each value that comes of it. */
    @Property
    void noValueLeavesTheRangeThatIsSaidOfIt(
            @ForAll @IntRange(min = -50, max = 50) int factor,
            @ForAll @IntRange(min = -50, max = 50) int offset,
            @ForAll @IntRange(min = -300, max = 0) int least,
            @ForAll @IntRange(min = 1, max = 300) int most,
            @ForAll boolean isClamped,
            @ForAll @Size(min = 1, max = 20) List<@IntRange(min = -10, max = 10) Integer> values) {
        Assume.that(factor != 0);
        Treatment treatment = new Treatment(
                new BigDecimal(factor).movePointLeft(1),
                new BigDecimal(offset).movePointLeft(1),
                Interval.of(least, most),
                isClamped,
                BigDecimal.ZERO,
                Duration.ZERO);
        Shape shape = new Shape(Form.WHOLE, Access.READ, Interval.of(-10, 10));
        Assume.that(treatment.misfit(shape).isEmpty());
        Interval said = treatment.of(shape).range();
        List<String> last = new ArrayList<>();
        Evaluation evaluation = new Evaluator(
                        List.of(false), List.of(new Evaluator.Row(List.of(0), Optional.empty(), treatment)))
                .start(new Evaluator.Receiver() {
                    @Override
                    public void real(int row, double value, int qualityBits, long time, long now) {
                        last.add(String.valueOf(value));
                    }

                    @Override
                    public void whole(int row, long value, int qualityBits, long time, long now) {
                        last.add(String.valueOf(value));
                    }
                });
        for (int value : values) {
            evaluation.whole(0, value, 0, 0);
        }
        assertThat(last).isNotEmpty().allSatisfy(value -> assertThat(
                        said.contains(new BigDecimal(value).setScale(9, RoundingMode.HALF_EVEN)))
                .isTrue());
    }

    /** Rows that read one source, or several, are each given what is theirs; the order of the rows does not matter. */
    @Test
    void severalRowsReadOneSource() {
        Evaluation evaluation = new Evaluator(
                        List.of(true, false, true),
                        List.of(
                                row(2, treatment("1", "0", "", false, "0")),
                                row(0, treatment("10", "0", "", false, "0")),
                                row(1, treatment("0.5", "0", "", false, "0")),
                                row(0, treatment("1", "1", "", false, "0")),
                                row(1, Treatment.PLAIN),
                                row(0, treatment("-1", "0", "", false, "5"))))
                .start(receiver);
        evaluation.advance(7 * SECOND);
        evaluation.real(0, 3, 0, 7 * SECOND);
        evaluation.whole(1, 9, 0, 7 * SECOND);
        evaluation.real(0, 4, 0, 7 * SECOND);
        evaluation.real(2, 0.25, 0, 6 * SECOND);
        assertThat(given)
                .containsExactly(
                        "1: 30.0 of 7 at 7",
                        "3: 4.0 of 7 at 7",
                        "5: -3.0 of 7 at 7",
                        "2: 4.5 of 7 at 7",
                        "4: 9 of 7 at 7",
                        "1: 40.0 of 7 at 7",
                        "3: 5.0 of 7 at 7",
                        "0: 0.25 of 6 at 7");
    }

    private static Evaluator.Row row(int source, Treatment treatment) {
        return new Evaluator.Row(List.of(source), Optional.empty(), treatment);
    }

    /** What changes with time is given when it does, between what is held back, in the order in which it is due. */
    @Test
    void theAgeOfAValueIsGivenEachSecond() {
        Signal value = new Signal("x1", DataType.LREAL, Signal.Flow.INPUT, null, null, "");
        Transform age = Transform.read("AGE(x)", List.of(value), Map.of("x", "x1"), mistake -> {
                    throw new AssertionError(mistake);
                })
                .orElseThrow();
        Evaluation evaluation = new Evaluator(
                        List.of(true, false),
                        List.of(
                                new Evaluator.Row(List.of(0), Optional.of(age), Treatment.PLAIN),
                                new Evaluator.Row(List.of(1), Optional.empty(), delayed(1))))
                .start(receiver);
        evaluation.advance(10 * SECOND);
        evaluation.whole(1, 0, 0, 10 * SECOND);
        evaluation.real(0, 1, 0, 9 * SECOND);
        evaluation.whole(1, 1, 0, 10 * SECOND);
        evaluation.advance(13 * SECOND);
        evaluation.real(0, 1, 0, 13 * SECOND);
        evaluation.advance(13 * SECOND + 1);
        assertThat(given)
                .containsExactly(
                        "1: 0 of 10 at 10",
                        "0: 1 of 10 at 10",
                        "1: 1 of 10 at 11",
                        "0: 2 of 11 at 11",
                        "0: 3 of 12 at 12",
                        "0: 4 of 13 at 13",
                        "0: 0 of 13 at 13");
    }

    /** What is said that can be commanded is taken, and nothing beyond it. */
    @Property
    void whatCanBeCommandedIsWhatTheReceiverTakes(
            @ForAll @IntRange(min = -50, max = 50) int factor,
            @ForAll @IntRange(min = -20, max = 20) int offset,
            @ForAll @IntRange(min = -100, max = 100) int command,
            @ForAll boolean isClamped) {
        Assume.that(factor != 0);
        Treatment treatment =
                treatment(String.valueOf(factor / 10.0), String.valueOf(offset), "-30..60", isClamped, "0");
        Shape taken = new Shape(Form.REAL, Access.COMMAND, Interval.of(-40, 50));
        BigDecimal number = BigDecimal.valueOf(command);
        boolean isTaken =
                treatment.commanded(number).filter(taken.range()::contains).isPresent();
        Interval said = treatment.commanding(taken).range();
        BigDecimal rounding = new BigDecimal("1E-9"); // of the division
        boolean isAtAnEnd = Stream.of(said.low(), said.high())
                .anyMatch(end -> end != null && end.subtract(number).abs().compareTo(rounding) < 0);
        assertThat(isAtAnEnd || isTaken == said.contains(number)).isTrue();
    }
}
