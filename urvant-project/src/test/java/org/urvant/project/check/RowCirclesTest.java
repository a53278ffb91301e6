package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Position;
import org.urvant.core.point.ChannelPoint;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.project.Mapping;

/** Rows that lead back to where they began; the rule is rows-in-circle. */
class RowCirclesTest {
    private static List<Mapping> rows(String ways) {
        List<Mapping> rows = new ArrayList<>();
        for (String way : ways.split(" ")) {
            String[] ends = way.split(">");
            rows.add(new Mapping(
                    "k" + rows.size(),
                    way,
                    "",
                    new Mapping.End("bus", ends[0]),
                    new Mapping.End("bus", ends[1]),
                    true,
                    Position.in("test")));
        }
        return rows;
    }

    @ParameterizedTest
    @CsvSource({"a>b b>c, 0", "a>b b>a, 1", "a>b b>c c>a, 1", "a>a, 1", "a>b c>b a>c, 0", "a>b b>a c>d d>c, 2"})
    void eachCircleIsFoundOnce(String ways, int circles) {
        assertThat(RowCircles.find(rows(ways), "")).hasSize(circles).allSatisfy((row, points) -> assertThat(points)
                .startsWith(row.destination())
                .endsWith(row.destination()));
    }

    /** Columns: what the program does with what it reads of point a; whether b, written by row two, goes back there. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            mapped.two := mapped.one + 1;                                      | true
            h := mapped.ONE; mapped.two := H;                                  | true
            t(IN := mapped.one > 3, PT := T#1s); IF t.Q THEN mapped.two := 1; END_IF | true
            CASE mapped.one OF 1: h := 2; ELSE h := 3; END_CASE mapped.two := h; | true
            t(IN := mapped.one > 3, Q => q); mapped.two := SEL(q, 0, 1);       | true
            h := mapped.one; mapped.two := 7;                                  | false
            IF h > 1 THEN k := mapped.one; END_IF mapped.two := h;             | false
            """)
    void aValueThatGoesRoundThroughAProgramIsFound(String body, boolean isCircle) {
        String program = "PROGRAM p\nVAR h, k : LINT; q : BOOL; t : TON; END_VAR\n" + body + "\nEND_PROGRAM\n"
                + "PROGRAM other\nVAR h : LINT; END_VAR\nh := mapped.one;\nEND_PROGRAM\n";
        List<Mapping> rows = List.of(
                row("1", "one", new Mapping.End("bus", "a"), PROGRAM),
                row("2", "two", PROGRAM, new Mapping.End("bus", "a")));
        assertThat(RowCircles.find(rows, program).values())
                .containsExactlyElementsOf(
                        isCircle ? List.of(List.of("mapped.one", "mapped.two", "a", "mapped.one")) : List.of());
    }

    private static final Mapping.End PROGRAM = new Mapping.End(ChannelPoint.OWN, ProgramPoint.TEXT);

    private static Mapping row(String key, String identifier, Mapping.End from, Mapping.End to) {
        return new Mapping(
                key,
                new Mapping.Title(identifier, "", identifier),
                List.of(from),
                to,
                Mapping.Handling.NONE,
                true,
                Position.in("test"));
    }

    @Test
    void aChainOfManyRowsTakesNoDepth() {
        StringBuilder chain = new StringBuilder("p0>p1");
        for (int i = 1; i < 50_000; i++) {
            chain.append(" p").append(i).append(">p").append(i + 1);
        }
        assertThat(RowCircles.find(rows(chain.toString()), "")).isEmpty();
        assertThat(RowCircles.find(rows(chain + " p50000>p0"), "")).hasSize(1);
    }
}
