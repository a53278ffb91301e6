package org.urvant.core.unit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.Locale;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UnitTest {
    /** The third column is empty where the result has no end as a decimal. */
    @ParameterizedTest(name = "{0} is {2} {1}")
    @CsvSource(
            textBlock =
                    """
            1.2 kA,        A,    1200
            1200 A,        kA,   1.2
            0.1mA,         A,    0.0001
            100 °C,        °F,   212
            -40 °C,        °F,   -40
            32 degF,       °C,   0
            0 °C,          K,    273.15
            100 °F,        °C,
            1 bar,         kPa,  100
            250 mbar,      bar,  0.25
            3.6 m³/h,      l/s,  1
            3.6m3/h,       l/s,  1
            1 m³/h,        l/s,
            60 l/min,      l/s,  1
            50 %,          1,    0.5
            0.02 %,        ppm,  200
            90 min,        h,    1.5
            2 h,           s,    7200
            1500 rpm,      rpm,  1500
            2.5 kohm,      Ω,    2500
            19.2 kbit/s,   bit/s, 19200
            0.00000000001 kV, V, 0.00000001
            """)
    void conversionIsExact(String amount, String symbol, BigDecimal expected) {
        Amount read = Amount.parse(amount).orElseThrow();
        var converted = read.unit().convert(read.number(), Unit.of(symbol).orElseThrow());
        if (expected == null) {
            assertThat(converted).isEmpty();
        } else {
            assertThat(converted.orElseThrow()).isEqualByComparingTo(expected);
        }
    }

    /** Columns: amount, unit, and the very number that a person would write there; a factor of 0.001 would give others. */
    @ParameterizedTest
    @CsvSource(
            textBlock =
                    """
            1009 ms, s, 1.009
            4.35 A, mA, 4350
            0.57 kA, A, 570
            4.35 ms, µs, 4350
            70, s, 70
            """)
    void anAmountIsTheNearestNumber(String amount, String symbol, double expected) {
        assertThat(Amount.parse(amount).orElseThrow().in(Unit.of(symbol).orElseThrow()))
                .isEqualTo(expected);
    }

    @Test
    void aDifferenceHasNoOffset() {
        assertThat(Unit.DEGREE_CELSIUS.convertDifference(new BigDecimal("5"), Unit.DEGREE_FAHRENHEIT))
                .hasValueSatisfying(value -> assertThat(value).isEqualByComparingTo("9"));
        assertThatThrownBy(() -> Unit.AMPERE.convert(BigDecimal.ONE, Unit.VOLT))
                .hasMessage("A is current, V is voltage");
    }

    /** There and back is the same value wherever both ways have an end. */
    @Property(tries = 300)
    void conversionLeadsBack(@ForAll BigDecimal value, @ForAll Unit from, @ForAll Unit to) {
        if (from.dimension() == to.dimension()) {
            from.convert(value, to)
                    .ifPresent(there ->
                            assertThat(to.convert(there, from).orElseThrow()).isEqualByComparingTo(value));
        }
    }

    @ParameterizedTest
    @CsvSource({
        "1 h 30 min, 5400",
        "90 s, 90",
        "1d2h, 93600",
        "250 ms, 0.25",
        "1.5 h, 5400",
        "30 min 1 h,",
        "5,",
        "1 h x,"
    })
    void aDurationIsReadInParts(String written, BigDecimal seconds) {
        assertThat(Amount.duration(written)
                        .map(amount -> amount.number().stripTrailingZeros().toPlainString()))
                .isEqualTo(Optional.ofNullable(seconds).map(BigDecimal::toPlainString));
    }

    @ParameterizedTest
    @CsvSource({"five", "1e3", "'1,5'", "'1.'", "12 parsecs", "--1", "'.5'", "1234567890123456789012345678901"})
    void whatIsNoAmountIsNone(String written) {
        assertThat(Amount.parse(written)).isEmpty();
    }

    /** Each unit against the base of its dimension, as the SI brochure and the definitions of the others give it. */
    @ParameterizedTest(name = "1 {0} is {1} {2}")
    @CsvSource(
            textBlock =
                    """
            mA, 0.001, A
            kA, 1000, A
            mV, 0.001, V
            kV, 1000, V
            kW, 1000, W
            MW, 1000000, W
            kvar, 1000, var
            Mvar, 1000000, var
            kVA, 1000, VA
            MVA, 1000000, VA
            kWh, 1000, Wh
            MWh, 1000000, Wh
            µA, 0.000001, A
            GW, 1000000000, W
            GWh, 1000000000, Wh
            kvarh, 1000, varh
            Mvarh, 1000000, varh
            kVAh, 1000, VAh
            MVAh, 1000000, VAh
            mHz, 0.001, Hz
            hPa, 100, Pa
            l, 0.001, m³
            cm, 0.01, m
            mΩ, 0.001, Ω
            kΩ, 1000, Ω
            µs, 0.000001, s
            ms, 0.001, s
            min, 60, s
            h, 3600, s
            d, 86400, s
            kHz, 1000, Hz
            %, 0.01, 1
            ‰, 0.001, 1
            ppm, 0.000001, 1
            kPa, 1000, Pa
            MPa, 1000000, Pa
            bar, 100000, Pa
            mbar, 100, Pa
            l/s, 0.001, m³/s
            km, 1000, m
            mm, 0.001, m
            µm, 0.000001, m
            mm/s, 0.001, m/s
            kB, 1000, B
            MB, 1000000, B
            GB, 1000000000, B
            kbit/s, 1000, bit/s
            Mbit/s, 1000000, bit/s
            °C, 274.15, K
            """)
    void eachUnitIsWhatItsDefinitionSays(String symbol, BigDecimal value, String base) {
        Unit unit = Unit.of(symbol).orElseThrow();
        assertThat(unit.convert(BigDecimal.ONE, Unit.of(base).orElseThrow()))
                .hasValueSatisfying(found -> assertThat(found).isEqualByComparingTo(value));
        assertThat(unit.symbol()).isEqualTo(symbol);
        assertThat(unit.hasOffset()).isEqualTo(symbol.equals("°C"));
    }

    /** What is typed on a keyboard, and other signs for the same, mean the same units. */
    @ParameterizedTest
    @CsvSource({
        "kVAr, kvar",
        "MVAr, Mvar",
        "kVArh, kvarh",
        "m3, m³",
        "uA, µA",
        "ohm, Ω",
        "kohm, kΩ",
        "mohm, mΩ",
        "us, µs",
        "um, µm",
        "degC, °C",
        "degF, °F",
        "deg, °",
        "m3/h, m³/h",
        "m3/s, m³/s",
        "mg/m3, mg/m³",
        "m/s2, m/s²",
        "L/s, l/s",
        "L/min, l/min",
        "1/min, rpm"
    })
    void otherWritingsAreKnown(String written, String symbol) {
        assertThat(Unit.of(written)).isEqualTo(Unit.of(symbol)).isPresent();
        assertThat(Unit.of(written.toUpperCase(Locale.ROOT) + "?")).isEmpty();
    }

    @Test
    void lettersOfUnitsCount() {
        assertThat(Unit.of("mW"))
                .as("a milliwatt is none of them, and no megawatt")
                .isEmpty();
        assertThat(Unit.of("MV")).isEmpty();
        assertThat(Unit.of("Kv")).isEmpty();
        assertThat(Unit.of("")).isEmpty();
    }
}
