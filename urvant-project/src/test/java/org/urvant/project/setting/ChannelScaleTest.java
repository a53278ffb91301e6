package org.urvant.project.setting;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.Optional;
import org.assertj.core.data.Offset;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.signal.SignalValue;
import org.urvant.core.unit.Amount;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;

/** What is at a channel's terminals and what value it stands for, by the settings of the channel. */
class ChannelScaleTest {
    private static final Project PLANT = Sites.plant();

    private static Optional<ChannelScale> scale(String device, String written, String channel) {
        Project site = written.isEmpty() ? PLANT : Sites.written(PLANT, device, written);
        Device made = site.device(device);
        return ChannelScale.of(DeviceSheets.of(site.typeOf(made), made), channel);
    }

    /**
     * Columns: settings, what is at the terminals, the value that it is, and its validity. Live zero after NAMUR NE 43: 3.8 to
     * 20.5 mA are measured, below 3.6 and above 21 mA something is broken; resistances of IEC 60751, voltages of IEC 60584-1
     * against 0 °C.
     */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            ''                        | 4 mA      | 0     | good
            ''                        | 12 mA     | 8     | good
            ''                        | 20 mA     | 16    | good
            ''                        | 0.02 A    | 16    | good
            ''                        | 3.8 mA    | -0.2  | good
            ''                        | 20.5 mA   | 16.5  | good
            ''                        | 3.5 mA    |       | invalid
            ''                        | 21.1 mA   |       | invalid
            ''                        | 0 mA      |       | invalid
            AI2.low=-10; AI2.high=10  | 12 mA     | 0     | good
            AI2.low=-10; AI2.high=10  | 16 mA     | 5     | good
            AI2.range=0-20 mA         | 5 mA      | 4     | good
            AI2.range=0-20 mA         | 0 mA      | 0     | good
            AI2.carries=voltage; AI2.range=0-10 V | 2.5 V | 4 | good
            AI2.carries=voltage; AI2.range=0-10 V | 2500 mV | 4 | good
            """)
    void aStandardSignalIsScaledAndItsLiveZeroWatched(
            String written, String terminals, BigDecimal value, String validity) {
        ChannelScale scale = scale("P61", written, "AI2").orElseThrow();
        SignalValue read =
                scale.read(Amount.parse(terminals).orElseThrow(), Instant.EPOCH).orElseThrow();
        assertThat(read.quality().toString()).startsWith(validity);
        if (value != null) {
            assertThat(((Number) read.value()).doubleValue()).isCloseTo(value.doubleValue(), Offset.offset(1e-9));
        }
    }

    /** IEC 60751: 100 Ω at 0 °C, 138.5055 at 100, 60.2558 at -100; 212 °F are 100 °C. */
    @ParameterizedTest
    @CsvSource({"100 Ω,°C,0", "138.5055 Ω,°C,100", "60.2558 Ω,°C,-100", "138.5055 Ω,°F,212", "0.1 kΩ,°C,0"})
    void aResistanceThermometerIsReadByTheStandard(String terminals, String unit, double value) {
        String written = "AI3.carries=pt100; AI3.low=-200; AI3.high=500; AI3.unit=" + unit;
        ChannelScale scale = scale("P61", written, "AI3").orElseThrow();
        SignalValue read =
                scale.read(Amount.parse(terminals).orElseThrow(), Instant.EPOCH).orElseThrow();
        assertThat(((Number) read.value()).doubleValue()).isCloseTo(value, Offset.offset(0.02));
        assertThat(scale.sensorName()).containsIgnoringCase("pt100");
    }

    /** Columns: settings of a channel, and whether a law counts: what it needs must have a value. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            P61  | ''                      | AI1 | thermocouple
            P61  | ''                      | AI2 | 4-20 mA
            P61  | ''                      | AI3 | none
            P61  | AI2.carries=unused      | AI2 | none
            P61  | AI1.sensor=             | AI1 | thermocouple
            P61  | ''                      | PI1 | none
            P61  | ''                      | XX1 | none
            RTU1 | ''                      | AI1 | 4-20 mA
            CN1  | ''                      | AO1 | gate-position
            CN1  | AO1.signal=             | AO1 | none
            CN1  | AO1.carries=unused      | AO1 | none
            """)
    void theLawThatCountsFollowsFromWhatTheChannelCarries(
            String device, String written, String channel, String expected) {
        Optional<ChannelScale> scale = scale(device, written, channel);
        assertThat(scale.map(found -> found.text() + " " + found.law().text()).orElse("none"))
                .containsIgnoringCase(expected);
    }

    @ParameterizedTest
    @CsvSource({"12 V", "100 Ω", "12 °C"})
    void anotherQuantityThanTheChannelTakesIsNoReading(String terminals) {
        ChannelScale scale = scale("P61", "", "AI2").orElseThrow();
        assertThat(scale.read(Amount.parse(terminals).orElseThrow(), Instant.EPOCH))
                .isEmpty();
        assertThat(scale.expectation()).contains("mA");
    }
}
