package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.project.Project;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;

class GroupChangeTest {
    private static final Project PLANT = Sites.plant();
    private static final Project COPIED = GroupChange.copied(PLANT, "F11", 1, 2);

    /** What differs between two groups of F11, each as {@code path: one → other}. */
    private static List<String> compare(Project project, int one, int other) {
        Side whole = Side.of(project, project.device("F11"));
        return whole.at("group." + one).against(whole.at("group." + other), List.of()).leaves().stream()
                .map(placed -> placed.path() + ": " + placed.difference().left() + " → "
                        + placed.difference().right())
                .toList();
    }

    @Test
    void aCopyHasAllThatTheOtherHas() {
        assertThat(compare(COPIED, 1, 2)).isEmpty();
        assertThat(COPIED.device("F11").sheets().keySet())
                .contains("group.2.overcurrent.1", "group.2.overcurrent.2", "group.2.earth-fault.1");
        Project back = GroupChange.removed(COPIED, "F11", 2);
        assertThat(ConfigurationBuilder.build(back, back.device("F11")).fingerprint())
                .isEqualTo(
                        ConfigurationBuilder.build(PLANT, PLANT.device("F11")).fingerprint());
    }

    /** Columns: path within the second group, its value there, what each group has. */
    @ParameterizedTest(name = "{0} = {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            overcurrent.1.pick-up        | 2 A            | 1.2   | 2
            overcurrent.1.pick-up        | 900 A primary  | 1.2   | 2.25
            overcurrent.1.characteristic | C              | A     | C
            overcurrent.1.multiplier     | 0.3            | 0.2   | 0.3
            thermal.factor               | 1.2            | 1.1   | 1.2
            thermal.reaction             | alarm          | trip  | alarm
            """)
    void whatDiffersIsTold(String path, String value, String one, String other) {
        Project changed = ValueChange.set(COPIED, "F11", Map.of("group.2." + path, value));
        assertThat(compare(changed, 1, 2)).contains(path + ": " + one + " → " + other);
        assertThat(compare(changed, 2, 1)).contains(path + ": " + other + " → " + one);
    }

    /** Columns: path within the second group and a value that stands for the same. */
    @ParameterizedTest
    @CsvSource({
        "overcurrent.1.pick-up, 1200 mA",
        "overcurrent.1.pick-up, 480 A primary",
        "overcurrent.1.pick-up, 120 %",
        "overcurrent.1.multiplier, 0.20",
        "thermal.time-constant, 0.5 h"
    })
    void oneValueInTwoFormsIsNoDifference(String path, String value) {
        Project changed = ValueChange.set(COPIED, "F11", Map.of("group.2." + path, value));
        assertThat(compare(changed, 1, 2)).isEmpty();
    }

    @Test
    void aStageOfOneGroupAloneDiffersInAllItHas() {
        Project changed = ValueChange.set(COPIED, "F11", Map.of("group.2.overcurrent.3.pick-up", "20 A"));
        assertThat(compare(changed, 1, 2)).hasSize(1).allMatch(each -> each.startsWith("overcurrent.3: null → "));
        Project over = GroupChange.copied(changed, "F11", 1, 2);
        assertThat(over.device("F11").sheets()).doesNotContainKey("group.2.overcurrent.3");
    }

    /** Columns: what is asked for, and what is said. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            copy F11 3 1    | there is no setting group '3'
            copy F11 1 5    | F11 has no setting group 5
            copy F11 1 0    | F11 has no setting group 0
            copy F11 1 1    | group 1 is the one that is copied
            remove F11 1 0  | is the one in use after a start
            remove F11 3 0  | there is no setting group '3'
            copy P61 1 2    | has no setting groups
            copy F99 1 2    | F99
            """)
    void whatCannotBeIsRefused(String words, String said) {
        String[] parts = words.split(" ");
        int one = Integer.parseInt(parts[2]);
        int other = Integer.parseInt(parts[3]);
        assertThatThrownBy(() -> {
                    switch (parts[0]) {
                        case "copy" -> GroupChange.copied(PLANT, parts[1], one, other);
                        default -> GroupChange.removed(PLANT, parts[1], one);
                    }
                })
                .hasMessageContaining(said);
    }
}
