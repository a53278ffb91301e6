package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Severity;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.core.progress.Progress;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.TreatmentText;
import org.urvant.project.behaviour.LogicRules;
import org.urvant.project.behaviour.Trial;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ProgramMapping;
import org.urvant.project.change.RowChange;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;

/** Rows that treat their values, and rows that programs know: an RTU with a contact, a level of 0 to 5 m and a relay. */
class TreatedRowTest {
    private static final Instant BEGIN = Instant.parse("2026-03-28T00:00:00Z");
    private static final Project SITE = site();

    private static Project site() {
        Project site = ValueChange.set(Sites.plant(), "RTU1", Map.of("DI3.carries", "binary", "RO1.carries", "relay"));
        site = ConnectionChange.connect(site, "RTU1", "scada", "control-centre");
        return SignalMapping.plan(site, "RTU1", SignalMapping.Request.ofSignals("DI3", "AI1", "RO1"))
                .after();
    }

    private static Map<String, String> parts(String text) {
        Map<String, String> parts = new HashMap<>();
        Arrays.stream(text == null ? new String[0] : text.split(" "))
                .forEach(
                        part -> parts.put(part.substring(0, part.indexOf('=')), part.substring(part.indexOf('=') + 1)));
        return parts;
    }

    private static Mapping row(String connection, String source, String to, String point, String identifier) {
        return new Mapping(
                "k" + identifier + to,
                new Mapping.Title("tried", "", identifier == null ? "" : identifier),
                List.of(new Mapping.End(connection, source)),
                new Mapping.End(to, point),
                Mapping.Handling.NONE,
                true,
                Position.in("test"));
    }

    private static Project with(Project site, Mapping... rows) {
        Device device = site.device("RTU1");
        List<Mapping> all = new ArrayList<>(device.mappings());
        all.addAll(List.of(rows));
        return site.with(device.withMappings(all));
    }

    private static List<Finding> findings(Project site) {
        return ProjectCheck.check(site, site.device("RTU1")).stream()
                .filter(finding -> finding.place().contains("RTU1 tried"))
                .toList();
    }

    /** Columns: from, source, to, destination, treatment, identifier; the rule and its message, or none. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            own   | AI1 | scada | M_ME_TF_1 1 | factor=0.1           | - | -                     | -
            own   | AI1 | scada | M_ME_TE_1 1 | factor=10000         | - | result-does-not-fit   | gives -625 to 51562.5; M_ME_TE_1 holds -32768 to 32767
            own   | AI1 | scada | M_ME_TE_1 1 | factor=10000 most=32767 outside=clamp | - | result-rounded | gives fractions
            own   | AI1 | scada | M_ME_TD_1 1 | factor=0.19          | - | -                     | -
            own   | AI1 | scada | M_ME_TF_1 1 | delay=2s             | - | treatment-not-fitting | a number has no delay
            own   | AI1 | scada | M_ME_TF_1 1 | least=6 most=9 outside=clamp | - | treatment-not-fitting | what comes is -0.0625 to 5.15625, nothing of it within 6 to 9
            own   | DI3 | scada | M_SP_TB_1 1 | delay=2s             | - | -                     | -
            own   | DI3 | scada | M_SP_TB_1 1 | dead-band=1          | - | treatment-not-fitting | a state has no factor
            scada | C_SC_NA_1 1 | own | RO1   | delay=2s             | - | treatment-not-fitting | a state is commanded as it is
            own   | AI1 | own   | program     | dead-band=0.1        | level | -                 | -
            own   | AI1 | own   | program     | -                    | - | identifier-wrong      | programs have no name for the row
            own   | AI1 | own   | program     | -                    | 9level | identifier-wrong | '9level' cannot be used
            own   | RO1 | own   | program     | -                    | relay | point-not-fitting | has no value that is read
            own   | program | scada | M_ME_TF_1 1 | -                | level | program-gives-nothing | no program of RTU1 writes mapped.level
            own   | program | scada | M_ME_TF_1 1 | delay=1s         | level | treatment-not-fitting | a number has no delay
            own   | program | own | program   | -                    | level | point-not-fitting | a program's value is calculated in the program
            """)
    void aTreatmentIsHeldAgainstItsValue(
            String from,
            String source,
            String to,
            String point,
            String treatment,
            String identifier,
            String rule,
            String message) {
        Mapping made = row(from, source, to, point, identifier)
                .handled(new Mapping.Handling("", TreatmentText.read(parts(treatment))));
        List<Finding> found = findings(with(SITE, made)).stream()
                .filter(finding -> !finding.rule().id().equals("mapping-key-altered"))
                .toList();
        if (rule == null) {
            assertThat(found).isEmpty();
        } else {
            assertThat(found).anySatisfy(finding -> {
                assertThat(finding.rule().id()).isEqualTo(rule);
                assertThat(finding.message()).contains(message);
            });
        }
    }

    /** Its enumeration has the values 1 to 5; of the type alone it is not known what it can be. */
    @Test
    void theValuesOfAnEnumerationAreHeldAgainstThePoint() {
        Project site = Sites.mapped(
                Sites.gateway(Sites.imported(Sites.empty(), "F01.cid"), "GW1", "192.0.2.20", "47"),
                "GW1",
                OptionalInt.empty(),
                "F01CTRL/LLN0.Beh.stVal");
        Device gateway = site.device("GW1");
        List<Mapping> rows = new ArrayList<>(gateway.mappings());
        Mapping row = rows.get(rows.size() - 1);
        assertThat(ProjectCheck.check(site, gateway))
                .noneMatch(found -> found.rule() == LogicRules.RESULT_DOES_NOT_FIT);
        rows.set(rows.size() - 1, row.handled(new Mapping.Handling("", TreatmentText.read(Map.of("factor", "10000")))));
        Project scaled = site.with(gateway.withMappings(rows));
        assertThat(ProjectCheck.check(scaled, scaled.device("GW1")))
                .extracting(Finding::message)
                .anyMatch(found -> found.endsWith("gives 10000 to 50000; M_ME_TE_1 holds -32768 to 32767"));
    }

