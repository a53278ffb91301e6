package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Severity;
import org.urvant.core.point.list.PointList;
import org.urvant.core.protection.FaultKind;
import org.urvant.core.text.Word;
import org.urvant.core.tree.Section;
import org.urvant.project.Bay;
import org.urvant.project.Connection;
import org.urvant.project.Device;
import org.urvant.project.Feeding;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.compare.Side;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.mapping.MappingKey;

/** What differs between a device and its copy is taken over, whatever it is, in either direction. */
class TakingOverTest {
    private static final Project RELAYS =
            DeviceChange.copy(Sites.plant(), "F11", "F12", false).project();

    /** What somebody may do to a relay: each item is several values of it. */
    private static final List<String> EDITS = List.of(
            "group.1.overcurrent.1.pick-up=1.1 A",
            "group.1.overcurrent.1.pick-up=600 A primary",
            "group.1.overcurrent.1.characteristic=B",
            "group.1.overcurrent.1.multiplier=0.45",
            "group.1.overcurrent.2.delay=0.2 s",
            "group.1.overcurrent.2.reaction=alarm",
            "group.1.overcurrent.3.pick-up=2.5 A",
            "group.2.overcurrent.1.pick-up=2 A",
            "group.2.earth-fault.1.pick-up=0.5 A",
            "group.1.thermal.reaction=alarm",
            "group.1.auto-reclose.attempts=2",
            "assignments.extra.function=earth-fault; assignments.extra.outputs=BO3",
            "assignments.trip.outputs=BO1",
            "inputs-used.more.input=BI3; inputs-used.more.blocks=trip",
            "inputs.threshold=80 V",
            "breaker.failure=no",
            "BI3.name=Door; BI3.hold=20 ms",
            "LED2.text=Trip",
            "ct.primary=600 A",
            "rated.current=300 A");

    private static Side side(Project project, String device) {
        return Side.of(project, project.device(device));
    }

    private static List<String> left(Project project, Side original, String copy) {
        return original.against(side(project, copy), original.identity()).leaves().stream()
                .map(Comparison.Placed::path)
                .toList();
    }

    /** All of it taken over leaves nothing, and nothing else changes; the way back gives the bytes that were there. */
    @Property(tries = 120)
    void whateverIsChangedIsTakenOverWhole(@ForAll long seed, @ForAll @IntRange(min = 1, max = 8) int count) {
        Random random = new Random(seed);
        Map<String, String> values = new TreeMap<>();
        for (int i = 0; i < count; i++) {
            for (String assignment : EDITS.get(random.nextInt(EDITS.size())).split("; ")) {
                int equals = assignment.indexOf('=');
                values.put(assignment.substring(0, equals), assignment.substring(equals + 1));
            }
        }
        Project edited = ValueChange.set(RELAYS, "F12", values);
        Side original = side(edited, "F11");
        if (left(edited, original, "F12").isEmpty()) {
            return; // what was set stands for the same
        }
        TakingOver forth =
                TakingOver.plan(edited, side(edited, "F11"), side(edited, "F12"), original.identity(), List.of("*"));
        assertThat(left(forth.after(), side(forth.after(), "F11"), "F12"))
                .as("%s", values)
                .isEmpty();
        assertThat(forth.after().device("F12")).isEqualTo(edited.device("F12"));
        TakingOver back =
                TakingOver.plan(edited, side(edited, "F12"), side(edited, "F11"), original.identity(), List.of("*"));
        assertThat(left(back.after(), side(back.after(), "F11"), "F12"))
                .as("%s", values)
                .isEmpty();
        Configuration before = ConfigurationBuilder.build(RELAYS, RELAYS.device("F12"));
        assertThat(before.differencesTo(ConfigurationBuilder.build(
                                back.after(), back.after().device("F12")))
                        .isEqual())
                .as("%s", values)
                .isTrue();
    }

