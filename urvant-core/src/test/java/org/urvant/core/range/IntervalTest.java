package org.urvant.core.range;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

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
}
