package org.urvant.scl.selection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the parts of a query mean by themselves. */
class QueryTermsTest {
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
