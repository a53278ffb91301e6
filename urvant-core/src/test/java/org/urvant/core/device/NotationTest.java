package org.urvant.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.urvant.core.network.Ipv4;
import org.urvant.core.unit.Unit;

/** Values that the world writes in several ways have one form; what is none of them is refused with what to write. */
class NotationTest {
    private static ReadValue read(SettingKind kind, String text) {
        return new SettingDefinition("t.x", kind, Limits.NONE, "a test").read(text);
    }

    /** Columns: kind, text, its one form. MAC: IEEE 802, 8.2; telephone: ITU-T E.164, 6. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            MAC     | 02:00:5e:10:00:31     | 02-00-5E-10-00-31
            MAC     | 02-00-5E-10-00-31     | 02-00-5E-10-00-31
            MAC     | 0200.5e10.0031        | 02-00-5E-10-00-31
            MAC     | 02005E100031          | 02-00-5E-10-00-31
            MAC     | 02 00 5E 10 00 31     | 02-00-5E-10-00-31
            PHONE   | +46 31 390 06 00      | +46313900600
            PHONE   | 0046 31-390 06 00     | +46313900600
            PHONE   | +1 (555) 010-0199     | +15550100199
            TIME_OF_DAY | 6:00              | 06:00
            TIME_OF_DAY | 06:00:00          | 06:00
            TIME_OF_DAY | 23:59:59          | 23:59:59
            ZONE    | Europe/Oslo           | Europe/Oslo
            ZONE    | UTC                   | UTC
            ADDRESS | 192.0.2.20            | 192.0.2.20
            HOST    | 192.0.2.20:8443       | 192.0.2.20:8443
            HOST    | 192.0.2.20:65535      | 192.0.2.20:65535
            """)
    void everyFormOfAValueIsOneValue(SettingKind kind, String text, String expected) {
        ReadValue read = read(kind, text);
        assertThat(read.isSound()).as(read.message()).isTrue();
        assertThat(read.typed()).isEqualTo(expected);
        assertThat(read(kind, expected).typed()).as("the form itself").isEqualTo(expected);
    }

    /** Columns: kind, text that is none, and what is said. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            MAC     | 01:00:5e:10:00:31     | multicast address
            MAC     | 02:00:5e:10:00        | t.x is '02:00:5e:10:00'
            MAC     | 02:00-5e:10:00:31     | t.x is
            MAC     | 02:00:5e:10:00:3G     | t.x is
            PHONE   | 031 390 06 00         | country code in place of the leading 0
            PHONE   | +46 31                | 8 to 15
            PHONE   | +4631390060012345678  | 8 to 15
            PHONE   | +046313900600         | 8 to 15
            TIME_OF_DAY | 24:00             | t.x is '24:00'
            TIME_OF_DAY | 6:60              | t.x is
            TIME_OF_DAY | 600               | t.x is
            ZONE    | Europe/Olso           | Did you mean 'Europe/Oslo'?
            ZONE    | +01:00                | t.x is
            ADDRESS | 192.0.2.256           | t.x is
            ADDRESS | 192.0.2               | t.x is
            ADDRESS | 192.0.2.1.1           | t.x is
            ADDRESS | 0192.0.2.1            | t.x is
            HOST    | 192.0.2.20            | t.x is
            HOST    | 192.0.2.20:65536      | t.x is
            HOST    | gateway:8443          | t.x is
            """)
    void whatIsOfNoFormIsRefused(SettingKind kind, String text, String said) {
        ReadValue read = read(kind, text);
        assertThat(read.isSound()).isFalse();
        assertThat(read.message() + " " + read.remedy()).contains(said);
        assertThat(read.remedy()).isNotBlank();
    }

    /** Any address as a number is written as four octets and read back as the same number. */
    @Property(tries = 300)
    void anAddressIsReadBackAsItWasWritten(@ForAll int bits) {
        Ipv4 address = new Ipv4(bits);
        assertThat(Ipv4.of(address.toString())).contains(address);
        assertThat(Notation.isAddress(address.toString())).isTrue();
        assertThat(address.isNone()).isEqualTo(bits == 0);
    }

    @Property(tries = 200)
    void anOctetBeyondItsRangeIsNoAddress(
            @ForAll @IntRange(min = 0, max = 3) int place, @ForAll @IntRange(min = 256, max = 99_999) int octet) {
        String[] octets = {"192", "0", "2", "1"};
        octets[place] = String.valueOf(octet);
        assertThat(Ipv4.of(String.join(".", octets))).isEmpty();
        assertThat(Notation.isAddress(String.join(".", octets))).isFalse();
    }

    @ParameterizedTest
    @EnumSource(AddressRange.class)
    void everyRangeHasAWordAndTwoEnds(AddressRange range) {
        assertThat(AddressRange.of(range.word())).contains(range);
        assertThat(range.least()).isNotNegative().isLessThan(range.most());
    }

    /** A number in a unit, converted exactly; between two steps, beyond a bound, of another quantity: refused with neighbours. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            1.5    | 1.5
            1500 mA | 1.5
            0.0015 kA | 1.5
            1.55   | Give 1.5 or 1.6
            0.4    | 0.5 to 10
            10.1   | 0.5 to 10
            5 V    | which is voltage
            5 parsec | t.x is '5 parsec'
            1e1    | 10
            1,5    | t.x is '1,5'
            """)
    void aNumberIsHeldAgainstItsBoundsAndSteps(String text, String expected) {
        Limits limits = Limits.NONE
                .with(new Limits.Bounds(
                        Bound.of(new BigDecimal("0.5")),
                        Bound.of(new BigDecimal("10")),
                        Bound.of(new BigDecimal("0.1"))))
                .in(Unit.AMPERE);
        ReadValue read = new SettingDefinition("t.x", SettingKind.NUMBER, limits, "a test").read(text);
        if (read.isSound()) {
            assertThat(((BigDecimal) read.typed()).toPlainString()).isEqualTo(expected);
        } else {
            assertThat(read.message() + " " + read.remedy()).contains(expected);
        }
    }

    @ParameterizedTest
    @CsvSource({"yes,true", "on,true", "true,true", "no,false", "off,false", "false,false", "YES,true", "maybe,"})
    void aLogicalValueHasThreeWordsForEachSide(String text, Boolean expected) {
        ReadValue read = read(SettingKind.LOGICAL, text);
        assertThat(read.isSound()).isEqualTo(expected != null);
        assertThat(read.typed()).isEqualTo(expected);
        assertThat(List.of("yes", "no"))
                .allMatch(word -> read(SettingKind.LOGICAL, word).isSound());
    }
}
