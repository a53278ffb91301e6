package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.urvant.core.finding.Position;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;

/** A study of many devices, which several threads match, comes to what it comes to device by device. */
class StudyPlanTest {
    private static final int MANY = 40;
    private static final Project SITE = site();

    /** Columns: stage, setting, value, unit, side: right ones, rounded ones, wrong ones. */
    private static final List<String[]> ROWS = Stream.of(
                    "I>,pick-up,480,A,primary",
                    "I>,TMS,0.204,,",
                    "I>>,delay,200,ms,",
                    "overcurrent 3,pickup,501,A,primary",
                    "I>>,pick-up,20,kA,primary",
                    "I>,pick-up,1.2,A,",
                    ",rated.current,380,A,secondary",
                    "51,TMS,0.3,,",
                    "I>,Characteristic,B,,")
            .map(row -> row.split(",", -1))
            .toList();

    private static Project site() {
        Project site = Sites.plant();
        for (int i = 0; i < MANY; i++) {
            site = DeviceChange.copy(site, "F11", "C" + (100 + i), false).project();
        }
        return site;
    }

    private static List<StudyRow> rows(List<Integer> picks) {
        List<StudyRow> rows = new ArrayList<>();
        for (int pick : picks) {
            String[] cells = ROWS.get(pick % ROWS.size());
            int device = pick / ROWS.size() % (MANY + 1);
            rows.add(new StudyRow(
                    device == MANY ? "nobody" : "C" + (100 + device),
                    new StudyRow.Stage(cells[0], ""),
                    cells[1],
                    cells[2],
                    cells[3],
                    cells[4],
                    Position.line("study.csv", rows.size() + 1)));
        }
        return rows;
    }

    private static StudyPlan plan(List<StudyRow> rows) {
        return StudyPlan.of(SITE, rows, new StudyPlan.How(Optional.empty(), Map.of()), List.of());
    }

    @Property(tries = 60)
    void manyDevicesAreMatchedAsEachAlone(@ForAll @Size(min = 1, max = 300) List<@IntRange(max = 369) Integer> picks) {
        List<StudyRow> rows = rows(picks);
        StudyPlan whole = plan(rows);
        List<StudyPlan> parts = rows.stream()
                .map(StudyRow::device)
                .distinct()
                .map(device -> plan(
                        rows.stream().filter(row -> row.device().equals(device)).toList()))
                .toList();
        assertThat(whole.values().findings())
                .containsExactlyInAnyOrderElementsOf(parts.stream()
                        .flatMap(part -> part.values().findings().stream())
                        .toList())
                .extracting(finding -> finding.position().line())
                .isSorted();
        assertThat(whole.values().rows())
                .containsExactlyInAnyOrderElementsOf(parts.stream()
                        .flatMap(part -> part.values().rows().stream())
                        .toList())
                .extracting(row -> row.wanted().position().line())
                .isSorted();
        assertThat(whole.rounded())
                .containsExactlyInAnyOrderElementsOf(
                        parts.stream().flatMap(part -> part.rounded().stream()).toList());
        for (StudyPlan part : parts) {
            for (ValuePlan.Row row : whole.values().isSound() ? part.values().rows() : List.<ValuePlan.Row>of()) {
                String device = row.wanted().device();
                assertThat(whole.values().after().device(device).given())
                        .isEqualTo(part.values().after().device(device).given());
            }
        }
    }
}
