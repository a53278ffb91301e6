package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.urvant.core.compare.Comparison;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

class TableTest {
    private static final Paint PLAIN = new Paint(false);

    @Test
    void columnsLineUpAndNumbersStandToTheRight() {
        Table table = new Table("name", "count", "text");
        table.row("a", 5, "x");
        table.row("longer", 1200, "y");
        assertThat(table.lines(80, PLAIN))
                .containsExactly("name    count  text", "a           5  x", "longer   1200  y");
    }

    @Property(tries = 200)
    void linesKeepWithinTheWidthWhereCellsLeaveRoom(
            @ForAll @Size(min = 1, max = 6) List<@StringLength(max = 60) String> cells,
            @ForAll @IntRange(min = 60, max = 200) int width) {
        Table table = new Table("first", "second", "third");
        for (String cell : cells) {
            String plain = cell.replaceAll("[^a-z ]", "x");
            table.row(plain, plain + plain, plain);
        }
        assertThat(table.lines(width, PLAIN)).hasSize(cells.size() + 1).allSatisfy(line -> assertThat(line.length())
                .isLessThanOrEqualTo(width));
    }

    /** What must not be lost goes on in the next line, word by word; other cells are cut. */
    @Test
    void aColumnThatIsWholeGoesOnInTheNextLine() {
        Table table = new Table("point", "inject", "note").whole("point", "inject");
        table.row("just above", "U 20@0° 63@120° V; I 3@-80° A", "zones.2 operates there");
        assertThat(table.lines(36, PLAIN))
                .allMatch(line -> line.length() <= 36)
                .hasSizeGreaterThan(2)
                .satisfies(lines -> assertThat(String.join(" ", lines.subList(1, lines.size())))
                        .contains("…", "just", "above", "20@0°", "63@120°", "3@-80°", "A"));
    }

    @Test
    void jsonIsWhatProgramsExpect() {
        Object value = Json.object(
                "text",
                "a\"b",
                "number",
                5,
                "yes",
                true,
                "none",
                null,
                "list",
                List.of("x"),
                "position",
                new Position("f", 1, 2),
                "tree",
                Section.of(Map.of("n", Value.number(7), "l", Value.logical(false))));
        assertThat(Json.text(value).replaceAll("\\s", ""))
                .isEqualTo("{\"text\":\"a\\\"b\",\"number\":5,\"yes\":true,\"none\":null,\"list\":[\"x\"],"
                        + "\"position\":{\"source\":\"f\",\"line\":1,\"column\":2},\"tree\":{\"l\":false,\"n\":7}}");
    }

    @Test
    void aTreeOfDifferencesReadsFromTheTop() {
        Section left = Section.of(Map.of("settings", Section.of(Map.of("a", Value.number(1), "gone", Value.text("")))));
        Section right = Section.of(Map.of(
                "settings", Section.of(Map.of("a", Value.number(2))),
                "mappings", Section.of(Map.of("k", Section.of(Map.of("name", Value.text("F01 trip")))))));
        assertThat(Differences.lines(Comparison.of(left, right), PLAIN))
                .containsExactly(
                        "added    mappings (1 value)", "settings", "  changed  a: 1 → 2", "  removed  gone: (empty)");
        assertThat(Json.text(Differences.json(Comparison.of(left, right))))
                .contains("\"kind\" : \"added\"", "\"left\" : 1", "\"right\" : 2");
    }
}
