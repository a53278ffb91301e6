package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
import org.urvant.core.finding.Severity;
import org.urvant.core.progress.Progress;
import org.urvant.core.tree.Fingerprint;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Plate;
import org.urvant.project.Project;
import org.urvant.project.cache.KnownFiles;
import org.urvant.project.cache.UserCache;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.mapping.MappedSignal;
import org.urvant.project.mapping.SignalMapper;
import org.urvant.scl.DataAttribute;

class ProjectFolderTest {
    private static final InstantSource CLOCK = InstantSource.fixed(Instant.parse("2026-11-23T10:00:00Z"));

    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void skarholm() {
        folder = ProjectFolder.create(root.resolve("skarholm"), "Skarholm tidal works", Skarholm.workplace("tester"));
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.change(site ->
                NewDevice.add(site, "GW1", NewDevice.Start.of("ravnsund-g3").with(Plate.Item.LINK, "192.0.2.20:8443")));
        folder.change(site -> ConnectionChange.connect(site, "GW1", "F01", "relay", "F01"));
        folder.change(site -> ConnectionChange.connect(site, "GW1", "scada", "control-centre"));
        folder.set(folder.load(), "GW1", "station.name", "Skarholm");
        folder.set(folder.load(), "GW1", "network.address", "192.0.2.20");
        folder.set(folder.load(), "GW1", "network.gateway", "192.0.2.1");
        folder.set(folder.load(), "GW1", "scada.peer", "198.51.100.7");
        folder.set(folder.load(), "GW1", "scada.common-address", "47");
    }

    private void map(int start, String... references) {
        Project project = folder.load();
        List<DataAttribute> signals = Stream.of(references).map(project::signal).toList();
        Device device = project.device("GW1");
        folder.save(
                project,
                SignalMapper.propose(project, device, "scada", MappedSignal.of(signals), OptionalInt.of(start))
                        .carriedOut(project, device));
    }

    private List<String> destinations() {
        return folder.load().device("GW1").mappings().stream()
                .map(Mapping::destination)
                .toList();
    }

    private Path file(String name) {
        return folder.root().resolve(name);
    }

    private void replace(String name, String from, String to) throws IOException {
        String text = Files.readString(file(name));
        assertThat(text).contains(from);
        Files.writeString(file(name), text.replace(from, to));
    }

    private Map<String, String> everyFile() throws IOException {
        try (Stream<Path> files = Files.walk(folder.root())) {
            return files.filter(Files::isRegularFile)
                    .filter(path -> !path.startsWith(folder.cache()))
                    .collect(Collectors.toMap(Path::toString, path -> {
                        try {
                            return Files.getLastModifiedTime(path) + Files.readString(path);
                        } catch (IOException e) {
                            throw new IllegalStateException(e);
                        }
                    }));
        }
    }

    @Test
    void savingWhatHasNotChangedTouchesNoFile() throws IOException {
        map(1001, "F01CTRL/XCBR1.Pos.stVal");
        Map<String, String> before = everyFile();
        folder.importScl(Path.of("../demo/F01.cid"));
        folder.set(folder.load(), "GW1", "station.name", "Skarholm");
        map(1001, "F01CTRL/XCBR1.Pos.stVal");
        assertThat(everyFile()).isEqualTo(before);
    }

    /** Types by IEC TS 61850-80-1: DPC → 31, ACT → 30, CMV → 36, DPC control → 46, selected as the control model has it. */
    @Test
    void signalsGetTypesByClassAndTheFirstFreeAddress() {
        map(
                1001,
                "F01CTRL/XCBR1.Pos.stVal",
                "F01PROT/PTRC1.Tr.general",
                "F01MEAS/MMXU1.A.phsA.cVal.mag.f",
                "F01CTRL/CSWI1.Pos.Oper.ctlVal");
        assertThat(folder.load().device("GW1").mappings())
                .extracting(Mapping::from, Mapping::source, Mapping::to, Mapping::destination)
                .containsExactly(
                        tuple("F01", "F01CTRL/XCBR1.Pos.stVal", "scada", "M_DP_TB_1 1001"),
                        tuple("F01", "F01PROT/PTRC1.Tr.general", "scada", "M_SP_TB_1 1002"),
                        tuple("F01", "F01MEAS/MMXU1.A.phsA.cVal.mag.f", "scada", "M_ME_TF_1 1003"),
                        tuple("scada", "C_DC_NA_1 1001 select", "F01", "F01CTRL/CSWI1.Pos.Oper.ctlVal"));
        assertThat(rules()).isEmpty();
    }

