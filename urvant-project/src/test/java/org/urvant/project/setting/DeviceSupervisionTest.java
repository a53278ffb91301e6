package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.SupervisionDefinition.Given;
import org.urvant.core.device.SupervisionDefinition.Verdict;
import org.urvant.core.error.RefusedException;
import org.urvant.core.protection.Phasor;
import org.urvant.project.Project;
import org.urvant.project.change.ValueChange;
import org.urvant.project.kit.Sites;

/** What relays make of phasors; the sums and components are worked out by hand (Fortescue, 1918). */
class DeviceSupervisionTest {
    private static final Project PLANT = Sites.plant();

    private static List<Phasor> phasors(String text) {
        List<Phasor> phasors = new ArrayList<>();
        if (text != null) {
            for (String each : text.strip().split(" ")) {
                phasors.add(Phasor.of(
                        Double.parseDouble(each.substring(0, each.indexOf('@'))),
                        Double.parseDouble(each.substring(each.indexOf('@') + 1))));
            }
        }
        return phasors;
    }

    private static String spoken(Project project, String device, String currents, String neutral, String voltages) {
        Given given = new Given(phasors(currents), phasors(neutral).stream().findFirst(), phasors(voltages));
        return DeviceSupervision.of(project, device, given).stream()
                .filter(each -> each.said().verdict() == Verdict.SPEAKS)
                .map(each -> each.definition().name())
                .collect(Collectors.joining(" "));
    }

    /**
     * Columns: device, phase currents, neutral current at its own terminals, phase voltages, supervisions that speak. F11 has
     * 400/1 and a neutral transformer of 60/1, so that 1 A of the neutral is 0.15 A of the phases; its limit is 0.1 A and 10 %
     * of all currents.
     */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | 1@0 1@-120 1@120    | 0@0     |                               |
            F11 | 1@0 1@-120 0.7@120  | 0@0     |                               |
            F11 | 1@0 1@-120 0.45@120 | 0@0     |                               | current-sum balance
            F11 | 1@0 1@-120 0.52@120 | 0@0     |                               | current-sum
            F11 | 1@0 1@-120 0.52@120 | 3.2@-60 |                               |
            F11 | 1@0 1@-120 0.52@120 | 3.2@120 |                               | current-sum
            F11 | 0.1@0 0.1@-120 0@0  | 0@0     |                               |
            F11 | 1@0 1@-120 1@120    | 0@0     | 63.5@0 63.5@-120 63.5@120     |
            F11 | 1@0 1@-120 1@120    | 0@0     | 63.5@0 63.5@120 63.5@-120     | sequence fuse-failure
            F11 | 1@0 1@-120 1@120    | 0@0     | 63.5@0 63.5@-120 0@0          | fuse-failure
            F11 | 3@0 1@-120 1@120    | 13.33@0 | 20@0 63.5@-120 63.5@120       | balance
            L21 | 1@0 1@-120 1@120    |         | 63.5@0 63.5@-120 63.5@120     |
            L21 |                     |         | 63.5@0 63.5@-120 49@120       | balance
            L21 |                     |         | 20@0 20@-120 5@120            |
            L21 | 1@0 1@-120 1@120    |         | 63.5@0 63.5@-120 0@0          | balance fuse-failure
            """)
    void supervisionsSpeakWhenTheyShould(
            String device, String currents, String neutral, String voltages, String expected) {
        assertThat(spoken(PLANT, device, currents, neutral, voltages))
                .isEqualTo(expected == null ? "" : expected.strip());
    }

    /** The star point on the other side turns the neutral current round. */
    @Test
    void theSideOfTheStarPointCounts() {
        Project turned = ValueChange.set(PLANT, "F11", Map.of("ct.star-point", "busbar"));
        assertThat(spoken(turned, "F11", "1@0 1@-120 0.52@120", "3.2@120", null))
                .isEmpty();
        assertThat(spoken(turned, "F11", "1@0 1@-120 0.52@120", "3.2@-60", null))
                .isEqualTo("current-sum");
    }

    @Test
    void whatIsOffOrNotGivenIsSaidSo() {
        Project off = ValueChange.set(PLANT, "F11", Map.of("supervision.current-sum", "no"));
        Given given = new Given(phasors("1@0 1@-120 0.1@120"), Optional.empty(), List.of());
        assertThat(DeviceSupervision.of(off, "F11", given))
                .extracting(each -> each.said().verdict())
                .containsExactly(Verdict.OFF, Verdict.SPEAKS, Verdict.NOT_JUDGED, Verdict.NOT_JUDGED);
        assertThat(DeviceSupervision.of(
                                PLANT,
                                "L21",
                                new Given(phasors("1@0 1@-120 1@120"), Optional.empty(), phasors("63@0 63@-120 0@0")))
                        .get(1)
                        .blocked())
                .containsExactly("distance protection");
        for (Given wrong : List.of(
                new Given(List.of(), Optional.empty(), List.of()),
                new Given(phasors("1@0 1@0"), Optional.empty(), List.of()))) {
            assertThatThrownBy(() -> DeviceSupervision.of(PLANT, "F11", wrong)).isInstanceOf(RefusedException.class);
        }
        assertThatThrownBy(() -> DeviceSupervision.of(PLANT, "P61", given)).isInstanceOf(RefusedException.class);
    }
}
