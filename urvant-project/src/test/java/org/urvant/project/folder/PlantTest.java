package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.tree.Section;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.RowRemoval;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Usage;
import org.urvant.project.setting.ValueRow;
import org.urvant.project.type.Catalogue;

/** A device of every type: what is wrong with it is found, what is right stays quiet, and what changes can be undone. */
class PlantTest {
    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void plant() {
        folder = Plant.make(root.resolve("site"));
    }

    private List<Finding> findings() {
        return ProjectCheck.check(folder.load());
    }

    private Configuration configuration(String device) {
        Project project = folder.load();
        return ConfigurationBuilder.build(project, project.device(device));
    }

    @Test
    void thePlantHasNoErrors() {
        assertThat(findings())
                .filteredOn(finding -> ProjectCheck.blocks(List.of(finding)))
                .isEmpty();
        assertThat(findings().stream().map(finding -> finding.rule().id()).distinct())
                .containsExactlyInAnyOrder(
                        "unused-service-open",
                        "channel-unmapped",
                        "selector-sheet-not-ticked",
                        "clear-text-service",
                        "left-at-default",
                        "module-unused",
                        "read-back-gap");
    }

    /** Columns: device, what a person writes, the rule, and a part of its message. */
    @ParameterizedTest(name = "{0} {1}: {2}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            F11 | ct.primary=1; ct.secondary=5       | primary-below-secondary   | the primary of the phase transformers is 1 A
            F11 | ct.primary=0.3 kA                  | advice-not-followed       | the feeder carries 400 A, more than the 300 A
            F11 | ct.secondary=2                     | value-off-step            | Give 1 or 5 A
            F11 | @modules/X1=bio; group.1.overcurrent.1.direction=forward | function-input-missing | needs voltages
            F11 | @modules/X1=bio                    | hardware-differs          | stands for modules {X1=vt4, X2=bio}
            F11 | @modules/X3=bio                    | module-not-fitting        | there is no slot 'X3'
            F11 | @modules/X2=vt4                    | module-not-fitting        | does not fit slot X2
            F11 | @modules/X2=vt5                    | module-not-fitting        | Did you mean 'vt4'?
            F11 | @modules/X2=arc                    | licence-missing           | module arc needs the licence 'arc'
            F11 | @modules/X2=arc; @firmware=4.1     | firmware-too-old          | module arc needs firmware 4.3
            F11 | @order-code=MF2-BVX-2              | order-code-wrong          | position 7 (slot 2) is 'X'; expected one of 0, B, L
            F11 | @order-code=MF2-B0B-2              | order-code-wrong          | needs voltages in slot 1
            F11 | @order-code=MF2-BVB-3              | hardware-differs          | comes with arc
            F11 | @hardware=A                        | hardware-differs          | firmware 4.3 needs hardware B
            F11 | @hardware=C                        | value-out-of-range        | known in A, B
            F11 | @firmware=4.2                      | value-out-of-range        | known in 4.0, 4.1, 4.3
            F11 | group.1.overcurrent.1.reaction=alarm | alarms-but-does-not-trip | group.1.overcurrent.1: the stage causes alarm
            F11 | group.1.overcurrent.1.pick-up=     | open-items                | current at which the stage starts
            F11 | group.1.overcurrent.1.multiplier=0.204 | value-off-step        | Give 0.20 or 0.21
            F11 | group.1.auto-reclose.attempts=2; group.1.auto-reclose.dead-time=60; group.1.auto-reclose.later-dead-time=30 | value-out-of-range | expected 60 to 300 s
            F11 | inputs.supply-volts=48             | derived-value-given       | follows from SEL(
            F11 | inputs.supply=48                   | advice-not-followed       | 60 to 80 % of the supply of 48 V
            R51 | record.memory=2; record.kept=5000 | record-length-does-not-fit | records of 10 s at 5000 Hz do not fit into 2000 MB
            F11 | supervision.current-sum=no         | supervision-off           | the current sum is not supervised
            F11 | assignments.trip.outputs=; assignments.trip.lamps= | drives-nothing | overcurrent drives no output
            F11 | assignments.trip.latched=yes; assignments.trip.key-resets=no | latch-without-reset | nothing acknowledges it
            F11 | assignments.trip.reset-by=BI1      | value-not-used            | nothing is latched
            F11 | assignments.trip.outputs=BO1, BO77 | unknown-reference         | 'BO77', which is not among the BO
            F11 | inputs-used.trip-circuit.starts=auto-reclose | same-input-twice | BI8 both starts and blocks
            F11 | inputs-used.other.input=BI8; inputs-used.other.starts=trip | same-input-twice | like that of inputs-used.
            F11 | recording.kept=100; recording.after=10 s; recording.rate=6400 | record-length-does-not-fit | 100 records
            F11 | inputs.threshold=90                | advice-not-followed       | 60 to 80 %
            F11 | web-page.enabled=yes               | clear-text-service        | measured values to anybody
            F11 | clock.backup=none                  | no-backup-clock           | nobody sets the clock
            F11 | clock.backup=sntp                  | no-backup-clock           | when one fails, so does the other
            F11 | clock.zone=Etc/GMT-1               | fixed-offset-without-daylight-saving | the same all year
            F11 | clock.source=station               | clock-owners              | no connection of that kind sets the clock
            F11 | group.1.overcurrent.9.pick-up=1    | value-out-of-range        | no number from 1 to 4
            F11 | @groups/5/settings/thermal.reaction=trip | unknown-reference   | Groups are 1 to 4
            F11 | @tables/asignments/x/function=arc  | unknown-reference         | Did you mean 'assignments'?
            F11 | @channels/BL1/name=a               | unknown-reference         | Did you mean 'BI1'?
            F11 | BI1.carries=voltage                | channel-cannot-carry      | it is a binary input
            F11 | CT1.meaning=L1; CT2.meaning=L1     | duplicate-value           | like that of CT1
            F11 | network.mac=01:00:5E:10:00:31      | value-out-of-range        | a multicast address
            F11 | rated.voltage=400 °C               | value-out-of-range        | expected voltage in V
            L21 | phase-selection.voltages=none      | function-input-missing    | the phase selection has no voltages
            L21 | teleprotection.received-from=none  | function-input-missing    | the signal of the other end
            L21 | teleprotection.received-from=BI2   | same-input-twice          | both the carrier and the manual close
            L21 | supervision.fuse-failure=no        | supervision-off           | a blown fuse
            L21 | group.1.zones.1.reactance=7 Ω      | advice-not-followed       | more than 90 %
            M31 | motor.rated-current=38 A           | value-out-of-range        | expected 1.5 to 25 A
            M31 | @modules/meter=m100; motor.rated-current=7.9 | value-out-of-range | expected 8 to 100 A
            M31 | @modules/meter=; motor.rated-current=120 | value-out-of-range  | expected 0.3 to 100 A
            M31 | @modules/meter=m5                  | value-out-of-range        | expected 0.3 to 5 A
            M31 | @modules/meter=                    | function-input-missing    | no measuring module
            M31 | thermal.reaction=alarm             | alarms-but-does-not-trip  | an overload causes alarm
            M31 | @firmware=1.4; stall.speed-switch=BI1 | firmware-too-old       | needs firmware 2.0
            Q41 | long-time.current=0.35             | value-out-of-range        | expected 0.4 to 1
            Q41 | rated.poles=3                      | selector-sheet-not-ticked | Ir must stand at 0.8 for long-time.current = 0.85
            Q41 | @selectors/Ir=0.9                  | selector-stands-wrong     | 0.9 was confirmed
            R51 | rated.frequency=60                 | frequency-differs         | on
            R51 | rated.lamp-voltage=120             | advice-not-followed       | lamps of 120 V
            R51 | record.kept=5000; record.longest=120 | record-length-does-not-fit | 5000 records
            R51 | AI1.primary=50                     | primary-below-secondary   | the primary is 50
            R51 | circuits.F11.busbar=K9             | unknown-reference         | Did you mean 'K1'?
            R51 | quality.enabled=yes                | licence-missing           | needs the licence 'quality'
            P61 | AI1.low=200; AI1.high=100          | range-reversed            | the low end 200
            P61 | AI1.high=2000                      | range-beyond-sensor       | type N measures from -270 to 1300 °C
            P61 | AI2.range=0-10 V                   | channel-cannot-carry      | the channel carries a current
            P61 | AI2.colour=red                     | same-colour               | like that of AI1
            P61 | scan.visit-interval=730            | recorder-full-before-visit | full before the next visit
            P61 | scan.store-interval=2.125          | rule-broken               | no whole multiple
            RTU1 | recipients.Duty.number=022 00 00 00 | phone-without-country-code | in place of the leading 0
            RTU1 | way.type=data-only                | link-cannot-carry         | over a subscription for data only
            RTU1 | alarms.pump.recipients=           | alarm-without-recipient   | nobody is told of 'Pump 1 fault'
            RTU1 | recipients.Other.number=+47 22 00 00 01 | recipient-without-alarm | recipients.Other is named nowhere
            RTU1 | alarms.level.low=5                | range-reversed            | low is 5
            RTU1 | alarms.level.mean-high=4; alarms.level.short-mean-high=3 | mean-limit-order | alarms at 3
            RTU1 | alarms.level.text=Level in the sluice is higher than it has been for a very long time | text-too-long | longer than one message
            RTU1 | DI1.hold-in=10; DI1.pulse=2       | hold-longer-than-pulse    | must last 10 s
            RTU1 | report.enabled=yes                | alarm-without-recipient   | goes to nobody
            RTU1 | @twin-of=RTU9                     | unknown-reference         | no other device
            RTU1 | @origin=                          | origin-unknown            | came from
            CN1 | can.listen-only=yes                | listen-only-publishes     | it is to be sent as gate-force
            CN1 | AO1.signal=none                    | drives-nothing            | follows no signal
            CN1 | signals.gate-force.frame=5000      | rule-broken               | needs 29 bits
            CN1 | @connections/bus/kind=bus; @connections/bus/bus=B; @connections/bus/on-port=CAN9 | protocol-not-on-port | goes over CAN1
            TD1 | sequence.return=DI1                | same-input-twice          | DI1 goes on and back
            TD1 | sequence.hold=500                  | hold-longer-than-pulse    | pulses last 200 ms
            TD1 | steps.1.text=GATE CLOSED AND LOCKED | value-out-of-range       | the device holds 20
            TD1 | @tables/steps/1/txt=A              | unknown-reference         | Did you mean 'text'?
            GD1 | dock.marked=yes; dock.send-settings=never | marked-but-policy-off | sends nothing
            GD1 | sensor.carbon-monoxide.short-mean=20 | mean-limit-order        | alarms at 20 ppm
            """)
    void aPlantedMistakeIsFound(String device, String written, String rule, String message) {
        Plant.write(folder, device, written);
        assertThat(findings()).as("%s", findings()).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message() + " " + finding.remedy()).contains(message);
            assertThat(finding.position().source()).startsWith("devices/");
            assertThat(finding.remedy()).isNotBlank();
        });
    }

    @Test
    void aPageOfTheDisplayNeedsATitleAndValues() {
        folder.set(folder.load(), "P61", Map.of("displays.Page.form", "bars"));
        assertThat(findings())
                .extracting(finding -> finding.rule().id())
                .contains("display-label-missing", "display-value-missing");
    }

    /** F3: sec = prim * Isn/Ipn; a derived value follows, goes into the configuration, and cannot be given. */
    @Test
    void aDerivedValueFollowsItsSources() {
        folder.set(
                folder.load(),
                "F11",
                Map.of("ct.primary", "600", "ct.secondary", "5", "group.1.overcurrent.1.pick-up", "2.5"));
        Project project = folder.load();
        assertThat(ConfigurationBuilder.build(project, project.device("F11")).toString())
                .isNotEmpty();
        DeviceSheets sheets = DeviceSheets.of(project.typeOf(project.device("F11")), project.device("F11"));
        DeviceSheets.SheetSetting place = sheets.find("group.1.overcurrent.1.pick-up-primary");
        assertThat(place.sheet().text(place.setting())).contains("300");
        assertThatThrownBy(() -> folder.set(project, "F11", Map.of("group.1.overcurrent.1.pick-up-primary", "250")))
                .hasMessageContaining("it follows from pick_up * ct.primary / ct.secondary");
    }

    @Test
    void membersOfABusMustAgreeAndBeUnlike() {
        Plant.write(
                folder,
                "M31",
                "@connections/plc/kind=field-bus; @connections/plc/bus=B1; @connections/plc/bus-address=7");
        assertThat(folder.copyDevice(folder.load(), "M31", "M32", false))
                .containsExactly("unit.name", "plc.bus-address");
        assertThat(findings()).anyMatch(finding -> finding.message().startsWith("plc.bus-address is open"));
        Plant.write(folder, "M32", "plc.bus-address=7; plc.bit-rate=9600; unit.name=Pump 2");
        assertThat(findings())
                .extracting(finding -> finding.rule().id())
                .contains("duplicate-bus-address", "bus-settings-differ");
        Plant.write(folder, "M32", "plc.bus-address=248");
        assertThat(findings()).anyMatch(finding -> finding.message().contains("expected 1 to 247"));
    }

    @Test
    void twinsAreAlikeButForTheirIdentity() {
        folder.copyDevice(folder.load(), "RTU1", "RTU2", true);
        folder.set(folder.load(), "RTU2", "unit.name", "Sluice B");
        assertThat(findings()).noneMatch(finding -> finding.rule().id().equals("twins-differ"));
        folder.set(folder.load(), "RTU2", "alarms.level.high", "4.6");
        assertThat(findings())
                .anyMatch(finding -> finding.message().equals("RTU2 and RTU1 differ in alarms.level.high"));
    }

    @Test
    void groupsAlikeExamplesUnchangedAndForeignRegionsAreSaid() throws IOException {
        folder.change(site -> NewDevice.add(
                site,
                "RTU9",
                NewDevice.Start.of("fjellmast-c2")
                        .with(Plate.Item.FIRMWARE, "3.1")
                        .withExample("pump-station")));
        Map<String, String> second = new TreeMap<>();
        ValueRow.of(DeviceSheets.of(
                        folder.load().typeOf(folder.load().device("F11")),
                        folder.load().device("F11")))
                .stream()
                .filter(row -> row.isGiven() && row.path().startsWith("group.1."))
                .forEach(row -> second.put(row.path().replace("group.1.", "group.2."), row.value()));
        folder.set(folder.load(), "F11", second);
        Path manifest = folder.root().resolve("urvant.yaml");
        Files.writeString(
                manifest, Files.readString(manifest).replace("conventions:", "conventions:\n  region: north-america"));
        assertThat(findings())
                .extracting(finding -> finding.rule().id())
                .contains("groups-identical", "equals-example", "region-differs");
        folder.set(folder.load(), "F11", "group.2.thermal.factor", "1.05");
        assertThat(findings()).noneMatch(finding -> finding.rule().id().equals("groups-identical"));
    }

    @Test
    void oneValueInAnyUnitIsOneConfigurationAndStaysAsWritten() throws IOException {
        var before = configuration("F11").fingerprint();
        folder.set(folder.load(), "F11", "ct.primary", "0.4 kA");
        folder.set(folder.load(), "F11", "group.1.earth-fault.1.pick-up", "0.1 A");
        assertThat(configuration("F11").fingerprint()).isEqualTo(before);
        assertThat(Files.readString(folder.root().resolve("devices/F11.yaml"))).contains("ct.primary: 0.4 kA");
        Section settings = configuration("F11").parts().section("settings");
        assertThat(settings.section("ct").text("primary")).contains("400");
        assertThat(settings.section("group")
                        .section("1")
                        .section("overcurrent")
                        .section("2")
                        .text("delay"))
                .contains("0.05");
        assertThat(settings.section("group")
                        .section("1")
                        .section("overcurrent")
                        .section("2")
                        .text("multiplier"))
                .as("what does not apply is not sent")
                .isEmpty();
    }

    @Test
    void aChangeIsUndoneInOneStepUnlessSomebodyWentOn() throws IOException {
        Path file = folder.root().resolve("devices/F11.yaml");
        Files.writeString(file, Files.readString(file) + "# a person's note\n");
        String before = Files.readString(file);
        folder = ProjectFolder.open(folder.root(), Skarholm.CLOCK, "tester");
        folder.describe("set F11 two values");
        folder.set(folder.load(), "F11", Map.of("rated.voltage", "10 kV", "clock.zone", "Europe/Oslo"));
        assertThat(folder.undo(true).title()).isEqualTo("set F11 two values");
        assertThat(folder.undo(false).files()).containsExactly("devices/F11.yaml");
        assertThat(file).hasContent(before);
        folder = ProjectFolder.open(folder.root(), Skarholm.CLOCK, "tester");
        folder.set(folder.load(), "F11", "rated.voltage", "10 kV");
        Files.writeString(file, Files.readString(file) + "# another note\n");
        assertThatThrownBy(() -> folder.undo(false)).hasMessageContaining("was changed after");
    }

    @Test
    void severalValuesAreSetOrNone() throws IOException {
        Path file = folder.root().resolve("devices/P61.yaml");
        String before = Files.readString(file);
        assertThatThrownBy(() -> folder.change(site -> ValueChange.set(
                        site, Map.of("P61", Map.of("scan.interval", "2"), "TD1", Map.of("sequence.steps", "99")))))
                .hasMessageContaining("expected 2 to 16");
        assertThat(file).hasContent(before);
        folder.set(folder.load(), "P61", Map.of("AI3.carries", "pt100", "AI3.name", "Gear oil"));
        assertThat(ValueChange.shown(folder.load(), "P61", "AI3.name")).isEqualTo("Gear oil");
    }

    @Test
    void anExchangeOfModulesKeepsWhatStaysAndSaysWhatGoes() {
        Plant.write(folder, "RTU1", "@modules/E1=di8; @modules/E2=ai4");
        Plant.write(folder, "RTU1", "E1/DI3.carries=binary; E1/DI3.name=Gate");
        HardwareChange.Exchange same = HardwareChange.exchange(folder.load(), "RTU1", "E1", "di8");
        assertThat(same.kept()).hasSize(8);
        assertThat(same.freed()).isEmpty();
        HardwareChange.Exchange other = HardwareChange.exchange(folder.load(), "RTU1", "E1", "ai4");
        assertThat(other.freed().get("E1/DI3")).containsExactly("carries = binary", "name = Gate");
        assertThat(other.added()).containsExactly("E1/AI1", "E1/AI2", "E1/AI3", "E1/AI4");
        folder.change(site -> HardwareChange.fit(site, "RTU1", List.of(other)));
        assertThat(folder.load().device("RTU1").sheets()).doesNotContainKey("E1/DI3");
        assertThat(findings()).noneMatch(finding -> finding.subject().contains("E1/DI"));
        assertThatThrownBy(() -> HardwareChange.exchange(folder.load(), "RTU1", "E3", "ai4"))
                .isInstanceOf(UnknownNameException.class);
        assertThatThrownBy(() -> HardwareChange.exchange(folder.load(), "F11", "X2", "vt4"))
                .isInstanceOf(RefusedException.class);
    }

    @Test
    void aRenameIsFollowedAndARemovalRefusedWhileSomethingRefersToIt() {
        folder.copyDevice(folder.load(), "TD1", "TD2", true);
        folder.change(site -> site.with(site.remarks().withMuted("left-at-default TD1 settings", "looked through")));
        assertThatThrownBy(() -> folder.change(site -> DeviceChange.remove(site, "TD1", false)))
                .hasMessageContaining("TD2 twin-of, devices/TD2.yaml");
        folder.renameDevice(folder.load(), "TD1", "TD9");
        Project project = folder.load();
        assertThat(project.devices()).containsKey("TD9").doesNotContainKey("TD1");
        assertThat(project.device("TD2").plate().text(Plate.Item.TWIN_OF)).isEqualTo("TD9");
        assertThat(project.muted()).containsKey("left-at-default TD9 settings");
        assertThat(folder.history("TD9").lines()).anyMatch(line -> line.event().equals("renamed"));
        folder.change(site -> DeviceChange.remove(site, "TD9", true));
        assertThat(folder.load().devices()).doesNotContainKey("TD9");
        assertThat(folder.load().device("TD2").plate().entry(Plate.Item.TWIN_OF))
                .isEmpty();
    }

    @Test
    void aRowGoesOnlyWithWhatRefersToIt() {
        folder.set(
                folder.load(),
                "R51",
                Map.of(
                        "busbars.K2.voltage", "11 kV",
                        "circuits.F12.busbar", "K2",
                        "circuits.F12.currents", "AI7",
                        "derived.sum.sum-of", "AI4, AI7",
                        "derived.sum.circuit", "F12"));
        RowRemoval removal = removal("R51", "busbars.K2");
        assertThat(removal.rows()).containsExactly("busbars.K2", "circuits.F12");
        assertThat(removal.referrers()).containsExactly("circuits.F12.busbar = K2", "derived.sum.circuit = F12");
        assertThatThrownBy(() -> folder.change(site -> removal.carriedOut(site, "R51", false)))
                .hasMessageContaining("is still named by circuits.F12.busbar = K2");
        folder.change(site -> removal.carriedOut(site, "R51", true));
        assertThat(folder.load().device("R51").sheets()).doesNotContainKeys("busbars.K2", "circuits.F12");
        assertThat(ValueChange.shown(folder.load(), "R51", "derived.sum.circuit"))
                .isEqualTo("none (default)");
        folder.set(folder.load(), "RTU1", "recipients.Night.number", "+47 22 00 00 03");
        folder.set(folder.load(), "RTU1", "alarms.level.recipients", "Duty, Night");
        folder.change(site -> removal("RTU1", "recipients.Duty").carriedOut(site, "RTU1", true));
        assertThat(ValueChange.shown(folder.load(), "RTU1", "alarms.level.recipients"))
                .isEqualTo("Night");
        assertThat(findings()).anyMatch(finding -> finding.subject().equals("RTU1 alarms.pump.recipients"));
        assertThatThrownBy(() -> removal("RTU1", "recipients.Duti")).isInstanceOf(UnknownNameException.class);
    }

    private RowRemoval removal(String device, String row) {
        Project project = folder.load();
        return RowRemoval.of(DeviceSheets.of(project.typeOf(project.device(device)), project.device(device)), row);
    }

    /** The way of N03 and N196: one file holds a device, and another project takes it in. */
    @ParameterizedTest
    @CsvSource({"F11", "L21", "M31", "Q41", "R51", "P61", "RTU1", "CN1", "TD1", "GD1"})
    void aConfigurationsFileMakesAnEqualDevice(String name) {
        Path file = root.resolve(name + ".json");
        new ConfigurationFile(configuration(name), "urvant test").write(file);
        ProjectFolder other = ProjectFolder.create(root.resolve("other"), "Other", Skarholm.CLOCK, "tester");
        ConfigurationFile read = ConfigurationFile.read(file, "held.json");
        assertThat(read.madeBy()).isEqualTo("urvant test");
        other.change(site -> NewDevice.addHeld(site, name, read.configuration(), "file held.json", null));
        Project project = other.load();
        Device device = project.device(name);
        Section made = ConfigurationBuilder.build(project, device).parts();
        boolean hasGaps = !project.typeOf(device).handling().gaps().isEmpty();
        if (hasGaps) {
            assertThat(made.section("settings").section("BI8").text("name")).isEmpty();
            folder.set(
                    folder.load(),
                    name,
                    Map.of("assignments.extra.function", "arc", "assignments.extra.lamps", "LED2"));
            folder.change(site -> Adoption.adopt(site, name, read.configuration()));
            assertThat(configuration(name).fingerprint())
                    .as("a row that the file lacks goes")
                    .isEqualTo(read.configuration().fingerprint());
        } else {
            assertThat(made).isEqualTo(read.configuration().parts());
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            {"format":"urvant-configuration-file/2","made-by":"urvant 9"} | written by urvant 9
            {"format":"urvant-configuration/2"} | expected urvant-configuration-file/1
            {"format":"other"}                  | expected urvant-configuration-file/1
            [1]                                 |
            """)
    void aFileOfANewerProgramIsRefusedWithItsName(String content, String message) throws IOException {
        Path file = Files.writeString(root.resolve("x.json"), content);
        assertThatThrownBy(() -> ConfigurationFile.read(file, "x.json"))
                .isInstanceOf(UrvantException.class)
                .hasMessageContaining(message == null ? "" : message);
    }

    @Test
    void rowsTellWhatDiffersWhatIsIdleAndWhereASettingIsUsed() {
        Project project = folder.load();
        Device device = project.device("F11");
        List<ValueRow> rows = ValueRow.of(DeviceSheets.of(project.typeOf(device), device));
        assertThat(rows.stream().filter(ValueRow::differs).map(ValueRow::path))
                .contains("group.1.overcurrent.1.pick-up", "BI8.name")
                .as("11 kV is the default of 11000 V")
                .doesNotContain("rated.voltage");
        assertThat(rows).anySatisfy(row -> {
            assertThat(row.path()).isEqualTo("group.1.overcurrent.1.delay");
            assertThat(row.idle()).isEqualTo("the characteristic is inverse");
        });
        assertThat(rows.stream().filter(row -> row.contains("WRONG PHASE")).map(ValueRow::path))
                .containsExactly("supervision.sequence");
        assertThat(Usage.of(project.typeOf(device), "ct.primary"))
                .anyMatch(use -> use.startsWith("rule ct-ratio"))
                .anyMatch(use -> use.startsWith("rule ct-fits-feeder"));
    }

    /** Every code that a type's letters can make is read as what it stands for, and made from that again. */
    @ParameterizedTest
    @CsvSource({"marrowby-f2", "tarnholt-l5", "stenvaag-m3", "havbryn-r6"})
    void orderingCodesAreReadAndMade(String name) {
        var form = Catalogue.type(name).orElseThrow().hardware().ordering().orElseThrow();
        List<String> codes = new ArrayList<>(List.of(""));
        for (var part : form.parts()) {
            List<String> letters = part.letters().isEmpty()
                    ? List.of(part.name())
                    : List.copyOf(part.letters().keySet());
            codes = codes.stream()
                    .flatMap(code -> letters.stream().map(letter -> code + letter))
                    .toList();
        }
        assertThat(codes).hasSizeGreaterThan(5).allSatisfy(code -> {
            var decoded = form.decode(code);
            if (decoded.mistakes().isEmpty()) {
                assertThat(form.encode(decoded.modules(), decoded.licences(), decoded.hardware(), decoded.letters()))
                        .contains(code);
            }
            assertThat(form.decode(code + "9").mistakes()).isNotEmpty();
            assertThat(form.decode(code.substring(1)).mistakes()).isNotEmpty();
        });
    }

    @Test
    void firmwareIsUpgradedOnlyOnAllowedWays() {
        var software = Catalogue.type("marrowby-f2").orElseThrow().software();
        assertThat(software.mayUpgrade("4.0", "4.1")).isTrue();
        assertThat(software.mayUpgrade("4.0", "4.3")).isFalse();
        assertThat(software.mayUpgrade("4.3", "4.1")).isFalse();
        assertThat(software.mayUpgrade("9.9", "4.1")).isFalse();
    }
}
