package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Rules;

/** All rules of all rooms: what they say, the page of them, and that each is planted by some test. */
class RulesTest {
    private static final Path PAGE = Path.of("../docs/checks.md");
    private static final String HEAD = "\n## ";

    static Collection<Rule> rules() {
        return Rules.all();
    }

    @ParameterizedTest
    @MethodSource("rules")
    void aRuleSaysWhatItMeansHowItIsMendedAndWhoseNeedItIs(Rule rule) {
        assertThat(rule.id()).matches("[a-z][a-z0-9]*(-[a-z0-9]+)*");
        assertThat(rule.need()).matches("N\\d{2,3}");
        assertThat(rule.meaning()).matches("(?s)[A-ZI].{20,}\\.").doesNotContain("  ");
        assertThat(rule.remedy()).matches("(?s)[A-Z].{5,}\\.").doesNotContain("  ");
    }

    @Test
    void noTwoRulesSayTheSame() {
        Set<String> meanings = new HashSet<>();
        assertThat(rules())
                .allSatisfy(rule -> assertThat(meanings.add(rule.meaning())).isTrue());
    }

    /** The page is what the rules say; with {@code -Durvant.write} it is written anew. */
    @Test
    void thePageOfChecksIsMadeFromTheRules() throws IOException {
        String page = Files.readString(PAGE);
        StringBuilder made = new StringBuilder(page.substring(0, page.indexOf(HEAD)));
        for (Rule rule : rules()) {
            made.append(HEAD).append(rule.id()).append("\n\n");
            made.append(rule.severity().word()).append(", ").append(rule.need()).append(". ");
            made.append(rule.meaning())
                    .append("\n\nMend: ")
                    .append(rule.remedy())
                    .append("\n");
        }
        if (Boolean.getBoolean("urvant.write")) {
            Files.writeString(PAGE, made);
        }
        assertThat(Files.readString(PAGE)).isEqualTo(made.toString());
    }

    /** A rule that no test breaks may never be found: the tests of all modules name each, by its word or as a constant. */
    @Test
    void eachRuleIsPlantedByATest() throws IOException {
        StringBuilder tests = new StringBuilder();
        try (Stream<Path> all = Files.walk(Path.of(".."))) {
            List<Path> files = all.filter(
                            file -> file.toString().matches(".*/src/test/(java|resources)/.*\\.(java|txt|csv)"))
                    .filter(file -> !file.endsWith("RulesTest.java"))
                    .toList();
            for (Path file : files) {
                tests.append(Files.readString(file));
            }
        }
        String text = tests.toString();
        assertThat(rules())
                .filteredOn(rule -> !text.contains(rule.id())
                        && !text.contains(rule.id().toUpperCase(Locale.ROOT).replace('-', '_')))
                .isEmpty();
    }
}
