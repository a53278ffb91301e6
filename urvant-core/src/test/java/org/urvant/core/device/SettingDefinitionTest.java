package org.urvant.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SettingDefinitionTest {
    private static SettingDefinition definition(SettingKind kind) {
        boolean number = kind == SettingKind.NUMBER;
        boolean bounded = number || kind == SettingKind.INTEGER;
        return new SettingDefinition(
                "t.x",
                kind,
                number ? "s" : "",
                bounded ? new BigDecimal(number ? "0.5" : "1") : null,
                bounded ? new BigDecimal("60") : null,
                number ? new BigDecimal("0.5") : null,
                kind == SettingKind.CHOICE ? List.of("sntp", "own") : List.of(),
                kind == SettingKind.TEXT ? 4 : 0,
                null,
                Effect.NONE,
                "",
                "",
                "a test");
    }

    @ParameterizedTest(name = "{0} {1} → {2}")
    @CsvSource(
            quoteCharacter = '"',
            textBlock =
                    """
            NUMBER,  0.5,             0.5
            NUMBER,  5.0 s,           5
            NUMBER,  60,              60
            NUMBER,  60.5,            value-out-of-range
            NUMBER,  0.4,             value-out-of-range
            NUMBER,  0.7,             value-off-step
            NUMBER,  1e1,             value-out-of-range
            NUMBER,  five,            value-out-of-range
            INTEGER, 1,               1
            INTEGER, 1.5,             value-off-step
            INTEGER, 0,               value-out-of-range
            LOGICAL, yes,             true
            LOGICAL, OFF,             false
            LOGICAL, maybe,           value-out-of-range
            TEXT,    "café",          café
            TEXT,    abcde,           value-out-of-range
            CHOICE,  own,             own
            CHOICE,  owm,             value-out-of-range
            ADDRESS, 192.0.2.255,     192.0.2.255
            ADDRESS, 192.0.2.256,     value-out-of-range
            ADDRESS, 192.0.2,         value-out-of-range
            HOST,    192.0.2.1:65535, 192.0.2.1:65535
            HOST,    192.0.2.1:65536, value-out-of-range
            """)
    void readsWhatFitsAndNamesTheRuleThatIsBroken(SettingKind kind, String written, String expected) {
        SettingDefinition.Reading reading = definition(kind).read(written);
        String outcome = reading.value().isPresent()
                ? reading.value().get().text()
                : reading.broken().id();
        assertThat(outcome).isEqualTo(expected);
        if (reading.value().isEmpty()) {
            assertThat(reading.message()).startsWith("t.x ");
            assertThat(reading.remedy()).isNotBlank();
        }
    }
}
