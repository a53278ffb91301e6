package org.urvant.file.yaml;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;

class YamlDocumentTest {
    private static final String WRITTEN =
            """
            # the gateway in cubicle 3
            device: GW1   # as on the plate
            settings:
              # agreed with the water works
              watchdog.time: '5'

              night: on

            # below here: links
            connections: {scada: {port: 2404}}
            """;

    private static YamlDocument document() {
        return YamlDocument.parse("GW1.yaml", WRITTEN);
    }

    @Test
    void onlyTheChangedValueChanges() {
        assertThat(document().with(List.of("settings", "watchdog.time"), "10").text())
                .isEqualTo(WRITTEN.replace("'5'", "'10'"));
        assertThat(document()
                        .with(List.of("connections", "scada", "port"), "2405")
                        .text())
                .isEqualTo(WRITTEN.replace("2404", "2405"));
        assertThat(document().with(List.of("device"), "GW 2: spare").text())
                .isEqualTo(WRITTEN.replace("GW1   #", "\"GW 2: spare\"   #"));
    }

    @Test
    void newValuesAreAddedBelowTheLastOfTheirMap() {
        assertThat(document().with(List.of("settings", "zone"), "UTC").text())
                .isEqualTo(WRITTEN.replace("  night: on\n", "  night: on\n  zone: UTC\n"));
        assertThat(document()
                        .with(List.of("connections", "F01", "kind"), "relay")
                        .text())
                .isEqualTo(WRITTEN.replace("2404}}", "2404}, F01: {kind: relay}}"));
        assertThat(document()
                        .with(List.of("links", "main", "host"), "192.0.2.1")
                        .text())
                .isEqualTo(WRITTEN + "links:\n  main:\n    host: 192.0.2.1\n");
        assertThat(YamlDocument.parse("x", "a:\n# end\n")
                        .with(List.of("a", "b"), "1")
                        .text())
                .isEqualTo("a:\n  b: 1\n# end\n");
        assertThat(document().without(List.of("settings", "night")).text())
                .isEqualTo(WRITTEN.replace("  night: on\n", ""));
    }

    @Test
    void scalarsStayWhatWasWritten() {
        YamlDocument document = YamlDocument.parse("x", "a: on\nb: 12:30\nc: 007\nd: +46 00\ne: 1.0\nf: null\n");
        assertThat(document.root().entries().values())
                .extracting(node -> ((YamlNode.Text) node).text())
                .containsExactly("on", "12:30", "007", "+46 00", "1.0", "null");
    }

    /** Texts of any characters, and texts of YAML's own indicators, in which a mistake of quoting shows soonest. */
    @Provide
    Arbitrary<String> texts() {
        Arbitrary<String> indicators = Arbitraries.strings()
                .withChars("-?:,[]{}#&*!|>'\"%@` .~=<\\/+\t\n\rab01\u00B0\u0085\u2028\uFEFF")
                .ofMaxLength(6);
        return Arbitraries.oneOf(Arbitraries.strings(), indicators);
    }

    @Property(tries = 4000)
    void everyTextIsReadBackAsItWasSet(@ForAll("texts") String text) {
        boolean storable = text.codePoints().noneMatch(c -> c >= 0xD800 && c <= 0xDFFF || c == 0xFFFE || c == 0xFFFF);
        if (storable) {
            YamlDocument set = document().with(List.of("settings", "watchdog.time"), text);
            assertThat(((YamlNode.Text) ((YamlNode.Fields) set.root().entries().get("settings"))
                                    .entries()
                                    .get("watchdog.time"))
                            .text())
                    .isEqualTo(text);
            if (!text.isEmpty()) {
                YamlNode connections = document()
                        .with(List.of("connections", "scada", text), text)
                        .root()
                        .entries()
                        .get("connections");
                YamlNode scada = ((YamlNode.Fields) connections).entries().get("scada");
                assertThat(((YamlNode.Text) ((YamlNode.Fields) scada).entries().get(text)).text())
                        .as("as a key and a value between braces")
                        .isEqualTo(text);
            }
        }
    }

    @Test
    void writtenMapsAreSortedAndReadBack() {
        String text = YamlText.map(Map.of("b", Map.of("y", "2", "x", "1: 1"), "a", "yes"));
        assertThat(text).isEqualTo("a: yes\nb:\n  x: \"1: 1\"\n  y: 2\n");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            'a: 1\nb: [2\n'         | x:3:1   | not YAML
            'a: 1\na: 2\n'          | x:2:1   | second time
            'a: &n 1\nb: *n\n'      | x:1:4   | alias
            'a: !!int 1\n'          | x:1:4   | tag
            '- 1\n'                 | x:1:1   | not a map
            'a: 1\n---\nb: 2\n'     | x:2:1   | second document
            '\ta: 1\n'              | x:1:1   | not YAML
            """)
    void mistakesNameTheirPlace(String text, String place, String found) {
        assertThatThrownBy(
                        () -> YamlDocument.parse("x", text.replace("\\n", "\n").replace("\\t", "\t")))
                .isInstanceOfSatisfying(MalformedInputException.class, mistake -> {
                    assertThat(mistake.position().orElseThrow()).hasToString(place);
                    assertThat(mistake).hasMessageContaining(found);
                });
    }
}
