package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.urvant.project.change.CompanionMapping.About.AGE;
import static org.urvant.project.change.CompanionMapping.About.QUALITY;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.Shape;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListRequest;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.kit.Sites;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.OfferedSignals;
import org.urvant.project.mapping.RowTrial;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** Picks for everything that offers signals, and points that say whether others are valid: relays, a pump's list, a panel. */
class GeneralPickTest {
    private static final Project SITE = site();

    private static Project site() {
        List<String> heading = List.of("name", "area", "address", "type", "access");
        List<List<String>> rows = List.of(
                List.of("Lamp", "coil", "0", "", "rw"),
                List.of("Fault", "discrete", "1", "", "r"),
                List.of("Speed", "input", "2", "int16", "r"));
        List<ListReader.Row> read = rows.stream()
                .map(row -> new ListReader.Row(row, Map.of(), null, Position.line("L", 2)))
                .toList();
        ListRequest request =
                new ListRequest("L", PointSpaces.byId("modbus"), Map.of(), Map.of("station", "7"), List.of(), false);
        Project site = ListImport.plan(
                        Sites.skarholm(), ListReader.read(request, heading, Position.line("L", 1), read), false)
                .after();
        return ConnectionChange.connect(
                ConnectionChange.connect(site, "GW1", "bus", "field-bus"), "GW1", "panel", "panel");
    }

    private static SignalMapping map(Project site, String pick, String to) {
        return SignalMapping.plan(
                site, "GW1", SignalMapping.Request.ofPick(pick).to(to));
    }

    @Test
    void aGeneralPickFindsRelaysAndLists() {
        Project site = PickChange.addGeneral(SITE, "alarms", Query.parse("kind:trip or kind:alarm"));
        Pick pick = site.pick("alarms");
        assertThat(pick.isGeneral()).isTrue();
        List<String> found = PickChange.found(site, pick);
        assertThat(found).contains("F01PROT/PTRC1.Tr.general", "F02PROT/PTRC1.Tr.general", "L/fault", "L/lamp");
        site = PickChange.drop(site, "alarms", Optional.empty(), List.of("L/lamp", "F02PROT/PTRC1.Tr.general"));
        assertThat(PickChange.found(site, site.pick("alarms")))
                .contains("F01PROT/PTRC1.Tr.general", "L/fault")
                .doesNotContain("L/lamp", "F02PROT/PTRC1.Tr.general");
        assertThat(map(site, "alarms", "panel").proposal().rows())
                .extracting(Mapping::source)
                .contains("F01PROT/PTRC1.Tr.general", "L/fault")
                .doesNotContain("L/lamp", "F02PROT/PTRC1.Tr.general", "L/speed");
    }

    @Test
    void aPickForOneTypeStaysOne() {
        assertThatThrownBy(() -> PickChange.addGeneral(SITE, "feeder", Query.parse("kind:alarm")))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("pick feeder is for Marrowby MF7 alone");
    }

    @Test
    void whatAProgramGivesIsFound() {
        Project site = ProgramMapping.ofPrograms(
                        SITE,
                        "GW1",
                        "total",
                        Optional.of("Total power"),
                        Shape.of(Form.REAL, Access.READ),
                        Optional.of("scada"))
                .after();
        assertThat(Query.parse("total").search(List.of(OfferedSignals.index(site))).signals(0, 9).stream()
                        .map(signal -> signal.reference())
                        .toList())
                .containsExactly("GW1/mapped.total");
    }

    private static Project speedOnPanel() {
        return SignalMapping.plan(
                        SITE, "GW1", SignalMapping.Request.ofSignals("L/speed").to("panel"))
                .after();
    }

    @Test
    void theAgeOfAValueHasAPointOfItsOwnThatGrows() {
        Project site = speedOnPanel();
        SignalMapping aged = CompanionMapping.plan(site, "GW1", Optional.of("panel"), AGE);
        assertThat(aged.proposal().rows())
                .extracting(row -> row.name() + " " + row.transform())
                .containsExactly("age L Speed MIN(AGE(x), 65535)");
        Instant begin = Instant.parse("2026-03-01T10:00:00Z");
        List<RowTrial.Event> events = List.of(
                new RowTrial.Event(begin, "L/speed", "5"), new RowTrial.Event(begin.plusMillis(2_500), "L/speed", "5"));
        Project after = aged.after();
        RowTrial trial = RowTrial.over(after, after.device("GW1"), events, List.of(), begin.plusSeconds(4));
        assertThat(trial.received().stream()
                        .filter(received -> received.row().name().startsWith("age"))
                        .map(received -> Duration.between(begin, received.at()) + " "
                                + received.value().value()))
                .containsExactly("PT0S 0", "PT1S 1", "PT2S 2", "PT2.5S 0", "PT3.5S 1");
        assertThat(CompanionMapping.plan(after, "GW1", Optional.of("panel"), QUALITY)
                        .proposal()
                        .rows())
                .hasSize(1); // of the speed, not of its age
    }

    @Test
    void validityHasPointsOfItsOwnWhereItDoesNotTravel() {
        Project site = speedOnPanel();
        SignalMapping valid = CompanionMapping.plan(site, "GW1", Optional.of("panel"), QUALITY);
        assertThat(valid.proposal().rows())
                .extracting(row -> row.source() + " " + row.transform() + " " + row.destination())
                .containsExactly("L/speed IS_GOOD(x) discrete:0");
        SignalMapping again = CompanionMapping.plan(valid.after(), "GW1", Optional.of("panel"), QUALITY);
        assertThat(again.proposal().rows()).isEmpty();
        assertThat(again.proposal().present())
                .extracting(MappedSignal::reference)
                .containsExactly("L/speed");
        assertThatThrownBy(() -> CompanionMapping.plan(site, "GW1", Optional.of("scada"), QUALITY))
                .hasMessageContaining("quality travels with the values of scada");
        assertThatThrownBy(() -> CompanionMapping.plan(SITE, "GW1", Optional.of("panel"), QUALITY))
                .hasMessageContaining("no value goes to panel");
    }
}