    @Test
    void anAddressOnceGivenIsNeverGivenToAnotherSignal() throws IOException {
        map(1001, "F01CTRL/XCBR1.Pos.stVal", "F01PROT/PTRC1.Tr.general");
        String table = Files.readString(file("mappings/GW1.csv"));
        Files.writeString(file("mappings/GW1.csv"), table.lines().limit(1).collect(Collectors.joining()) + "\n");
        map(1001, "F01CTRL/XCBR1.Loc.stVal");
        assertThat(destinations()).containsExactly("M_SP_TB_1 1003");
        map(1001, "F01PROT/PTRC1.Tr.general");
        assertThat(destinations())
                .as("a signal that comes back gets its own address")
                .contains("M_SP_TB_1 1002");
        replace("mappings/GW1.csv", "M_SP_TB_1 1003", "M_SP_TB_1 1001");
        assertThat(rules()).containsExactly("address-taken");
    }

    private List<String> rules() {
        return ProjectCheck.check(folder.load()).stream()
                .filter(finding -> finding.severity() == Severity.ERROR)
                .map(finding -> finding.rule().id())
                .toList();
    }

    @ParameterizedTest(name = "{0}: {1} → {2} is {3}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            devices/GW1.yaml | station.name       | sation.name           | unknown-reference
            devices/GW1.yaml | ied: F01           | ied: F02              | unknown-reference
            devices/GW1.yaml | ravnsund-g3        | ravnsund-g4           | unknown-reference
            devices/GW1.yaml | kind: relay        | kind: rely            | unknown-reference
            devices/GW1.yaml | address: 47        | address: 65535        | value-out-of-range
            devices/GW1.yaml | firmware: 2.1      | firmware: 9.9         | value-out-of-range
            devices/GW1.yaml | station.name: Skarholm | watchdog.time: 5.3 | value-off-step
            devices/GW1.yaml | link:              | lnk:                  | file-malformed
            devices/GW1.yaml | device: GW1        | device: GW2           | file-malformed
            mappings/GW1.csv | XCBR1.Pos          | XCBR1.Poss            | unknown-reference
            mappings/GW1.csv | scada,M_DP         | scads,M_DP            | unknown-reference
            mappings/GW1.csv | M_DP_TB_1          | M_SP_TB_1             | point-not-fitting
            mappings/GW1.csv | M_DP_TB_1 1001     | M_DP_TB_1 0           | value-out-of-range
            mappings/GW1.csv | M_SP_TB_1 1002     | M_SP_TB_1 1001        | point-duplicate
            mappings/GW1.csv | ,M_SP_TB_1 1002,yes |                     | file-malformed
            mappings/GW1.csv | M_SP_TB_1 1002,yes | M_SP_TB_1 1002,maybe  | file-malformed
            urvant.yaml      | double-point       | doubel-point          | file-malformed
            urvant.yaml      | 1001-1999          | 1999-1001             | file-malformed
            """)
    void plantedMistakesAreFoundAtTheirLine(String name, String from, String to, String rule) throws IOException {
        map(1001, "F01CTRL/XCBR1.Pos.stVal", "F01PROT/PTRC1.Tr.general");
        int line = Files.readString(file(name)).split(from)[0].split("\n", -1).length;
        replace(name, from, to == null ? "" : to);
        List<Finding> findings = ProjectCheck.check(folder.load());
        assertThat(findings).as("findings %s", findings).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.position().source()).isEqualTo(name);
            assertThat(finding.position().line()).isEqualTo(line);
            assertThat(finding.remedy()).isNotBlank();
        });
        assertThat(ProjectCheck.blocks(findings)).isTrue();
        assertThat(ConfigurationBuilder.build(folder.load(), folder.load().device("GW1")))
                .as("what is sound can still be compared")
                .isNotNull();
    }

    @Test
    void valuesThatOnlyAPersonCanGiveAreOpenItems() throws IOException {
        replace("devices/GW1.yaml", "    peer: 198.51.100.7\n", "");
        assertThat(rules()).containsExactly("open-items");
        replace("sources/F01.cid", "Marrowby", "Marrowbx");
        assertThat(rules()).containsExactly("open-items", "source-altered");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            mappings/GW1.csv | key,name,from  | ky,name,from   | heading lacks key
            mappings/GW1.csv | F01 Breaker    | "F01 Breaker   | not CSV
            devices/GW1.yaml | connections:   | connections: [ | not YAML
            ledger/GW1.jsonl | 1001           | 1007           | altered
            ledger/GW1.jsonl | {              | (              | not JSON
            """)
    void brokenFilesAreToldWithTheirPlaceAndBlock(String name, String from, String to, String found)
            throws IOException {
        map(1001, "F01CTRL/XCBR1.Pos.stVal", "F01PROT/PTRC1.Tr.general");
        replace(name, from, to);
        List<Finding> findings = folder.load().remarks().findings();
        assertThat(ProjectCheck.blocks(findings)).isTrue();
        assertThat(findings).anySatisfy(finding -> {
            assertThat(finding.position().toString()).contains(name);
            assertThat(finding.message()).contains(found);
            assertThat(finding.about()).containsExactly(Ref.device("GW1"));
        });
    }

