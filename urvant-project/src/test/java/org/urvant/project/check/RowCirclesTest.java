package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Position;
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
        assertThat(RowCircles.find(rows(ways))).hasSize(circles).allSatisfy((row, points) -> assertThat(points)
                .startsWith(row.destination())
                .endsWith(row.destination()));
    }

    @Test
    void aChainOfManyRowsTakesNoDepth() {
        StringBuilder chain = new StringBuilder("p0>p1");
        for (int i = 1; i < 50_000; i++) {
            chain.append(" p").append(i).append(">p").append(i + 1);
        }
        assertThat(RowCircles.find(rows(chain.toString()))).isEmpty();
        assertThat(RowCircles.find(rows(chain + " p50000>p0"))).hasSize(1);
    }
}
