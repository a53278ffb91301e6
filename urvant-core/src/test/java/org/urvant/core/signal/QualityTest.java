package org.urvant.core.signal;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** IEC 61850-7-3:2010, 6.2: validity with its reasons, source, test, operator blocked. */
class QualityTest {
    @ParameterizedTest
    @CsvSource({
        "good, good",
        "invalid, invalid",
        "questionable, questionable",
        "old-data, questionable old-data",
        "invalid overflow, invalid overflow",
        "test, good test",
        "substituted operator-blocked, good substituted operator-blocked",
        "OUT-OF-RANGE inaccurate, questionable out-of-range inaccurate",
        "'', good"
    })
    void wordsAreReadAndWritten(String text, String expected) {
        assertThat(Quality.parse(text).orElseThrow()).hasToString(expected);
        assertThat(Quality.parse(expected)).contains(Quality.parse(text).orElseThrow());
    }

    @ParameterizedTest
    @CsvSource({"bad", "good bad", "old data"})
    void otherWordsAreNone(String text) {
        assertThat(Quality.parse(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "5, 5, good",
        "12 mA, 12 mA, good",
        "5 invalid, 5, invalid",
        "12 mA Questionable old-data, 12 mA, questionable old-data",
        "invalid, invalid, good",
        "5 bad, 5 bad, good"
    })
    void aValueIsWrittenWithItsQualityBehindIt(String written, String text, String quality) {
        assertThat(Quality.Written.of(written))
                .isEqualTo(new Quality.Written(text, Quality.parse(quality).orElseThrow()));
    }

    /** The worst of two: invalid before questionable before good, with the reasons of both, in any order. */
    @Property
    void theWorstKeepsAllReasons(
            @ForAll @IntRange(max = 8_191) int a,
            @ForAll @IntRange(max = 8_191) int b,
            @ForAll @IntRange(max = 8_191) int c) {
        Quality left = proper(a);
        Quality right = proper(b);
        Quality worst = left.worst(right);
        assertThat(worst).isEqualTo(right.worst(left));
        assertThat(worst.isInvalid()).isEqualTo(left.isInvalid() || right.isInvalid());
        assertThat(worst.isGood()).isEqualTo(left.isGood() && right.isGood());
        for (Quality.Mark mark : Quality.Mark.values()) {
            assertThat(worst.has(mark)).isEqualTo(left.has(mark) || right.has(mark));
        }
        assertThat(worst.worst(proper(c))).isEqualTo(left.worst(right.worst(proper(c))));
        assertThat(worst.worst(Quality.GOOD)).isEqualTo(worst);
    }

    /** There is no validity of binary 2. */
    private static Quality proper(int bits) {
        return new Quality((bits & 3) == 2 ? bits | 1 : bits);
    }
}
