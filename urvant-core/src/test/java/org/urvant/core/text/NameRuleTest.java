package org.urvant.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NameRuleTest {
    @ParameterizedTest
    @CsvSource({
        "ASCII,Skårholm Ærø 20 °C,Skaarholm Aeroe 20 degC",
        "ASCII,Škoda ﬁlter ½,Skoda filter _",
        "ASCII,泵 1,_ 1",
        "LATIN_1,Skårholm Š,Skårholm S",
        "LATIN_1,A\u030Arhus,Århus",
        "ANY,泵 Š,泵 Š"
    })
    void aNameIsWrittenWithTheLettersThatThereAre(NameRule.Letters letters, String name, String written) {
        NameRule rule = new NameRule(0, letters);
        assertThat(rule.written(name)).isEqualTo(written);
        assertThat(rule.misfit(written)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "ASCII,5,Skår,the name has the character 'å'",
        "LATIN_1,3,Skår,the name has 4 characters; at most 3 can be held",
        "ANY,0,a\u0007b,the name has the character"
    })
    void whatCannotBeHeldIsSaid(NameRule.Letters letters, int longest, String name, String message) {
        assertThat(new NameRule(longest, letters).misfit(name))
                .hasValueSatisfying(said -> assertThat(said).contains(message));
    }

    @Property
    void whatIsWrittenCanBeHeld(@ForAll NameRule.Letters letters, @ForAll String name) {
        NameRule rule = new NameRule(0, letters);
        assertThat(rule.misfit(rule.written(name))).isEmpty();
    }

    @Property
    void whatTwoHoldIsWhatEachOfThemHolds(
            @ForAll NameRule.Letters letters,
            @ForAll NameRule.Letters others,
            @ForAll @IntRange(max = 4) int longest,
            @ForAll @IntRange(max = 4) int other,
            @ForAll @StringLength(max = 6) String name) {
        NameRule one = new NameRule(longest, letters);
        NameRule two = new NameRule(other, others);
        assertThat(one.and(two).misfit(name).isEmpty())
                .isEqualTo(one.misfit(name).isEmpty() && two.misfit(name).isEmpty());
    }
}
