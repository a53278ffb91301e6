package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.progress.Progress;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.project.Bay;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.behaviour.Trial;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.scl.DataAttribute;
import org.urvant.scl.Ied;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.Pick;
import org.urvant.scl.selection.Query;

/** Jobs on a site as operations: what each plan says and that it changes nothing, in memory. */
class SitePlansTest {
    private static final Project PLANT = Sites.plant();

    private static ValuePlan.Wanted wanted(String text, int row) {
        String[] parts = text.strip().split(" ", 3);
        return new ValuePlan.Wanted(
                parts[0], parts[1], parts.length < 3 ? "" : parts[2], Position.line("list.csv", row));
    }

    private static ValuePlan plan(String... rows) {
        List<ValuePlan.Wanted> wanted = new ArrayList<>();
        for (String row : rows) {
            wanted.add(wanted(row, wanted.size() + 2));
        }
        return ValuePlan.of(PLANT, wanted, List.of());
    }

    @Test
    void aListOfValuesSaysWhatItChangesAndLeavesTheRest() {
        String present = ValueChange.given(PLANT, "M31", "motor.rated-current").orElseThrow();
        ValuePlan plan = plan(
                "M31 motor.rated-current 20 A",
                "M31 motor.rated-current " + present,
                "F11 ct.primary 600 A",
                "F11 ct.primary");
        assertThat(plan.isSound()).isTrue();
        assertThat(plan.rows().stream()
                        .map(row -> row.wanted().path() + ": " + row.before() + " -> "
                                + row.wanted().text()))
                .containsExactly(
                        "motor.rated-current: " + present + " -> 20 A",
                        "ct.primary: 400 A -> 600 A",
                        "ct.primary: 400 A -> ");
        assertThat(ValueChange.given(plan.after(), "F11", "ct.primary")).isEmpty();
        assertThat(plan("M31 motor.rated-current " + present).after()).isSameAs(PLANT);
    }

