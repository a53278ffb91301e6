package org.urvant.project.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.DeviceTypes;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.core.point.Claim;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.project.AddressBook;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.SignalMapping;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.type.DeviceTypeReader;
import org.urvant.scl.selection.Query;

/** Signals on the points of other protocols: a Modbus panel, and a protocol that is one class of this test. */
class PointSpacesTest {
    private static final Project PANEL = ConnectionChange.connect(Sites.skarholm(), "GW1", "panel", "panel");

    private static SignalMapping map(Project site, String receiver, String... signals) {
        return SignalMapping.plan(
                site, "GW1", SignalMapping.Request.ofSignals(signals).to(receiver));
    }

    private static List<String> ends(SignalMapping mapping) {
        return mapping.proposal().rows().stream()
                .map(row -> row.from() + " " + row.source() + " > " + row.to() + " " + row.destination() + " "
                        + (row.isUsed() ? "on" : "off"))
                .toList();
    }

    private static List<Finding> errors(Project site) {
        return ProjectCheck.check(site).stream()
                .filter(finding -> finding.severity() == Severity.ERROR)
                .toList();
    }

    private static String content(Project site, String device) {
        return new String(
                CanonicalJson.bytes(
                        ConfigurationBuilder.build(site, site.device(device)).content()),
                StandardCharsets.UTF_8);
    }

    @Test
    void aPanelReadsAndCommandsByRegisters() {
        SignalMapping mapping = map(
                PANEL,
                "panel",
                "F01CTRL/XCBR1.Pos.stVal",
                "F01MEAS/MMXU1.TotW.mag.f",
                "F01MEAS/MMXU1.Hz.mag.f",
                "F01CTRL/XCBR1.BlkOpn.stVal",
                "F01CTRL/CSWI1.Pos.Oper.ctlVal",
                "F01CTRL/XCBR1.OpCnt.stVal");
        assertThat(ends(mapping))
                .containsExactly(
                        "F01 F01CTRL/XCBR1.Pos.stVal > panel input:0 uint16 on",
                        "F01 F01MEAS/MMXU1.TotW.mag.f > panel input:1 float32 ABCD on",
                        "F01 F01MEAS/MMXU1.Hz.mag.f > panel input:3 float32 ABCD on",
                        "F01 F01CTRL/XCBR1.BlkOpn.stVal > panel discrete:0 on",
                        "panel coil:0 > F01 F01CTRL/CSWI1.Pos.Oper.ctlVal off",
                        "F01 F01CTRL/XCBR1.OpCnt.stVal > panel input:5 int32 ABCD on");
        Project after = mapping.after();
        assertThat(errors(after))
                .filteredOn(finding -> finding.place().contains("F01 "))
                .isEmpty();
        assertThat(after.device("GW1")
                        .addresses()
                        .owner(new AddressBook.GivenAddress("panel", new Claim("input", 2 * 16, 3 * 16))))
                .contains("F01MEAS/MMXU1.TotW.mag.f");
        assertThat(content(after, "GW1"))
                .contains("{\"address\":1,\"area\":\"input\",\"order\":\"ABCD\",\"type\":\"float32\"}")
                .contains("{\"address\":0,\"area\":\"coil\"}");
        assertThat(ProjectCheck.check(after))
                .filteredOn(finding -> finding.rule() == MappingRules.QUALITY_NOT_CARRIED)
                .singleElement()
                .extracting(Finding::message)
                .isEqualTo("5 values go to panel without quality and time");
        assertThat(map(after, "panel", "F01CTRL/XCBR1.Pos.stVal").proposal().present())
                .hasSize(1);
    }

    @Test
    void whatTheDeviceRunsIsTakenOverWithItsRegisters() {
        Project site = map(
                        PANEL,
                        "panel",
                        "F01CTRL/XCBR1.Pos.stVal",
                        "F01MEAS/MMXU1.TotW.mag.f",
                        "F01CTRL/XCBR1.BlkOpn.stVal",
                        "F01CTRL/CSWI1.Pos.Oper.ctlVal")
                .after();
        Project moved = moved(site, 1, "holding:7 float32 CDAB");
        Device gateway = moved.device("GW1");
        Project bare = moved.with(gateway.withMappings(List.of()));
        Adoption adoption = Adoption.plan(bare, "GW1", ConfigurationBuilder.build(moved, gateway));
        assertThat(adoption.left().isEqual()).isTrue();
        assertThat(adoption.after().device("GW1").mappings())
                .extracting(Mapping::key, Mapping::target)
                .containsExactlyInAnyOrderElementsOf(gateway.mappings().stream()
                        .map(row -> tuple(row.key(), row.target()))
                        .toList());
    }

