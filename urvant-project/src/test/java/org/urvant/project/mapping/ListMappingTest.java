package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Ref;
import org.urvant.core.finding.Severity;
import org.urvant.core.point.PointSpaces;
import org.urvant.core.point.list.ListDifference;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListRequest;
import org.urvant.core.point.list.ListRows;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.ListImport;
import org.urvant.project.change.ListRemoval;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.scl.selection.FoundSignal;
import org.urvant.scl.selection.Query;

/** Points of lists on the way to a control centre, to a panel and to each other. */
class ListMappingTest {
    private static final String[] DRIVE = {
        "name|area|address|type|access|factor|unit|least|most|station",
        "Speed|input|0|int16|R|1|rpm|0|3000|7",
        "Current|input|1|uint16|R|0.1|A|0|400|7",
        "Energy|input|5|uint32||||||7",
        "Running|discrete|10|||||||7",
        "Start|coil|0||RW|||||7",
        "Set-point|holding|0|uint16|RW|0.1|%|0|100|7"
    };
    private static final String[] NEIGHBOUR = {
        "name|address|type|station",
        "Tide level|1001|M_ME_TF_1|12",
        "Pump order|1002|M_SP_TB_1|12",
        "Order|1003|M_ME_TE_1|12"
    };
    private static final Project SITE = site();

    private static ListReading read(String name, String protocol, String... lines) {
        List<List<String>> rows =
                Stream.of(lines).map(line -> List.of(line.split("\\|", -1))).toList();
        return ListReader.read(
                new ListRequest(name, PointSpaces.byId(protocol), Map.of(), Map.of(), List.of(), false),
                rows.get(0),
                Position.line(name, 1),
                rows.subList(1, rows.size()).stream()
                        .map(row -> new ListReader.Row(row, Map.of(), null, Position.line(name, rows.indexOf(row) + 1)))
                        .toList());
    }

    private static Project taken(Project site, String name, String protocol, String... lines) {
        return ListImport.plan(site, read(name, protocol, lines), false).after();
    }

    private static Project site() {
        Project site = taken(taken(Sites.skarholm(), "PD1", "modbus", DRIVE), "NB1", "iec60870-5-104", NEIGHBOUR);
        site = ConnectionChange.connect(site, "GW1", "pumps", "field-bus");
        site = ConnectionChange.connect(site, "GW1", "isle", "neighbour");
        return ValueChange.set(
                site,
                "GW1",
                Map.of(
                        "pumps.bus", "pumps",
                        "pumps.on-port", "COM1",
                        "pumps.writes", "enabled-points",
                        "isle.address", "198.51.100.9"));
    }

    private static SignalMapping map(Project site, String receiver, String... signals) {
        return SignalMapping.plan(
                site, "GW1", SignalMapping.Request.ofSignals(signals).to(receiver));
    }

    private static List<String> ends(List<Mapping> rows) {
        return rows.stream()
                .map(row -> row.name() + ": " + row.from() + " " + row.source() + " > " + row.to() + " "
                        + row.destination() + (row.isUsed() ? "" : " off"))
                .toList();
    }

    private static Project with(Project site, Mapping.End from, Mapping.End to) {
        Device device = site.device("GW1");
        List<Mapping> rows = Stream.concat(
                        device.mappings().stream(),
                        Stream.of(new Mapping("k1", "row", "", from, to, true, Position.in("test"))))
                .toList();
        return site.with(device.withMappings(rows));
    }

    private static List<String> findings(Project site) {
        return ProjectCheck.check(site).stream()
                .filter(finding -> finding.severity() != Severity.NOTE)
                .map(finding -> finding.rule().id() + ": " + finding.message())
                .toList();
    }

