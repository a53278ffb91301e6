package org.urvant.file.yaml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;

class YamlEditTest {
    private static final List<String> LINES = List.of(
            "# head",
            "",
            "  # indented comment",
            "a: 1   # why",
            "b:",
            "  c: two words",
            "  d: 'quoted text'",
            "e: {f: 1, g: x}");

    private static Map<String, String> flat(YamlNode.Fields fields, String prefix, Map<String, String> into) {
        fields.entries().forEach((key, node) -> {
            if (node instanceof YamlNode.Text text) {
                into.put(prefix + key, text.text());
            } else {
                flat((YamlNode.Fields) node, prefix + key + "/", into);
            }
        });
        return into;
    }

    private static List<String> comments(String text) {
        List<String> comments = new ArrayList<>();
        text.lines()
                .filter(line -> line.contains("#"))
                .forEach(line -> comments.add(line.substring(line.indexOf('#'))));
        return comments;
    }

    /** Changes made together give the text that they give one after the other. */
    @Property(tries = 1000)
    void changesMadeTogetherAreThoseOneAfterTheOther(@ForAll long seed) {
        Random random = new Random(seed);
        List<String> lines = new ArrayList<>(LINES);
        lines.addAll(List.of("m: [1, 2]", "n:", "  - 1 # one", "  - 2", "o:", "p: {}", "q:", "  r:", "    s: 1"));
        YamlDocument document = YamlDocument.parse("x", String.join("\n", lines) + "\n");
        List<String> paths = List.of(
                "a", "b", "b c", "b d", "b t", "b u", "e", "e f", "e g", "e h", "e i", "m", "n", "o x", "o y", "p x",
                "p y", "q r s", "q r t", "q t", "v", "w x", "w y", "w z 1");
        YamlChanges together = new YamlChanges();
        YamlDocument one = document;
        for (int step = 0; step < 8; step++) {
            List<String> path = List.of(paths.get(random.nextInt(paths.size())).split(" "));
            try {
                switch (random.nextInt(4)) {
                    case 3 -> {
                        Map<String, Object> fields = new LinkedHashMap<>();
                        fields.put("k" + step, "v: w");
                        fields.put("below", Map.of("c", List.of("1", "2")));
                        one = new YamlChanges().add(path, fields).in(one);
                        together.add(path, fields);
                    }
                    case 0 -> {
                        List<String> items = List.of("x", "y, z", "3").subList(0, random.nextInt(4));
                        one = one.with(path, items);
                        together.set(path, items);
                    }
                    case 1 -> {
                        one = one.without(path);
                        together.remove(path);
                    }
                    default -> {
                        one = one.with(path, "v" + step);
                        together.set(path, "v" + step);
                    }
                }
            } catch (IllegalArgumentException | MalformedInputException e) {
                assertThat(e)
                        .hasMessageMatching(
                                "(?s).*(a map or a list stands here|is no map of keys|there is a value).*"); // then it
                // is left
                // out of
                // both
            }
        }
        assertThat(together.in(document).text()).isEqualTo(one.text());
    }

    /** Random edits on a document do what they do on a plain map, and every comment stays. */
    @Property(tries = 300)
    void editsDoWhatTheySayAndKeepComments(@ForAll long seed) {
        Random random = new Random(seed);
        YamlDocument document = YamlDocument.parse("x", String.join("\n", LINES) + "\n");
        Map<String, String> model = flat(document.root(), "", new TreeMap<>());
        List<String> comments = comments(document.text());
        List<List<String>> paths = List.of(
                List.of("a"),
                List.of("b", "c"),
                List.of("b", "d"),
                List.of("b", "new"),
                List.of("e", "f"),
                List.of("e", "new"),
                List.of("h"),
                List.of("i", "j"),
                List.of("i", "k", "l"),
                List.of("i", "m"));
        for (int step = 0; step < 12; step++) {
            List<String> path = paths.get(random.nextInt(paths.size()));
            String value = List.of("1", "on", "a: b", "", " pad", "#x", "ünï", "12:30", "- x", "{y}")
                    .get(random.nextInt(10));
            document = document.with(path, value);
            model.put(String.join("/", path), value);
            assertThat(flat(document.root(), "", new TreeMap<>()))
                    .as(document.text())
                    .isEqualTo(model);
        }
        assertThat(document.text()).contains(comments);
    }

    @Test
    void removingTakesTheLinesOfTheValueAndNothingElse() {
        YamlDocument document = YamlDocument.parse("x", "a: 1\nb:\n  c: 2\n  d: 3\n# tail\ne: 4\n");
        assertThat(document.without(List.of("b", "c")).text()).isEqualTo("a: 1\nb:\n  d: 3\n# tail\ne: 4\n");
        assertThat(document.without(List.of("b")).text()).isEqualTo("a: 1\n# tail\ne: 4\n");
        assertThat(document.without(List.of("none", "x")).text()).isEqualTo(document.text());
    }

