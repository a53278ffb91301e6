package org.urvant.core.range;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IntervalTest {
    /** F8: whatever two sources give within their ranges, the result is within the range of the operation. */
    @Property(tries = 2_000)
    void everyResultIsWithinTheRange(
            @ForAll @IntRange(min = -50, max = 50) int a,
            @ForAll @IntRange(max = 40) int widthA,
            @ForAll @IntRange(min = -50, max = 50) int b,
            @ForAll @IntRange(max = 40) int widthB,
            @ForAll @IntRange(max = 100) int atA,
            @ForAll @IntRange(max = 100) int atB) {
        Interval left = Interval.of(a, a + widthA);
        Interval right = Interval.of(b, b + widthB);
        BigDecimal x = BigDecimal.valueOf(a + (long) widthA * atA / 100);
        BigDecimal y = BigDecimal.valueOf(b + (long) widthB * atB / 100);
        assertThat(left.add(right).contains(x.add(y))).isTrue();
        assertThat(left.subtract(right).contains(x.subtract(y))).isTrue();
        assertThat(left.multiply(right).contains(x.multiply(y))).isTrue();
        assertThat(left.min(right).contains(x.min(y))).isTrue();
        assertThat(left.max(right).contains(x.max(y))).isTrue();
        assertThat(left.abs().contains(x.abs())).isTrue();
        assertThat(left.hull(right).contains(left)).isTrue();
        Interval open = new Interval(null, right.high());
        assertThat(left.add(open).contains(x.add(y))).isTrue();
        assertThat(left.multiply(open).contains(x.multiply(y))).isTrue();
        if (y.signum() != 0) {
            assertThat(left.divide(right).contains(x.divide(y, MathContext.DECIMAL128)))
                    .isTrue();
            assertThat(left.remainder(right).contains(x.remainder(y))).isTrue();
            assertThat(left.remainder(open).contains(x.remainder(y))).isTrue();
        }
    }

    /** Whole numbers of 64 bits keep all their digits; fractions are rounded to twelve. */
    @ParameterizedTest
    @CsvSource({
        "0, 18446744073709551615, 0 to 18446744073709551615",
        "-9223372036854775808, 9223372036854775807, -9223372036854775808 to 9223372036854775807",
        "-1, 0.999969482421875, -1 to 0.999969482422",
        "0.00, 400.0, 0 to 400",
        "-3.4028234663852886e38, 1.00000000000049, -340282346639000000000000000000000000000 to 1",
        "7, 7, 7"
    })
    void rangesAreShownAsPeopleWriteThem(BigDecimal low, BigDecimal high, String shown) {
        assertThat(new Interval(low, high)).hasToString(shown);
    }

    @Test
    void anEndThatIsNotKnownIsThreeDots() {
        assertThat(Interval.ALL).hasToString("… to …");
        assertThat(new Interval(BigDecimal.ONE, null)).hasToString("1 to …");
    }
}
