package org.urvant.project.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.device.Meaning;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.project.Conventions;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.OwnValues;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;

/** Devices come, are copied, renamed, fitted, connected and go, in memory. */
class DeviceChangeTest {
    private static final Project PLANT = Sites.plant();

    private static byte[] bytes(Project site, String device) {
        return ConfigurationBuilder.build(site, site.device(device)).bytes();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "1F", "F 1", "F.1", "F/1", "..", "Überlauf", "F11"})
    void aNameThatIsTakenOrNoneIsRefusedByAllThatMakeDevices(String name) {
        assertThatThrownBy(() -> NewDevice.add(PLANT, name, NewDevice.Start.of("oddvik-u1")))
                .isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> DeviceChange.copy(PLANT, "L21", name, false)).isInstanceOf(RefusedException.class);
        assertThatThrownBy(() -> Renaming.of(PLANT, Ref.device("L21"), name)).isInstanceOf(RefusedException.class);
        Configuration held = ConfigurationBuilder.build(PLANT, PLANT.device("L21"));
        assertThatThrownBy(() -> NewDevice.addHeld(PLANT, name, held, "a file", Optional.empty()))
                .isInstanceOf(RefusedException.class);
    }

    /** Columns: what is said of a new device, and what stands on its plate or why it is refused. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            marrowby-f2 |     |   |           |              | type marrowby-f2, firmware 4.3, origin catalogue
            marrowby-f2 | 4.0 | A |           |              | type marrowby-f2, firmware 4.0, hardware A, origin catalogue
            marrowby-f2 |     |   | MF2-BVB-2 |              | type marrowby-f2, firmware 4.3, hardware B, order-code MF2-BVB-2, origin catalogue
            fjellmast-c2 | 3.1 |  |           | pump-station | type fjellmast-c2, firmware 3.1, origin example pump-station
            marrowby-f3 |     |   |           |              | Did you mean 'marrowby-f2'?
            marrowby-f2 | 9.9 |   |           |              | 4.0, 4.1, 4.3
            marrowby-f2 |     | Z |           |              | no hardware version 'Z'
            marrowby-f2 |     |   | MF2-ZZZ-2 |              | ordering code MF2-ZZZ-2
            oddvik-u1   |     |   | X         |              | has no ordering code
            fjellmast-c2 |    |   |           | pump-statio  | Did you mean 'pump-station'?
            """)
    void aDeviceIsAddedAsItWasOrdered(
            String type, String firmware, String hardware, String code, String example, String expected) {
        NewDevice.Start start = NewDevice.Start.of(type)
                .with(Plate.Item.FIRMWARE, firmware)
                .with(Plate.Item.HARDWARE, hardware)
                .with(Plate.Item.ORDER_CODE, code)
                .withExample(example);
        if (!expected.startsWith("type ")) {
            assertThatThrownBy(() -> NewDevice.add(Sites.empty(), "D1", start))
                    .isInstanceOfSatisfying(
                            UrvantException.class, refusal -> assertThat(refusal.getMessage() + " " + refusal.remedy())
                                    .contains(expected));
            return;
        }
        Device made = NewDevice.add(Sites.empty(), "D1", start).device("D1");
        StringBuilder plate = new StringBuilder();
        made.plate().entries().forEach((item, entry) -> plate.append(plate.isEmpty() ? "" : ", ")
                .append(item.word())
                .append(' ')
                .append(entry.text()));
        assertThat(plate).hasToString(expected);
    }

    @Test
    void aCopyHasAllButWhatBelongsToTheOneDevice() {
        Project site = Sites.written(PLANT, "RTU1", "@serial=FM-77; @selectors/sw1=on");
        DeviceChange.Copied copied = DeviceChange.copy(site, "RTU1", "RTU2", true);
        Device copy = copied.project().device("RTU2");
        assertThat(copy.plate().text(Plate.Item.ORIGIN)).isEqualTo("copy of RTU1");
        assertThat(copy.plate().text(Plate.Item.TWIN_OF)).isEqualTo("RTU1");
        assertThat(copy.plate().entry(Plate.Item.SERIAL)).isEmpty();
        assertThat(copy.plate().entry(Plate.Item.LINK)).isEmpty();
        assertThat(copy.fitted().ticked()).isEmpty();
        assertThat(copy.record().saved()).isEmpty();
        assertThat(copied.open()).contains("unit.name");
        Map<String, String> own = new TreeMap<>();
        copied.open()
                .forEach(path ->
                        own.put(path, ValueChange.given(site, "RTU1", path).orElseThrow()));
        Configuration filled = ConfigurationBuilder.build(
                ValueChange.set(copied.project(), "RTU2", own),
                ValueChange.set(copied.project(), "RTU2", own).device("RTU2"));
        assertThat(filled.parts())
                .isEqualTo(ConfigurationBuilder.build(site, site.device("RTU1")).parts());
    }

    /** Columns: the device, what conventions give and from where, the setting, what two copies of the device get. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11  | network-address | 192.0.2.210-192.0.2.212 | network.address | 192.0.2.210 | 192.0.2.212
            F11  | network-address | 203.0.113.1-203.0.113.9 | network.address |           |
            F11  | network-address | 192.0.1.255-192.0.2.2   | network.address | 192.0.2.2 |
            F11  | network-address | 192.0.2.211-192.0.2.212 | network.address | 192.0.2.212 |
            M31  | bus-address     | 7-9                     | plc.bus-address | 8           | 9
            RTU1 | display-name    | Hall {device}           | unit.name       | Hall C2     | Hall C3
            RTU1 | display-name    | A name that is too long for {device} | unit.name |           |
            """)
    void conventionsGiveWhatOnlyOneDeviceMayHave(
            String device, String word, String text, String path, String second, String third) {
        Project site = Sites.written(PLANT, "F11", "network.address=192.0.2.211; network.gateway=192.0.2.1");
        site = Sites.written(site, "RTU1", "unit.name=Hall");
        site = Sites.written(
                site,
                "M31",
                "@connections/plc/kind=field-bus; @connections/plc/bus=B1; @connections/plc/bus-address=7");
        Meaning meaning = Meaning.of(word).orElseThrow();
        Conventions old = site.conventions();
        site = site.with(new Conventions(
                old.names(),
                old.addresses(),
                Map.of(meaning, OwnValues.read(meaning, text)),
                old.words(),
                old.region(),
                old.arePlacesRequired(),
                old.expectedDifferences()));
        Map<String, String> wanted = new LinkedHashMap<>();
        wanted.put("C2", second);
        wanted.put("C3", third);
        for (Map.Entry<String, String> copy : wanted.entrySet()) {
            DeviceChange.Copied copied = DeviceChange.copy(site, device, copy.getKey(), false);
            site = copied.project();
            assertThat(copied.given().get(path)).isEqualTo(copy.getValue());
            assertThat(ValueChange.given(site, copy.getKey(), path)).isEqualTo(Optional.ofNullable(copy.getValue()));
            assertThat(copied.open().contains(path)).isEqualTo(copy.getValue() == null);
        }
    }

    @Test
    void aRenameAndBackIsTheSameSite() {
        Project pair = DeviceChange.copy(PLANT, "TD1", "TD2", true).project();
        pair = pair.with(pair.remarks()
                .withMuted("left-at-default TD1 settings", "seen")
                .withMuted("left-at-default TD10 settings", "another device"));
        Project renamed = Renaming.of(pair, Ref.device("TD1"), "TD9").carriedOut(pair);
        assertThat(renamed.devices()).containsKey("TD9").doesNotContainKey("TD1");
        assertThat(renamed.device("TD2").plate().text(Plate.Item.TWIN_OF)).isEqualTo("TD9");
        assertThat(renamed.muted())
                .containsEntry("left-at-default TD9 settings", "seen")
                .containsEntry("left-at-default TD10 settings", "another device");
        Project back = Renaming.of(renamed, Ref.device("TD9"), "TD1").carriedOut(renamed);
        assertThat(back.muted()).isEqualTo(pair.muted());
        for (String name : pair.devices().keySet()) {
            assertThat(bytes(back, name)).isEqualTo(bytes(pair, name));
        }
    }

    @Test
    void aRemovalIsRefusedWhileATwinNamesTheDevice() {
        Project pair = DeviceChange.copy(PLANT, "TD1", "TD2", true).project();
        assertThat(References.to(pair, Ref.device("TD1"))).singleElement().hasToString("TD2 twin-of, device TD1");
        assertThatThrownBy(() -> DeviceChange.remove(pair, "TD1", false)).hasMessageContaining("TD2 twin-of");
        Project rest = DeviceChange.remove(pair, "TD1", true);
        assertThat(rest.devices()).doesNotContainKey("TD1");
        assertThat(rest.device("TD2").plate().entry(Plate.Item.TWIN_OF)).isEmpty();
        assertThatThrownBy(() -> DeviceChange.remove(pair, "TD3", true)).isInstanceOf(UnknownNameException.class);
    }

    /** What a unit holds makes a device like it; adopting what a device holds already changes nothing. */
    @ParameterizedTest
    @ValueSource(strings = {"L21", "M31", "Q41", "R51", "P61", "RTU1", "CN1", "TD1", "GD1"})
    void aHeldConfigurationMakesAnEqualDeviceAndIsAdoptedWithoutAChange(String name) {
        Configuration held = ConfigurationBuilder.build(PLANT, PLANT.device(name));
        Project other = NewDevice.addHeld(Sites.empty(), name, held, "unit 7", Optional.of("192.0.2.9:8443"));
        assertThat(ConfigurationBuilder.build(other, other.device(name)).parts())
                .isEqualTo(held.parts());
        assertThat(other.device(name).plate().text(Plate.Item.ORIGIN)).isEqualTo("unit 7");
        assertThat(other.device(name).plate().text(Plate.Item.LINK)).isEqualTo("192.0.2.9:8443");
        assertThat(bytes(Adoption.plan(PLANT, name, held).after(), name)).isEqualTo(held.bytes());
    }

    @Test
    void adoptingTakesRowsMappingsAndProgramsBothWays() {
        Project site = Sites.skarholm();
        Configuration held = ConfigurationBuilder.build(site, site.device("GW1"));
        Project edited = site.with(site.device("GW1").withMappings(List.of()));
        edited = ValueChange.set(edited, "GW1", Map.of("watchdog.time", "10", "scada.port", "2405"));
        Project adopted = Adoption.plan(edited, "GW1", held).after();
        assertThat(bytes(adopted, "GW1")).isEqualTo(held.bytes());
        assertThat(adopted.device("GW1").mappings())
                .extracting(Mapping::key)
                .containsExactlyInAnyOrderElementsOf(
                        site.device("GW1").mappings().stream().map(Mapping::key).toList());
        Project with = PLANT.with(PLANT.device("F11").withLogic("PROGRAM a\n  led1 := bi1;\nEND_PROGRAM\n"));
        Configuration programmed = ConfigurationBuilder.build(with, with.device("F11"));
        assertThat(Adoption.plan(PLANT, "F11", programmed).after().device("F11").logic())
                .contains("led1 := bi1");
        Configuration bare = ConfigurationBuilder.build(PLANT, PLANT.device("F11"));
        assertThat(Adoption.plan(with, "F11", bare).after().device("F11").logic())
                .isEmpty();
    }

    /** Columns: modules fitted first, slot, module that comes, channels kept, freed and added by number, or the refusal. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            E1=di8 | E1 | di8 | 8, 0, 0
            E1=di8 | E1 | ai4 | 0, 8, 4
            E1=di8 | E1 | ''  | 0, 8, 0
            ''     | E1 | di8 | 0, 0, 8
            ''     | E9 | di8 | Did you mean 'E1'?
            ''     | E1 | dj8 | Did you mean 'di8'?
            """)
    void anExchangeSaysWhatItDoesAndDoesIt(String fitted, String slot, String module, String expected) {
        Project before = fitted.isEmpty() ? PLANT : Sites.written(PLANT, "RTU1", "@modules/" + fitted);
        if (!expected.matches("[\\d, ]+")) {
            assertThatThrownBy(() -> HardwareChange.exchange(before, "RTU1", slot, module))
                    .isInstanceOfSatisfying(UnknownNameException.class, refusal -> assertThat(
                                    refusal.getMessage() + " " + refusal.remedy())
                            .contains(expected));
            return;
        }
        HardwareChange.Exchange exchange = HardwareChange.exchange(before, "RTU1", slot, module);
        assertThat(exchange.kept().size() + ", " + exchange.freed().size() + ", "
                        + exchange.added().size())
                .isEqualTo(expected);
        Project after = HardwareChange.fit(before, "RTU1", List.of(exchange));
        assertThat(after.device("RTU1").fitted().moduleNames().getOrDefault(slot, ""))
                .isEqualTo(module);
        DeviceSheets sheets = DeviceSheets.of(after.typeOf(after.device("RTU1")), after.device("RTU1"));
        assertThat(sheets.channels().keySet()).containsAll(exchange.added()).noneMatch(exchange.freed()::containsKey);
        assertThat(sheets.strangers()).isEmpty();
    }

    @Test
    void aModuleThatGoesTakesItsValuesAlongAndAnOrderFitsAll() {
        Project site = Sites.written(PLANT, "RTU1", "@modules/E1=di8");
        site = Sites.written(site, "RTU1", "E1/DI3.carries=binary; E1/DI3.name=Gate");
        HardwareChange.Exchange exchange = HardwareChange.exchange(site, "RTU1", "E1", "ai4");
        assertThat(exchange.freed().get("E1/DI3")).containsExactly("carries = binary", "name = Gate");
        Project after = HardwareChange.fit(site, "RTU1", List.of(exchange));
        assertThat(after.device("RTU1").sheets()).doesNotContainKey("E1/DI3");
        Project bare = Sites.with("F1", "marrowby-f2");
        Device ordered = HardwareChange.order(bare, "F1", "MF2-BVB-2").device("F1");
        assertThat(ordered.fitted().moduleNames()).containsEntry("X1", "vt4").containsEntry("X2", "bio");
        assertThat(HardwareChange.tick(bare, "F1", Map.of("s1", "a"))
                        .device("F1")
                        .fitted()
                        .ticked())
                .containsOnlyKeys("s1");
    }

    /** Columns: name of the connection, kind, and why it is refused; empty for allowed. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            grid    | control-centre | ''
            scada   | control-centre | has a connection scada already
            grid    | control-center | Did you mean 'control-centre'?
            a.b     | control-centre | is not allowed
            network | control-centre | is not allowed
            """)
    void aConnectionHasANameOfItsOwnAndAKindOfTheType(String name, String kind, String said) {
        Project site = Sites.skarholm();
        if (said.isEmpty()) {
            assertThat(ConnectionChange.connect(site, "GW1", name, kind)
                            .device("GW1")
                            .connections())
                    .containsKey(name);
        } else {
            assertThatThrownBy(() -> ConnectionChange.connect(site, "GW1", name, kind))
                    .isInstanceOfSatisfying(
                            UrvantException.class, refusal -> assertThat(refusal.getMessage() + " " + refusal.remedy())
                                    .contains(said));
        }
    }

    @Test
    void relaysAreConnectedOnceWithTheAddressOfTheirFile() {
        Project site = Sites.imported(Sites.imported(Sites.with("GW1", "ravnsund-g3"), "F01.cid"), "F02.cid");
        ConnectionChange.Connected all = ConnectionChange.connectAll(site, site.device("GW1"), site.ieds());
        assertThat(all.made()).containsExactly("F01", "F02");
        assertThat(all.device().connections().get("F01").values().get("address").text())
                .isEqualTo("192.0.2.11");
        ConnectionChange.Connected again = ConnectionChange.connectAll(all.project(), all.device(), site.ieds());
        assertThat(again.made()).isEmpty();
        assertThat(again.device()).isEqualTo(all.device());
        assertThat(all.project().askedIeds()).contains("F01");
        assertThat(site.askedIeds()).doesNotContain("F01");
        assertThatThrownBy(() -> ConnectionChange.connect(site, "GW1", "F09", "relay", "F09"))
                .isInstanceOf(UnknownNameException.class);
        Project display = Sites.imported(Sites.with("P1", "lysholt-p12"), "F01.cid");
        assertThatThrownBy(() -> ConnectionChange.connectAll(display, display.device("P1"), display.ieds()))
                .hasMessageContaining("cannot connect to an IED");
    }

    @Test
    void aFileTakenOutTakesItsConnectionsAndRowsAlongAndKeepsAddresses() {
        Project site = Sites.skarholm();
        SourceRemoval removal = SourceRemoval.of(site, "F02.cid");
        assertThat(removal.ieds()).containsExactly("F02");
        Project rest = removal.carriedOut(site);
        assertThat(rest.iedNames()).containsExactly("F01");
        Device gateway = rest.device("GW1");
        assertThat(gateway.connections()).containsOnlyKeys("F01", "scada");
        assertThat(gateway.mappings()).hasSize(site.device("GW1").mappings().size() - removal.mappingCount());
        assertThat(gateway.addresses().owners())
                .isEqualTo(site.device("GW1").addresses().owners());
        assertThat(ProjectCheck.check(rest)).noneMatch(finding -> ProjectCheck.blocks(List.of(finding)));
        Project again = Sites.imported(rest, "F02.cid");
        again = ConnectionChange.connectAll(again, again.device("GW1"), again.ieds())
                .project();
        List<String> before = site.device("GW1").mappings().stream()
                .map(row -> row.source() + row.destination())
                .toList();
        String[] missing = site.device("GW1").mappings().stream()
                .filter(row -> row.from().equals("F02"))
                .map(Mapping::source)
                .toArray(String[]::new);
        again = Sites.mapped(again, "GW1", OptionalInt.empty(), missing);
        assertThat(again.device("GW1").mappings())
                .extracting(row -> row.source() + row.destination())
                .as("signals that come back get their old addresses")
                .containsAll(before.stream().filter(row -> row.startsWith("F0")).toList());
    }

    @Test
    void findingsOfAGuidedDeviceAreThoseOfAnyOther() {
        List<Finding> before = ProjectCheck.check(PLANT);
        Project copy = DeviceChange.copy(PLANT, "M31", "M32", false).project();
        assertThat(ProjectCheck.check(copy)).hasSizeGreaterThan(before.size());
        assertThat(ProjectCheck.check(DeviceChange.remove(copy, "M32", true))).isEqualTo(before);
    }
}
