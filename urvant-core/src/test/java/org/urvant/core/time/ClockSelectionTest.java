package org.urvant.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class ClockSelectionTest {
    private static final Instant NOON = Instant.parse("2026-03-02T12:00:00Z");

    /** Each letter is a second: M and B for a healthy main and backup, small for a lost one. */
    private static String play(ClockSelection selection, String seconds) {
        StringBuilder chosen = new StringBuilder();
        String[] each = seconds.split(" ");
        for (int i = 0; i < each.length; i++) {
            chosen.append(selection
                    .at(NOON.plusSeconds(i), each[i].contains("M"), each[i].contains("B"))
                    .name()
                    .charAt(0));
        }
        return chosen.toString();
    }

    @Test
    void theBackupTakesOverLateAndHandsBackLate() {
        assertThat(play(selection(), "MB MB mB mB mB mB MB MB MB MB")).isEqualTo("MMNNNBBBBM");
        assertThat(play(selection(), "mB mB MB mB mB mB mB"))
                .as("a short recovery begins anew")
                .isEqualTo("NNMNNNB");
        assertThat(play(selection(), "Mb mb mb mb mb Mb Mb Mb Mb"))
                .as("without a backup nobody writes")
                .isEqualTo("MNNNNNNNM");
        ClockSelection selection = selection();
        selection.at(NOON, true, true);
        assertThatThrownBy(() -> selection.at(NOON.minusSeconds(1), true, true)).hasMessageContaining("lies before");
    }

    private static ClockSelection selection() {
        return new ClockSelection(Duration.ofSeconds(3), Duration.ofSeconds(3));
    }
}
