package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.Chars;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShortNameTest {
    private static final Map<String, String> BRIEF = Map.of("breaker", "bkr", "position", "pos", "switch", "sw");

    /** Columns: name, greatest length, names that are taken, and what becomes of it: words first, then a cut, then a number. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F01 Breaker position      | 0  | ''              | F01 Breaker position
            F01 Breaker position      | 20 | ''              | F01 Breaker position
            F01 Breaker position      | 19 | ''              | F01 Bkr pos
            F01 Breaker position      | 8  | ''              | F01 Bkr
            F01  Breaker   position   | 20 | ''              | F01 Breaker position
            Truck                     | 0  | Truck           | Truck 2
            Truck                     | 0  | Truck;Truck 2   | Truck 3
            Truck                     | 6  | Truck           | Truc 2
            Breaker of the feeder     | 15 | Bkr of the feed | Bkr of the fe 2
            """)
    void aNameIsShortenedUntilItFitsAndIsUnlike(String name, int longest, String taken, String expected) {
        assertThat(ShortName.of(name, longest, BRIEF, Set.of(taken.split(";")))).isEqualTo(expected);
    }

    /** Whatever the names, all that come out fit and are unlike each other; characters beyond 16 bits are not cut in two. */
    @Property(tries = 200)
    void allNamesFitAndAreUnlike(@ForAll List<String> names, @ForAll @IntRange(min = 5, max = 12) int longest) {
        Set<String> taken = new HashSet<>();
        for (String name : names) {
            String made = ShortName.of("x" + name + "\uD83D\uDD0C", longest, BRIEF, taken);
            assertThat(made.codePointCount(0, made.length())).isLessThanOrEqualTo(longest);
            assertThat(taken.add(made)).as(made).isTrue();
            if (name.codePoints().noneMatch(c -> c >= 0xD800 && c <= 0xDFFF)) {
                assertThat(made.codePoints()).noneMatch(c -> c >= 0xD800 && c <= 0xDFFF);
            }
        }
    }

    /** One blank where white space stands, none at the ends; a text that is so already comes back as it is. */
    @Property(tries = 500)
    void textsAreSpacedAlike(@ForAll @CharRange(from = '\t', to = '\r') @Chars({' ', 'a', 'Å', '\u00A0'}) String text) {
        String spaced = ShortName.spaced(text);
        assertThat(spaced).isEqualTo(String.join(" ", text.strip().split("[ \\t\\n\\x0B\\f\\r]+")));
        assertThat(ShortName.spaced(spaced)).isEqualTo(spaced);
    }

    private enum Lamp {
        RED,
        DARK_BLUE,
        I_GREEN
    }

    /** Words of constants are the same in every locale; the tests run in one where the small I has no dot. */
    @Test
    void aConstantAndItsWordLeadToEachOther() {
        assertThat(Word.all(Lamp.class)).containsExactly("red", "dark-blue", "i-green");
        for (Lamp lamp : Lamp.values()) {
            assertThat(Word.find(Lamp.class, Word.of(lamp))).contains(lamp);
        }
        assertThat(Word.find(Lamp.class, "DARK_BLUE")).isEmpty();
        assertThat(Word.find(Lamp.class, "")).isEmpty();
    }

    @Test
    void everyWordOfTheGlossaryHasAMeaning() {
        assertThat(Glossary.words()).hasSizeGreaterThan(30).isSubsetOf(Glossary.words());
        assertThat(Glossary.words()).noneMatch(word -> word.contains("/")); // which references of signals have
        assertThat(Glossary.words()).allSatisfy(word -> assertThat(Glossary.meaning(word))
                .hasValueSatisfying(
                        text -> assertThat(text).hasSizeGreaterThan(15).doesNotEndWith(".")));
        assertThat(Glossary.meaning("no such word")).isEmpty();
    }
}
