package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Severity;
import org.urvant.file.SafeFile;
import org.urvant.project.change.ConnectionChange;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;

/** What a person's editor can do to a device's file, and what commands may do to it. */
class DeviceFileTest {
    private static final String TYPE =
            """
            format: urvant-device-type/1
            type: room-1
            maker: Nobody
            title: room controller
            firmware: {"1.0": {}}
            settings:
              unit.name: {kind: text, longest: 8, identity: yes, default: room, meaning: name}
              heat.to: {kind: number, unit: °C, least: 5, most: 30, step: 0.5, default: 20, meaning: wanted temperature}
              sees: {kind: signal, optional: yes, meaning: what it looks at}
            sub-buses:
              room-bus:
                meaning: members on the wall
                most: 4
                supply: 60
                least-address: 1
                most-address: 63
                classes:
                  sensor: {title: temperature sensor, most: 2, load: 12}
                  valve: {title: valve, load: 30}
            tables:
              scenes:
                meaning: scenes
                least: 1
                most: 10
                settings: {warmth: {kind: integer, least: 0, most: 9, default: 5, meaning: how warm}}
            channels:
              AI: {direction: in, count: 2, carries: [pt100, voltage], meaning: input}
            """;

    private static final String SOUND =
            """
            # the hall
            device: H1
            type: room-1
            firmware: "1.0"
            origin: catalogue
            settings:
              heat.to: 21      # as agreed
            channels:
              AI1: {carries: pt100}
              AI2: {carries: unused}
            tables:
              scenes:
                evening: {warmth: 3}
              room-bus:
                wall: {class: sensor, address: 4}
            """;

    @TempDir
    Path root;

    private ProjectFolder folder;
    private Path file;

    @BeforeEach
    void hall() {
        folder = ProjectFolder.create(root.resolve("site"), "Site", Skarholm.workplace("tester"));
        SafeFile.writeText(folder.root().resolve("types/room-1.yaml"), TYPE);
        file = folder.root().resolve("devices/H1.yaml");
        SafeFile.writeText(file, SOUND);
    }

    private List<Finding> findings() {
        return ProjectCheck.check(folder.load());
    }

    @Test
    void aSoundFileHasNoErrors() {
        assertThat(findings()).extracting(finding -> finding.rule().id()).containsExactly("left-at-default");
    }

