package org.urvant.core.protection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.protection.Ratings.Quantity;

class RatingsTest {
    private static Ratings ratings(Quantity quantity, String currents, String voltages, String rated) {
        return new Ratings(quantity, ratio(currents), ratio(voltages), rated == null ? null : new BigDecimal(rated));
    }

    private static TransformerRatio ratio(String text) {
        if (text == null) {
            return null;
        }
        String[] parts = text.split("/");
        return new TransformerRatio(new BigDecimal(parts[0]), new BigDecimal(parts[1]));
    }

    /** Columns: quantity, ratios, rated, value, from, to, result; an empty result cannot be said. */
    @ParameterizedTest(name = "{0} {4} {5} to {6}")
    @CsvSource(
            textBlock =
                    """
            CURRENT,   400/1,     ,           , 480,  PRIMARY,          SECONDARY,        1.2
            CURRENT,   400/5,     ,           , 1.2,  SECONDARY,        PRIMARY,          96
            CURRENT,   400/1,     ,        380, 285,  PRIMARY,          PERCENT_OF_RATED, 75
            CURRENT,   400/1,     ,        380, 75,   PERCENT_OF_RATED, SECONDARY,        0.7125
            VOLTAGE,   ,          11000/110,  , 88,   SECONDARY,        PRIMARY,          8800
            VOLTAGE,   ,          11000/110, 11000, 80, PERCENT_OF_RATED, SECONDARY,      88
            IMPEDANCE, 800/1,     132000/110, , 60,   PRIMARY,          SECONDARY,        40
            IMPEDANCE, 800/5,     132000/110, , 60,   PRIMARY,          SECONDARY,        8
            POWER,     800/1,     132000/110, , 96000, PRIMARY,         SECONDARY,        0.1
            CURRENT,   ,          ,           , 5,    PRIMARY,          SECONDARY,
            IMPEDANCE, 800/1,     ,           , 5,    PRIMARY,          SECONDARY,
            CURRENT,   400/1,     ,          0, 5,    PRIMARY,          PERCENT_OF_RATED,
            CURRENT,   ,          ,           , 5,    PRIMARY,          PRIMARY,          5
            """)
    void aValueHasThreeViews(
            Quantity quantity,
            String currents,
            String voltages,
            String rated,
            BigDecimal value,
            View from,
            View to,
            BigDecimal result) {
        assertThat(ratings(quantity, currents, voltages, rated)
                        .convert(Quotient.of(value), from, to)
                        .flatMap(Quotient::exact))
                .isEqualTo(java.util.Optional.ofNullable(result).map(BigDecimal::stripTrailingZeros));
    }

    @Property
    void aValueComesBackWithoutLosingADigit(
            @ForAll @IntRange(min = 1, max = 999_999) int digits,
            @ForAll @IntRange(min = 5, max = 4000) int primary,
            @ForAll @IntRange(min = 1, max = 5) int secondary) {
        Ratings ratings = ratings(Quantity.CURRENT, primary + "/" + secondary, null, "377");
        BigDecimal value = BigDecimal.valueOf(digits, 4);
        Quotient there = Quotient.of(value);
        for (View view : new View[] {View.SECONDARY, View.PERCENT_OF_RATED}) {
            there = ratings.convert(Quotient.of(value), View.PRIMARY, view)
                    .flatMap(number -> ratings.convert(number, view, View.PRIMARY))
                    .orElseThrow();
            assertThat(there.compareTo(value)).isZero();
        }
    }

    @Test
    void aRatioBelowOneOrOfNothingIsNone() {
        for (String text : new String[] {"1/5", "0/1", "5/0", "5/-1"}) {
            assertThatThrownBy(() -> ratio(text)).isInstanceOf(IllegalArgumentException.class);
        }
    }
}
