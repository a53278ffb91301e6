package org.urvant.core.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.network.NetworkRules;

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
                finding(NetworkRules.DUPLICATE_IP, "GW1 address", Position.in("a.yaml")),
                finding(NetworkRules.DUPLICATE_IP, "GW1 address", Position.line("a.yaml", 2)),
                finding(NetworkRules.DUPLICATE_IP, "GW1 address", new Position("a.yaml", 2, 5)),
                finding(NetworkRules.DUPLICATE_IP, "GW2 address", new Position("a.yaml", 2, 5)),
                finding(NetworkRules.DUPLICATE_IP, "GW1 address", Position.line("a.yaml", 10)),
                finding(NetworkRules.DUPLICATE_IP, "GW1 address", Position.in("b.yaml")),
                finding(Room.PASSWORD, "GW1 password", Position.in("a.yaml")),
                finding(Room.SHORT, "GW1 mappings", Position.in("a.yaml")));
        List<Finding> mixed = new ArrayList<>(sorted);
        Collections.shuffle(mixed, new Random(seed));
        Collections.sort(mixed);
        assertThat(mixed).isEqualTo(sorted);
    }

    @Test
    void aMutedFindingIsTheSameWithAReason() {
        Finding found = finding(Room.PASSWORD, "GW1 password", Position.in("x"));
        assertThat(found.place()).isEqualTo("test-password GW1 password");
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
            sieve.add(finding(NetworkRules.DUPLICATE_IP, "x" + i, Position.in("a")), "IED" + i % 3);
            sieve.add(finding(Room.PASSWORD, "y" + i, Position.in("a")), "IED" + i % 3);
        }
        sieve.add(finding(NetworkRules.DUPLICATE_IP, "late", Position.in("a")), "IED-late");
        sieve.add(finding(Room.PASSWORD, "late", Position.in("a")), "IED-late");
        assertThat(sieve.kept().stream().filter(found -> found.rule() == NetworkRules.DUPLICATE_IP))
                .hasSize(FindingSieve.MOST_OF_A_RULE + 1)
                .anyMatch(found -> found.subject().equals("late"));
        assertThat(sieve.kept().stream().filter(found -> found.rule() == Room.PASSWORD))
                .hasSize(FindingSieve.MOST_OF_A_RULE);
        assertThat(sieve.unlisted()).isEqualTo(500 + 501);
        assertThat(sieve.keeps(NetworkRules.DUPLICATE_IP, "IED1")).isFalse();
        assertThat(sieve.keeps(NetworkRules.DUPLICATE_IP, "IED-new")).isTrue();
        assertThat(sieve.keeps(NetworkRules.DUPLICATE_MAC, "IED1"))
                .as("another rule")
                .isTrue();
        sieve.count(NetworkRules.DUPLICATE_IP);
        assertThat(sieve.unlisted()).isEqualTo(1002);
    }

    /** A rule more is one line in one room; whoever asks for it by name finds it. */
    @Test
    void aRoomContributesItsRules() {
        assertThat(Rules.byId("test-password")).contains(Room.PASSWORD);
        assertThat(Rules.all()).contains(Room.PASSWORD, Room.SHORT, NetworkRules.DUPLICATE_IP);
        assertThat(List.copyOf(Rules.names())).contains("test-short").isSorted();
        assertThat(Room.PASSWORD.mend().steps()).containsExactly(Step.of(Action.SHOW));
        assertThat(Rules.byId("no-such-rule")).isEmpty();
    }

    /** A room of the tests, listed as all are in META-INF/services. */
    public static final class Room implements RuleRoom {
        private static final RuleList ALL = new RuleList();

        static final Rule PASSWORD =
                ALL.warning("test-password", "N01", "A password is that of a test.", "Change it.", Action.SHOW);
        static final Rule SHORT = ALL.note("test-short", "N02", "A name is too short for a test.", "Lengthen it.");

        @Override
        public List<Rule> rules() {
            return ALL.rules();
        }
    }
}
