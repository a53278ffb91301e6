package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.mapping.RowTrial;

/** Whether the other end of a connection answers, as a point of its own. */
class LinkMappingTest {
    private static final Project SITE =
            LinkMapping.plan(Sites.skarholm(), "GW1", Optional.of("scada")).after();

    private static List<Mapping> rows(Project site) {
        return site.device("GW1").mappings().stream()
                .filter(row -> row.origin().isLink())
                .toList();
    }

    private static List<String> findings(Project site) {
        return ProjectCheck.check(site).stream()
                .map(Finding::toString)
                .filter(text -> text.contains("link") || text.contains("answers"))
                .toList();
    }

    @Test
    void eachConnectionThatTellsItHasOnePoint() {
        assertThat(rows(SITE))
                .extracting(row -> row.name() + ": " + row.from() + " " + row.source() + " > " + row.to())
                .containsExactly("F01 answers: F01 link > scada", "F02 answers: F02 link > scada");
        assertThat(rows(SITE).get(0).destination()).startsWith("M_SP_TB_1 2");
        assertThat(findings(SITE)).isEmpty();
        SignalMapping again = LinkMapping.plan(SITE, "GW1", Optional.of("scada"));
        assertThat(again.proposal().rows()).isEmpty();
        assertThat(again.proposal().present()).hasSize(2);
        assertThatThrownBy(() -> LinkMapping.plan(Sites.plant(), "RTU1", Optional.of("centre")))
                .hasMessageContaining("no connection");
    }

    @Test
    void itIsTriedAndTakenOverLikeAnyRow() {
        RowTrial trial = RowTrial.of(SITE, SITE.device("GW1"), Map.of("F01.link", "off"), Instant.EPOCH);
        assertThat(trial.received())
                .singleElement()
                .extracting(each -> each.row().name() + " " + each.raw() + " "
                        + each.value().value())
                .isEqualTo("F01 answers 0 false");
        assertThatThrownBy(() -> RowTrial.of(SITE, SITE.device("GW1"), Map.of("F01.link", "3"), Instant.EPOCH))
                .hasMessageContaining("whether F01 answers cannot be '3'");
        Project bare = SITE.with(SITE.device("GW1").withMappings(List.of()));
        Project held = Adoption.adopt(bare, "GW1", ConfigurationBuilder.build(SITE, SITE.device("GW1")), path -> false);
        assertThat(rows(held))
                .extracting(Mapping::origins)
                .containsExactlyInAnyOrderElementsOf(
                        rows(SITE).stream().map(Mapping::origins).toList());
    }

    /** The address belongs to the row, so the point stays where it is. */
    @Test
    void aRenameOfTheConnectionIsFollowed() {
        Project renamed = new Renaming(Ref.of(Ref.Kind.CONNECTION, "F01", "GW1"), "Q01").carriedOut(SITE);
        assertThat(rows(renamed)).extracting(Mapping::from).containsExactly("Q01", "F02");
        assertThat(rows(renamed))
                .extracting(Mapping::destination)
                .isEqualTo(rows(SITE).stream().map(Mapping::destination).toList());
        assertThat(ProjectCheck.check(renamed))
                .noneMatch(finding -> finding.rule().id().equals("address-taken"));
    }

    @Test
    void whatTheTypeDoesNotTellIsNotMapped() {
        Mapping row = rows(SITE).get(0);
        Mapping wrong = new Mapping(
                "k1", "scada answers", "", new Mapping.End("scada", "link"), row.target(), true, Position.in("test"));
        Project site = SITE.with(SITE.device("GW1")
                .withMappings(Stream.concat(
                                SITE.device("GW1").mappings().stream().filter(each -> !each.equals(row)),
                                Stream.of(wrong))
                        .toList()));
        assertThat(findings(site)).anyMatch(text -> text.contains("does not tell whether the other end of scada"));
    }
}
