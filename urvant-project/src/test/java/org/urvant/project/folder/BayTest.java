package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Step;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.setting.RatingMatch;

/** Bays of the site: what the plates say, held against the devices (N13). */
class BayTest {
    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void plant() {
        folder = Plant.make(root.resolve("site"));
    }

    private void site(String ratings) throws IOException {
        Files.writeString(
                root.resolve("site/site.yaml"),
                "# plates\nbays:\n  K1:\n    devices: [F11]\n    ratings: {" + ratings + "} # as built\n");
    }

    /** Equal within a thousandth, whatever the units; what is idle on the device, or unknown to it, is not compared. */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            rated.current: 400 A    | agrees
            rated.current: 0.4 kA   | agrees
            rated.current: 400.3 A  | agrees
            rated.current: 401 A    | differs
            rated.current: 400 V    | differs
            rated.current: a lot    | differs
            rated.frequency: '50'   | agrees
            rated.frequency: '60'   | differs
            ct.primery: 400 A       | none
            """)
    void ratingsAreComparedByTheirMeaning(String rating, String expected) throws IOException {
        site(rating);
        Project project = folder.load();
        List<RatingMatch> matches = RatingMatch.of(project, project.bays().get("K1"));
        assertThat(matches.isEmpty() ? "none" : matches.get(0).agrees() ? "agrees" : "differs")
                .isEqualTo(expected);
        assertThat(differing()).hasSize(expected.equals("differs") ? 1 : 0);
    }

    private List<Finding> differing() {
        return ProjectCheck.check(folder.load()).stream()
                .filter(finding -> finding.rule().id().equals("rating-differs"))
                .toList();
    }

    @Test
    void aFindingLeadsToTheDeviceAndNamesBoth() throws IOException {
        site("ct.primary: 600 A");
        assertThat(differing()).singleElement().satisfies(finding -> {
            assertThat(finding.position().source()).isEqualTo("devices/F11.yaml");
            assertThat(finding.message()).isEqualTo("ct.primary is 400 A; the equipment of bay K1 has 600 A");
            assertThat(finding.mend().steps()).contains(Step.of(Step.Action.SETTLE, "K1", "bay"));
        });
    }

    /** A bay with two breakers needs a trip, a close and both positions for each, spread over its devices as one likes (N14). */
    @Test
    void eachBreakerNeedsItsSignals() throws IOException {
        Files.writeString(root.resolve("site/site.yaml"), "bays:\n  D1:\n    breakers: 2\n    devices: [F11, L21]\n");
        assertThat(breakers())
                .containsExactly(
                        "breaker 1 of bay D1 has no close, no closed-position, no open-position, no trip",
                        "breaker 2 of bay D1 has no close, no closed-position, no open-position, no trip");
        folder.set(
                folder.load(),
                "F11",
                Map.of(
                        "BO1.serves",
                        "trip",
                        "BO2.serves",
                        "close",
                        "BI1.serves",
                        "open-position",
                        "BI2.serves",
                        "closed-position"));
        folder.set(
                folder.load(),
                "L21",
                Map.of("BO1.serves", "trip", "BO1.breaker", "2", "BI1.serves", "open-position", "BI1.breaker", "2"));
        assertThat(breakers()).containsExactly("breaker 2 of bay D1 has no close, no closed-position");
    }

    private List<String> breakers() {
        return ProjectCheck.check(folder.load()).stream()
                .filter(finding -> finding.rule().id().equals("breaker-signal-missing"))
                .map(Finding::message)
                .toList();
    }

    /** N10: what shows the equipment of another bay; what feeds the own one, and what that feeds, is named rightly. */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            K1 F11             | ''
            F11 to M1          | ''
            feeds M31          | ''
            F110, K21          | ''
            Pump 7, Spare      | ''
            Trip K2 (L21)      | names K2, another bay; F11 belongs to bay F11
            spare of L21-trip  | names L21 of bay K2; F11 belongs to bay F11
            """)
    void aTextThatShowsAnotherBayIsFound(String text, String expected) throws IOException {
        Files.writeString(
                root.resolve("site/site.yaml"),
                "bays:\n  K1: {devices: []}\n  F11: {devices: [F11], feeding: {from: K1}}\n"
                        + "  M1: {devices: [M31], feeding: {from: F11}}\n  7: {devices: []}\n  Spare: {devices: []}\n  K2: {devices: [L21]}\n");
        folder.set(folder.load(), "F11", Map.of("BI1.name", text));
        List<String> found = ProjectCheck.check(folder.load()).stream()
                .filter(finding -> finding.rule().id().equals("names-another-bay"))
                .map(Finding::message)
                .toList();
        assertThat(found).isEqualTo(expected.isEmpty() ? List.of() : List.of("'" + text + "' " + expected));
    }

    /** The file keeps its comments when a device is right. */
    @Test
    void aRatingIsTakenIntoTheFileInItsPlace() throws IOException {
        site("ct.primary: 600 A, ct.secondary: 1 A");
        folder.change(site -> site.with(site.bays().get("K1").withRatings(Map.of("ct.primary", "400 A"))));
        assertThat(Files.readString(root.resolve("site/site.yaml")))
                .isEqualTo(
                        "# plates\nbays:\n  K1:\n    devices: [F11]\n    ratings: {ct.primary: 400 A, ct.secondary: 1 A} # as built\n");
        assertThat(differing()).isEmpty();
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            bays: {K1: {devices: [F99], ratings: {}}} | unknown-reference | device 'F99' of bay K1 does not exist
            bays: {K1: {device: [F11]}}               | file-malformed    | 'device'
            bays: {K1: {devices: [F11], breakers: 9}} | file-malformed    | '9' is no number of breakers
            bays: [                                   | file-malformed    | not YAML
            bay: {}                                   | file-malformed    | 'bay'
            """)
    void whatTheFileHasWrongIsAFinding(String text, String rule, String message) throws IOException {
        Files.writeString(root.resolve("site/site.yaml"), text + "\n");
        assertThat(ProjectCheck.check(folder.load())).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message()).contains(message);
            assertThat(finding.position().source()).isEqualTo("site.yaml");
        });
    }
}