    /** Columns: what the copy is given, what is taken over, what differs afterwards. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            inputs.threshold=80 V; BI3.hold=20 ms                  | settings.BI3.*               | settings.inputs.threshold
            group.1.overcurrent.3.pick-up=2.5 A                    | *.overcurrent.3              |
            group.1.overcurrent.3.pick-up=2.5 A; BI3.hold=20 ms    | *.overcurrent.*              | settings.BI3.hold
            group.2.overcurrent.1.pick-up=2 A                      | settings.group.2             |
            assignments.trip.outputs=BO3; assignments.trip.lamps=  | settings.assignments.*.lamps | settings.assignments.trip.outputs
            """)
    void onlyWhatIsMeantGoesOver(String given, String pattern, String expected) {
        Map<String, String> values = new TreeMap<>();
        for (String assignment : given.split("; ")) {
            int equals = assignment.indexOf('=');
            String value = assignment.substring(equals + 1).strip();
            values.put(assignment.substring(0, equals), value.isEmpty() ? null : value);
        }
        Project edited = ValueChange.set(RELAYS, "F12", values);
        Side original = side(edited, "F11");
        TakingOver plan = TakingOver.plan(
                edited, side(edited, "F12"), side(edited, "F11"), original.identity(), List.of(pattern.strip()));
        assertThat(left(plan.after(), side(plan.after(), "F11"), "F12"))
                .isEqualTo(expected == null ? List.of() : List.of(expected));
    }

    /** A piece of a gateway goes over: rows with their keys, programs; what the other lacks is found by the check. */
    @Test
    void rowsAndProgramsGoOverAsTheyAre() {
        Project copied =
                DeviceChange.copy(Sites.skarholm(), "GW1", "GW2", false).project();
        Project site = copied.with(copied.device("GW2").withMappings(List.of()));
        Side original = side(site, "GW1");
        assertThat(left(site, original, "GW2"))
                .hasSizeGreaterThan(site.device("GW1").mappings().size())
                .anyMatch(path -> path.startsWith("communications.F01.reports"));
        TakingOver plan =
                TakingOver.plan(site, side(site, "GW2"), original, original.identity(), List.of("mappings.*"));
        assertThat(plan.left()).isEmpty();
        assertThat(plan.after().device("GW2").mappings())
                .hasSameSizeAs(site.device("GW1").mappings());
        assertThat(left(plan.after(), original, "GW2"))
                .as("reports follow their rows")
                .isEmpty();

        Project programmed =
                RELAYS.with(RELAYS.device("F11").withLogic("PROGRAM door\nVAR END_VAR\nled1 := bi3;\nEND_PROGRAM\n"));
        Side with = side(programmed, "F11");
        TakingOver logic =
                TakingOver.plan(programmed, side(programmed, "F12"), with, with.identity(), List.of("logic*"));
        assertThat(logic.after().device("F12").logic()).contains("led1 := bi3;");
        assertThat(ProjectCheck.check(logic.after(), logic.after().device("F12")).stream()
                        .filter(finding -> finding.severity() == Severity.ERROR)
                        .map(finding -> finding.rule().id()))
                .doesNotContain("program-wrong");
    }

    /** Two gateways that ask one relay each; the first has rows, and no row is like another's before the names are known. */
    private static Project gateways(String one, String other) {
        Project site = DeviceChange.copy(Sites.skarholm(), "GW1", "GW2", false).project();
        site = site.with(asking(site.device("GW1"), one, "F01"));
        return site.with(asking(site.device("GW2"), other, "F02").withMappings(List.of()));
    }