    /** Issue of the day: one Modbus list in, mapped to IEC 60870-5-104, no error left. */
    @Test
    void aDriveOnABusReachesTheControlCentre() {
        SignalMapping mapping = map(SITE, "scada", "PD1/*");
        assertThat(ends(mapping.proposal().rows()))
                .containsExactly(
                        "PD1 Speed: pumps PD1/speed > scada M_ME_TE_1 4007",
                        "PD1 Current: pumps PD1/current > scada M_ME_TF_1 4008",
                        "PD1 Energy: pumps PD1/energy > scada M_ME_TF_1 4009",
                        "PD1 Running: pumps PD1/running > scada M_SP_TB_1 2011",
                        "PD1 Start: pumps PD1/start > scada M_SP_TB_1 2012",
                        "PD1 Start command: scada C_SC_NA_1 6003 > pumps PD1/start off",
                        "PD1 Set-point: pumps PD1/set-point > scada M_ME_TF_1 4010",
                        "PD1 Set-point command: scada C_SE_NC_1 7001 > pumps PD1/set-point off");
        assertThat(ProjectCheck.check(mapping.after()))
                .filteredOn(finding -> finding.severity() == Severity.ERROR)
                .isEmpty();
        String content = new String(
                CanonicalJson.bytes(ConfigurationBuilder.build(
                                mapping.after(), mapping.after().device("GW1"))
                        .content()),
                StandardCharsets.UTF_8);
        assertThat(content)
                .contains(
                        "\"source\":{\"address\":1,\"area\":\"input\",\"factor\":0.1,\"offset\":0,\"order\":\"AB\",\"station\":7,"
                                + "\"type\":\"uint16\",\"unit\":\"A\"}")
                .contains("\"destination\":{\"address\":0,\"area\":\"coil\",\"station\":7}");
        assertThat(map(mapping.after(), "scada", "PD1/*").proposal().present()).hasSize(8);
    }

    /** The set-point takes 0 to 100; any number can be commanded. */
    @Test
    void whatCanBeCommandedBeyondIsNoted() {
        assertThat(ProjectCheck.check(map(SITE, "scada", "PD1/set-point").after()))
                .filteredOn(finding -> finding.rule().id().equals("command-beyond"))
                .extracting(Finding::message)
                .containsExactly("scada can command any number; PD1/set-point takes 0 to 100");
    }