    /** Columns: what stands in the file, what stands there instead, the rule, where, and a part of the message. */
    @ParameterizedTest(name = "{2}: {1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            heat.to: 21   | heat.tu: 21            | unknown-reference  | 7:12 | Did you mean 'heat.to'?
            heat.to: 21   | heat.to: [21]          | file-malformed     | 7:12 | is a list; expected one value
            heat.to: 21   | heat.to: warm          | value-out-of-range | 7:12 | expected a number
            heat.to: 21   | heat.to: 21.3          | value-off-step     | 7:12 | Give 21.0 or 21.5 °C
            heat.to: 21   | heat.to: 68 °F         | fine               |      |
            heat.to: 21   | heat.to: 70 °F         | value-off-step     | 7:12 | no end as a decimal in °C
            heat.to: 21   | heat.to: 300 K         | value-off-step     | 7:12 | Give 26.5 or 27.0 °C
            heat.to: 21   | heat.to: 5 bar         | value-out-of-range | 7:12 | which is pressure; expected temperature
            settings:     | setings:               | file-malformed     | 6:1  | Did you mean 'settings'?
            device: H1    | device: H2             | file-malformed     | 2:9  | in a file named H1.yaml
            type: room-1  | type: room-2           | unknown-reference  | 3:7  | Did you mean 'room-1'?
            AI1: {carries | AI3: {carries          | unknown-reference  | 9:8  | does not exist on the device as fitted
            carries: pt100 | carries: current      | channel-cannot-carry | 9:18 | It carries pt100, voltage
            evening:      | even.ing:              | file-malformed     | 13:15 | has a dot in its name
            evening: {warmth: 3} | {}              | open-items         |      | scenes needs 1 rows and has 0
            {warmth: 3}   | {warmth: 3, warmt: 4}  | unknown-reference  | 13:33 | Did you mean 'warmth'?
            {warmth: 3}   | warm                   | file-malformed     | 13:14 | is no map of keys to values
            address: 4    | address: 64            | value-out-of-range | 15:36 | expected 1 to 63
            address: 4}   | address: 4}⏎    door: {class: sensor, address: 4} | duplicate-bus-address | 15:36 | like that of room-bus.door
            address: 4}   | address: 4}⏎    a: {class: sensor, address: 5}⏎    b: {class: sensor, address: 6} | sub-bus-over-limit | | more than 2 members of class sensor
            address: 4}   | address: 4}⏎    a: {class: valve, address: 5}⏎    b: {class: valve, address: 6} | sub-bus-over-limit | | take 72 mA; it gives 60 mA
            address: 4}   | address: 4}⏎    a: {class: valve, address: 5, supply: own}⏎    b: {class: valve, address: 6} | fine | |
            address: 4}   | address: 4}⏎    a: {class: valve, address: 5, supply: own}⏎    b: {class: valve, address: 6, supply: own}⏎    c: {class: valve, address: 7, supply: own}⏎    d: {class: valve, address: 8, supply: own} | sub-bus-over-limit | | 5 rows in room-bus; the device holds 4
            class: sensor | class: sensr           | value-out-of-range | 15:19 | Did you mean 'sensor'?
            heat.to: 21   | sees: H1 AI2           | fine               |      |
            heat.to: 21   | sees: AI1              | fine               |      |
            heat.to: 21   | sees: H1 AI7           | unknown-reference  | 7:9  | Did you mean 'AI1'?
            heat.to: 21   | sees: H7 AI1           | unknown-reference  | 7:9  | Did you mean 'H1'?
            heat.to: 21   | sees: X/LLN0.Mod.stVal | unknown-reference  | 7:9  | search for the signal
            """)
    void whatIsWrongInAFileIsFoundWhereItStands(String sound, String broken, String rule, String place, String found)
            throws IOException {
        assertThat(SOUND).contains(sound);
        Files.writeString(file, SOUND.replace(sound, broken.replace("⏎", "\n")));
        List<Finding> findings = findings();
        if (rule.equals("fine")) {
            assertThat(ProjectCheck.blocks(findings)).as("%s", findings).isFalse();
            return;
        }
        assertThat(findings).as("%s", findings).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.message() + " " + finding.remedy()).contains(found);
            assertThat(finding.position().toString()).startsWith("devices/H1.yaml:" + (place == null ? "" : place));
        });
    }

    /** What cannot even be read as YAML is told with its place, and nothing is changed. */
    @ParameterizedTest(name = "{1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            heat.to: 21   | heat.to: 21⏎  heat.to: 22   | stands here a second time
            heat.to: 21   | heat.to: &a 21             | an anchor or alias
            heat.to: 21   | heat.to: *a                | an anchor or alias
            heat.to: 21   | heat.to: !!int 21          | tag
            heat.to: 21   | heat.to: "21               | not YAML
            origin: catalogue | origin: catalogue⏎---⏎x: y | a second document
            """)
    void aFileThatIsNoYamlIsToldWithItsPlace(String sound, String broken, String found) throws IOException {
        String text = SOUND.replace(sound, broken.replace("⏎", "\n"));
        Files.writeString(file, text);
        assertThat(findings()).anySatisfy(finding -> {
            assertThat(finding.severity()).isEqualTo(Severity.ERROR);
            assertThat(finding.position().toString()).startsWith("devices/H1.yaml:");
            assertThat(finding.message()).contains(found);
        });
        assertThat(file).hasContent(text);
    }

    @Test
    void aProjectOfANewerVersionIsRefusedAndOneWithoutVersionRead() throws IOException {
        Path manifest = folder.root().resolve("urvant.yaml");
        String text = Files.readString(manifest);
        assertThat(text).contains("format: urvant-project/1");
        Files.writeString(manifest, text.replace("urvant-project/1", "urvant-project/2"));
        assertThatThrownBy(() -> folder.load())
                .isInstanceOfSatisfying(UrvantException.class, mistake -> assertThat(mistake.placedMessage())
                        .startsWith("urvant.yaml:")
                        .contains("format urvant-project/2; expected urvant-project/1"));
        Files.writeString(manifest, text.replace("format: urvant-project/1\n", ""));
        assertThat(folder.load().devices()).hasSize(1);
    }

    @Test
    void aFileThatIsTooLargeOrTooDeepIsTold() throws IOException {
        Files.writeString(file, SOUND + "# " + "x".repeat(4_000_001));
        assertThat(findings()).anyMatch(finding -> finding.message().contains("length"));
        Files.writeString(file, SOUND + "deep: " + "{a: ".repeat(60) + "1" + "}".repeat(60));
        assertThat(findings()).anyMatch(finding -> finding.message().contains("depth"));
    }

    /** A type of the project's own that is wrong is told with its own place; the rest of the project stays open. */
    @ParameterizedTest(name = "{1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            least: 5, most: 30 | least: 5, most: heat.too | types/room-1.yaml:8:  | there is no setting 'heat.too'
            unit: °C           | unit: °X                 | types/room-1.yaml:8:  | '°X' is no unit
            title: room        | title: "room             | types/room-1.yaml      | not YAML
            """)
    void aWrongTypeIsFoundWhereItStands(String sound, String broken, String place, String found) throws IOException {
        folder.change(site -> NewDevice.add(site, "D1", NewDevice.Start.of("oddvik-u1")));
        assertThat(TYPE).contains(sound);
        Files.writeString(folder.root().resolve("types/room-1.yaml"), TYPE.replace(sound, broken));
        assertThat(findings()).anySatisfy(finding -> {
            assertThat(finding.position().toString()).startsWith(place);
            assertThat(finding.message()).contains(found);
        });
        assertThat(findings()).anyMatch(finding -> finding.message().contains("'room-1' is not in the catalogue"));
        assertThat(findings()).anyMatch(finding -> finding.subject().equals("D1 rated.current"));
        assertThat(folder.types().names()).doesNotContain("room-1").contains("oddvik-u1");
    }

    @Test
    void aBrokenRuleLeadsToItsPlaceInTheType() throws IOException {
        Files.writeString(
                folder.root().resolve("types/room-1.yaml"),
                TYPE + "rules:\n  cool: {holds: heat.to <= 20, message: \"{heat.to} is warm\"}\n");
        assertThat(findings()).anySatisfy(finding -> {
            assertThat(finding.message()).isEqualTo("21 °C is warm");
            assertThat(finding.position()).hasToString("devices/H1.yaml:7:12");
            assertThat(finding.typeRule().orElseThrow()).hasToString("types/room-1.yaml:29:9");
        });
        assertThat(findings())
                .filteredOn(finding -> finding.rule().id().equals("left-at-default"))
                .allMatch(finding -> finding.typeRule().isEmpty());
    }

    @Test
    void valuesAreWrittenWhereTheyStandAndCommentsStay() throws IOException {
        folder.set(folder.load(), "H1", "heat.to", "22.5");
        folder.set(folder.load(), "H1", "scenes.morning.warmth", "7");
        folder.set(folder.load(), "H1", "room-bus.wall.supply", "own");
        assertThat(Files.readString(file))
                .contains("# the hall", "heat.to: 22.5      # as agreed", "morning:", "warmth: 7")
                .contains("wall: {class: sensor, address: 4, supply: own}");
        Map<String, String> away = new TreeMap<>();
        away.put("heat.to", null);
        away.put("scenes.morning.warmth", null);
        folder.set(folder.load(), "H1", away);
        assertThat(ValueChange.shown(folder.load(), "H1", "heat.to")).isEqualTo("20 °C (default)");
        assertThat(findings()).noneMatch(finding -> finding.severity().word().equals("error"));
    }

    @Test
    void severalChangesAreUndoneOneAfterTheOther() throws IOException {
        for (String value : List.of("22", "23", "24")) {
            folder = ProjectFolder.open(folder.root(), Skarholm.workplace("tester"));
            folder.describe("set H1 heat.to " + value);
            folder.set(folder.load(), "H1", "heat.to", value);
        }
        folder = ProjectFolder.open(folder.root(), Skarholm.workplace("tester"));
        folder.carryOut(DeviceChange.copy(folder.load(), "H1", "H2", false).change(folder.load()));
        assertThat(folder.undo(false).files()).containsExactly("devices/H2.yaml");
        assertThat(folder.load().devices()).containsOnlyKeys("H1");
        for (String value : List.of("23", "22", "21")) {
            assertThat(folder.undo(false).title()).startsWith("set H1 heat.to");
            assertThat(ValueChange.shown(folder.load(), "H1", "heat.to")).isEqualTo(value + " °C");
        }
        assertThat(file).hasContent(SOUND);
        assertThatThrownBy(() -> folder.undo(false)).isInstanceOf(RefusedException.class);
    }

    @Test
    void onlyTheLastTwentyChangesAreKept() throws IOException {
        for (int i = 0; i < 25; i++) {
            folder = ProjectFolder.open(folder.root(), Skarholm.workplace("tester"));
            folder.set(folder.load(), "H1", "heat.to", String.valueOf(5 + i));
        }
        try (var kept = Files.list(folder.root().resolve(".urvant/undo"))) {
            assertThat(kept).hasSize(20);
        }
        Files.delete(file);
        assertThatThrownBy(() -> folder.undo(true)).hasMessageContaining("devices/H1.yaml was changed after");
    }

    @Test
    void namesOfConnectionsDoNotHideOtherPaths() {
        folder.change(site -> NewDevice.add(site, "G1", NewDevice.Start.of("ravnsund-g3")));
        for (String name : List.of("clock", "a.b")) {
            assertThatThrownBy(
                            () -> folder.change(site -> ConnectionChange.connect(site, "G1", name, "control-centre")))
                    .hasMessageContaining("is not allowed");
        }
        folder.change(site -> ConnectionChange.connect(site, "G1", "scada", "control-centre"));
        assertThatThrownBy(() -> folder.change(site -> ConnectionChange.connect(site, "G1", "scada", "control-centre")))
                .hasMessageContaining("already");
    }
}
