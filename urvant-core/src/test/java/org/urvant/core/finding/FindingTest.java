package org.urvant.core.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class FindingTest {
    private static Finding finding(Rule rule, String subject, Position position) {
        return new Finding(rule, subject, position, "found", "mend");
    }

    @ParameterizedTest
    @CsvSource({"x.yaml,0,0,x.yaml", "x.yaml,3,0,x.yaml:3", "x.yaml,3,7,x.yaml:3:7"})
    void aPositionShowsWhatIsKnown(String source, int line, int column, String shown) {
        assertThat(new Position(source, line, column)).hasToString(shown);
        assertThatThrownBy(() -> new Position(source, -1, 0)).isInstanceOf(IllegalArgumentException.class);
    }

    /** Severity, then place, then subject: whatever the order in which they come, the list is the same. */
    @Property(tries = 50)
    void findingsAlwaysComeInTheSameOrder(@ForAll long seed) {
        List<Finding> sorted = List.of(
                finding(Rule.DUPLICATE_IP, "GW1 address", Position.in("a.yaml")),
                finding(Rule.DUPLICATE_IP, "GW1 address", Position.line("a.yaml", 2)),
                finding(Rule.DUPLICATE_IP, "GW1 address", new Position("a.yaml", 2, 5)),
                finding(Rule.DUPLICATE_IP, "GW2 address", new Position("a.yaml", 2, 5)),
                finding(Rule.DUPLICATE_IP, "GW1 address", Position.line("a.yaml", 10)),
                finding(Rule.DUPLICATE_IP, "GW1 address", Position.in("b.yaml")),
                finding(Rule.DEFAULT_PASSWORD, "GW1 password", Position.in("a.yaml")),
                finding(Rule.NAME_SHORTENED, "GW1 mappings", Position.in("a.yaml")));
        List<Finding> mixed = new ArrayList<>(sorted);
        Collections.shuffle(mixed, new Random(seed));
        Collections.sort(mixed);
        assertThat(mixed).isEqualTo(sorted);
    }

    @Test
    void aMutedFindingIsTheSameWithAReason() {
        Finding found = finding(Rule.DEFAULT_PASSWORD, "GW1 password", Position.in("x"));
        assertThat(found.place()).isEqualTo("default-password GW1 password");
        assertThat(found.isMuted()).isFalse();
        Finding muted = found.withMuted("until Monday");
        assertThat(muted.isMuted()).isTrue();
        assertThat(muted.muted()).isEqualTo("until Monday");
        assertThat(muted.compareTo(found)).isZero();
        assertThat(found.withBecause(Position.line("t.yaml", 4)).typeRule()).contains(Position.line("t.yaml", 4));
        assertThat(found.typeRule()).isEmpty();
    }

    /** Of a rule so many are kept as the limit says; beyond it the first error of each thing; the rest is counted. */
    @Test
    void aSieveKeepsEveryThingThatAnErrorConcerns() {
        FindingSieve sieve = new FindingSieve();
        for (int i = 0; i < FindingSieve.MOST_OF_A_RULE + 500; i++) {
            sieve.add(finding(Rule.DUPLICATE_IP, "x" + i, Position.in("a")), "IED" + i % 3);
            sieve.add(finding(Rule.POINT_DISABLED, "y" + i, Position.in("a")), "IED" + i % 3);
        }
        sieve.add(finding(Rule.DUPLICATE_IP, "late", Position.in("a")), "IED-late");
        sieve.add(finding(Rule.POINT_DISABLED, "late", Position.in("a")), "IED-late");
        assertThat(sieve.kept().stream().filter(found -> found.rule() == Rule.DUPLICATE_IP))
                .hasSize(FindingSieve.MOST_OF_A_RULE + 1)
                .anyMatch(found -> found.subject().equals("late"));
        assertThat(sieve.kept().stream().filter(found -> found.rule() == Rule.POINT_DISABLED))
                .hasSize(FindingSieve.MOST_OF_A_RULE);
        assertThat(sieve.unlisted()).isEqualTo(500 + 501);
        assertThat(sieve.keeps(Rule.DUPLICATE_IP, "IED1")).isFalse();
        assertThat(sieve.keeps(Rule.DUPLICATE_IP, "IED-new")).isTrue();
        assertThat(sieve.keeps(Rule.DUPLICATE_MAC, "IED1")).as("another rule").isTrue();
        sieve.count(Rule.DUPLICATE_IP);
        assertThat(sieve.unlisted()).isEqualTo(1002);
    }

    @ParameterizedTest
    @EnumSource(Rule.class)
    void aRuleSaysWhatItMeansHowItIsMendedAndWhoseNeedItIs(Rule rule) {
        assertThat(rule.id()).matches("[a-z][a-z0-9]*(-[a-z0-9]+)*");
        assertThat(Rule.byId(rule.id())).contains(rule);
        assertThat(rule.need()).matches("N\\d{2,3}");
        assertThat(rule.meaning()).matches("(?s)[A-ZI].{20,}\\.").doesNotContain("  ");
        assertThat(rule.remedy()).matches("(?s)[A-Z].{5,}\\.").doesNotContain("  ");
    }

    @Test
    void noTwoRulesSayTheSame() {
        Set<String> meanings = new HashSet<>();
        for (Rule rule : Rule.values()) {
            assertThat(meanings.add(rule.meaning())).as(rule.id()).isTrue();
        }
        assertThat(Rule.byId("no-such-rule")).isEmpty();
    }
}