    /** What was read of a float32 with all its digits is said where a large whole number goes there (F8). */
    @Test
    void digitsThatGetLostAreSaid() {
        assertThat(ProjectCheck.check(map(SITE, "scada", "PD1/energy").after()))
                .filteredOn(finding -> finding.rule() == MappingRules.RESULT_ROUNDED)
                .singleElement()
                .extracting(Finding::message)
                .asString()
                .contains("0 to 4294967295; M_ME_TF_1 keeps all digits up to 16777216");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "isle NB1/pump-order | pumps PD1/start |",
                "isle NB1/tide-level | pumps PD1/set-point | result-range-unknown: NB1/tide-level gives numbers of which the range"
                        + " is not known; PD1/set-point holds 0 to 100",
                "isle NB1/order | pumps PD1/set-point | result-does-not-fit: NB1/order gives -32768 to 32767; PD1/set-point holds 0"
                        + " to 100",
                "isle NB1/tide-level | pumps PD1/start | point-not-fitting: NB1/tide-level",
                "isle NB1/pump-order | pumps PD1/running | point-not-fitting: PD1/running",
                "pumps NB1/pump-order | pumps PD1/start | point-not-fitting: the points of NB1 are of IEC 60870-5-104; pumps speaks"
                        + " Modbus",
                "isle NB1/pump-oder | pumps PD1/start | unknown-reference: point 'pump-oder' does not exist in list NB1",
                "isle NB9/x | pumps PD1/start | unknown-reference: point list 'NB9' does not exist",
                "isle tide | pumps PD1/start | value-out-of-range: 'tide' is no point of a list",
                "pumps PD1/current | scada M_ME_TE_1 4500 |",
                "pumps PD1/energy | scada M_ME_TE_1 4500 | result-does-not-fit: PD1/energy gives 0 to 4294967295; M_ME_TE_1 holds",
                "pumps PD1/running | scada M_ME_TE_1 4500 | point-not-fitting: PD1/running",
                "scada C_SC_NA_1 6500 | pumps PD1/running | point-not-fitting: PD1/running"
            })
    void aRowFromAListIsHeldAgainstWhereItGoes(String from, String to, String expected) {
        String[] source = from.split(" ", 2);
        String[] target = to.split(" ", 2);
        List<String> found =
                findings(with(SITE, new Mapping.End(source[0], source[1]), new Mapping.End(target[0], target[1])));
        List<String> before = findings(SITE);
        assertThat(found.stream().filter(each -> !before.contains(each)))
                .hasSize(expected == null ? 0 : 1)
                .allMatch(each -> each.contains(expected));
    }

    /** Queries find points of lists and channels of devices beside the signals of IEDs. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "kind:alarm ied:PD1,NB1 | NB1/pump-order PD1/running PD1/start",
                "kind:current ied:PD1 | PD1/current",
                "quantity:current ied:PD1 | PD1/current",
                "ied:PD1 not kind:command type:*int16* | PD1/current PD1/speed",
                "model:modbus rpm |",
                "kind:command ied:PD1 | PD1/set-point PD1/start",
                "maker:Fjellmast kind:alarm desc:*pump* | RTU1/DI1",
                "ied:P61 kind:temperature | P61/AI1",
                "kind:alarm speed ied:PD1 |"
            })
    void queriesFindWhatDevicesAndListsOffer(String query, String found) {
        Project site = Sites.plant(SITE);
        assertThat(Query.parse(query)
                        .search(List.of(OfferedSignals.index(site)))
                        .signals(0, 100))
                .extracting(FoundSignal::reference)
                .containsExactlyInAnyOrderElementsOf(found == null ? List.of() : List.of(found.split(" ")));
    }

    @Test
    void aQueryMapsPointsOfListsBesideSignalsOfRelays() {
        assertThat(ends(SignalMapping.plan(
                                SITE,
                                "GW1",
                                SignalMapping.Request.ofQuery(
                                                Query.parse("(kind:alarm ied:PD1,NB1) or XCBR1.BlkOpn.stVal"))
                                        .to("scada"))
                        .proposal()
                        .rows()))
                .extracting(row -> row.substring(row.indexOf(": ") + 2, row.indexOf(" >")))
                .containsExactly(
                        "F01 F01CTRL/XCBR1.BlkOpn.stVal",
                        "F02 F02CTRL/XCBR1.BlkOpn.stVal",
                        "isle NB1/pump-order",
                        "pumps PD1/running",
                        "pumps PD1/start",
                        "scada C_SC_NA_1 6003");
    }

    /** A neighbour's order goes on to the drive; two rows in use that write one point are said. */
    @Test
    void aSignalIsPassedOnToAPointOfAList() {
        SignalMapping passed = SignalMapping.passOn(SITE, "GW1", "NB1/pump-order", "PD1/start", Optional.empty());
        assertThat(ends(passed.proposal().rows()))
                .containsExactly("PD1 Start command from NB1 Pump order: isle NB1/pump-order > pumps PD1/start off");
        Project site = map(passed.after(), "scada", "PD1/start").after();
        assertThat(findings(site)).noneMatch(each -> each.startsWith("point-fed-twice"));
        Device device = site.device("GW1");
        Project on = site.with(device.withMappings(
                device.mappings().stream().map(row -> row.withUse(true)).toList()));
        assertThat(findings(on)).anyMatch(each -> each.startsWith("point-fed-twice: PD1/start is written by"));
        assertThat(SignalMapping.passOn(passed.after(), "GW1", "NB1/pump-order", "PD1/start", Optional.empty())
                        .proposal()
                        .rows())
                .isEmpty();
        assertThatThrownBy(() -> SignalMapping.passOn(SITE, "GW1", "NB1/*", "PD1/start", Optional.empty()))
                .hasMessageContaining("several signals");
        assertThatThrownBy(() -> SignalMapping.passOn(SITE, "GW1", "NB1/pump-order", "PD1/running", Optional.empty()))
                .hasMessageContaining("can only be read");
    }

    /** F7: units of both ends are converted before ranges are held against each other; 0 to 2000 mA are 0 to 2 A. */
    @ParameterizedTest
    @CsvSource({
        "mA, 0, 2000, A, 0, 2, ''",
        "mA, 0, 2000, A, 0, 1, 'result-does-not-fit: A/value gives 0 to 2; B/set holds 0 to 1'",
        "°C, -10, 40, °F, 14, 104, ''",
        "°C, -10, 40, K, 0, 300, 'result-does-not-fit: A/value gives 263.15 to 313.15; B/set holds 0 to 300'",
        "m, 0, 5, A, 0, 5, 'unit-chain-differs: A/value is in m, B/set in A, which measure different things'",
        "furlong, 0, 5, m, 0, 5, 'unit-chain-differs: A/value is in furlong, B/set in m; one of them'",
        "'', 0, 5, m, 0, 5, ''"
    })
    void unitsOfBothEndsBelongTogether(
            String from, String low, String high, String to, String least, String most, String expected) {
        String heading = "name|area|address|type|access|unit|least|most|station";
        Project site = taken(
                SITE,
                "A",
                "modbus",
                heading,
                String.join("|", "Value", "holding", "1", "float32", "R", from, low, high, "1"));
        site = taken(
                site,
                "B",
                "modbus",
                heading,
                String.join("|", "Set", "holding", "1", "float32", "W", to, least, most, "2"));
        List<String> before = findings(site);
        List<String> found =
                findings(with(site, new Mapping.End("pumps", "A/value"), new Mapping.End("pumps", "B/set")));
        assertThat(found.stream().filter(each -> !before.contains(each)))
                .hasSize(expected.isEmpty() ? 0 : 1)
                .allMatch(each -> each.startsWith(expected));
    }

    @Test
    void aListThatNobodyReadsAndStationsThatCannotBeAreFound() {
        assertThat(findings(SITE))
                .contains("nobody-polls: no device of the project reads or writes a point of list PD1");
        String[] broadcast = DRIVE.clone();
        broadcast[1] = "Speed|input|0|int16|R|1|rpm|0|3000|0";
        broadcast[2] = "Current|input|1|uint16|R|0.1|A|0|400|";
        Project site =
                map(taken(SITE, "PD1", "modbus", broadcast), "scada", "PD1/*").after();
        assertThat(findings(site))
                .contains(
                        "list-station-impossible: unit address 0 is for all units of a bus, and none answers; list PD1 is read"
                                + " over pumps")
                .contains("list-station-impossible: list PD1 does not say the unit address of 'Current'")
                .doesNotContain("nobody-polls: no device of the project reads or writes a point of list PD1");
        Project twice = map(taken(SITE, "PD2", "modbus", DRIVE), "scada", "PD1/*", "PD2/*")
                .after();
        assertThat(findings(twice))
                .contains("list-station-twice: unit address 7 on pumps stands in the lists PD1 and PD2");
    }

    /** A newer list: names and addresses stay, what went is said with its uses, its address is not given again. */
    @Test
    void aNewerListKeepsKeysAndAddresses() {
        Project mapped = map(SITE, "scada", "PD1/*").after();
        ListImport newer = ListImport.plan(
                mapped,
                read(
                        "PD1",
                        "modbus",
                        DRIVE[0],
                        "Drive speed|input|0|int16|R|1|rpm|0|3000|7",
                        "Current|input|2|uint16|R|0.1|A|0|400|7",
                        DRIVE[4],
                        DRIVE[5],
                        DRIVE[6],
                        "Torque|input|9|int16|R|1|%|-100|100|7"),
                false);
        assertThat(newer.rows())
                .extracting(row -> row.standing().word() + " " + row.point().key() + " " + row.differences())
                .containsExactly(
                        "changed speed [name Speed → Drive speed]",
                        "changed current [point input:1 uint16 → input:2 uint16]",
                        "same running []",
                        "same start []",
                        "same set-point []",
                        "added torque []",
                        "removed energy []");
        assertThat(newer.rows().get(6).uses()).containsExactly("GW1 PD1 Energy");
        assertThat(findings(newer.after()))
                .anyMatch(each -> each.startsWith("dangling-reference: point 'energy' is no longer in list PD1"));
        assertThat(ends(map(newer.after(), "scada", "PD1/torque").proposal().rows()))
                .containsExactly("PD1 Torque: pumps PD1/torque > scada M_ME_TE_1 4011");
    }

    /** What the other side gets: points with unit and range, and only those that are in use. */
    @Test
    void theOtherSideGetsAListThatItCanTakeIn() {
        Project mapped = map(SITE, "scada", "PD1/*").after();
        FarSide side = FarSide.of(mapped, mapped.device("GW1"), "scada");
        assertThat(side.off()).isEqualTo(4);
        assertThat(side.settings()).containsEntry("t1", "15 s").containsEntry("sets-clock", "no");
        List<List<String>> rows = ListRows.cells(side.list()).stream()
                .filter(row -> row.get(1).startsWith("PD1 "))
                .map(row ->
                        List.of(row.get(1), row.get(3), row.get(4), row.get(5), row.get(6), row.get(9), row.get(10)))
                .toList();
        assertThat(rows)
                .contains(List.of("PD1 Current", "47", "M_ME_TF_1 4008", "read", "A", "0", "400"))
                .contains(List.of("PD1 Running", "47", "M_SP_TB_1 2011", "read", "", "", ""))
                .noneMatch(row -> row.get(3).equals("write"));
        ListReading back = read(
                "GW1",
                "iec60870-5-104",
                Stream.concat(
                                Stream.of(String.join("|", ListRows.columns(side.list()))),
                                ListRows.cells(side.list()).stream().map(cells -> String.join("|", cells)))
                        .toArray(String[]::new));
        assertThat(back.findings()).isEmpty();
        assertThat(ListDifference.of(back.list(), side.list()))
                .allMatch(row -> row.standing() == ListDifference.Standing.SAME);
        assertThatThrownBy(() -> FarSide.of(mapped, mapped.device("GW1"), "pumps"))
                .hasMessageContaining("offers no points to others");
    }

    /** What a device runs is taken over with the lists that its rows come from. */
    @Test
    void rowsOfADeviceFindTheirListsAgain() {
        Project mapped = map(SITE, "scada", "PD1/*").after();
        mapped = SignalMapping.passOn(mapped, "GW1", "NB1/pump-order", "PD1/start", Optional.empty())
                .after();
        Configuration held = ConfigurationBuilder.build(mapped, mapped.device("GW1"));
        Project twin = taken(mapped, "AA1", "modbus", DRIVE); // another list says the same, and comes first
        assertThat(ends(Adoption.plan(twin, "GW1", held).after().device("GW1").mappings()))
                .isEqualTo(ends(mapped.device("GW1").mappings()));
        Project bare = SITE.with(SITE.device("GW1").withMappings(List.of()));
        assertThat(ends(Adoption.plan(bare, "GW1", held).after().device("GW1").mappings()))
                .containsExactlyInAnyOrderElementsOf(ends(mapped.device("GW1").mappings()));
        Project unlisted = bare.with(bare.imported().withoutList("PD1"));
        assertThat(findings(Adoption.plan(unlisted, "GW1", held).after()))
                .anyMatch(each -> each.contains("'input:0 int16' is no point of a list"));
    }

    @Test
    void readsAreJoinedIntoRequests() {
        Project mapped = map(SITE, "scada", "PD1/*").after();
        RequestPlan plan = RequestPlan.of(mapped, mapped.device("GW1"), "pumps", 0);
        assertThat(plan.reads().get(7))
                .extracting(request -> request.area() + " " + request.first() + "+" + request.count())
                .containsExactly("coil 0+1", "discrete 10+1", "input 0+2", "input 5+2", "holding 0+1");
        assertThat(plan.bitRate()).hasValue(19200);
        assertThatThrownBy(() -> RequestPlan.of(mapped, mapped.device("GW1"), "isle", 0))
                .hasMessageContaining("asks nobody over Modbus");
    }

    @Test
    void whatIsNotClearIsRefused() {
        for (String name : List.of("own", "CON", "pd1", "../x", "a b", "GW1", "F01CTRL")) {
            assertThatThrownBy(() -> taken(SITE, name, "modbus", DRIVE)).isInstanceOf(RefusedException.class);
        }
        ListRemoval removal = ListRemoval.of(map(SITE, "scada", "PD1/*").after(), "PD1");
        assertThat(removal.rows()).hasSize(8);
        Project without = removal.carriedOut(map(SITE, "scada", "PD1/*").after());
        assertThat(without.lists()).containsOnlyKeys("NB1");
        assertThat(without.device("GW1").mappings())
                .isEqualTo(SITE.device("GW1").mappings());
        assertThatThrownBy(() -> taken(SITE, "F01", "modbus", DRIVE)).hasMessageContaining("there is an IED F01");
        assertThatThrownBy(() -> taken(SITE, "NB1", "modbus", DRIVE)).hasMessageContaining("the new one of Modbus");
        assertThatThrownBy(() -> taken(SITE, "PD3", "modbus", DRIVE[0], "Speed|input|x|int16||||||"))
                .isInstanceOf(RefusedException.class);
        Project two = ConnectionChange.connect(SITE, "GW1", "fans", "field-bus");
        assertThat(map(two, "scada", "PD1/speed").proposal().leftOut().values())
                .containsExactly("can be read over fans or pumps: say which");
        Project mapped = map(SITE, "scada", "PD1/speed").after();
        assertThatThrownBy(() -> Renaming.of(mapped, Ref.of(Ref.Kind.LIST, "PD1"), "PD9"))
                .hasMessageContaining("their addresses stand in ledgers");
        assertThat(Renaming.of(SITE, Ref.of(Ref.Kind.LIST, "PD1"), "PD9")
                        .carriedOut(SITE)
                        .lists())
                .containsOnlyKeys("NB1", "PD9");
    }
}
