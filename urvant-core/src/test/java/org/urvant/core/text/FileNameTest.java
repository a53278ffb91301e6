package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Reserved names: Microsoft, Naming Files, Paths, and Namespaces. */
class FileNameTest {
    private static final List<String> OTHERS = List.of("GW1", "Skårholm");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "CON",
                "con",
                "Prn",
                "AUX",
                "nul",
                "COM1",
                "com0",
                "LPT9",
                "COM²",
                "nul.cid",
                "con.a.b",
                "a.",
                "a ",
                "a:b",
                "a/b",
                "a\\b",
                "a?",
                "a*",
                "a|b",
                "<a",
                "a\"",
                "a\u0001",
                "",
                "gw1",
                "SKÅRHOLM"
            })
    void aNameThatSomeSystemCannotHoldIsNone(String name) {
        assertThat(FileName.mistake(name, OTHERS)).isPresent();
        assertThat(FileName.mistake("a".repeat(121), OTHERS))
                .hasValueSatisfying(reason -> assertThat(reason).contains("on every system"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"GW1", "GW2", "CON1", "COM", "COM10", "LPT", "nullify", "a.b", "Ærø", "F01.cid", "a b"})
    void allOthersAreAllowed(String name) {
        assertThat(FileName.mistake(name, OTHERS)).isEmpty();
    }
}