    @Test
    void twoRowsOfOneIdentifierAreFoundWhateverTheirCase() {
        Project site =
                with(SITE, row("own", "AI1", "own", "program", "level"), row("own", "DI3", "own", "program", "Level"));
        assertThat(findings(site))
                .extracting(Finding::message)
                .containsExactly("the identifier 'Level' stands already at test");
    }

    @Test
    void aRowIsChangedAndTheDeviceGetsItAndGivesItBack() {
        String name = row(SITE, "AI1").name();
        RowChange change = RowChange.plan(
                SITE,
                "RTU1",
                name,
                new RowChange.Wanted(
                        parts("factor=100 least=0 most=450 outside=clamp dead-band=2"),
                        Optional.of("Level"),
                        Optional.of("level"),
                        Optional.of("M_ME_TE_1 4020")));
        assertThat(ProjectCheck.check(change.after(), change.after().device("RTU1")))
                .filteredOn(finding ->
                        finding.severity() == Severity.ERROR && finding.place().contains("Level"))
                .isEmpty();
        Device changed = change.after().device("RTU1");
        assertThat(changed.addresses().owners())
                .containsValue("AI1")
                .hasSize(SITE.device("RTU1").addresses().owners().size() + 1);
        Project bare = change.after().with(changed.withMappings(List.of()));
        Adoption adoption = Adoption.plan(bare, "RTU1", ConfigurationBuilder.build(change.after(), changed));
        assertThat(adoption.left().isEqual()).isTrue();
        assertThat(row(adoption.after(), "AI1").treatment())
                .isEqualTo(change.row().treatment());
        assertThat(row(adoption.after(), "AI1").identifier()).isEqualTo("level");
        RowChange back = RowChange.plan(
                change.after(),
                "RTU1",
                "Level",
                new RowChange.Wanted(
                        Map.of("factor", "", "least", "", "most", "", "dead-band", ""),
                        Optional.empty(),
                        Optional.of(""),
                        Optional.empty()));
        assertThat(back.row().treatment().isPlain()).isTrue();
    }

