package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.file.SafeFile;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.Change;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.SourceRemoval;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.mapping.SignalName;

class ConventionsTest {
    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void skarholm() {
        folder = Skarholm.make(root.resolve("site"));
    }

    private Configuration configuration() {
        Project project = folder.load();
        return ConfigurationBuilder.build(project, project.device("GW1"));
    }

    @ParameterizedTest(name = "{0} for {1} is {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            {ied} {description} {phase}  | F01CTRL/XCBR1.Pos.stVal           | F01 Breaker position
            {ied} {description} {phase}  | F01MEAS/MMXU1.A.phsB.cVal.mag.f   | F01 Current B
            {ied} {description} {phase}  | F01MEAS/MMXU1.PPV.phsCA.cVal.mag.f | F01 Line voltage CA
            {ied} {description} {phase}  | F01CTRL/XCBR1.Loc.stVal           | F01 Breaker Loc
            {ied} {description} {phase}  | F01MEAS/LLN0.Loc.stVal            | F01 Measurement and metering Loc
            {ied}/{ld}/{node}.{object}   | F01PROT/PTRC1.Tr.general          | F01/PROT/PTRC1.Tr
            {node} {attribute}           | F01PROT/PTRC1.Tr.general          | PTRC1 Tr.general
            {ied} {misspelt}             | F01PROT/PTRC1.Tr.general          | F01 {misspelt}
            """)
    void namesFollowTheTemplate(String template, String reference, String name) {
        assertThat(SignalName.of(template, folder.load().signal(reference))).isEqualTo(name);
    }

    @Test
    void aProjectsOwnTemplateAndBlocksHold() throws IOException {
        Skarholm.edit(folder, "urvant.yaml", "{ied} {description} {phase}", "{ied}.{node}.{object}");
        Skarholm.edit(folder, "urvant.yaml", "measured: 4001-4999", "measured: 700-799");
        Skarholm.map(folder, "GW1", "F01MEAS/MMXU1.TotW.mag.f");
        List<Mapping> rows = folder.load().device("GW1").mappings();
        assertThat(rows.get(rows.size() - 1).name()).isEqualTo("F01.MMXU1.TotW");
        assertThat(rows.get(rows.size() - 1).destination()).isEqualTo("M_ME_TF_1 700");
    }

    @Test
    void aFullBlockIsSaidAndNothingIsChanged() throws IOException {
        Skarholm.edit(folder, "urvant.yaml", "measured: 4001-4999", "measured: 4001-4006");
        byte[] before = Files.readAllBytes(folder.root().resolve("mappings/GW1.csv"));
        assertThatThrownBy(() -> Skarholm.map(folder, "GW1", "F01MEAS/MMXU1.TotW.mag.f"))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("no address is free in 4001-4006")
                .satisfies(mistake ->
                        assertThat(((RefusedException) mistake).remedy()).contains("conventions of the project"));
        assertThat(folder.root().resolve("mappings/GW1.csv")).hasBinaryContent(before);
    }

    @Test
    void severalValuesAreSetTogetherOrNotAtAll() {
        Configuration before = configuration();
        assertThatThrownBy(() ->
                        folder.set(folder.load(), "GW1", Map.of("watchdog.time", "10", "clock.source", "sundial")))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining("sundial");
        assertThatThrownBy(() -> folder.set(folder.load(), "GW1", Map.of("watchdog.time", "10", "none", "1")))
                .isInstanceOf(UnknownNameException.class);
        assertThat(configuration().bytes()).isEqualTo(before.bytes());
        folder.set(folder.load(), "GW1", Map.of("watchdog.time", "10 s", "clock.source", "own"));
        assertThat(configuration()
                        .parts()
                        .section("settings")
                        .section("watchdog")
                        .text("time"))
                .contains("10");
        assertThat(configuration().parts().section("settings").section("clock").text("source"))
                .contains("own");
    }

    /** A number is one value however it is written; text is not. */
    @Test
    void theSameValueWrittenOtherwiseGivesTheSameBytes() throws IOException {
        folder.set(folder.load(), "GW1", "watchdog.time", "10");
        byte[] plain = configuration().bytes();
        for (String written : List.of("10.0", "10 s", "+10", "10.00 s")) {
            folder.set(folder.load(), "GW1", "watchdog.time", written);
            assertThat(configuration().bytes()).isEqualTo(plain);
            assertThat(Files.readString(folder.root().resolve("devices/GW1.yaml")))
                    .contains(written);
        }
        assertThat(ProjectCheck.blocks(ProjectCheck.check(folder.load()))).isFalse();
    }

    @Test
    void aProjectCanHaveDeviceTypesOfItsOwn() {
        assertThatThrownBy(() -> folder.change(site -> NewDevice.add(site, "D1", NewDevice.Start.of("own-box"))))
                .isInstanceOf(UnknownNameException.class);
        SafeFile.writeText(
                folder.root().resolve("types/own-box.yaml"),
                """
                format: urvant-device-type/1
                type: own-box
                maker: Nobody
                title: a box
                firmware: {"1": {}}
                settings:
                  size: {kind: integer, least: 1, most: 9, default: 3, meaning: how large it is}
                """);
        folder.change(site -> NewDevice.add(site, "D1", NewDevice.Start.of("own-box")));
        folder.set(folder.load(), "D1", "size", "7");
        Project project = folder.load();
        assertThat(ConfigurationBuilder.build(project, project.device("D1"))
                        .parts()
                        .section("settings")
                        .text("size"))
                .contains("7");
        assertThat(ProjectCheck.blocks(ProjectCheck.check(project, project.device("D1"))))
                .isFalse();
    }

    @Test
    void clearingKeepsACopyAndTheAddresses() throws IOException {
        Configuration before = configuration();
        List<String> destinations = folder.load().device("GW1").mappings().stream()
                .map(Mapping::destination)
                .toList();
        Project project = folder.load();
        Project cleared = ValueChange.cleared(project, "GW1");
        List<String> kept = folder.carryOut(
                Change.of(project, cleared.with(cleared.device("GW1").withMappings(List.of())))
                        .keepingOld());
        assertThat(kept).hasSize(2).allSatisfy(copy -> assertThat(folder.root().resolve(copy))
                .isNotEmptyFile());
        assertThat(folder.load().device("GW1").mappings()).isEmpty();
        assertThat(folder.load().device("GW1").settings()).isEmpty();
        assertThat(folder.load().device("GW1").connections()).containsOnlyKeys("F01", "F02", "scada");
        assertThat(folder.load().device("GW1").addresses().owners()).hasSameSizeAs(destinations);
        folder.change(site -> Adoption.plan(site, "GW1", before).after());
        assertThat(configuration().bytes()).isEqualTo(before.bytes());
        assertThat(folder.load().device("GW1").mappings())
                .extracting(Mapping::destination)
                .containsExactlyInAnyOrderElementsOf(destinations);
    }

    @Test
    void onlyAnEmptyFolderBecomesAProject() throws IOException {
        assertThatThrownBy(() -> ProjectFolder.create(folder.root(), "x", Skarholm.workplace("t")))
                .hasMessageContaining("is not empty");
        Path file = Files.createFile(root.resolve("file"));
        assertThatThrownBy(() -> ProjectFolder.create(file, "x", Skarholm.workplace("t")))
                .hasMessageContaining("no folder");
        assertThatThrownBy(() -> ProjectFolder.open(root, Skarholm.workplace("t")))
                .hasMessageContaining("not in a project");
        Path below = Files.createDirectories(folder.root().resolve("a/b"));
        assertThat(ProjectFolder.open(below, Skarholm.workplace("t")).root()).isEqualTo(folder.root());
    }

    /** An import, a mapping and a removal are each one change; addresses that were given stay given. */
    @Test
    void importsAndMappingsAreUndoneToo() throws IOException {
        ProjectFolder made = Skarholm.make(root.resolve("undone"));
        Path table = made.root().resolve("mappings/GW1.csv");
        String mapped = Files.readString(table);
        int given = made.load().device("GW1").addresses().owners().size();
        ProjectFolder later = ProjectFolder.open(made.root(), Skarholm.workplace("tester"));
        later.describe("remove F01.cid");
        Project project = later.load();
        later.carryOut(SourceRemoval.of(project, "F01.cid").change(project));
        assertThat(later.load().ied("F01")).isEmpty();
        Undone undone =
                ProjectFolder.open(made.root(), Skarholm.workplace("tester")).undo(false);
        assertThat(undone.title()).isEqualTo("remove F01.cid");
        assertThat(undone.files())
                .contains("sources/F01.cid", "sources/index.yaml", "mappings/GW1.csv", "devices/GW1.yaml");
        assertThat(table).hasContent(mapped);
        project = ProjectFolder.open(made.root(), Skarholm.workplace("tester")).load();
        assertThat(project.ied("F01")).isPresent();
        assertThat(project.device("GW1").addresses().owners()).hasSize(given);
        assertThat(ProjectCheck.blocks(ProjectCheck.check(project))).isFalse();
    }
}