    /** One wrong row of several: it alone is named, with its place, and nothing is taken. Columns: row, rule's word. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            M99 motor.rated-current 20 A  | no device 'M99'
            M31 motor.rated-curent 20 A   | Did you mean
            M31 motor.rated-current 9999 A | motor.rated-current
            M31 motor.rated-current green | Give 1.5 to 25 A in steps of 0.1.
            """)
    void oneRowThatDoesNotFitHoldsAllBack(String row, String expected) {
        ValuePlan plan = plan("F11 ct.primary 600 A", row, "M31 motor.rated-voltage 400 V");
        assertThat(plan.findings()).singleElement().satisfies(finding -> {
            assertThat(finding.position()).isEqualTo(Position.line("list.csv", 3));
            assertThat(finding.message() + " " + finding.remedy()).contains(expected);
            assertThat(finding.about()).containsExactly(Ref.device(row.substring(0, 3)));
        });
        assertThat(plan.after()).isSameAs(PLANT);
    }

    @Test
    void aBayIsSettledInTheDirectionThatIsAskedFor() {
        Position place = Position.in("site.yaml");
        Bay bay = new Bay(
                "B11",
                1,
                List.of(new Entry("F11", place)),
                new TreeMap<>(Map.of("ct.primary", new Entry("500 A", place))),
                place);
        Project site = PLANT.with(bay);
        Settling settling = Settling.of(site, "B11");
        assertThat(settling.open()).singleElement().satisfies(match -> assertThat(match.path())
                .isEqualTo("ct.primary"));
        Settling.Plan byBay = settling.byBay();
        assertThat(byBay.devices()).isEqualTo(Map.of("F11", Map.of("ct.primary", "500 A")));
        assertThat(Settling.of(byBay.after(), "B11").open()).isEmpty();
        Settling.Plan byDevice = settling.byDevice("F11");
        assertThat(byDevice.ratings()).isEqualTo(Map.of("ct.primary", "400 A"));
        assertThat(byDevice.after().device("F11")).isEqualTo(site.device("F11"));
        assertThat(Settling.of(byDevice.after(), "B11").open()).isEmpty();
        assertThatThrownBy(() -> settling.byDevice("F12")).isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> Settling.of(site, "B12")).isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> Settling.of(PLANT, "B11")).isInstanceOf(RefusedException.class);
    }

    private static SortedMap<String, Entry> answers(String... pairs) {
        SortedMap<String, Entry> answers = new TreeMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            answers.put(pairs[i], new Entry(pairs[i + 1], Position.line("motors.csv", 2)));
        }
        return answers;
    }

    @Test
    void devicesAreMadeByAnswersAllOrNone() {
        SortedMap<String, Entry> sound = answers("current", "21.5 A", "power", "11 kW", "name", "Pump");
        GuidedDevices made = GuidedDevices.plan(PLANT, "stenvaag-m3", "questions", Map.of("M1", sound));
        assertThat(made.findings()).isEmpty();
        assertThat(made.after().devices()).containsKey("M1");
        assertThat(made.check()).isNotEmpty().allSatisfy(finding -> assertThat(finding.about())
                .contains(Ref.device("M1")));
        GuidedDevices wrong = GuidedDevices.plan(
                PLANT, "stenvaag-m3", "questions", Map.of("M1", sound, "M2", answers("curent", "21.5 A")));
        assertThat(wrong.findings().stream().map(Finding::rule))
                .contains(GeneralRules.UNKNOWN_REFERENCE, GeneralRules.OPEN_ITEMS);
        assertThat(wrong.findings())
                .allSatisfy(finding -> assertThat(finding.about()).containsExactly(Ref.device("M2")));
        assertThat(wrong.after()).isSameAs(PLANT);
        assertThatThrownBy(() -> GuidedDevices.plan(PLANT, "stenvaag-m3", "questions", Map.of("M31", sound)))
                .hasMessageContaining("exists already");
        assertThatThrownBy(() -> GuidedDevices.plan(PLANT, "oddvik-u1", "questions", Map.of("Q1", sound)))
                .isInstanceOf(RefusedException.class);
    }

    @Test
    void whatADeviceHoldsIsTakenOverAndTheRestIsSaid() {
        Project edited = ValueChange.set(PLANT, "F11", Map.of("ct.primary", "600 A"));
        Configuration held = ConfigurationBuilder.build(edited, edited.device("F11"));
        Adoption adoption = Adoption.plan(PLANT, "F11", held);
        assertThat(adoption.count()).isEqualTo(adoption.brings().count()).isPositive();
        assertThat(adoption.left().isEqual()).isTrue();
        assertThat(ValueChange.given(adoption.after(), "F11", "ct.primary")).contains("600");
        assertThat(Adoption.plan(edited, "F11", held).after()).isSameAs(edited);
        assertThatThrownBy(() -> Adoption.plan(PLANT, "M31", held)).hasMessageContaining("is for a marrowby-f2");
    }

    @Test
    void programsWithMistakesAreNotTaken() {
        LogicChange wrong = LogicChange.plan(PLANT, "F11", "PROGRAM p\nbo1 := 3;\nEND_PROGRAM\n", "mine.st");
        assertThat(wrong.isForbidden()).isTrue();
        assertThat(wrong.after()).isSameAs(PLANT);
        assertThat(wrong.findings().get(0).position().toString()).startsWith("mine.st:2");
        LogicChange none = LogicChange.plan(PLANT, "F11", "", "");
        assertThat(none.findings()).isEmpty();
        assertThat(none.after().device("F11").logic()).isEmpty();
    }

    /** Columns: statements, and the rule that they break. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            VAR n : INT; m : USINT; END_VAR IF bi1 THEN n := 5; ELSE n := 300; END_IF; m := TO_USINT(n); bo1 := m > 3; | result-does-not-fit
            VAR n : INT; END_VAR IF bi1 THEN n := 1; END_IF; bo1 := 6 / n > 3;  | divisor-can-be-zero
            VAR t : TON; END_VAR t(PT := T#1s); bo1 := t.Q;                     | block-input-open
            VAR_OUTPUT warm : BOOL; END_VAR bo1 := bi1;                         | output-never-set
            bo1 := bi1; bo1 := bi2;                                             | output-driven-twice
            bo4 := bi1;                                                         | output-driven-twice
            VAR l : LATCH; END_VAR IF bi1 THEN l(IN := bi2, Q => bo1); END_IF;  | output-driven-twice
            bo1 := bi99;                                                        | program-wrong
            """)
    void whatIsProbablyNotMeantInAProgramIsFound(String statements, String rule) {
        LogicChange change = LogicChange.plan(PLANT, "F11", "PROGRAM p " + statements + " END_PROGRAM\n", "mine.st");
        assertThat(change.findings()).extracting(finding -> finding.rule().id()).contains(rule);
    }

    /** A place that the file does not give for a node itself, but for others of its device, is a guess, and said. */
    @Test
    void aPlaceThatIsInferredIsSaid() throws IOException {
        String station = Files.readString(Path.of("../demo/skarholm.scd"))
                .replaceFirst("<LNode iedName=\"F01\" ldInst=\"CTRL\"[^>]*lnClass=\"XCBR\"[^>]*/>", "");
        SclFile file = new SclReader().read(station.getBytes(StandardCharsets.UTF_8), "sources/skarholm.scd");
        Project site = Sites.imported(Sites.with("GW1", "ravnsund-g3"), file);
        site = ConnectionChange.connect(site, "GW1", "scada", "control-centre");
        site = ConnectionChange.connect(site, "GW1", "F01", "relay", "F01");
        Project mapped = SignalMapping.plan(site, "GW1", SignalMapping.Request.ofSignals("F01CTRL/XCBR1.Pos.stVal"))
                .after();
        assertThat(ProjectCheck.check(mapped))
                .filteredOn(finding -> finding.rule().id().equals("place-inferred"))
                .singleElement()
                .satisfies(finding -> assertThat(finding.message()).contains("is that of other nodes of F01"));
    }

