package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.FaultKind;
import org.urvant.core.protection.Grading;
import org.urvant.project.Bay;
import org.urvant.project.Feeding;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** F11 (11 kV) feeds the trip unit Q41 (0.4 kV) through a transformer; its 480 A inverse and 3200 A stages see what comes through. */
class SiteGradingTest {
    private static final Position HERE = Position.line("site.yaml", 3);
    private static final Project PLANT = ValueChange.set(
            Sites.plant(),
            Map.of(
                    "Q41",
                    Map.of("rated.current", "630 A", "long-time.current", "1"),
                    "F11",
                    Map.of("group.1.thermal.reaction", "alarm")));

    private static Bay bay(String name, String device, String from, String transformer, String more) {
        Map<FaultKind, Entry> levels = new EnumMap<>(FaultKind.class);
        Map<String, Entry> other = new TreeMap<>();
        for (String each : more.isEmpty() ? new String[0] : more.split(", ")) {
            String[] parts = each.split("=");
            Entry entry = new Entry(parts[1], HERE);
            org.urvant.core.text.Word.find(FaultKind.class, parts[0])
                    .ifPresentOrElse(kind -> levels.put(kind, entry), () -> other.put(parts[0], entry));
        }
        Bay bay = new Bay(name, 0, List.of(new Entry(device, HERE)), new TreeMap<>(), HERE);
        return from.isEmpty()
                ? bay
                : bay.with(new Feeding(
                        new Entry(from, HERE),
                        transformer.isEmpty() ? Optional.empty() : Optional.of(new Entry(transformer, HERE)),
                        Optional.ofNullable(other.get("share")),
                        Optional.ofNullable(other.get("margin")),
                        levels));
    }

    /** Columns: transformer, more of the feeding; at which current of Q41 the time is shortest, that time, whether it is too short. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            11 kV/0.4 kV Dyn11  | three-phase=24 kA                 | 24000 | 2.328 | false
            11 kV/0.4 kV Dyn11  | three-phase=24 kA, margin=2.5 s   | 24000 | 2.328 | true
            11 kV/0.4 kV Dyn11  | three-phase=24 kA, margin=2300 ms | 24000 | 2.328 | false
            11 kV/0.4 kV Dyn11  | phase-phase=24 kA                 | 24000 | 1.874 | false
            11 kV/0.4 kV Dyn11  | phase-earth=24 kA                 | 24000 | 28.83 | false
            11 kV/0.4 kV Dyn11  | three-phase=24 kA, share=0.6      | 24000 | 16.08 | false
            11 kV/0.4 kV Dyn11  | three-phase=100 kA                | 88000 | 0.05  | true
            """)
    void timesAreHeldAgainstEachOtherThroughATransformer(
            String transformer, String more, double current, double margin, boolean isTooShort) {
        Project project = PLANT.with(bay("K1", "F11", "", "", "")).with(bay("LV", "Q41", "K1", transformer, more));
        SiteGrading grading = SiteGrading.of(project);
        assertThat(grading.mistakes()).isEmpty();
        assertThat(grading.pairs()).hasSize(1);
        SiteGrading.Pair pair = grading.pairs().get(0);
        Grading.Narrowest found = pair.narrowest().orElseThrow();
        assertThat(found.current()).isCloseTo(current, within(current * 0.01));
        assertThat(found.margin()).isCloseTo(margin, within(0.02));
        assertThat(pair.isTooShort()).isEqualTo(isTooShort);
        assertThat(pair.names().devices()).containsExactly("Q41", "F11");
        assertThat(SiteGrading.path(project, "LV"))
                .extracting(SiteGrading.Step::bay)
                .containsExactly("LV", "K1");
    }

    /** The long-time stage of Q41 picks up above 630 A, its earth-fault stage lower, F11 above 480 A at 11 kV. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            three-phase=24 kA | true
            three-phase=800 A | true
            three-phase=300 A | false
            phase-phase=300 A | false
            phase-earth=300 A | true
            phase-earth=100 A | false
            """)
    void aFaultThatNobodySeesIsSaid(String level, boolean isSeen) {
        Project project =
                PLANT.with(bay("K1", "F11", "", "", "")).with(bay("LV", "Q41", "K1", "11 kV/0.4 kV Dyn11", level));
        SiteGrading.Pair pair = SiteGrading.of(project).pairs().get(0);
        assertThat(pair.isSeen()).isEqualTo(isSeen);
        assertThat(pair.isTooShort()).isFalse();
    }

    /** The ratio of the voltages, and the share that comes this way. */
    @ParameterizedTest
    @CsvSource({
        "'11 kV/0.4 kV Dyn11', 'three-phase=24 kA', 0.03636",
        "'11 kV/0.4 kV Dyn11', 'three-phase=24 kA, share=0.5', 0.01818",
        "'', 'three-phase=24 kA', 1"
    })
    void aCurrentIsReferredToTheBayThatFeeds(String transformer, String more, double ratio) {
        Feeding feeding = bay("LV", "Q41", "K1", transformer, more).feeding().orElseThrow();
        assertThat(SiteGrading.ratio(feeding)).hasValueCloseTo(ratio, within(0.0001));
        assertThat(SiteGrading.ratio(
                        bay("LV", "Q41", "K1", "11 kV/0.4 kV", more).feeding().orElseThrow()))
                .isEmpty();
    }