    private static Device asking(Device gateway, String name, String ied) {
        Connection known = gateway.connections().get("F01");
        SortedMap<String, Connection> connections = new TreeMap<>(gateway.connections());
        connections.values().removeIf(connection -> connection.ied().isPresent());
        SortedMap<String, Entry> values = new TreeMap<>(known.values());
        values.put(Connection.IED, new Entry(ied, known.position()));
        connections.put(name, new Connection(name, known.kind(), values, known.position()));
        Set<String> keys = MappingKey.taken(gateway);
        return gateway.withConnections(connections)
                .withMappings(gateway.mappings().stream()
                        .filter(row ->
                                row.ends().anyMatch(end -> end.connection().equals("F01")))
                        .map(row -> Reaiming.row(
                                row,
                                keys,
                                end -> new Mapping.End(
                                        end.connection().equals("F01") ? name : end.connection(), end.point())))
                        .toList());
    }

    /** A row asks the IED that its own device asks, whatever the connections are called. */
    @ParameterizedTest
    @CsvSource({"relay, relay, F01=F02", "F01, F02, F01=F02", "north, south, 'F01=F02, north=south'"})
    void rowsAskTheIedThatTheirNewDeviceAsks(String one, String other, String names) {
        Project site = gateways(one, other);
        Side from = side(site, "GW1");
        TakingOver plan = TakingOver.plan(site, side(site, "GW2"), from, from.identity(), List.of("mappings.*"));
        assertThat(plan.names()).hasToString("{" + names + "}");
        assertThat(plan.left()).isEmpty();
        Device made = plan.after().device("GW2");
        assertThat(made.mappings()).hasSameSizeAs(site.device("GW1").mappings()).allSatisfy(row -> {
            Mapping.End relay = row.ends()
                    .filter(end -> end.connection().equals(other))
                    .findFirst()
                    .orElseThrow();
            assertThat(relay.point()).startsWith("F02");
            assertThat(MappingKey.isOf(row.key(), relay.point(), "scada")).isTrue();
            assertThat(row.name()).startsWith("F02 ");
        });
        assertThat(ProjectCheck.check(plan.after(), made).stream()
                        .map(finding -> finding.rule().id()))
                .doesNotContain("signal-unknown", "connection-unknown");
        assertThat(made.addresses().owners().values())
                .as("its addresses are given from now on")
                .contains("F02CTRL/XCBR1.Pos.stVal");
        Comparison named = Reaiming.side(plan.after(), side(plan.after(), "GW1"), plan.names())
                .against(side(plan.after(), "GW2"), from.identity());
        assertThat(named.leaves()).noneMatch(placed -> placed.path().startsWith("mappings"));
    }

    /** Where the other IED lacks what a row asks, rows stay as they are; what has nothing to do with them goes over. */
    @Test
    void anIedThatLacksASignalIsNotAimedAt() {
        Project site = gateways("F01", "F02");
        Device first = site.device("GW1");
        Connection known = first.connections().get("F01");
        Device second = site.device("GW2");
        SortedMap<String, Connection> connections = new TreeMap<>(second.connections());
        connections.remove("F02");
        SortedMap<String, Entry> values = new TreeMap<>(known.values());
        values.put(Connection.IED, new Entry("F03", known.position()));
        connections.put("F03", new Connection("F03", known.kind(), values, known.position()));
        Project other =
                ValueChange.set(site.with(second.withConnections(connections)), "GW1", Map.of("watchdog.time", "11"));
        Side from = side(other, "GW1");
        TakingOver plan = TakingOver.plan(
                other, side(other, "GW2"), from, from.identity(), List.of("mappings.*", "settings.watchdog.time"));
        assertThat(plan.names()).isEmpty();
        assertThat(plan.taken()).singleElement().satisfies(placed -> assertThat(placed.path())
                .isEqualTo("settings.watchdog.time"));
        assertThat(plan.reasons().values()).containsOnly("GW2 has no connection F01");
        assertThatThrownBy(() -> TakingOver.plan(
                        other, side(other, "GW2"), from, from.identity(), List.of("*"), Map.of("F01", "F03")))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("it would ask what is not there");
    }

