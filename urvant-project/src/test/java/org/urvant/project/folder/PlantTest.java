package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
import org.urvant.core.finding.Ref;
import org.urvant.core.tree.Section;
import org.urvant.project.Device;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.Renaming;
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
        folder = ProjectFolder.open(folder.root(), Skarholm.workplace("tester"));
        folder.describe("set F11 two values");
        folder.set(folder.load(), "F11", Map.of("rated.voltage", "10 kV", "clock.zone", "Europe/Oslo"));
        assertThat(folder.undo(true).title()).isEqualTo("set F11 two values");
        assertThat(folder.undo(false).files()).containsExactly("devices/F11.yaml");
        assertThat(file).hasContent(before);
        folder = ProjectFolder.open(folder.root(), Skarholm.workplace("tester"));
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
        folder.carryOut(DeviceChange.copy(folder.load(), "TD1", "TD2", true).change(folder.load()));
        folder.change(site -> site.with(site.remarks().withMuted("left-at-default TD1 settings", "looked through")));
        assertThatThrownBy(() -> folder.change(site -> DeviceChange.remove(site, "TD1", false)))
                .hasMessageContaining("TD2 twin-of, devices/TD2.yaml");
        folder.carryOut(Renaming.of(folder.load(), Ref.device("TD1"), "TD9").change(folder.load()));
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
        folder.set(folder.load(), "RTU1", "recipients.Night.number", "+46 31 390 06 03");
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
        ProjectFolder other = ProjectFolder.create(root.resolve("other"), "Other", Skarholm.workplace("tester"));
        ConfigurationFile read = ConfigurationFile.read(file, "held.json");
        assertThat(read.madeBy()).isEqualTo("urvant test");
        other.change(site -> NewDevice.addHeld(site, name, read.configuration(), "file held.json", Optional.empty()));
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
            folder.change(
                    site -> Adoption.plan(site, name, read.configuration()).after());
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