    /** Columns: a map in one line, the keys of what goes, and what is left. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            a: {b: 1, c: 2, d: 3}     | a b   | a: {c: 2, d: 3}
            a: {b: 1, c: 2, d: 3}     | a c   | a: {b: 1, d: 3}
            a: {b: 1, c: 2, d: 3}     | a d   | a: {b: 1, c: 2}
            a: {b: 1}                 | a b   | a: {}
            a: {b: {c: 1, d: 2}, e: 3} | a b  | a: {e: 3}
            a: {b: {c: 1, d: 2}, e: 3} | a b c | a: {b: {d: 2}, e: 3}
            a: {b: 'x, y', c: "}"}    | a b   | a: {c: "}"}
            a: {b: 'x, y', c: "}"}    | a c   | a: {b: 'x, y'}
            a: {é: 1, c: [1, 2]} # é  | a é   | a: {c: [1, 2]} # é
            a: {b: 1}                 | a x   | a: {b: 1}
            """)
    void aValueIsTakenOutOfAMapInOneLine(String before, String keys, String after) {
        YamlDocument document = YamlDocument.parse("x", "# head\n" + before + "\n# tail\n");
        assertThat(document.without(List.of(keys.split(" "))).text()).isEqualTo("# head\n" + after + "\n# tail\n");
    }

    /** Columns: a document, and what it is with the list x, y at a; an empty list takes the key away. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            b: 1                | b: 1⏎a: [x, "y, z"]
            a: [old]⏎b: 1       | b: 1⏎a: [x, "y, z"]
            a:⏎  - old⏎b: 1     | b: 1⏎a: [x, "y, z"]
            """)
    void aListIsSetWholeAndAnEmptyOneGoes(String before, String after) {
        YamlDocument document = YamlDocument.parse("x", before.replace("⏎", "\n") + "\n");
        YamlDocument with = document.with(List.of("a"), List.of("x", "y, z"));
        assertThat(with.text()).isEqualTo(after.replace("⏎", "\n") + "\n");
        assertThat(with.with(List.of("a"), List.<String>of()).text()).isEqualTo("b: 1\n");
    }

    @Test
    void aMapIsAddedAsLinesInABlockAndBetweenBracesInALine() {
        Map<String, Object> fields = new LinkedHashMap<>();
        fields.put("z", "1");
        fields.put("list", List.of("a", "b"));
        fields.put("in", new TreeMap<>(Map.of("c", "x: y", "d", Map.of())));
        YamlDocument document = YamlDocument.parse("x", "b:\n  k: 1 # why\nf: {g: 1}\n");
        String changed = new YamlChanges()
                .add(List.of("b", "n"), fields)
                .add(List.of("f", "n"), fields)
                .in(document)
                .text();
        assertThat(changed)
                .isEqualTo(
                        "b:\n  k: 1 # why\n  n:\n    z: 1\n    list: [a, b]\n    in:\n      c: \"x: y\"\n      d: {}\n"
                                + "f: {g: 1, n: {z: 1, list: [a, b], in: {c: \"x: y\", d: {}}}}\n");
        assertThatThrownBy(
                        () -> new YamlChanges().add(List.of("b", "k"), fields).in(document))
                .hasMessageContaining("there is a value at b.k");
    }

    @Test
    void nestedAndDottedKeysLeadToTheSameValue() {
        YamlDocument nested = YamlDocument.parse("x", "settings:\n  watchdog:\n    time: 5\n");
        YamlDocument dotted = YamlDocument.parse("x", "settings:\n  watchdog.time: 5\n");
        assertThat(nested.keys(List.of("settings"), "watchdog.time")).containsExactly("settings", "watchdog", "time");
        assertThat(dotted.keys(List.of("settings"), "watchdog.time")).containsExactly("settings", "watchdog.time");
    }

    @Test
    void aValueCannotHoldValues() {
        YamlDocument document = YamlDocument.parse("x", "a: 1\nb: [1, 2]\n");
        assertThatThrownBy(() -> document.with(List.of("a", "b"), "2")).hasMessageContaining("is no map of keys");
        assertThatThrownBy(() -> document.with(List.of("b"), "2")).hasMessageContaining("list");
        assertThatThrownBy(() -> document.with(List.of(), "2")).hasMessageContaining("empty path");
    }

    @Test
    void depthIsLimited() {
        StringBuilder deep = new StringBuilder();
        for (int i = 0; i < 60; i++) {
            deep.append(" ".repeat(i)).append("k:\n");
        }
        assertThatThrownBy(() -> YamlDocument.parse("deep", deep + " ".repeat(60) + "v: 1\n"))
                .hasMessageContaining("depth");
    }
}
