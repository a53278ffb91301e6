package org.urvant.core.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
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

    /** Columns: rows on the left, rows on the right (name: values), what is said of them in the order of the tree. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            a: x 1 2                    | b: x 1 2                   | renamed a → b
            a: x 1 2                    | b: x 1 9                   | renamed a → b, changed b.v2
            a: x 1 2                    | b: x 8 9                   | removed a, added b
            a: x 1 2, k: x 1 2          | b: x 1 2, k: x 1 2         | renamed a → b
            a: x 1 2, c: x 1 2          | b: x 1 2                   | renamed a → b, removed c
            a: x 1 2, k: x 1 3          | b: x 1 4, k: x 1 3         | removed a, added b
            a: x 1 2, c: y 3 4          | b: y 3 9, d: x 1 8         | renamed c → b, changed b.v2, renamed a → d, changed d.v2
            a: x 1                      | a: x 2                     | changed a.v1
            a: x 1                      |                            | removed a
            """)
    void aRowUnderAnotherNameIsFoundAgainByWhatIsInIt(String left, String right, String expected) {
        Manner manner = new Manner(List.of(), path -> path.equals("rows"), Manner.EXACT.grid());
        Comparison comparison = Comparison.of(rows(left), rows(right), manner);
        assertThat(comparison.leaves().stream()
                        .map(placed -> placed.difference().kind().word() + " "
                                + (placed.difference().former().isEmpty()
                                        ? ""
                                        : placed.difference().former() + " → ")
                                + placed.path().substring("rows.".length()))
                        .collect(Collectors.joining(", ")))
                .isEqualTo(expected);
        assertThat(comparison.count()).isEqualTo(expected.split(",").length);
    }

    private static Section rows(String text) {
        Map<String, Node> rows = new HashMap<>();
        for (String row : text == null ? new String[0] : text.split(", ")) {
            Map<String, Node> values = new HashMap<>();
            String[] words = row.substring(row.indexOf(':') + 2).split(" ");
            for (int i = 0; i < words.length; i++) {
                values.put("v" + i, Value.text(words[i]));
            }
            rows.put(row.substring(0, row.indexOf(':')), Section.of(values));
        }
        return Section.of(Map.of("rows", Section.of(rows)));
    }

    @Test
    void whatIsExpectedToDifferIsSaidAndDoesNotCount() {
        Section left = section(Map.of("a", 1, "b", 2));
        Section right = section(Map.of("a", 5, "b", 3));
        Comparison comparison = Comparison.of(left, right, Manner.EXACT.expecting(List.of("*.b")));
        assertThat(comparison.leaves()).extracting(Comparison.Placed::path).containsExactly("inner.a");
        assertThat(comparison.expected()).extracting(Difference::name).containsExactly("inner.b");
        assertThat(Comparison.of(left, right, Manner.EXACT.expecting(List.of("inner")))
                        .isEqual())
                .isTrue();
    }

    @Test
    void millionsOfValuesAreComparedInOneWalk() {
        Map<String, Node> many = new HashMap<>();
        for (int i = 0; i < 300_000; i++) {
            many.put(
                    "row" + i,
                    Section.of(Map.of("a", Value.number(i), "b", Value.text("same"), "c", Value.number(-i))));
        }
        Map<String, Node> others = new HashMap<>(many);
        others.put("other", others.remove("row7"));
        others.put("row8", Section.of(Map.of("a", Value.number(1))));
        Manner manner = new Manner(List.of(), path -> true, Manner.EXACT.grid());
        assertThat(Comparison.of(Section.of(many), Section.of(others), manner).leaves())
                .extracting(Comparison.Placed::path)
                .containsExactly("other", "row8.a", "row8.b", "row8.c");
    }
}
