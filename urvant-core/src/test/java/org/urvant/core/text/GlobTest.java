package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GlobTest {
    /** The same as a regular expression says, however the text is cut in two. */
    @Property(tries = 2000)
    void aPatternFitsWhatTheRegularExpressionFits(
            @ForAll @Chars({'a', 'b', '*', '?'}) @StringLength(max = 7) String pattern,
            @ForAll @CharRange(from = 'a', to = 'c') @StringLength(max = 9) String text,
            @ForAll @IntRange(max = 9) int cut) {
        String regex = pattern.replace("*", ".*").replace("?", ".");
        boolean expected = Pattern.matches(regex, text);
        Glob glob = new Glob(pattern);
        assertThat(glob.fits(text)).isEqualTo(expected);
        int at = Math.min(cut, text.length());
        assertThat(glob.isEnd(glob.after(glob.after(1, text.substring(0, at)), text.substring(at))))
                .isEqualTo(expected);
    }

    /** A word is held wherever a folded copy of the text would hold it. */
    @Property(tries = 2000)
    void aWordIsHeldAsAFoldedCopySays(
            @ForAll @Chars({'a', 'A', 'b', 'Ä', 'ä', 'İ'}) @StringLength(max = 9) String text,
            @ForAll @Chars({'a', 'b', 'ä'}) @StringLength(max = 4) String word) {
        assertThat(Glob.holds(text, Glob.fold(word))).isEqualTo(Glob.fold(text).contains(Glob.fold(word)));
    }

    @ParameterizedTest
    @CsvSource({
        "xcbr?, XCBR1, true",
        "Ärger*, äRGERLICH, true",
        "ıi, Iİ, true",
        "*, '', true",
        "'', '', true",
        "?, '', false"
    })
    void caseDoesNotCountInAnyLanguage(String pattern, String text, boolean fits) {
        assertThat(new Glob(pattern).fits(text)).isEqualTo(fits);
    }

    @Test
    void manyStarsCostNoMoreThanTheTextIsLong() {
        assertThat(new Glob("*a".repeat(30) + "*b").fits("a".repeat(100_000))).isFalse();
        assertThat(new Glob("x".repeat(200)).fits("x".repeat(200)))
                .as("the rest counts as a star")
                .isTrue();
    }

    /** As IEC 61850-7-3 names phases and 7-4 data objects. */

    /** Letters that programs use for themselves, and ranges up to the last letter of all. */
    @Test
    void anyLetterCanStandInAPattern() {
        for (char letter : new char[] {0, 1, '\uFFFD', '\uFFFE', '\uFFFF'}) {
            Glob pattern = new Glob("a" + letter + "b");
            assertThat(pattern.fits("a" + letter + "b")).isTrue();
            assertThat(new Glob("a" + letter).fits("a")).isFalse();
        }
        assertThat(new Glob("a\u0000b").fits("axb"))
                .as("only ? stands for any letter")
                .isFalse();
        assertThat(new Glob("a\u0001b").fits("axb")).isFalse();
        assertThat(new Glob("[\u0000-\uFFFF]").fits("x")).isTrue();
        assertThat(Glob.mistake("[\u0000-\uFFFF]")).isEmpty();
    }
}
