package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumberedNamesTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            BI1 BI10 BI2 BI3 BO1  | BI1 to BI3, BI10, BO1
            BI1 BI2               | BI1, BI2
            X2/BI3 X2/BI4 X2/BI5  | X2/BI3 to X2/BI5
            a b                   | a, b
            7 8 9 11              | 7 to 9, 11
            A01 A1 A2             | A1, A2, A01
            """)
    void runsAreWrittenBriefly(String names, String brief) {
        assertThat(NumberedNames.brief(List.of(names.split(" ")))).isEqualTo(brief);
    }
}