    /**
     * Breaker position at input:0, active power behind it, operation counter behind that.
     * Columns: the power is moved to, the rule that is broken, and what is said; a number in front moves another row.
     */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1 input:5 float32 CDAB   |                    |",
                "1 holding:65534 float32  |                    |",
                "1 input:0 float32        | point-duplicate    | address input:0 of panel is already used by 'F01 Breaker position'",
                "1 input:2 float32        | point-duplicate    | address input:3 of panel is already used by 'F01 Active power'",
                "1 input:1 int32          | point-not-fitting  | Use input float32 ABCD.",
                "1 discrete:4             | point-not-fitting  | cannot be carried by discrete",
                "1 holding:65535 float32  | value-out-of-range | holding 65535 to 65536 is outside 0 to 65535",
                "1 input:1 floaty         | value-out-of-range | 'floaty' is no type of register",
                "1 input:20.1             | point-not-fitting  | cannot be carried by input bit",
                "2 input:3 int16          | point-not-fitting  | Use input int32 ABCD.",
                "0 coil:7                 | point-not-fitting  | Use input uint16."
            })
    void aRowThatWasMovedByHandIsChecked(String moved, String rule, String message) {
        Project site = map(
                        PANEL,
                        "panel",
                        "F01CTRL/XCBR1.Pos.stVal",
                        "F01MEAS/MMXU1.TotW.mag.f",
                        "F01CTRL/XCBR1.OpCnt.stVal")
                .after();
        Project changed = moved(site, moved.charAt(0) - '0', moved.substring(2));
        List<Finding> found = errors(changed);
        if (rule == null) {
            assertThat(found).isEqualTo(errors(site));
        } else {
            assertThat(found).anySatisfy(finding -> {
                assertThat(finding.rule().id()).isEqualTo(rule);
                assertThat(finding.message() + " " + finding.remedy()).contains(message);
            });
        }
    }

    private static Project moved(Project site, int number, String destination) {
        Device gateway = site.device("GW1");
        List<Mapping> rows = new ArrayList<>(gateway.mappings());
        int at = PANEL.device("GW1").mappings().size() + number;
        rows.set(at, rows.get(at).with(rows.get(at).origins(), new Mapping.End("panel", destination)));
        return site.with(gateway.withMappings(rows));
    }

    @Test
    void theSecondRegisterOfAWideValueIsRetiredWithTheFirst() {
        Project site = map(PANEL, "panel", "F01MEAS/MMXU1.TotW.mag.f").after();
        Device gateway = site.device("GW1");
        Project without = site.with(gateway.withMappings(PANEL.device("GW1").mappings()));
        assertThat(ends(map(without, "panel", "F01CTRL/XCBR1.Pos.stVal")))
                .containsExactly("F01 F01CTRL/XCBR1.Pos.stVal > panel input:2 uint16 on");
        assertThat(ends(map(without, "panel", "F01MEAS/MMXU1.TotW.mag.f")))
                .containsExactly("F01 F01MEAS/MMXU1.TotW.mag.f > panel input:0 float32 ABCD on");
        List<Mapping> rows = new ArrayList<>(without.device("GW1").mappings());
        rows.addAll(map(PANEL, "panel", "F01CTRL/XCBR1.Pos.stVal").proposal().rows());
        rows.set(
                rows.size() - 1,
                rows.get(rows.size() - 1)
                        .with(rows.get(rows.size() - 1).origins(), new Mapping.End("panel", "input:1 uint16")));
        assertThat(errors(without.with(without.device("GW1").withMappings(rows))))
                .anySatisfy(finding -> {
                    assertThat(finding.rule()).isEqualTo(MappingRules.ADDRESS_TAKEN);
                    assertThat(finding.message())
                            .isEqualTo(
                                    "address input:1 of panel was given to F01MEAS/MMXU1.TotW.mag.f and is now used for"
                                            + " F01CTRL/XCBR1.Pos.stVal");
                });
    }

    @Test
    void pointsThatTheMakerFixedTakeNoSignals() {
        Project site = ConnectionChange.connect(Sites.with("F11", "marrowby-f2"), "F11", "serial", "serial");
        assertThat(SignalMapper.receivers(site, site.device("F11"))).isEmpty();
        Project bus = ConnectionChange.connect(Sites.skarholm(), "GW1", "field", "field-bus");
        assertThatThrownBy(() -> map(bus, "field", "F01CTRL/XCBR1.Pos.stVal"))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("cannot be mapped to field");
    }

    private static final String BOARD =
            """
            format: urvant-device-type/1
            type: board
            maker: Nobody
            title: lamps on a wall
            firmware: {"1.0": {}}
            settings:
              name: {kind: text, longest: 8, identity: yes, meaning: name}
            connections:
              relay: {protocol: iec61850, role: client, to-ied: yes, most: 4, meaning: relays, settings: {address: {kind: address, means: peer-address, meaning: address}}}
              lamps: {protocol: toy, role: server, most-points: 10, meaning: lamps}
            """;

    @Test
    void aProtocolIsOneClass() {
        DeviceType type = DeviceTypeReader.read("board.yaml", BOARD);
        Project site = Sites.imported(Project.of("Site", new DeviceTypes(Set.of("board"), name -> type)), "F01.cid");
        site = ConnectionChange.connect(NewDevice.add(site, "B1", NewDevice.Start.of("board")), "B1", "wall", "lamps");
        SignalMapping mapping =
                SignalMapping.plan(site, "B1", SignalMapping.Request.ofQuery(Query.parse("kind:trip da:general")));
        List<Mapping> rows = mapping.proposal().rows();
        assertThat(rows)
                .hasSizeGreaterThan(2)
                .extracting(Mapping::destination)
                .startsWith("lamp 1", "lamp 2", "lamp 3");
        assertThat(rows)
                .extracting(Mapping::name)
                .allMatch(name -> name.length() <= 8)
                .doesNotHaveDuplicates();
        assertThat(errors(mapping.after()))
                .filteredOn(finding -> finding.place().contains(rows.get(0).name()))
                .isEmpty();
        assertThat(content(mapping.after(), "B1")).contains("\"destination\":{\"lamp\":1}");
        assertThat(mapping.proposal().addresses().owners()).hasSize(rows.size());
        assertThat(SignalMapping.plan(site, "B1", SignalMapping.Request.ofQuery(Query.parse("kind:position")))
                        .proposal()
                        .leftOut()
                        .values())
                .contains("nothing in Toy carries it");
    }
}
