package org.urvant.project;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.Meaning;

class OwnValuesTest {
    private static OwnValues read(String word, String text) {
        return OwnValues.read(Meaning.of(word).orElseThrow(), text);
    }

    /** Columns: what it is, from where, all that a device R7 can be given. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            network-address | 192.0.2.254-192.0.3.1   | 192.0.2.254 192.0.2.255 192.0.3.0 192.0.3.1
            network-address | 203.0.113.9-203.0.113.9 | 203.0.113.9
            network-address | 192.0.2.009 - 192.0.2.10 | 192.0.2.9 192.0.2.10
            common-address  | 65533 - 65534           | 65533 65534
            bus-address     | 1-3                     | 1 2 3
            display-name    | K1 {device}, {device}   | K1 R7, R7
            """)
    void whatIsGivenIsInOrder(String word, String text, String values) {
        assertThat(String.join(" ", read(word, text).values("R7").toList())).isEqualTo(values);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            network-address | 192.0.2.20              | is no range
            network-address | 192.0.2.20-192.0.2.19   | the lower end first
            network-address | 192.0.2.20-99           | such as 192.0.2.20-192.0.2.99
            network-address | 192.0.2.20-192.0.2.256  | is no range
            common-address  | 10                      | such as 10-60
            common-address  | 60-10                   | the lower end first
            common-address  | 1.5-2                   | is no range
            bus-address     | -1-5                    | is no range
            bus-address     | ١-٥                     | is no range
            bus-address     | 1-99999999999           | is no range
            display-name    | the relay               | would be the name of every device
            display-name    | {device} of {bay}       | has other braces
            """)
    void whatIsNoneIsRefused(String word, String text, String said) {
        assertThatThrownBy(() -> read(word, text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("'" + text + "'")
                .hasMessageContaining(said);
    }

    @Property(tries = 100)
    void aRangeHasAllFromEndToEnd(@ForAll @IntRange(max = 999_999) int first, @ForAll @IntRange(max = 300) int more) {
        OwnValues values = read("common-address", first + "-" + (first + more));
        assertThat(values.values("R7").mapToInt(Integer::parseInt).toArray())
                .hasSize(more + 1)
                .isSorted()
                .contains(first, first + more);
    }
}
