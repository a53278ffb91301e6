package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;

/** Places of rows are held against the site that the station's file describes. */
class PlaceCheckTest {
    private static final String BREAKER = "F01CTRL/XCBR1.Pos.stVal";
    private static final Project STATION = Sites.mapped(
            Sites.gateway(Sites.imported(Sites.empty(), "skarholm.scd"), "GW1", "192.0.2.20", "47"),
            "GW1",
            OptionalInt.empty(),
            BREAKER);

    private static List<String> found(Project site, String place, String name) {
        Mapping row = site.device("GW1").mappings().get(0);
        Mapping other = row.titled(new Mapping.Title(name, place, row.identifier()));
        return ProjectCheck.check(site.with(site.device("GW1").withMappings(List.of(other)))).stream()
                .filter(finding -> finding.position().equals(row.position()))
                .map(finding -> finding.rule().id() + ": " + finding.message())
                .toList();
    }

    /** Columns: a place, what is said of it; nothing where it is there. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            Skarholm/K1/F01/QA1  |
            Skarholm/K1/F01      |
            Skarholm             |
            Skarholm/K1/F01/QA11 | Skarholm/K1/F01 has no part 'QA11'
            Skarholm/K1/F1/QA1   | Skarholm/K1 has no part 'F1'
            Skarholm/F01/QA1     | Skarholm has no part 'F01'
            Skarholm/K1/F01/     | Skarholm/K1/F01 has no part ''
            skarholm/K1/F01/QA1  | there is no 'skarholm'
            QA1                  | there is no 'QA1'
            """)
    void aPlaceIsOneOfTheSite(String place, String said) {
        List<String> found = found(STATION, place, "F01 Breaker");
        if (said == null) {
            assertThat(found).isEmpty();
        } else {
            assertThat(found).containsExactly("place-unknown: the place '" + place + "' is not in the site: " + said);
        }
    }

    /** The breaker's node is at F01/QA1. */
    @ParameterizedTest
    @CsvSource({"Skarholm/K1/F01/QB1", "Skarholm/K1/F02"})
    void aPlaceIsThatOfTheNode(String place) {
        assertThat(found(STATION, place, "F01 Breaker"))
                .containsExactly("place-differs: the place is '" + place
                        + "'; the site has F01CTRL/XCBR1 at 'Skarholm/K1/F01/QA1'");
    }

    /** Files of single relays do not describe the site: any place can be meant then. */
    @ParameterizedTest
    @CsvSource({"Harbour/H1", "x"})
    void withoutASiteNothingIsSaid(String place) {
        Project relays = Sites.mapped(Sites.skarholm(), "GW1", OptionalInt.empty(), BREAKER);
        assertThat(found(relays, place, "F01 Breaker")).noneMatch(each -> each.startsWith("place-unknown"));
    }

    @ParameterizedTest
    @CsvSource(value = {"''", "' '"})
    void aRowWithoutNameIsOpen(String name) {
        List<String> found = found(STATION, "Skarholm/K1/F01/QA1", name);
        assertThat(found).containsExactly("open-items: the name of " + BREAKER + " at scada is open");
    }
}
