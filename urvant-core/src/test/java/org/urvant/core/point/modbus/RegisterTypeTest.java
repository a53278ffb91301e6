package org.urvant.core.point.modbus;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.stream.Stream;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers in registers and back, whatever the order of the octets (calculations F9). */
class RegisterTypeTest {
    private static String words(List<Integer> words) {
        return String.join(
                " ", words.stream().map(word -> String.format("%04X", word)).toList());
    }

    /** Floating point numbers are those of ISO/IEC 60559, negative whole numbers two's complement. */
    @ParameterizedTest
    @CsvSource({
        "INT16, AB, -1, FFFF",
        "INT16, AB, -32768, 8000",
        "INT16, BA, 1, 0100",
        "UINT16, AB, 65535, FFFF",
        "INT32, ABCD, -2, FFFF FFFE",
        "INT32, CDAB, 65538, 0002 0001",
        "UINT32, DCBA, 4294967295, FFFF FFFF",
        "UINT32, BADC, 16909060, 0201 0403",
        "INT64, ABCDEFGH, -1, FFFF FFFF FFFF FFFF",
        "UINT64, ABCDEFGH, 18446744073709551615, FFFF FFFF FFFF FFFF",
        "UINT64, GHEFCDAB, 1, 0001 0000 0000 0000",
        "BCD16, AB, 42, 0042",
        "BCD32, ABCD, 12345678, 1234 5678",
        "BCD32, CDAB, 12345678, 5678 1234",
        "FLOAT32, ABCD, 1, 3F80 0000",
        "FLOAT32, CDAB, -2.5, 0000 C020",
        "FLOAT64, ABCDEFGH, 1, 3FF0 0000 0000 0000"
    })
    void numbersStandInRegistersAsTheStandardsSay(RegisterType type, String order, BigDecimal number, String words) {
        assertThat(words(type.encoded(order, number))).isEqualTo(words);
        List<Integer> read = Stream.of(words.split(" "))
                .map(word -> Integer.parseInt(word, 16))
                .toList();
        assertThat(type.decoded(order, read)).isEqualByComparingTo(number);
    }

    @Property(tries = 500)
    void whatWasWrittenIsReadInTheSameOrder(@ForAll RegisterType type, @ForAll long seed, @ForAll int which) {
        Assume.that(type != RegisterType.TEXT);
        String order = type.orders().get(Math.floorMod(which, type.orders().size()));
        BigDecimal number = BigDecimal.valueOf(seed);
        if (type.isWhole()) {
            BigDecimal width = type.range().high().subtract(type.range().low()).add(BigDecimal.ONE);
            number = number.remainder(width).abs().add(type.range().low());
        } else {
            number = BigDecimal.valueOf(seed % 1_000_000);
        }
        assertThat(type.decoded(order, type.encoded(order, number))).isEqualByComparingTo(number);
        assertThat(type.encoded(order, number)).hasSize(type.registers()).allMatch(word -> word >= 0 && word <= 0xFFFF);
    }
}
