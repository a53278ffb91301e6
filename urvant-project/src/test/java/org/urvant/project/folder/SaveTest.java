package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Ref;
import org.urvant.file.SafeFile;
import org.urvant.project.Bay;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Change;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.HardwareChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.SourceRemoval;
import org.urvant.project.change.ValueChange;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.kit.Sites;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.ValueRow;

/** What differs between two states of a site is what changes in its files, and nothing else. */
class SaveTest {
    @TempDir
    Path root;

    private Map<String, String> texts() {
        Map<String, String> texts = new TreeMap<>();
        try (Stream<Path> files = Files.walk(root.resolve("site"))) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                String name = root.resolve("site").relativize(file).toString();
                if (!name.startsWith(".urvant") && !name.startsWith("ledger")) {
                    texts.put(name, Files.readString(file));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return texts;
    }

    private static String content(Device device) {
        return DeviceText.of(device) + "\n" + MappingTable.write(device.mappings()) + "\n" + device.logic();
    }

    /** One change of a kind that people make, or the same site when this one cannot be made. */
    private static Project changed(Project site, Random random) {
        List<String> names = new ArrayList<>(site.devices().keySet());
        String name = names.get(random.nextInt(names.size()));
        Device device = site.device(name);
        List<ValueRow> rows = ValueRow.of(DeviceSheets.of(site.typeOf(device), device));
        ValueRow row = rows.get(random.nextInt(rows.size()));
        Map<String, String> value = new TreeMap<>();
        try {
            switch (random.nextInt(8)) {
                case 0 -> value.put(row.path(), null);
                case 1 -> value.put(row.path(), row.setting().standard());
                case 2 -> value.put(row.path(), String.valueOf(1 + random.nextInt(5)));
                case 3 -> value.put("description", "text " + random.nextInt(100) + ": \"#\" %é");
                case 4 -> {
                    return site.with(device.withLogic(
                            random.nextBoolean() ? "" : "PROGRAM p" + random.nextInt(9) + " END_PROGRAM\n"));
                }
                case 5 -> {
                    return HardwareChange.tick(site, name, Map.of("S" + random.nextInt(4), "on"));
                }
                case 6 -> {
                    return ConnectionChange.connect(
                            site,
                            name,
                            "link" + random.nextInt(5),
                            site.typeOf(device).connections().firstKey());
                }
                default -> {
                    return site.with(device.with(device.given()
                            .without(
                                    device.sheets().isEmpty()
                                            ? ""
                                            : device.sheets().firstKey())));
                }
            }
            return ValueChange.set(site, name, value);
        } catch (RuntimeException refused) {
            return site; // what does not fit is refused before anything is written, and has tests of its own
        }
    }

    /** Random changes of a plant, saved one by one, read back each time; then undone one by one. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void whatIsSavedIsReadBackAndUndoneAgain(long seed) {
        ProjectFolder folder = Plant.make(root.resolve("site"));
        Random random = new Random(seed);
        List<Map<String, String>> states = new ArrayList<>();
        for (int step = 0; step < 15; step++) {
            folder = ProjectFolder.open(root.resolve("site"), Skarholm.workplace("tester"));
            Project before = folder.load();
            Project after = changed(before, random);
            Map<String, String> texts = texts();
            folder.save(before, after);
            if (!texts().equals(texts)) {
                states.add(texts);
            }
            Project read = folder.load();
            for (Device device : after.devices().values()) {
                assertThat(content(read.device(device.name()))).isEqualTo(content(device));
                assertThat(ConfigurationBuilder.build(read, read.device(device.name()))
                                .fingerprint())
                        .isEqualTo(ConfigurationBuilder.build(after, device).fingerprint());
            }
        }
        assertThat(states).hasSizeGreaterThan(5);
        for (int i = states.size() - 1; i >= 0; i--) {
            ProjectFolder.open(root.resolve("site"), Skarholm.workplace("tester"))
                    .undo(false);
            assertThat(texts()).isEqualTo(states.get(i));
        }
    }

    @Test
    void aSiteMadeInMemoryIsWrittenAndReadBack() {
        ProjectFolder folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
        Project made = Sites.plant(folder.load());
        folder.save(folder.load(), made);
        Project read = folder.load();
        made.devices().forEach((name, device) -> assertThat(content(read.device(name)))
                .isEqualTo(content(device)));
        Map<String, String> texts = texts();
        folder.save(read, read);
        assertThat(texts()).as("saving what has not changed").isEqualTo(texts);
    }

    /** One value, its line; a copy and a rename take the comments along. */
    @Test
    void commentsStayAndCopiesTakeThemAlong() {
        ProjectFolder folder = Plant.make(root.resolve("site"));
        Path file = folder.root().resolve("devices/F11.yaml");
        String noted = SafeFile.readText(file, 1_000_000, "F11")
                .replace("\nsettings:", "\n# as agreed on site\nsettings: # all in primary values");
        SafeFile.writeText(file, noted);
        folder.set(folder.load(), "F11", Map.of("ct.primary", "600 A"));
        assertThat(file).hasContent(noted.replace("ct.primary: 400 A", "ct.primary: 600 A"));
        folder.carryOut(DeviceChange.copy(folder.load(), "F11", "F12", false).change(folder.load()));
        assertThat(folder.root().resolve("devices/F12.yaml"))
                .content()
                .contains("device: F12", "# as agreed on site", "# all in primary values", "origin: copy of F11");
        folder.carryOut(Renaming.of(folder.load(), Ref.device("F12"), "F13").change(folder.load()));
        assertThat(folder.root().resolve("devices/F13.yaml")).content().contains("device: F13", "# as agreed on site");
        assertThat(folder.root().resolve("devices/F12.yaml")).doesNotExist();
    }

    /** Columns: what stands in the file below the device's plate, and what must stand there after port is taken away. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            connections: {scada: {kind: control-centre, port: 2405}}           | connections: {scada: {kind: control-centre}}
            connections: {scada: {port: 2405, kind: control-centre}}           | connections: {scada: {kind: control-centre}}
            connections:⏎  scada: {kind: control-centre, port: 2405} # the grid | connections:⏎  scada: {kind: control-centre} # the grid
            connections:⏎  scada:⏎    port: 2405 # old⏎    kind: control-centre | connections:⏎  scada:⏎    kind: control-centre
            """)
    void aValueIsTakenOutHoweverItsMapIsWritten(String written, String expected) {
        ProjectFolder folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
        folder.change(site -> NewDevice.add(site, "GW1", NewDevice.Start.of("ravnsund-g3")));
        Path file = folder.root().resolve("devices/GW1.yaml");
        String plate = SafeFile.readText(file, 1_000_000, "GW1");
        SafeFile.writeText(file, plate + written.replace("⏎", "\n") + "\n");
        Map<String, String> gone = new TreeMap<>();
        gone.put("scada.port", null);
        folder.set(folder.load(), "GW1", gone);
        assertThat(file).hasContent(plate + expected.replace("⏎", "\n") + "\n");
    }

    /** Forty files that one change writes, on all cores, are those that forty changes write; comments stay in each. */
    @Test
    void manyDevicesAreWrittenLikeOneAfterTheOther() throws IOException {
        ProjectFolder folder = manyRelays();
        Project before = folder.load();
        Map<String, Map<String, String>> values = new TreeMap<>();
        for (String name : before.devices().keySet()) {
            values.put(name, Map.of("group.1.overcurrent.1.pick-up", "1." + name.length() + " A", "LED1.text", name));
        }
        folder.save(before, ValueChange.set(before, values));
        Map<String, String> together = texts();
        assertThat(together.values().stream().filter(text -> text.startsWith("# of ")))
                .as("each keeps its comment")
                .hasSize(40);
        folder.undo(false);
        assertThat(texts()).isNotEqualTo(together);
        values.forEach((name, own) -> folder.change(site -> ValueChange.set(site, name, own)));
        assertThat(texts()).isEqualTo(together);
    }

    /** Of forty files one cannot be changed: none of them is. */
    @Test
    void oneOfManyFilesThatCannotBeChangedHoldsUpAll() throws IOException {
        ProjectFolder folder = manyRelays();
        Path one = root.resolve("site/devices/R27.yaml");
        Files.writeString(one, Files.readString(one).replaceFirst("settings:\\R(?:  .*\\R)+", "settings: none yet\n"));
        Project before = folder.load();
        Map<String, String> was = texts();
        Map<String, Map<String, String>> values = new TreeMap<>();
        before.devices().keySet().forEach(name -> values.put(name, Map.of("unit.name", "N" + name)));
        Project after = ValueChange.set(before, values);
        assertThatThrownBy(() -> folder.save(before, after))
                .hasMessageContaining("'settings' is no map of keys to values");
        assertThat(texts()).isEqualTo(was);
    }

    private ProjectFolder manyRelays() throws IOException {
        ProjectFolder folder = ProjectFolder.create(root.resolve("site"), "Many", Skarholm.workplace("tester"));
        Project site = folder.load();
        for (int i = 10; i < 50; i++) {
            site = NewDevice.add(site, "R" + i, NewDevice.Start.of("marrowby-f2"));
            site = ValueChange.set(site, "R" + i, Map.of("unit.name", "R" + i));
        }
        folder.save(folder.load(), site);
        for (int i = 10; i < 50; i++) {
            Path file = root.resolve("site/devices/R" + i + ".yaml");
            Files.writeString(file, "# of R" + i + "\n" + Files.readString(file));
        }
        return folder;
    }

    @Test
    void whatTheFileCannotTakeIsRefusedAndNothingWritten() {
        ProjectFolder folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
        folder.change(site -> NewDevice.add(site, "GW1", NewDevice.Start.of("ravnsund-g3")));
        folder.change(site -> NewDevice.add(site, "GW2", NewDevice.Start.of("ravnsund-g3")));
        Path file = folder.root().resolve("devices/GW2.yaml");
        SafeFile.writeText(file, SafeFile.readText(file, 1_000_000, "GW2") + "settings: none yet\n");
        Map<String, String> texts = texts();
        Project site = folder.load();
        Map<String, String> value = Map.of("station.name", "Skarholm");
        assertThatThrownBy(() -> folder.save(site, ValueChange.set(site, Map.of("GW1", value, "GW2", value))))
                .isInstanceOf(RuntimeException.class);
        assertThat(texts()).as("of two devices neither is written").isEqualTo(texts);
        assertThatThrownBy(() -> folder.save(site, Sites.imported(site, "F01.cid")))
                .isInstanceOf(IllegalArgumentException.class);
    }

    /** Columns: file, what stands there, what somebody writes meanwhile, and why a change is refused then. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            devices/GW1.yaml | station.name: Skarholm | station.name: Elsewhere        | changed by something else
            devices/GW1.yaml | firmware: 2.1          | firmware: 2.0                  | changed by something else
            mappings/GW1.csv | F01 Truck position     | Truck                          | changed by something else
            mappings/GW1.csv | F01 Truck position     | F01 Truck, position            | would be lost: the row has 8 cells
            mappings/GW1.csv | key,name               | note,name                      | the heading lacks key
            """)
    void whatSomebodyWroteMeanwhileIsNotOverwritten(String file, String from, String to, String said)
            throws IOException {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        Project site = folder.load();
        Project after = ValueChange.set(site, "GW1", Map.of("watchdog.time", "10"));
        after = after.with(
                after.device("GW1").withMappings(site.device("GW1").mappings().subList(0, 5)));
        Path path = folder.root().resolve(file);
        Files.writeString(path, Files.readString(path).replaceFirst(from, to));
        Map<String, String> texts = texts();
        Project changed = after;
        assertThatThrownBy(() -> folder.save(site, changed)).hasMessageContaining(said);
        assertThat(texts()).isEqualTo(texts);
    }

    /** Columns: what is added to the heading and to each row, what stands in a row instead of what, and why it is refused. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            ,note | ,seen | none                  | none                   | a column 'note' that would be lost
            ''    | ''    | M_DP_TB_1 1002,yes    | M_DP_TB_1 1002,maybe   | use is 'maybe'
            ''    | ''    | M_DP_TB_1 1002,yes    | M_DP_TB_1 1002         | the row has 6 cells
            """)
    void aTableThatWouldLoseSomethingIsNotWrittenOver(String heading, String cells, String from, String to, String said)
            throws IOException {
        ProjectFolder folder = Skarholm.make(root.resolve("site"));
        Path table = folder.root().resolve("mappings/GW1.csv");
        Files.writeString(
                table,
                Files.readString(table)
                        .lines()
                        .map(line -> line.replace(from, to) + (line.startsWith("key,") ? heading : cells))
                        .collect(Collectors.joining("\n", "", "\n")));
        Project site = folder.load();
        Map<String, String> texts = texts();
        Project bare = site.with(site.device("GW1").withMappings(List.of()));
        assertThatThrownBy(() -> folder.save(site, bare))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining(said);
        assertThat(texts()).isEqualTo(texts);
    }

    @Test
    void baysAreWrittenInPlaceAndNewOnesAdded() {
        ProjectFolder folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
        folder.change(site -> NewDevice.add(site, "F11", NewDevice.Start.of("marrowby-f2")));
        Path file = folder.root().resolve("site.yaml");
        SafeFile.writeText(file, "bays:\n  K1: # the first\n    devices: [F11]\n    ratings: {ct.primary: 400 A}\n");
        Project site = folder.load();
        Bay first = site.bays().get("K1");
        Bay second = new Bay("K2", 2, first.devices(), first.ratings(), first.position());
        folder.save(site, site.with(second).with(first.withRatings(Map.of("ct.secondary", "1 A"))));
        assertThat(file)
                .hasContent("bays:\n  K1: # the first\n    devices: [F11]\n"
                        + "    ratings: {ct.primary: 400 A, ct.secondary: 1 A}\n"
                        + "  K2:\n    breakers: 2\n    devices: [F11]\n    ratings:\n      ct.primary: 400 A\n");
        assertThat(folder.load().bays().get("K2").breakers()).isEqualTo(2);
        assertThat(folder.load().findings()).isEmpty();
    }

    @Test
    void aRemovedDeviceLeavesCopiesAndNoFiles() {
        ProjectFolder folder = Plant.make(root.resolve("site"));
        folder.change(site -> site.with(site.device("F11").withLogic("PROGRAM p END_PROGRAM\n")));
        Project site = folder.load();
        List<String> kept = folder.carryOut(
                Change.of(site, DeviceChange.remove(site, "F11", true)).keepingOld());
        assertThat(kept).hasSize(2).allSatisfy(copy -> assertThat(folder.root().resolve(copy))
                .isNotEmptyFile());
        assertThat(texts().keySet()).noneMatch(name -> name.matches("(devices|mappings|logic)/F11.*"));
        assertThatThrownBy(() -> folder.carryOut(SourceRemoval.of(site, "x.cid").change(site)))
                .hasMessageContaining("imported file");
        assertThatThrownBy(() -> folder.change(each -> DeviceChange.remove(each, "F12", true)))
                .hasMessageContaining("F12");
        assertThatThrownBy(
                        () -> folder.change(each -> each.with(each.device("L21").withLogic("x".repeat(1_000_001)))))
                .isInstanceOf(RefusedException.class);
    }

    /** What a plan rests on, and how somebody else changes it while a person reads the plan. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "devices/F11.yaml", // the file that is to be written
                "devices/L21.yaml", // one that the plan only read
                "urvant.yaml",
                "logic/F11.st", // one that was not there
            })
    void nothingIsWrittenWhenSomebodyElseWroteMeanwhile(String name) throws IOException {
        ProjectFolder folder = Plant.make(root.resolve("site"));
        Project site = folder.load();
        Project changed = ValueChange.set(site, "F11", Map.of("ct.primary", "600 A"))
                .with(ValueChange.set(site, "F11", Map.of("ct.primary", "600 A"))
                        .device("F11")
                        .withLogic("PROGRAM p END_PROGRAM\n"));
        Path file = folder.root().resolve(name);
        Files.createDirectories(file.getParent());
        Files.writeString(file, (Files.exists(file) ? Files.readString(file) : "") + "\n# of somebody else\n");
        Map<String, String> before = texts();
        assertThatThrownBy(() -> folder.save(site, changed))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining(name + " was changed by something else");
        assertThat(texts()).isEqualTo(before);
    }

    @Test
    void anImportIsRefusedWhenAnotherCameMeanwhile() {
        ProjectFolder folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
        ImportPlan plan = folder.planImport(Path.of("../demo/F01.cid"));
        ProjectFolder.open(root.resolve("site"), Skarholm.workplace("other")).importScl(Path.of("../demo/F02.cid"));
        assertThatThrownBy(() -> folder.carryOut(plan, List.of("F01")))
                .isInstanceOf(RefusedException.class)
                .hasMessageContaining("since the import was planned");
        assertThat(folder.load().iedNames()).containsExactly("F02");
    }
}
