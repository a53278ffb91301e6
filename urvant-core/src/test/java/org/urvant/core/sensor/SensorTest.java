package org.urvant.core.sensor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class SensorTest {
    /** Values of the tables of IEC 60584-1; the ends of the ranges and both sides of the joints are among them. */
    @ParameterizedTest(name = "{0} at {1} °C is {2} mV")
    @CsvSource(
            textBlock =
                    """
            N, 600, 20.613
            N, -270, -4.345
            N, 1300, 47.513
            J, 200, 10.779
            J, -210, -8.095
            J, 760, 42.919
            J, 1200, 69.553
            K, 100, 4.096
            K, -270, -6.458
            K, 1000, 41.276
            K, 1372, 54.886
            E, -270, -9.835
            E, 100, 6.319
            E, 1000, 76.373
            T, -270, -6.258
            T, 100, 4.279
            T, 400, 20.872
            R, -50, -0.226
            R, 1000, 10.506
            R, 1768.1, 21.103
            S, -50, -0.236
            S, 1000, 9.587
            S, 1768.1, 18.694
            B, 1000, 4.834
            B, 1820, 13.820
            B, 250, 0.291
            """)
    void thermocouplesHaveTheVoltagesOfTheStandard(Thermocouple type, double celsius, double millivolts) {
        assertThat(type.millivolts(celsius)).isEqualTo(millivolts, within(0.00051));
    }

    @ParameterizedTest
    @EnumSource(Thermocouple.class)
    void aVoltageLeadsBackToItsTemperatureOverTheWholeRange(Thermocouple type) {
        for (double t = type.leastMeasured(); t <= type.most(); t += 0.7) {
            double otherEnd = 23.4;
            double measured = type.millivolts(t) - type.millivolts(otherEnd);
            assertThat(type.read(measured, otherEnd).value()).isEqualTo(t, within(0.05));
        }
        for (Measurement none : List.of(
                type.read(type.millivolts(type.most()) + 0.1, 0), type.read(Double.NaN, 0), type.read(1, Double.NaN))) {
            assertThat(none).isEqualTo(new Measurement(Double.NaN, Judgement.SENSOR_FAILED));
        }
        assertThatThrownBy(() -> type.millivolts(type.most() + 1)).hasMessageContaining("is defined from");
    }

    @ParameterizedTest
    @CsvSource({
        "300, GOOD",
        "250.1, GOOD",
        "249.9, INACCURATE",
        "60, INACCURATE",
        "42, SENSOR_FAILED",
        "10, SENSOR_FAILED"
    })
    void typeBSaysLittleBelow250DegreesAndNothingBelow42(double celsius, Judgement judgement) {
        assertThat(Thermocouple.B.read(Thermocouple.B.millivolts(celsius), 0).judgement())
                .isEqualTo(judgement);
    }

    /** Values of the table of IEC 60751. */
    @ParameterizedTest
    @CsvSource({"100, 138.51", "0, 100.00", "-200, 18.52", "-100, 60.26", "850, 390.48", "400, 247.09"})
    void aPt100HasTheResistancesOfTheStandard(double celsius, double ohms) {
        assertThat(ResistanceThermometer.PT100.ohms(celsius)).isEqualTo(ohms, within(0.0051));
        assertThat(ResistanceThermometer.PT100
                        .celsius(ResistanceThermometer.PT100.ohms(celsius))
                        .orElseThrow())
                .isEqualTo(celsius, within(1e-6));
        assertThat(ResistanceThermometer.PT100.celsius(17)).isEmpty();
        assertThat(ResistanceThermometer.PT100.celsius(391)).isEmpty();
    }

    @ParameterizedTest(name = "{1} of {0} is {2}, {3}")
    @CsvSource(
            textBlock =
                    """
            4-20 mA, 12,   80,  GOOD
            4-20 mA, 3.5,  -20, BROKEN_WIRE
            4-20 mA, 3.8,  -22.5, GOOD
            4-20 mA, 3.7,  -22.5, OUT_OF_RANGE
            4-20 mA, 20,   180, GOOD
            4-20 mA, 20.5, 186.25, GOOD
            4-20 mA, 20.6, 186.25, OUT_OF_RANGE
            4-20 mA, 21.5, 180, SENSOR_FAILED
            0-20 mA, 3.5,  15,  GOOD
            0-20 mA, -1,   -20, OUT_OF_RANGE
            0-10 V,  5,    80,  GOOD
            0-5 V,   2.5,  80,  GOOD
            2-10 V,  6,    80,  GOOD
            2-10 V,  1,    -20, BROKEN_WIRE
            2-10 V,  10.25, 186.25, GOOD
            ±10 V,   0,    80,  GOOD
            """)
    void aStandardSignalIsScaledAndABrokenWireSeen(String range, double raw, double value, Judgement judgement) {
        SignalRange signal = SignalRange.of(range).orElseThrow();
        Measurement reading = signal.read(raw, -20, 180);
        assertThat(reading.value()).isEqualTo(value, within(1e-9));
        assertThat(reading.judgement()).isEqualTo(judgement);
        if (judgement == Judgement.GOOD) {
            double written = Math.min(signal.high(), Math.max(signal.low(), raw));
            assertThat(signal.write(value, -20, 180)).isEqualTo(written, within(1e-9));
        }
        assertThat(signal.hasLiveZero()).isEqualTo(range.startsWith("4") || range.startsWith("2"));
    }

    @Test
    void exposureIsWeightedByTime() {
        Instant eight = Instant.parse("2026-03-02T08:00:00Z");
        Exposure exposure = new Exposure(2);
        assertThat(exposure.take(eight, 10)).isEqualTo(20);
        exposure.take(eight.plusSeconds(3600), 0);
        assertThat(exposure.shortTermMean(eight.plusSeconds(3600))).isEqualTo(20, within(1e-9));
        assertThat(exposure.shortTermMean(eight.plusSeconds(3600 + 300))).isEqualTo(20 * 10.0 / 15, within(1e-9));
        assertThat(exposure.shortTermMean(eight.plusSeconds(3600 + 900))).isEqualTo(0, within(1e-9));
        assertThat(exposure.eightHourMean(eight.plusSeconds(8 * 3600))).isEqualTo(2.5, within(1e-9));
        assertThatThrownBy(() -> exposure.take(eight, 1)).hasMessageContaining("comes after");
    }

    @Test
    void samplingIsFastEnoughOrDoesNotFit() {
        assertThat(Sampling.leastRate(new BigDecimal("1000"))).isEqualByComparingTo("2560");
        List<BigDecimal> rates = List.of(new BigDecimal("2560"), new BigDecimal("2560.1"));
        assertThat(Sampling.fits(rates, new BigDecimal("5120"))).isFalse();
        assertThat(Sampling.fits(rates, new BigDecimal("5120.1"))).isTrue();
        assertThat(Sampling.revolutionsPerMinute(50, 2)).isEqualTo(1500);
    }
}