    /** A query maps what it finds on every relay, and connects those that are missing; relays that it does not find stay. */
    @Test
    void whatAQueryFindsIsMapped() {
        Project site = Sites.imported(Sites.with("GW1", "ravnsund-g3"), "skarholm.scd");
        site = ConnectionChange.connect(site, "GW1", "scada", "control-centre");
        Query trips = Query.parse("kind:trip ln:PT*");
        SignalMapping plan = SignalMapping.plan(site, "GW1", SignalMapping.Request.ofQuery(trips));
        List<String> expected = site.ieds().stream()
                .flatMap(ied -> trips.find(ied).stream())
                .filter(signal -> new MappedSignal.OfIed(signal).shape().isPresent())
                .map(DataAttribute::reference)
                .toList();
        assertThat(expected).hasSizeGreaterThan(3);
        assertThat(plan.proposal().rows()).extracting(Mapping::source).containsExactlyElementsOf(expected);
        assertThat(plan.connects())
                .isEqualTo(site.ieds().stream()
                        .filter(ied -> !trips.find(ied).isEmpty())
                        .map(Ied::name)
                        .toList());
        assertThat(plan.after().device("GW1").mappings()).hasSameSizeAs(expected);
        Project bare = site;
        assertThatThrownBy(() -> SignalMapping.plan(
                        bare, "GW1", SignalMapping.Request.ofQuery(Query.parse("kind:trip ln:XCBR"))))
                .hasMessageContaining("finds no signal");
    }