    /** Two names exchanged are exchanged at once; what would give two connections one name leaves theirs as they are. */
    @ParameterizedTest
    @CsvSource({"F02, F01, 'F01, F02'", "F02, F02, 'F01, F02'", "F09, F02, 'F02, F09'"})
    void namesAreAimedAllAtOnce(String ofFirst, String ofSecond, String connections) {
        Project site = Sites.skarholm();
        Side aimed = Reaiming.side(site, side(site, "GW1"), Map.of("F01", ofFirst, "F02", ofSecond));
        List<String> asked = new ArrayList<>();
        aimed.tree().section("communications").nodes().forEach((name, node) -> ((Section) node)
                .text("ied")
                .ifPresent(ied -> asked.add(name)));
        assertThat(String.join(", ", asked)).isEqualTo(connections);
        assertThat(side(site, "GW1").tree())
                .as("the site stays as it is")
                .isEqualTo(side(Sites.skarholm(), "GW1").tree());
    }

    /** A state that was kept has no rows that the site could aim; its texts follow alone. */
    @Test
    void aStateThatWasKeptIsAimedByItsTexts() {
        Project site = Sites.skarholm();
        Side kept = Side.of(site, ConfigurationBuilder.build(site, site.device("GW1")));
        Side aimed = Reaiming.side(site, kept, Map.of("F01", "F09"));
        assertThat(aimed.tree().section("communications").nodes()).containsKey("F01");
        assertThat(aimed.tree().toString()).contains("F09 Breaker position").contains("F01CTRL/XCBR1");
        assertThat(Reaiming.side(site, kept, Map.of())).isSameAs(kept);
    }

    /** With several relays on a side, nobody can tell which is which; then nothing is guessed, and what is missing is said. */
    @Test
    void whichIedIsMeantIsNeverGuessed() {
        Project site = gateways("F01", "F02");
        Device two = site.device("GW2");
        Connection more = two.connections().get("F02");
        Project open = site.with(two.with(new Connection("T01", more.kind(), more.values(), more.position())));
        Side from = side(open, "GW1");
        TakingOver plan = TakingOver.plan(open, side(open, "GW2"), from, from.identity(), List.of("mappings.*"));
        assertThat(plan.names()).isEmpty();
        assertThat(plan.left()).hasSameSizeAs(open.device("GW1").mappings());
        assertThat(plan.reasons().values()).containsOnly("GW2 has no connection F01");
        TakingOver told = TakingOver.plan(
                open, side(open, "GW2"), from, from.identity(), List.of("mappings.*"), Map.of("F01", "F02"));
        assertThat(told.left()).isEmpty();
    }

    @Test
    void whatIsNoDeviceOrOfAnotherTypeIsRefused() {
        Side relay = side(RELAYS, "F11");
        List<Side> others = new ArrayList<>(List.of(side(RELAYS, "L21"), Side.of(RELAYS)));
        others.forEach(other -> assertThatThrownBy(() -> TakingOver.plan(RELAYS, relay, other, List.of(), List.of("*")))
                .isInstanceOf(RefusedException.class));
        assertThatThrownBy(() -> TakingOver.plan(RELAYS, relay, side(RELAYS, "F12"), relay.identity(), List.of("*")))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("do not differ");
    }

    private static final PointList ONE = Sites.list(
            "L1",
            "a,A,modbus,7,holding:0 int16,both,A,0.1,0,0,100,,,",
            "b,B,modbus,7,coil:1,read,,,,,,alarm,hall,door",
            "c,C,modbus,7,holding:4 text8,read,,,,,,,,");
    private static final PointList OTHER = Sites.list(
            "L2",
            "a,A,modbus,8,holding:1 uint16,read,V,0.1,0,0,100,,,",
            "d,D,modbus,8,input:3.2,read,,,,,,,,",
            "b,B,modbus,8,coil:1,read,,,,,,,,");

