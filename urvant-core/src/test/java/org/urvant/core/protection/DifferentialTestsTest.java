package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DifferentialTestsTest {
    private static final List<Differential.Knee> KNEES =
            List.of(new Differential.Knee(1, 0.25), new Differential.Knee(4, 0.6));
    private static final Differential USUAL = new Differential(0.3, KNEES, 10, Differential.Bias.MEAN);

    /** 25 MVA, 66 kV and 11 kV, Dyn11, transformers 300/1 and 1500/1: 218.7 A and 1312 A at rated power. */
    private static final List<Differential.Side> SIDES = List.of(
            new Differential.Side("HV", 25e6 / Math.sqrt(3) / 66e3 / 300, 300, 0),
            new Differential.Side("LV", 25e6 / Math.sqrt(3) / 11e3 / 1500, 1500, 11));

    private static DifferentialTests.Tested tested(Differential differential, double harmonic, double bears) {
        return new DifferentialTests.Tested(
                "differential", differential, SIDES, harmonic, 0.03, new TestPoint.Band(5, 5, 0.03), bears);
    }

    /** By hand: 0.3 up to a bias of 1, then 0.25 of what is beyond it, from 4 on 0.6, and 10 at most. */
    @ParameterizedTest
    @CsvSource({"0, 0.3", "1, 0.3", "2, 0.55", "4, 1.05", "5, 1.65", "18.9, 9.99", "18.9167, 10", "50, 10"})
    void theCharacteristicRisesFromKneeToKnee(double bias, double difference) {
        assertThat(USUAL.threshold(bias)).isCloseTo(difference, within(1e-4));
        assertThat(USUAL.end()).isCloseTo(18.9167, within(1e-4));
    }

    /** A side alone is its own bias: x = 0.3 at a bias of x / 2; with knees at 0, x = 0.3 + 0.5 · x, or never before 10. */
    @ParameterizedTest
    @CsvSource({
        "MEAN, 1, 0.25, 0.3",
        "GREATEST, 0, 0.5, 0.6",
        "SUM, 0, 0.25, 0.4",
        "GREATEST, 0, 1, 10",
        "MEAN, 0.1, 1, 0.4"
    })
    void oneSideAloneOperatesWhereItIsAboveItsOwnBias(
            Differential.Bias bias, double knee, double slope, double current) {
        Differential one = new Differential(0.3, List.of(new Differential.Knee(knee, slope)), 10, bias);
        assertThat(one.oneSided()).isCloseTo(current, within(1e-9));
    }

    @ParameterizedTest
    @CsvSource({
        "0, 1, 10, pick-up is 0.0",
        "0.3, 1, 0.2, unrestrained difference is 0.2",
        "0.3, -1, 10, knee is -1.0",
        "NaN, 1, 10, pick-up is NaN"
    })
    void numbersThatCannotBeAreRefused(double pickUp, double knee, double unrestrained, String why) {
        assertThatThrownBy(() -> new Differential(
                        pickUp, List.of(new Differential.Knee(knee, 0.3)), unrestrained, Differential.Bias.SUM))
                .hasMessage(why);
    }

    @Test
    void throughCurrentsOfAVectorGroupMakeNoDifference() {
        Differential.Seen through = USUAL.seen(
                SIDES,
                List.of(
                        Phasor.of(SIDES.get(0).rated(), 0),
                        Phasor.of(SIDES.get(1).rated(), 180 - 330)));
        assertThat(through.difference()).isCloseTo(0, within(1e-9));
        assertThat(through.bias()).isCloseTo(1, within(1e-9));
    }

    @Test
    void pointsAreCurrentsAtTheInputs() {
        List<String> texts = new ArrayList<>();
        DifferentialTests.of(tested(USUAL, 15, 100))
                .forEach(point -> texts.add(point.tried() + " | "
                        + point.injection().text() + " | " + point.expected().outcome()));
        assertThat(texts)
                .hasSize(15)
                .contains(
                        "just below the pick-up from HV alone | HV 3 × 0.2078@0° A | NO_OPERATION", // 0.285 · 0.729 A
                        "just above the pick-up from LV alone | LV 3 × 0.2756@0° A | OPERATION", // 0.315 · 0.8748 A
                        "just above 2.85 at a bias of 7, HV to LV | HV 3 × 6.194@0° A; LV 3 × 4.815@-150° A | OPERATION",
                        "just below the unrestrained stage | HV 3 × 6.925@0° A with 18 % second harmonic | NO_OPERATION",
                        "just above the block by second harmonic | HV 3 × 0.4374@0° A with 15.75 % second harmonic"
                                + " | NO_OPERATION",
                        "time at 2 × the pick-up | HV 3 × 0.4374@0° A | TIMED");
    }

    @Test
    void whatTheInputDoesNotBearOrNothingBlocksIsSaid() {
        assertThat(DifferentialTests.of(tested(USUAL, Double.NaN, 5)))
                .filteredOn(point -> !point.isPossible())
                .extracting(point -> point.tried() + ": " + point.note())
                .containsExactly(
                        "just below 2.85 at a bias of 7, HV to LV: 6.09 A at HV is more than the input bears (5 A)",
                        "just above 2.85 at a bias of 7, HV to LV: 6.194 A at HV is more than the input bears (5 A)",
                        "just below the unrestrained stage: the restrained stage operates there, and no harmonic blocks it",
                        "just above the unrestrained stage: 7.654 A at HV is more than the input bears (5 A)");
    }

    /** Whatever the characteristic: what is injected lies on the side of it that the point says. */
    @Property(tries = 300)
    void eachPointLiesWhereItSays(
            @ForAll @DoubleRange(min = 0.1, max = 1) double pickUp,
            @ForAll @DoubleRange(min = 0, max = 3) double first,
            @ForAll @DoubleRange(min = 0, max = 0.9) double slope,
            @ForAll @DoubleRange(min = 0.1, max = 8) double further,
            @ForAll @DoubleRange(min = 0, max = 1.5) double steeper,
            @ForAll @IntRange(max = 2) int bias) {
        Differential differential = new Differential(
                pickUp,
                List.of(new Differential.Knee(first, slope), new Differential.Knee(first + further, steeper)),
                12,
                Differential.Bias.values()[bias]);
        for (TestPoint point : DifferentialTests.of(tested(differential, Double.NaN, 1000))) {
            if (point.isPossible()) {
                List<Phasor> currents = SIDES.stream()
                        .map(side -> point.injection().sources().stream()
                                .filter(source -> source.inputs().equals(side.name()))
                                .map(source -> source.phases().get(0))
                                .findFirst()
                                .orElse(new Phasor(0, 0)))
                        .toList();
                Differential.Seen seen = differential.seen(SIDES, currents);
                assertThat(seen.difference() > differential.threshold(seen.bias()))
                        .as("%s, %s", point, seen)
                        .isEqualTo(point.expected().outcome() != TestPoint.Outcome.NO_OPERATION);
            }
        }
    }
}