    @Test
    void aPickGrowsAndShrinks() {
        Project site = Sites.skarholm();
        Project more = PickChange.add(site, "trips", Optional.of("F02"), Query.parse("kind:trip"));
        List<String> found = more.pick("trips").signals(more.ied("F02").orElseThrow()).stream()
                .map(signal -> Pick.place(signal))
                .toList();
        Project fewer = PickChange.drop(more, "trips", Optional.empty(), List.of(found.get(0)));
        assertThat(fewer.pick("trips").signals(fewer.ied("F01").orElseThrow())).hasSize(found.size() - 1);
        assertThat(PickChange.drop(fewer, "trips", Optional.empty(), List.of("kind:trip"))
                        .pick("trips")
                        .queries())
                .isEmpty();
        assertThatThrownBy(() -> PickChange.drop(more, "trips", Optional.empty(), List.of("PROT/PTOC9.Op")))
                .isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> PickChange.add(site, "a/b", Optional.empty(), Query.parse("kind:trip")))
                .isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> PickChange.add(Sites.empty(), "trips", Optional.empty(), Query.parse("kind:trip")))
                .hasMessageContaining("no imported relay");
    }

    /** Three presses of the text display's button, its first step lit by each: nothing of it needs the device. */
    @Test
    void logicIsTriedOverGivenTime() {
        Project site = PLANT;
        Trial trial = Trial.of(
                site,
                site.device("TD1"),
                DeviceLogic.of(site.typeOf(site.device("TD1")), site.device("TD1")),
                Optional.of(ZoneId.of("UTC")));
        Instant begin = trial.midnight(Instant.parse("2026-03-28T12:00:00Z"));
        assertThat(begin).isEqualTo(Instant.parse("2026-03-28T00:00:00Z"));
        List<Stimulus> presses = new ArrayList<>();
        for (int second = 1; second <= 3; second++) {
            presses.add(press(begin, second * 1000L, true));
            presses.add(press(begin, second * 1000L + 200, false));
        }
        Trial.Wanted plain = new Trial.Wanted(Optional.empty(), Optional.empty(), List.of());
        Trial.Outcome outcome = trial.run(begin, presses, plain, Progress.NONE);
        assertThat(outcome.length()).as("a minute after the last input").isEqualTo(Duration.ofMillis(63_200));
        assertThat(outcome.moving().stream().filter(change -> change.name().equals("di1")))
                .hasSizeGreaterThanOrEqualTo(6);
        assertThat(outcome.steady())
                .allSatisfy(change -> assertThat(change.at()).isEqualTo(begin));
        assertThat(outcome.calculated()).isLessThan(outcome.cycles());
        Trial.Outcome watched = trial.run(
                begin,
                presses,
                new Trial.Wanted(Optional.of(Duration.ofSeconds(5)), Optional.empty(), List.of("di*")),
                Progress.NONE);
        assertThat(watched.changes())
                .allSatisfy(change -> assertThat(change.name()).startsWith("di"));
        assertThatThrownBy(() -> trial.run(
                        begin,
                        presses,
                        new Trial.Wanted(Optional.empty(), Optional.of(Duration.ZERO), List.of()),
                        Progress.NONE))
                .hasMessageContaining("never ends");
        assertThatThrownBy(() -> trial.run(
                        begin,
                        presses,
                        new Trial.Wanted(
                                Optional.of(Duration.ofDays(4000)), Optional.of(Duration.ofNanos(1000)), List.of()),
                        Progress.NONE))
                .hasMessageContaining("cycles");
        assertThatThrownBy(() -> trial.run(
                        begin,
                        presses,
                        new Trial.Wanted(Optional.empty(), Optional.empty(), List.of("XX")),
                        Progress.NONE))
                .isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> Trial.of(
                        site,
                        site.device("Q41"),
                        DeviceLogic.of(site.typeOf(site.device("Q41")), site.device("Q41")),
                        Optional.empty()))
                .hasMessageContaining("has no logic");
    }

    private static Stimulus press(Instant begin, long millis, boolean on) {
        Duration after = Duration.ofMillis(millis);
        return new Stimulus(after, "di1", new SignalValue(on, Quality.GOOD, begin.plus(after)));
    }
}
