package org.urvant.file;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;

/** Rows with the lines at which they begin. */
class CsvTextTest {
    private static List<String> rows(String text, char separator) {
        List<String> rows = new ArrayList<>();
        CsvText.read(text, separator, "t.csv", (cells, line) -> rows.add(line + ":" + String.join("/", cells)));
        return rows;
    }

    /** In the texts, {@code ~} is a line feed and {@code ^} a carriage return. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "a,b~c,d~ | 1:a/b 2:c/d",
                "a,b~c,d | 1:a/b 2:c/d",
                "a,b^~c,d^~ | 1:a/b 2:c/d",
                "a~~~b~ | 1:a 4:b",
                "~~a~ | 3:a",
                "a~~~b | 1:a 4:b",
                "a^~^~b^~ | 1:a 3:b",
                "\"x~y\",z~b~ | 1:x~y/z 3:b",
                "\"x^~y\",z^~b^~ | 1:x^~y/z 3:b",
                "a,~,b~ | 1:a/ 2:/b",
                "a;b~c~ | 1:a;b 2:c",
                "\"a,b\",\"c\"\"d\"~ | 1:a,b/c\"d"
            })
    void everyRowHasTheLineAtWhichItBegins(String text, String expected) {
        List<String> rows = rows(text.replace('~', '\n').replace('^', '\r'), ',');
        assertThat(String.join(" ", rows).replace('\n', '~').replace('\r', '^')).isEqualTo(expected);
    }

    @Property(tries = 300)
    void whatWasWrittenIsReadWithItsLines(
            @ForAll @Size(min = 1, max = 8)
                    List<@Size(min = 2, max = 4) List<@StringLength(max = 6) @CharRange(from = 'a', to = 'e') String>>
                            rows,
            @ForAll List<Integer> blanks) {
        StringBuilder text = new StringBuilder();
        List<String> expected = new ArrayList<>();
        int line = 1;
        for (int i = 0; i < rows.size(); i++) {
            int empty = i < blanks.size() ? Math.floorMod(blanks.get(i), 3) : 0;
            text.append("\n".repeat(empty));
            line += empty;
            expected.add(line + ":" + String.join("/", rows.get(i)));
            text.append(rows.get(i).stream()
                            .map(cell -> "\"" + cell.replace('a', '\n') + "\"")
                            .collect(Collectors.joining(";")))
                    .append('\n');
            line += 1
                    + (int) String.join("", rows.get(i))
                            .chars()
                            .filter(letter -> letter == 'a')
                            .count();
        }
        assertThat(rows(text.toString(), ';').stream().map(row -> row.replace('\n', 'a')))
                .containsExactlyElementsOf(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {"a~b,\"c~d | 2", "a~\"b\"c,d~ | 2"})
    void quotationMarksThatAreWrongAreToldWithTheirLine(String text, int line) {
        assertThatThrownBy(() -> rows(text.replace('~', '\n'), ','))
                .isInstanceOfSatisfying(
                        MalformedInputException.class,
                        e -> assertThat(e.position().orElseThrow()).hasToString("t.csv:" + line));
    }

    /** Rows of a large table come in their order, with their lines, up to the one that is wrong or that stops the taker. */
    @Test
    void aLargeTableIsReadAsASmallOne() {
        StringBuilder text = new StringBuilder();
        List<String> expected = new ArrayList<>();
        for (int line = 1; text.length() < 3_000_000; line += line % 3 == 0 ? 2 : 1) {
            String cell = line % 3 == 0 ? "two\nlines" : "n" + line % 500;
            text.append('"').append(cell).append("\",input,").append(line).append('\n');
            expected.add(line + ":" + cell + "/input/" + line);
        }
        assertThat(rows(text.toString(), ',')).isEqualTo(expected);
        long lines = text.chars().filter(letter -> letter == '\n').count();
        assertThatThrownBy(() -> rows(text + "\"a\"b\n" + text, ','))
                .isInstanceOfSatisfying(
                        MalformedInputException.class,
                        e -> assertThat(e.position().orElseThrow()).hasToString("t.csv:" + (lines + 1)));
        List<Integer> taken = new ArrayList<>();
        assertThatThrownBy(() -> CsvText.read(text.toString(), ',', "t.csv", (cells, line) -> {
                    taken.add(line);
                    if (line > lines / 2) {
                        throw new IllegalStateException("enough");
                    }
                }))
                .hasMessage("enough");
        assertThat(taken).hasSizeBetween(expected.size() / 3, expected.size() * 2 / 3);
    }
}
