package org.urvant.core.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CanonicalJsonTest {
    private static String json(Node node) {
        return new String(CanonicalJson.bytes(node), StandardCharsets.UTF_8);
    }

    /** The keys and their order are the example of RFC 8785, 3.2.3. */
    @Test
    void keysAreSortedByCodeUnits() {
        Section section = Section.of(Map.of(
                "\u20ac", Value.text("Euro Sign"),
                "\r", Value.text("Carriage Return"),
                "\ufb33", Value.text("Hebrew Letter Dalet With Dagesh"),
                "1", Value.text("One"),
                "\ud83d\ude00", Value.text("Emoji: Grinning Face"),
                "\u0080", Value.text("Control"),
                "\u00f6", Value.text("Latin Small Letter O With Diaeresis")));
        assertThat(json(section))
                .isEqualTo("{\"\\r\":\"Carriage Return\",\"1\":\"One\",\"\u0080\":\"Control\","
                        + "\"\u00f6\":\"Latin Small Letter O With Diaeresis\",\"\u20ac\":\"Euro Sign\","
                        + "\"\ud83d\ude00\":\"Emoji: Grinning Face\",\"\ufb33\":\"Hebrew Letter Dalet With Dagesh\"}");
    }

    /** The string is that of RFC 8785, 3.2.2.2. */
    @Test
    void stringsAreEscapedAsTheRfcSays() {
        assertThat(json(Value.text("\u20ac$\u000F\nA'B\"\\\\\"/")))
                .isEqualTo("\"\u20ac$\\u000f\\nA'B\\\"\\\\\\\\\\\"/\"");
    }

    @ParameterizedTest
    @CsvSource({
        "1,1",
        "1.0,1",
        "0.50,0.5",
        "-0.0,0",
        "1E+3,1000",
        "1000,1000",
        "0.1,0.1",
        "12345678901234567890.5,12345678901234567890.5"
    })
    void numbersAreExactDecimalsWithoutExponent(BigDecimal number, String text) {
        assertThat(json(Value.number(number))).isEqualTo(text);
    }

    /** The digest of the empty message and of "abc" are those of FIPS 180-4's examples. */
    @Test
    void fingerprintsAreSha256() {
        assertThat(Fingerprint.of(new byte[0]).hex())
                .isEqualTo("e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855");
        assertThat(Fingerprint.of("abc".getBytes(StandardCharsets.US_ASCII)).hex())
                .isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    }
}
