package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class GradingTest {
    private static Curve curve(String stages) {
        return new Curve(
                stages.isEmpty()
                        ? List.of()
                        : List.of(stages.split("; ")).stream()
                                .map(text -> {
                                    String[] parts = text.split(" ");
                                    Stage stage = new Stage(
                                            Double.parseDouble(parts[0]),
                                            Course.of(parts[1]).orElseThrow(),
                                            Stage.Timing.of(Double.parseDouble(parts[2])),
                                            Stage.Reset.INSTANT);
                                    return new Curve.Named(text, stage);
                                })
                                .toList());
    }

    /**
     * Columns: stages of the device near the fault and of the one that feeds it (pick-up, course, time), ratio of the currents,
     * greatest fault; at which current the margin is least, and what it is (Infinity for the feeder alone, -1 for never).
     */
    @ParameterizedTest(name = "{0} behind {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            400 definite 0.2              | 800 definite 0.5              | 1     | 8000  | 800   | 0.3
            400 A 0.1                     | 400 A 0.3                     | 1     | 8000  | 8000  | 0.4534
            400 definite 0.2              | 300 definite 0.5              | 1     | 8000  | 300   | Infinity
            400 definite 0.2; 4000 definite 0.05 | 800 definite 0.3; 6000 definite 0.05 | 1 | 8000 | 6000 | 0
            400 definite 0.2              | 900 definite 0.5              | 1     | 850   | -1    | -1
            11000 definite 0.1            | 480 definite 0.5              | 0.04  | 24000 | 12000 | 0.4
            400 definite 1                | 800 C 1                       | 1     | 8000  | 8000  | -0.1919
            ''                            | 800 definite 0.5              | 1     | 8000  | 800   | Infinity
            """)
    void theNarrowestPlaceIsFound(String down, String up, double ratio, double most, double current, double margin) {
        Grading grading = new Grading(
                new Grading.Curves(curve(down), curve("")), new Grading.Curves(curve(up), curve("")), ratio);
        Optional<Grading.Narrowest> found =
                grading.narrowest(FaultKind.THREE_PHASE, VectorGroup.direct(FaultKind.THREE_PHASE), most);
        if (current < 0) {
            assertThat(found).isEmpty();
            return;
        }
        assertThat(found.orElseThrow().current()).isCloseTo(current, within(current * 0.01));
        if (Double.isInfinite(margin)) {
            assertThat(found.get().down()).isEmpty();
        } else {
            assertThat(found.get().margin()).isCloseTo(margin, within(0.001));
        }
    }

    /** Columns: vector group, where the fault is, kind, phase current and residual current on the other side; -1 where it is not known. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            Dyn11, false, THREE_PHASE, 1, 0
            Dyn11, false, PHASE_PHASE, 1.1547, 0
            Dyn11, false, PHASE_EARTH, 0.57735, 0
            Dyn5, false, PHASE_PHASE, 1.1547, 0
            Yd11, false, PHASE_PHASE, 1.1547, 0
            YNd5, true, PHASE_EARTH, 0.57735, 0
            YNyn0, false, PHASE_EARTH, 1, 1
            YNyn0, false, PHASE_PHASE, 1, 0
            Yyn0, false, PHASE_EARTH, -1, -1
            Yd11, false, PHASE_EARTH, -1, -1
            Dd0, false, PHASE_PHASE, 1, 0
            Dyn11, true, PHASE_EARTH, -1, -1
            Yzn11, false, PHASE_PHASE, 1.1547, 0
            Yzn11, false, PHASE_EARTH, 0.57735, 0
            Dzn0, false, PHASE_PHASE, 1, 0
            Dzn0, false, PHASE_EARTH, 0.66667, 0
            Dz6, false, PHASE_EARTH, -1, -1
            """)
    void faultsGoThroughTransformersAsTheirWindingsLetThem(
            String text, boolean isFaultHigh, FaultKind kind, double phase, double residual) {
        Optional<VectorGroup.Passage> passage =
                VectorGroup.of(text).orElseThrow().passage(kind, isFaultHigh);
        if (phase < 0) {
            assertThat(passage).isEmpty();
        } else {
            assertThat(passage.orElseThrow().phase()).isCloseTo(phase, within(1e-4));
            assertThat(passage.get().residual()).isEqualTo(residual);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "Dyn", "Dyn12", "Dyn0", "Yy1", "dyn11", "Dyn11x", "YD11", "Dyn-1", "Dzn11", "Yzn0"})
    void whatIsNoVectorGroupIsNone(String text) {
        assertThat(VectorGroup.of(text)).isEmpty();
    }

    @org.junit.jupiter.api.Test
    void anEarthFaultIsSeenByResidualAndPhaseStages() {
        Grading grading = new Grading(
                new Grading.Curves(curve("4000 definite 0.3"), curve("40 definite 0.5")),
                new Grading.Curves(curve("800 definite 1"), curve("60 definite 0.7")),
                1);
        assertThat(grading.narrowest(FaultKind.PHASE_EARTH, VectorGroup.direct(FaultKind.PHASE_EARTH), 500)
                        .orElseThrow()
                        .margin())
                .isCloseTo(0.2, within(1e-9));
        Optional<Grading.Narrowest> through = grading.narrowest(
                FaultKind.PHASE_EARTH,
                VectorGroup.of("Dyn11")
                        .orElseThrow()
                        .passage(FaultKind.PHASE_EARTH, false)
                        .orElseThrow(),
                5000);
        assertThat(through.orElseThrow().up().name())
                .as("no residual current behind the delta")
                .isEqualTo("800 definite 1");
        assertThat(through.get().current()).isGreaterThan(800 * Math.sqrt(3));
    }
}
