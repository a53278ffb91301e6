package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SupervisionTest {
    private static List<Phasor> phasors(String text) {
        List<Phasor> all = new ArrayList<>();
        for (String each : text.split(" ")) {
            String[] parts = each.split("@");
            all.add(Phasor.of(Double.parseDouble(parts[0]), Double.parseDouble(parts[1])));
        }
        return all;
    }

    /** Columns: three phases; zero, positive and negative sequence. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            1@0 1@-120 1@120, 0, 1, 0
            1@0 1@120 1@-120, 0, 0, 1
            1@0 1@0 1@0, 1, 0, 0
            3@0 0@0 0@0, 1, 1, 1
            0@0 1@-90 1@90, 0, 0.57735, 0.57735
            """)
    void threePhasesHaveTheirComponents(String phases, double zero, double positive, double negative) {
        Supervision.Components found = Supervision.components(phasors(phases));
        assertThat(found.zero().magnitude()).isCloseTo(zero, within(1e-5));
        assertThat(found.positive().magnitude()).isCloseTo(positive, within(1e-5));
        assertThat(found.negative().magnitude()).isCloseTo(negative, within(1e-5));
    }

    /** Columns: three currents, residual current, its factor; the sum, and whether it is wrong above 0.1 A and 5 % of all. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            1@0 1@-120 1@120, 0@0, 1, 0, false
            1@0 1@-120 0@0, 0@0, 1, 1, true
            1@0 0@0 0@0, 1@0, 1, 0, false
            1@0 0@0 0@0, 1@0, -1, 2, true
            1@0 0@0 0@0, 10@0, 0.1, 0, false
            10@0 10@-120 8.5@120, 0@0, 1, 1.5, false
            """)
    void currentsAddUpOrNot(String currents, String residual, double factor, double sum, boolean isWrong) {
        Phasor neutral = phasors(residual).get(0);
        assertThat(Supervision.sum(phasors(currents), neutral, factor)).isCloseTo(sum, within(1e-9));
        assertThat(Supervision.isSumWrong(phasors(currents), neutral, factor, 0.1, 0.05))
                .isEqualTo(isWrong);
    }

    /** Columns: three phases; unlike below 0.5 of the greatest above 0.2, unbalance, deviation from the mean, wrong order. */
    @ParameterizedTest
    @CsvSource({
        "1@0 1@-120 1@120, false, 0, 0, false", "1@0 0.4@-120 1@120, true, 0.25, 0.5, false",
        "0.1@0 0@-120 0.1@120, false, 0.5, 1, false", "1@0 1@120 1@-120, false, Infinity, 0, true"
    })
    void phasesAreAlikeAndInOrder(
            String phases, boolean isUnlike, double unbalance, double deviation, boolean isReversed) {
        assertThat(Supervision.isUnlike(phasors(phases), 0.5, 0.2)).isEqualTo(isUnlike);
        if (Double.isFinite(unbalance)) {
            assertThat(Supervision.unbalance(phasors(phases))).isCloseTo(unbalance, within(1e-9));
        } else {
            assertThat(Supervision.unbalance(phasors(phases))).isGreaterThan(1e9);
        }
        assertThat(Supervision.deviation(phasors(phases))).isCloseTo(deviation, within(1e-9));
        assertThat(Supervision.isReversed(phasors(phases), 0.5)).isEqualTo(isReversed);
    }

    /** Columns: voltages, currents; whether a fuse has blown: a missing voltage with currents as before, but not a fault. */
    @ParameterizedTest
    @CsvSource({
        "63@0 63@-120 63@120, 1@-30 1@-150 1@90, false", "0@0 63@-120 63@120, 1@-30 1@-150 1@90, true",
        "20@0 63@-120 63@120, 8@-70 1@-150 1@90, false", "0@0 0@0 63@120, 1@-30 1@-150 1@90, true"
    })
    void aBlownFuseIsNoFault(String voltages, String currents, boolean isBlown) {
        assertThat(Supervision.isFuseBlown(phasors(voltages), phasors(currents), 10, 0.1))
                .isEqualTo(isBlown);
    }

    @Test
    void twoPhasesAreNotThree() {
        assertThatThrownBy(() -> Supervision.components(phasors("1@0 1@-120")))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
