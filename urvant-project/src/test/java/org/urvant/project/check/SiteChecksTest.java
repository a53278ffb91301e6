package org.urvant.project.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.project.Bay;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.Query;

/** Checks say what they read: a change of anything else leaves their findings as they were. */
class SiteChecksTest {
    private static final Project SITE = Sites.plant(Sites.skarholm());

    /** Sites with one mistake more, by the kind of what was changed. */
    private static Map<Ref.Kind, Project> changed() {
        Position place = Position.in("site.yaml");
        Map<Ref.Kind, Project> changed = new LinkedHashMap<>();
        changed.put(Ref.Kind.DEVICE, Sites.written(SITE, "F11", "rated.frequency=60; clock.backup=none"));
        changed.put(Ref.Kind.CHANNEL, Sites.written(SITE, "P61", "AI2.colour=red; AI1.high=2000"));
        changed.put(Ref.Kind.ROW, Sites.written(SITE, "RTU1", "alarms.pump.recipients="));
        changed.put(Ref.Kind.CONNECTION, Sites.written(SITE, "GW1", "F02.address=203.0.113.12"));
        changed.put(Ref.Kind.PROGRAM, SITE.with(SITE.device("F11").withLogic("PROGRAM p bo1 := bi99; END_PROGRAM")));
        changed.put(
                Ref.Kind.BAY, SITE.with(new Bay("B1", 1, List.of(new Entry("F99", place)), new TreeMap<>(), place)));
        changed.put(Ref.Kind.IED, Sites.imported(SITE, "tp4.icd"));
        changed.put(Ref.Kind.PICK, SITE.with(Sites.feeder().with(Query.parse("kind:alarm"))));
        return changed;
    }

    static Stream<SiteCheck> checks() {
        return ProjectCheck.checks().stream();
    }

    private static List<Finding> findings(SiteCheck check, Project site) {
        List<Finding> findings = new ArrayList<>();
        check.work().check(site, findings::add);
        return findings;
    }

    @ParameterizedTest
    @MethodSource("checks")
    void whatACheckDoesNotReadDoesNotChangeItsFindings(SiteCheck check) {
        List<Finding> before = findings(check, SITE);
        changed().forEach((kind, site) -> {
            if (!check.isTouchedBy(EnumSet.of(kind))) {
                assertThat(findings(check, site))
                        .as("%s after a change of a %s", check.subject(), kind)
                        .isEqualTo(before);
            }
        });
    }

    @Test
    void whatIsNotListedIsCounted() {
        String inputs = "<ExtRef intAddr='x'/>".repeat(1500);
        SclFile file = new SclReader()
                .read(
                        ("<SCL xmlns='" + SclReader.NAMESPACE + "' version='2007' revision='B'><IED name='A'>"
                                        + "<AccessPoint name='P'><Server><LDevice inst='L'>"
                                        + "<LN0 lnClass='LLN0' inst='' lnType='none'><Inputs>" + inputs
                                        + "</Inputs></LN0></LDevice></Server></AccessPoint></IED></SCL>")
                                .getBytes(StandardCharsets.UTF_8),
                        "sources/a.cid");
        Project site = SITE.with(SITE.imported().with(file, List.of("A")));
        assertThat(ProjectCheck.check(site))
                .filteredOn(finding -> finding.rule().id().equals("more-findings"))
                .extracting(Finding::message)
                .containsExactly("500 more findings are not listed, each like some that are");
    }

    /** The mistakes above are found, so that the test above says something, and checking what is touched finds all. */
    @Test
    void whatIsTouchedFindsTheMistake() {
        changed().forEach((kind, site) -> {
            List<Finding> all = ProjectCheck.check(site);
            List<Finding> again = new ArrayList<>();
            checks().filter(check -> check.isTouchedBy(EnumSet.of(kind)))
                    .forEach(check -> check.work().check(site, again::add));
            List<Finding> more = new ArrayList<>(all);
            more.removeAll(ProjectCheck.check(SITE));
            assertThat(more.isEmpty()).as("of a %s nothing hangs", kind).isEqualTo(kind == Ref.Kind.PICK);
            assertThat(again).containsAll(more);
        });
    }
}
