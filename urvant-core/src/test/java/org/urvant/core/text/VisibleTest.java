package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VisibleTest {
    /** Code points in hexadecimal, and what is shown in their place. */
    @ParameterizedTest
    @CsvSource({
        "001B, 241B", "0007, 2407", "000D, 240D", "0000, 2400", "007F, FFFD", "009B, FFFD", "202E, FFFD", "2066, FFFD",
        "200F, FFFD", "200B, FFFD", "FEFF, FFFD", "2028, FFFD", "000A, 000A", "0009, 0009", "00B0, 00B0", "00E5, 00E5",
        "2192, 2192", "0041, 0041"
    })
    void whatCouldDeceiveIsSeen(String letter, String shown) {
        char given = (char) Integer.parseInt(letter, 16);
        assertThat(Visible.of("a" + given + "b")).isEqualTo("a" + (char) Integer.parseInt(shown, 16) + "b");
    }

    @Property
    void nothingHiddenIsLeftAndNothingIsLost(@ForAll String text) {
        String visible = Visible.of(text);
        assertThat(visible).hasSameSizeAs(text);
        assertThat(visible.chars().noneMatch(letter -> Visible.isHidden((char) letter)))
                .isTrue();
        assertThat(Visible.of(visible)).isEqualTo(visible);
    }
}