    /** Columns: patterns, and the rows of the first list afterwards, each key with what is other than before. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            *                        | a 8 holding:1 uint16 read V, b 8 coil:1 read, d 8 input:3.2 read
            points.a.unit points.d   | a 7 holding:0 int16 both V, b 7 coil:1 read, c 7 holding:4 text8 read, d 8 input:3.2 read
            points.c                 | a 7 holding:0 int16 both A, b 7 coil:1 read
            *.station                | a 8 holding:0 int16 both A, b 8 coil:1 read, c 7 holding:4 text8 read
            """)
    void pointsOfListsAreTakenOver(String patterns, String rows) {
        Project site = Sites.plant();
        site = site.with(site.imported().with(ONE).with(OTHER));
        TakingOver plan = TakingOver.plan(site, Side.of(ONE), Side.of(OTHER), List.of(), List.of(patterns.split(" ")));
        assertThat(plan.left()).isEmpty();
        assertThat(plan.after().list("L1").points().values())
                .extracting(point -> String.join(
                                " ",
                                point.key(),
                                String.valueOf(point.station()),
                                point.point().text(),
                                Word.of(point.flow()),
                                point.measure().unit())
                        .strip())
                .containsExactly(rows.split(", "));
        assertThat(plan.after().list("L2")).isEqualTo(OTHER);
    }

    @Test
    void whatCannotBeIsNotTakenOverOfAList() {
        Project site = Sites.plant();
        Project with = site.with(site.imported().with(ONE).with(OTHER));
        assertThatThrownBy(() -> TakingOver.plan(site, Side.of(ONE), Side.of(OTHER), List.of(), List.of("*")))
                .hasMessageContaining("is not the one of the project");
        PointList coils = Sites.list("L3", "a,A,modbus,7,coil:0,read,,,,,,,,");
        assertThatThrownBy(
                        () -> TakingOver.plan(with, Side.of(ONE), Side.of(coils), List.of(), List.of("points.a.point")))
                .hasMessageContaining("the list would be wrong");
        assertThatThrownBy(() ->
                        TakingOver.plan(with, Side.of(ONE), Side.of(with, with.device("F11")), List.of(), List.of("*")))
                .hasMessageContaining("and F11 is a device");
    }

    /** Of a bay its equipment is taken over; its devices are compared for themselves. */
    @Test
    void equipmentOfBaysIsTakenOver() {
        Position nowhere = Position.in("site.yaml");
        Map<FaultKind, Entry> levels = Map.of(FaultKind.THREE_PHASE, new Entry("8 kA", nowhere));
        Feeding feeding = new Feeding(
                new Entry("K1", nowhere),
                Optional.empty(),
                Optional.empty(),
                Optional.of(new Entry("0.3 s", nowhere)),
                levels);
        Bay one = new Bay("B1", 1, List.of(new Entry("F11", nowhere)), new TreeMap<>(), nowhere)
                .withRatings(Map.of("ct.primary", "400 A", "rated.current", "380 A"));
        Bay other = new Bay("B2", 2, List.of(new Entry("F12", nowhere)), new TreeMap<>(), nowhere)
                .withRatings(Map.of("ct.primary", "600 A", "rated.voltage", "11 kV"))
                .with(feeding);
        Project site = RELAYS.with(one).with(other);
        TakingOver all = TakingOver.plan(site, Side.of(site, one), Side.of(site, other), List.of(), List.of("*"));
        assertThat(all.after().bays().get("B1"))
                .isEqualTo(new Bay("B1", 2, one.devices(), other.ratings(), Optional.of(feeding), nowhere));
        assertThat(all.left()).isNotEmpty().allMatch(placed -> placed.path().startsWith("devices."));
        TakingOver one1 = TakingOver.plan(
                site, Side.of(site, one), Side.of(site, other), List.of("devices.*"), List.of("ratings.ct.*"));
        assertThat(one1.after().bays().get("B1")).isEqualTo(one.withRatings(Map.of("ct.primary", "600 A")));
    }
}