    /** Columns: device of the feeding bay, changes of Q41, transformer, more; why the two are not judged. */
    @ParameterizedTest(name = "{4}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | rated.current=630 A   | 11 kV/0.4 kV Dyn11 | ''                | the site gives no fault currents behind bay LV
            GD1 | rated.current=630 A   | 11 kV/0.4 kV Dyn11 | three-phase=24 kA | no device of bay K1 has a stage that trips
            F11 | rated.current=630 A   | 33 kV/0.4 kV Dyn11 | three-phase=24 kA | not those that the devices are rated for
            F11 | rated.current=630 A   | 11 kV/0.4 kV Yyn0  | phase-earth=24 kA | depends on more than the vector group
            """)
    void whatCannotBeJudgedIsSaid(String feeder, String changes, String transformer, String more, String reason) {
        Project project = PLANT.with(bay("K1", feeder, "", "", "")).with(bay("LV", "Q41", "K1", transformer, more));
        SiteGrading.Pair pair = SiteGrading.of(project).pairs().get(0);
        assertThat(pair.isJudged()).isFalse();
        assertThat(pair.isTooShort()).isFalse();
        assertThat(pair.reason()).contains(reason);
    }

    @Test
    void aStageWithoutAValueIsNotPassedOver() {
        Map<String, String> open = new TreeMap<>();
        open.put("group.1.overcurrent.1.pick-up", null);
        Project project = ValueChange.set(PLANT, "F11", open)
                .with(bay("K1", "F11", "", "", ""))
                .with(bay("LV", "Q41", "K1", "11 kV/0.4 kV Dyn11", "three-phase=24 kA"));
        assertThat(SiteGrading.of(project).pairs().get(0).reason()).contains("F11 overcurrent.1: its pick-up is open");
    }

    @Test
    void aCircleIsNeverWalkedTwice() {
        Project project = PLANT.with(bay("A", "F11", "B", "", "three-phase=1 kA"))
                .with(bay("B", "Q41", "C", "", "three-phase=1 kA"))
                .with(bay("C", "Q41", "A", "", "three-phase=1 kA"));
        assertThat(SiteGrading.of(project).pairs()).isEmpty();
        assertThat(SiteGrading.of(project).mistakes())
                .hasSize(3)
                .allMatch(wrong -> wrong.kind() == SiteGrading.Wrong.Kind.CIRCLE);
        assertThat(SiteGrading.path(project, "A")).hasSize(3);
    }
}
