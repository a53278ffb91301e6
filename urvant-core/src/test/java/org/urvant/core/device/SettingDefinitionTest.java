package org.urvant.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Scope;
import org.urvant.core.expression.Type;
import org.urvant.core.unit.Unit;

class SettingDefinitionTest {
    private static SettingDefinition definition(SettingKind kind) {
        Limits limits =
                switch (kind) {
                    case NUMBER -> limits(Unit.SECOND, "0.5", "60", "0.5");
                    case INTEGER -> limits(null, "1", "60", null);
                    case DURATION -> limits(Unit.MINUTE, "1", "2880", "1");
                    case CHOICE -> Limits.choices(List.of("sntp", "own"));
                    case TEXT -> Limits.longest(4);
                    default -> Limits.NONE;
                };
        return new SettingDefinition("t.x", kind, limits, "a test");
    }

    private static Limits limits(Unit unit, String least, String most, String step) {
        Limits.Bounds bounds = new Limits.Bounds(
                Bound.of(new BigDecimal(least)),
                Bound.of(new BigDecimal(most)),
                step == null ? null : Bound.of(new BigDecimal(step)));
        return Limits.NONE.with(bounds).in(unit);
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
            ADDRESS, 192.0.2.010,     value-out-of-range
            ADDRESS, 0.0.0.0,         0.0.0.0
            HOST,    192.0.02.1:80,   value-out-of-range
            TEXT,    "a\tb",          value-out-of-range
            TEXT,    "a­b",      value-out-of-range
            PHONE,   +46 (31) 390 06 00, +46313900600
            PHONE,   +46 (0)31 390 06 00, phone-without-country-code
            HOST,    192.0.2.1:65535, 192.0.2.1:65535
            HOST,    192.0.2.1:65536, value-out-of-range
            NUMBER,  500 ms,          0.5
            NUMBER,  0.1 min,         6
            NUMBER,  5 V,             value-out-of-range
            NUMBER,  0.000001 h,      value-out-of-range
            NUMBER,  1 s s,           value-out-of-range
            INTEGER, 5 s,             value-out-of-range
            DURATION, 1 h 30 min,     90
            DURATION, 90 s,           value-off-step
            DURATION, 2 d,            2880
            DURATION, 49 h,           value-out-of-range
            MAC,     0200.5e10.0001,  02-00-5E-10-00-01
            MAC,     02:00:5e:10:00:01, 02-00-5E-10-00-01
            MAC,     02005E100001,    02-00-5E-10-00-01
            MAC,     02-00:5E-10-00-01, value-out-of-range
            MAC,     01-00-5E-10-00-01, value-out-of-range
            MAC,     02-00-5E-10-00-0G, value-out-of-range
            PHONE,   +46 31 390 06 00, +46313900600
            PHONE,   0046 31 390 0600, +46313900600
            PHONE,   031 390 06 00,    phone-without-country-code
            PHONE,   +46 31,          phone-without-country-code
            PHONE,   +1234567890123456, phone-without-country-code
            TIME_OF_DAY, 6:30,        06:30
            TIME_OF_DAY, 23:59:59,    23:59:59
            TIME_OF_DAY, 24:00,       value-out-of-range
            ZONE,    Europe/Oslo,     Europe/Oslo
            ZONE,    Europe/Olso,     value-out-of-range
            """)
    void readsWhatFitsAndNamesTheRuleThatIsBroken(SettingKind kind, String written, String expected) {
        ReadValue reading = definition(kind).read(written);
        String outcome = reading.value().isPresent()
                ? reading.value().get().text()
                : reading.broken().id();
        assertThat(outcome).isEqualTo(expected);
        if (reading.value().isEmpty()) {
            assertThat(reading.message()).startsWith("t.x ");
            assertThat(reading.remedy()).isNotBlank();
        }
    }

    /** A derived number is put on the steps of its setting, halves to the even one; unknown sources leave it unknown. */
    @ParameterizedTest(name = "{0} of {1} in steps of {2}: {3}")
    @CsvSource({
        "source * 2, 1.26, 0.5, 2.5", "source * 2, 1.125, 0.5, 2", "source * 2, 1.375, 0.5, 3",
                "source / 3, 1, , 0.333333333333",
        "source / 0, 1, 0.5, ", "source - source, 7, 0.5, 0", "source * 2, , 0.5, ", "100 * source, 12, 1, 1200"
    })
    void aDerivedNumberIsPutOnItsSteps(String expression, BigDecimal source, BigDecimal step, String expected) {
        Names names = Names.NONE.within(Map.of("source", Type.NUMBER));
        Expression derivation = Expression.parse(expression, names, Type.Kind.NUMBER, mistake -> {})
                .orElseThrow();
        Bound steps = step == null ? null : Bound.of(step);
        Limits limits = Limits.NONE.with(Limits.Bounds.NONE.withStep(steps));
        SettingDefinition setting = new SettingDefinition("t.y", SettingKind.NUMBER, limits, "follows")
                .with(new SettingDefinition.Provision(derivation, null, false));
        assertThat(setting.isDerived()).isTrue();
        assertThat(setting.derived((depth, path) -> source)).isEqualTo(Optional.ofNullable(expected));
    }

    /** A binary fraction from the wire stands for the step that it is nearest to (F53). */
    @ParameterizedTest
    @CsvSource({"0.50000001, 0.5", "5.2, 5.0", "5.3, 5.5", "59.9999, 60.0", "61,", "0.1,"})
    void aNumberFromTheWireIsPutOnItsStep(double wire, BigDecimal expected) {
        assertThat(definition(SettingKind.NUMBER).snap(wire, Scope.EMPTY).map(BigDecimal::stripTrailingZeros))
                .isEqualTo(Optional.ofNullable(expected).map(BigDecimal::stripTrailingZeros));
    }
}