    private static Mapping row(Project site, String source) {
        return site.device("RTU1").mappings().stream()
                .filter(row -> row.source().equals(source))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aChangeThatWouldBeAnErrorIsRefused() {
        Optional<String> none = Optional.empty();
        String level = row(SITE, "AI1").key();
        String contact = row(SITE, "DI3").destination();
        Map<RowChange.Wanted, String> wrong = Map.of(
                new RowChange.Wanted(parts("delay=1s"), none, none, none), "a number has no delay",
                new RowChange.Wanted(parts("factor=x"), none, none, none), "factor is 'x'",
                new RowChange.Wanted(Map.of(), none, Optional.of("a-b"), none), "cannot be used in programs",
                new RowChange.Wanted(Map.of(), none, none, Optional.of(contact)), "cannot be carried by M_SP_TB_1",
                new RowChange.Wanted(Map.of(), none, none, Optional.of("M_ME_TF_1 0")), "is outside 1 to 16777215");
        wrong.forEach((wanted, message) -> assertThatThrownBy(() -> RowChange.plan(SITE, "RTU1", level, wanted))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining(message));
        assertThatThrownBy(() -> RowChange.find(SITE, SITE.device("RTU1"), "nosuch"))
                .isInstanceOf(UnknownNameException.class);
    }

    /** Whatever the length, a state that is held back is waited for. */
    @Test
    void whatIsHeldBackIsGivenAfterTheLastEvent() {
        RowChange change = RowChange.plan(
                SITE,
                "RTU1",
                row(SITE, "DI3").key(),
                new RowChange.Wanted(Map.of("delay", "5m"), Optional.empty(), Optional.empty(), Optional.empty()));
        List<RowTrial.Event> events =
                List.of(new RowTrial.Event(BEGIN, "DI3", "off"), new RowTrial.Event(BEGIN.plusSeconds(2), "DI3", "on"));
        DeviceTrial outcome = DeviceTrial.run(
                change.after(),
                change.after().device("RTU1"),
                Optional.empty(),
                new DeviceTrial.Given(events, List.of()),
                BEGIN,
                new Trial.Wanted(Optional.empty(), Optional.empty(), List.of()),
                Progress.NONE);
        assertThat(outcome.rows().received())
                .extracting(each -> each.raw() + " of "
                        + Duration.between(BEGIN, each.value().time()).toSeconds() + " at "
                        + Duration.between(BEGIN, each.at()).toSeconds())
                .containsExactly("0 of 0 at 0", "1 of 2 at 302");
    }

    /** The level comes over a row of its own, the program doubles it and switches an alarm; both go to the control centre. */
    @Test
    void programsReadAndWriteRowsByTheirIdentifiers() {
        Project site = ProgramMapping.toPrograms(SITE, "RTU1", "AI1", "level", Optional.empty())
                .after();
        site = ProgramMapping.ofPrograms(
                        site, "RTU1", "twice", Optional.of("Twice"), Shape.of(Form.REAL, Access.READ), Optional.empty())
                .after();
        site = ProgramMapping.ofPrograms(
                        site, "RTU1", "high", Optional.empty(), Shape.of(Form.LOGICAL, Access.READ), Optional.empty())
                .after();
        site = ProgramMapping.ofPrograms(
                        site, "RTU1", "goal", Optional.empty(), Shape.of(Form.REAL, Access.COMMAND), Optional.empty())
                .after();
        String text =
                """
                PROGRAM totals
                mapped.twice := mapped.level * 2.0;
                mapped.high := mapped.level > 3.0;
                END_PROGRAM
                """;
        Device rtu = site.device("RTU1").with(site.device("RTU1").programs().withText(text));
        site = site.with(rtu);
        assertThat(ProjectCheck.check(site, rtu))
                .filteredOn(finding ->
                        finding.place().contains("logic") || finding.rule().id().equals("program-gives-nothing"))
                .isEmpty();
        assertThat(RowSignals.of(site, rtu))
                .extracting(signal -> signal.name() + " " + signal.type().name() + " " + signal.direction())
                .containsExactlyInAnyOrder(
                        "mapped.level LREAL INPUT",
                        "mapped.twice LREAL OUTPUT",
                        "mapped.high BOOL OUTPUT",
                        "mapped.goal LREAL INPUT");
        Trial trial = Trial.of(site, rtu, RowSignals.logic(site, rtu), Optional.empty());
        List<RowTrial.Event> events = List.of(
                new RowTrial.Event(BEGIN, "AI1", "1.5"), new RowTrial.Event(BEGIN.plusSeconds(5), "AI1", "4 invalid"));
        DeviceTrial outcome = DeviceTrial.run(
                site,
                rtu,
                Optional.of(trial),
                new DeviceTrial.Given(events, List.of()),
                BEGIN,
                new Trial.Wanted(Optional.of(Duration.ofSeconds(9)), Optional.empty(), List.of("mapped.level")),
                Progress.NONE);
        assertThat(outcome.rows().received())
                .filteredOn(each -> each.row().origin().isProgram())
                .extracting(each -> Duration.between(BEGIN, each.at()).toSeconds() + " "
                        + each.row().name() + " " + each.raw())
                .contains("0 Twice 3.0", "0 high 0", "5 Twice 8.0 IV", "5 high 1 IV");
        assertThatThrownBy(() -> ProgramMapping.toPrograms(SITE, "RTU1", "RO1", "x", Optional.empty()))
                .isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> ProgramMapping.toPrograms(Sites.plant(), "TD1", "x", "x", Optional.empty()))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("runs no programs");
    }
}