    @Test
    void aTornLastLineOfTheLedgerWasNeverWritten() throws IOException {
        DeviceHistory history = folder.history("GW9");
        history.readBack("T-1", Optional.of(Fingerprint.of(new byte[0])), true);
        byte[] whole = Files.readAllBytes(file("ledger/GW9.jsonl"));
        history.saved(Fingerprint.of(new byte[0]), "why");
        byte[] both = Files.readAllBytes(file("ledger/GW9.jsonl"));
        for (int cut = whole.length; cut < both.length; cut++) {
            Files.write(file("ledger/GW9.jsonl"), Arrays.copyOf(both, cut));
            assertThat(history.lines()).extracting(Ledger.Line::event).containsExactly("read-back");
            Files.delete(file("ledger/heads")); // otherwise it is found: LedgerTest
            history.saved(Fingerprint.of(new byte[0]), "why");
            assertThat(Files.readAllBytes(file("ledger/GW9.jsonl"))).isEqualTo(both);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            {"address":99999999999,"connection":"scada","event":"address-given"} | is no address
            {"event":"downloaded","fingerprint":"xyz"}                           | 'xyz' is no fingerprint
            {"event":"saved"}                                                    | is no fingerprint
            """)
    void aSoundLineWithFieldsThatMeanNothingIsNamed(String line, String found) throws IOException {
        String begin = ",\"previous\":\"" + "0".repeat(64) + "\"}\n";
        Files.createDirectories(file("ledger"));
        Files.writeString(file("ledger/GW1.jsonl"), line.replaceFirst("}$", "") + begin);
        assertThat(folder.load().remarks().findings()).anySatisfy(finding -> {
            assertThat(finding.severity()).isEqualTo(Severity.ERROR);
            assertThat(finding.position()).hasToString("ledger/GW1.jsonl:1");
            assertThat(finding.message()).contains(found);
        });
    }

    @Test
    void anyChangedRemovedOrInsertedLineOfTheLedgerIsFound() throws IOException {
        map(1001, "F01CTRL/XCBR1.Pos.stVal", "F01PROT/PTRC1.Tr.general", "F01CTRL/LLN0.Loc.stVal");
        List<String> lines = Files.readAllLines(file("ledger/GW1.jsonl"));
        assertThat(lines).hasSize(3);
        List<List<String>> altered = List.of(
                List.of(lines.get(0), lines.get(2)),
                List.of(lines.get(1), lines.get(2)),
                List.of(lines.get(1), lines.get(0), lines.get(2)),
                List.of(lines.get(0), lines.get(0), lines.get(1), lines.get(2)),
                List.of(lines.get(0).replace("tester", "nobody"), lines.get(1), lines.get(2)));
        for (List<String> other : altered) {
            Files.writeString(file("ledger/GW1.jsonl"), String.join("\n", other) + "\n");
            assertThatThrownBy(() -> folder.history("GW1").lines())
                    .hasMessageContaining("the ledger was altered")
                    .satisfies(mistake ->
                            assertThat(((UrvantException) mistake).remedy()).contains("Restore"));
        }
    }

    @Test
    void theSameProjectGivesTheSameBytesOnEveryMachine() {
        map(1001, "F01CTRL/XCBR1.Pos.stVal");
        byte[] first = ConfigurationBuilder.build(folder.load(), folder.load().device("GW1"))
                .bytes();
        Locale locale = Locale.getDefault();
        try {
            Locale.setDefault(Locale.forLanguageTag("ar-EG-u-nu-arab"));
            assertThat(ConfigurationBuilder.build(folder.load(), folder.load().device("GW1"))
                            .bytes())
                    .isEqualTo(first);
        } finally {
            Locale.setDefault(locale);
        }
    }

    /** Columns: IEDs that are wanted, whether only what is sound, what is taken, what is left out or why it is refused. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
                     | false |             | has errors; nothing was imported
            F01      | false |             | has errors; nothing was imported
                     | true  | F01 F02 F03 | T01
            F01,T01  | true  | F01         | T01
            F01      | true  | F01         |
            F01,F99  | true  |             | no IED 'F99'
            """)
    void whatOfAFileIsTakenIsChosen(String wanted, boolean soundOnly, String taken, String rest) throws IOException {
        Path file = root.resolve("unsound.scd");
        Files.writeString(
                file,
                Files.readString(Path.of("../demo/skarholm.scd"))
                        .replaceFirst("lnType=\"TP4_PDIF\"", "lnType=\"TP4_PDIV\""));
        ImportPlan plan = ImportPlan.look(file, new KnownFiles(new UserCache(root.resolve("cache")), Progress.NONE));
        List<String> names = wanted == null ? List.of() : List.of(wanted.split(","));
        if (taken == null) {
            assertThatThrownBy(() -> plan.choose(names, soundOnly)).hasMessageContaining(rest);
            return;
        }
        ImportPlan.Choice choice = plan.choose(names, soundOnly);
        assertThat(choice.ieds()).contains(taken.split(" "));
        assertThat(choice.left()).isEqualTo(rest == null ? List.of() : List.of(rest));
    }

    /** A type of the project's own comes from another, is there like any other, and goes when nothing is of it. */
    @Test
    void aTypeOfTheProjectsOwnComesAndGoes() {
        ProjectFolder own = ProjectFolder.create(root.resolve("types"), "Site", Skarholm.workplace("tester"));
        own.ownTypes().copy("oddvik-u1", "my-u1");
        assertThat(own.types().named("my-u1").settings())
                .hasSameSizeAs(own.types().named("oddvik-u1").settings());
        for (String name : new String[] {"my-u1", "oddvik-u1", "My U1", "../u1", ""}) {
            assertThatThrownBy(() -> own.ownTypes().copy("oddvik-u1", name))
                    .as(name)
                    .isInstanceOf(RefusedException.class);
        }
        assertThatThrownBy(() -> own.ownTypes().copy("oddvik-u9", "your-u1")).isInstanceOf(UnknownNameException.class);
        own.change(site -> NewDevice.add(site, "Q1", NewDevice.Start.of("my-u1")));
        assertThatThrownBy(() -> own.ownTypes().remove(own.load(), "my-u1")).hasMessageContaining("the type of Q1");
        own.change(site -> DeviceChange.remove(site, "Q1", false));
        own.ownTypes().remove(own.load(), "my-u1");
        assertThat(own.types().names()).doesNotContain("my-u1").contains("oddvik-u1");
        assertThatThrownBy(() -> own.ownTypes().remove(own.load(), "oddvik-u1"))
                .hasMessageContaining("no type 'oddvik-u1' of its own");
    }
}
