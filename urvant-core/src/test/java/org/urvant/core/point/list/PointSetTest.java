package org.urvant.core.point.list;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Position;

/** Which points of another list a list has. */
class PointSetTest {
    private static final PointList DRIVE = list(
            "speed,Speed,modbus,7,input:0 int16,read",
            "speed-max,Speed,modbus,7,input:1 int16,read",
            "reset,Reset,modbus,7,coil:0,both",
            "reset-all,Reset,modbus,,coil:1,both");

    private static PointList list(String... lines) {
        List<ListReader.Row> rows = Stream.of(lines)
                .map(line -> new ListReader.Row(List.of(line.split(",", -1)), Map.of(), null, Position.in("drive.csv")))
                .toList();
        return ListReader.read(
                        ListRequest.of("PD1", List.of()),
                        ListRows.COLUMNS.subList(0, 6),
                        Position.in("drive.csv"),
                        rows)
                .list()
                .orElseThrow();
    }

    /** Columns: what is wanted, the keys that are in the set, in the order of the list, and the patterns that fit none. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "                | speed speed-max reset reset-all |",
                "speed           | speed                           |",
                "reset-* speed*  | speed speed-max reset-all       |",
                "SPEED           | speed                           |",
                "*               | speed speed-max reset reset-all |",
                "sped reset      | reset                           | sped",
                "s?eed x* y      | speed                           | x* y"
            })
    void keysAndPatternsChoose(String only, String keys, String without) {
        List<String> patterns = only == null ? List.of() : Arrays.asList(only.split(" "));
        PointSet set = new PointSet("PD1", patterns, OptionalInt.empty());
        assertThat(set.points(DRIVE)).extracting(ListedPoint::key).containsExactly(keys.split(" "));
        assertThat(set.without(DRIVE)).containsExactly(without == null ? new String[0] : without.split(" "));
    }

    /** The station of the set counts for all of its points; without one each keeps what the list says. */
    @Test
    void theSetHasAStationOfItsOwn() {
        PointSet own = new PointSet("PD1", List.of("reset*"), OptionalInt.of(9));
        assertThat(own.points(DRIVE)).extracting(ListedPoint::station).containsExactly(9, 9);
        PointList made = PointList.of("PD2", own.following("PX"), DRIVE);
        assertThat(made.set().orElseThrow().follows()).isEqualTo("PX");
        assertThat(made.named("PD3").set()).isEqualTo(made.set());
        assertThat(made)
                .isNotEqualTo(PointList.of("PD2", made.space(), made.points().values()));
        assertThat(new PointSet("PD1", List.of("reset*"), OptionalInt.empty()).points(DRIVE))
                .extracting(ListedPoint::station)
                .containsExactly(7, ListedPoint.NO_STATION);
    }
}
