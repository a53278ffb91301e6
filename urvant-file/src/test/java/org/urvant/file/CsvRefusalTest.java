package org.urvant.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;

class CsvRefusalTest {
    /** Columns: what the library says, the place, and what a person is told. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            (startline 7) EOF reached before encapsulated token finished | t.csv:7 | opens here and never closes
            An exception occurred while reading (line 3) invalid char    | t.csv:3 | beside a quotation mark
            Invalid character after a token at line: 2, position: 6      | t.csv:2 | beside a quotation mark
            something else                                               | t.csv   | cannot be read as a table
            ''                                                           | t.csv   | cannot be read as a table
            """)
    void whatTheLibrarySaysIsToldInPlainWordsWithItsLine(String library, String place, String said) {
        IOException cause = new IOException(library);
        MalformedInputException refusal = CsvRefusal.of("t.csv", cause);
        assertThat(refusal.position().orElseThrow()).hasToString(place);
        assertThat(refusal)
                .hasMessageStartingWith("not CSV: ")
                .hasMessageContaining(said)
                .hasCause(cause);
        assertThat(refusal.remedy()).contains("quotation marks");
    }
}
