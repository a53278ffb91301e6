package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.UnknownNameException;

class WildcardTest {
    private static final List<String> NAMES = List.of("F11", "F12", "RTU1", "a.b", "a+b");

    @ParameterizedTest(name = "{0} means {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F1*        | F11, F12
            F?1        | F11
            *          | F11, F12, RTU1, a.b, a+b
            RTU1, F12  | F12, RTU1
            a.?        | a.b
            a+*        | a+b
            F1[13]     | F11
            F[0-9][2-9] | F12
            f1*        | F11, F12
            """)
    void aWordMeansTheNamesThatItFits(String word, String names) {
        assertThat(String.join(", ", Wildcard.choose("device", word, NAMES))).isEqualTo(names);
    }

    @Test
    void aWordThatMeansNothingIsToldEvenAmongOthers() {
        assertThatThrownBy(() -> Wildcard.choose("device", "F11,F19", NAMES))
                .isInstanceOf(UnknownNameException.class)
                .hasMessageContaining("'F19'");
        assertThat(Wildcard.matches("a.b", "aXb")).as("a dot is a dot").isFalse();
    }
}
