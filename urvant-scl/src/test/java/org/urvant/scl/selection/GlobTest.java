package org.urvant.scl.selection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
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
    @ParameterizedTest
    @CsvSource({
        "A.phsA.cVal.mag.f, A",
        "PPV.phsBC.cVal.mag.f, BC",
        "A.neut.cVal.mag.f, N",
        "Op.phsC, C",
        "Op.general, ''",
        "HA.phsAHar.har(2).mag, A",
        "Op.phsAlm, ''"
    })
    void phasesAreReadFromPaths(String path, String phase) {
        assertThat(Quantity.phase(path)).isEqualTo(phase);
    }

    @ParameterizedTest
    @CsvSource({
        "TotW, active-power",
        "SupVArh, reactive-energy",
        "HPTmp, temperature",
        "SeqV, voltage",
        "Pos, ''",
        "DifAClc, current"
    })
    void quantitiesAreReadFromDataObjects(String object, String quantity) {
        assertThat(Quantity.of(object)).isEqualTo(quantity);
        assertThat(Quantity.words()).contains("current", "frequency");
    }

    /** A shell takes the quotes; what stood in them must stay one term. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            desc:not charged            | "desc:not charged"
            kind:trip ln:PTOC           | kind:trip ln:PTOC
            (kind:trip or kind:pick-up) | (kind:trip or kind:pick-up)
            earth fault                 | "earth fault"
            not ln:PTRC                 | not ln:PTRC
            kind:trip                   | kind:trip
            """)
    void wordsOfACommandLineBecomeTermsAgain(String word, String text) {
        assertThat(Query.text(List.of(word))).isEqualTo(text);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            kind:trip ln:PTOC             | 2 | KIND, LN
            kind:trip or ied:A            | 1 | KIND, IED
            a and not (ld:B or fc:ST) "c" | 3 | LD, FC
            """)
    void aQueryKnowsItsItemsAndFields(String text, int items, String fields) {
        Query query = Query.parse(text);
        assertThat(query.terms()).hasSize(items);
        assertThat(query.fields().stream().map(Enum::name).toList()).containsExactlyInAnyOrder(fields.split(", "));
        assertThat(Query.parse(query.text())).isEqualTo(query).hasSameHashCodeAs(query);
        assertThat(Query.parse(query.narrowed("kind:alarm")).widened()).isEqualTo(query.text());
    }
}
