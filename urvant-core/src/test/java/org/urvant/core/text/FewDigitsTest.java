package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FewDigitsTest {
    /** Columns: number, what people read. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            0.56411, 0.5641
            2.50049, 2.5
            501.59999999999997, 501.6
            1234.5, 1235
            25025, 25025
            123456.4, 123456
            1e9, 1000000000
            0.000012344, 0.00001234
            -0.0, 0
            -9999.6, -10000
            """)
    void aNumberHasFewDigitsAndAllWholeOnes(double number, String text) {
        assertThat(FewDigits.of(number)).isEqualTo(text);
    }
}
