package org.urvant.project.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.HashMap;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

class ComparisonTest {
    @Test
    void eachDifferenceStandsInItsPlaceWithBothValues() {
        Section left = Section.of(Map.of(
                "settings", Section.of(Map.of("a", Value.number(1), "b", Value.text("x"))),
                "mappings", Section.of(Map.of("86834beb", Section.of(Map.of("name", Value.text("F01 trip")))))));
        Section right = Section.of(Map.of(
                "settings", Section.of(Map.of("a", Value.number(2), "c", Value.logical(true))),
                "mappings", Section.empty()));
        Comparison comparison = Comparison.of(left, right);
        assertThat(comparison.count()).isEqualTo(4);
        assertThat(comparison.differences()).extracting(Difference::name).containsExactly("mappings", "settings");
        Difference row = comparison.differences().get(0).inner().get(0);
        assertThat(row.kind()).isEqualTo(Difference.Kind.REMOVED);
        assertThat(row.label()).isEqualTo("F01 trip");
        assertThat(comparison.differences().get(1).inner())
                .extracting(Difference::name, Difference::kind)
                .containsExactly(
                        tuple("a", Difference.Kind.CHANGED),
                        tuple("b", Difference.Kind.REMOVED),
                        tuple("c", Difference.Kind.ADDED));
        Difference changed = comparison.differences().get(1).inner().get(0);
        assertThat(changed.leftText()).contains("1");
        assertThat(changed.rightText()).contains("2");
    }

    /** Counting by hand: every name that only one side has, and every common one with another value. */
    @Property
    void countsWhatASetComparisonCounts(
            @ForAll @Size(max = 8) Map<@AlphaChars @StringLength(min = 1, max = 2) String, Integer> left,
            @ForAll @Size(max = 8) Map<@AlphaChars @StringLength(min = 1, max = 2) String, Integer> right) {
        long expected = left.entrySet().stream()
                        .filter(entry -> !entry.getValue().equals(right.get(entry.getKey())))
                        .count()
                + right.keySet().stream()
                        .filter(name -> !left.containsKey(name))
                        .count();
        assertThat(Comparison.of(section(left), section(right)).count()).isEqualTo((int) expected);
        assertThat(Comparison.of(section(left), section(left)).isEqual()).isTrue();
    }

    private static Section section(Map<String, Integer> numbers) {
        Map<String, Node> nodes = new HashMap<>();
        numbers.forEach((name, number) -> nodes.put(name, Value.number(number)));
        return Section.of(Map.of("inner", Section.of(nodes)));
    }
}
