package org.urvant.project.type;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.schema.CoreSchema;
import org.urvant.core.device.DeviceType;
import org.urvant.core.device.Meaning;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SheetDefinition;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Finding;

class CatalogueTest {
    private static final JsonSchema SCHEMA =
            JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(Catalogue.schema());

    static List<String> names() {
        return Catalogue.names();
    }

    private static String text(String name) throws IOException {
        try (InputStream in = CatalogueTest.class.getResourceAsStream(name + ".yaml")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    /** As an editor sees it that knows YAML and the schema alone: numbers are numbers, and true is true. */
    private static JsonNode json(String text) {
        Object root =
                new Load(LoadSettings.builder().setSchema(new CoreSchema()).build()).loadFromString(text);
        return new ObjectMapper().valueToTree(root);
    }

    @ParameterizedTest
    @MethodSource("names")
    void shippedTypesFitTheSchemaAndTheReader(String name) throws IOException {
        assertThat(SCHEMA.validate(json(text(name)))).isEmpty();
        assertThat(Catalogue.type(name).orElseThrow().name()).isEqualTo(name);
        DeviceTypeReader.verifyLogic(
                Catalogue.type(name).orElseThrow(),
                finding -> assertThat(finding).as("%s", finding).isNull());
    }

    @ParameterizedTest(name = "{0} → {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            kind: choice      | kind: chioce       | 'chioce' is no kind
            role: client      | role: both         | 'both' is no role
            maker: Ravnsund   | makr: Ravnsund     | key 'maker' is missing (and 1 more)
            least: 100        | least: hundred     | there is no setting 'hundred' here
            effect: restart   | effect: reboot     | 'reboot' is no effect
            protocol: iec61850| protocol: iec61851 | 'iec61851' is no protocol
            kind: text, means: bus-name, longest: 20 | kind: choice, choices: [a], longest: 20 | 'longest' does not belong to kind choice
            type: ravnsund-g3 | type: Ravnsund G3  | is not named as types are
            """)
    void mistakesAreFoundByTheSchemaAndTheReaderAlike(String sound, String broken, String found) throws IOException {
        String text = text("ravnsund-g3").replaceFirst(sound, broken);
        assertThat(SCHEMA.validate(json(text))).isNotEmpty();
        assertThatThrownBy(() -> DeviceTypeReader.read("t.yaml", text))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining(found)
                .satisfies(mistake -> assertThat(((MalformedInputException) mistake).placedMessage())
                        .startsWith("t.yaml:"));
    }

    /** What the reader takes, the schema takes: lines of a sound type are changed at random, and both judge. */
    @ParameterizedTest
    @MethodSource("names")
    void theSchemaRefusesNothingThatTheReaderTakes(String name) throws IOException {
        Random random = new Random(11);
        List<String> lines = text(name).lines().toList();
        int taken = 0;
        for (int round = 0; round < 100; round++) {
            List<String> changed = new ArrayList<>(lines);
            int at = random.nextInt(lines.size());
            String line = lines.get(at);
            String[] words = line.split("(?<=[ ,:{])");
            int word = random.nextInt(words.length);
            words[word] = List.of("", "5, ", "yes, ", words[random.nextInt(words.length)])
                    .get(random.nextInt(4));
            changed.set(at, String.join("", words));
            String text = String.join("\n", changed);
            List<Finding> findings = new ArrayList<>();
            if (DeviceTypeReader.read("t.yaml", text, findings::add).isPresent()) {
                taken++;
                assertThat(SCHEMA.validate(json(text)))
                        .as("line %s: %s", at + 1, changed.get(at))
                        .isEmpty();
            }
        }
        assertThat(taken).isPositive();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            default: 2000 | default: 2050  | between two steps
            default: 2000 | default: 99000 | expected 100 to 20000
            most: 20000   | most: 50       | above most
            """)
    void whatTheSchemaCannotSayTheReaderFinds(String sound, String broken, String found) throws IOException {
        String text = text("ravnsund-g3").replaceFirst(sound, broken);
        assertThatThrownBy(() -> DeviceTypeReader.read("t.yaml", text)).hasMessageContaining(found);
    }

    /** What a type promises holds: defaults read, examples name settings that exist, words are told apart. */
    @ParameterizedTest
    @MethodSource("names")
    void aTypeIsSoundInItself(String name) {
        DeviceType type = Catalogue.type(name).orElseThrow();
        assertThat(type.title()).isNotBlank();
        assertThat(type.plate().labels()).isNotEmpty();
        for (SheetDefinition sheet : sheets(type)) {
            for (SettingDefinition setting : sheet.settings().values()) {
                assertThat(setting.meaning()).as(setting.path()).isNotBlank().doesNotEndWith(".");
                assertThat(setting.allowed()).as(setting.path()).isNotBlank();
                setting.standardValue()
                        .ifPresent(text -> assertThat(setting.read(text).isSound())
                                .as(setting.path())
                                .isTrue());
            }
            assertThat(sheet.rules()).allSatisfy(rule -> {
                assertThat(rule.about().isEmpty()).as(rule.name()).isEqualTo(rule.isForSome() && rule.when() == null);
                assertThat(rule.wording().remedy().toString()).as(rule.name()).isNotBlank();
                assertThat(rule.position().source()).isEqualTo("catalogue " + name);
            });
        }
        boolean canBeReached = type.handling().isProgrammable();
        assertThat(type.engineer().isPresent()).isEqualTo(canBeReached);
    }

    private static List<SheetDefinition> sheets(DeviceType type) {
        List<SheetDefinition> sheets =
                new ArrayList<>(List.of(type.sheet(), type.groups().settings()));
        type.tables().values().forEach(table -> sheets.add(table.row()));
        type.groups().tables().values().forEach(table -> sheets.add(table.row()));
        type.hardware().channels().values().forEach(kind -> sheets.add(kind.settings()));
        type.connections().values().forEach(kind -> sheets.add(kind.sheet()));
        return sheets;
    }

    @Test
    void theCatalogueCoversTheKindsOfDeviceThatTheWorkHas() {
        assertThat(Catalogue.names()).hasSize(13);
        List<String> titles = Catalogue.names().stream()
                .map(name -> Catalogue.type(name).orElseThrow().title())
                .toList();
        assertThat(titles)
                .containsExactlyInAnyOrder(
                        "feeder relay",
                        "line distance relay",
                        "transformer differential relay",
                        "motor relay",
                        "breaker trip unit",
                        "disturbance recorder",
                        "paperless recorder",
                        "cellular RTU",
                        "station gateway",
                        "CAN-to-I/O converter",
                        "bus-section transfer",
                        "stepped text display",
                        "portable gas detector with dock");
        assertThat(Catalogue.type("no-such-type")).isEmpty();
        assertThat(Catalogue.type("marrowby-f2"))
                .containsSame(Catalogue.type("marrowby-f2").orElseThrow());
    }

    /** What the page says of meanings is what the reader holds types to. */
    @ParameterizedTest
    @EnumSource(Meaning.class)
    void eachMeaningIsOnThePageAndUsedByAType(Meaning meaning) throws IOException {
        String places = String.join(
                ", ", meaning.places().stream().map(Meaning.Place::word).toList());
        assertThat(Files.readString(Path.of("../docs/device-types.md")))
                .contains("| `" + meaning.word() + "` | " + meaning.text() + " | " + places + " |");
        if (meaning != Meaning.RESET_RATIO) { // no shipped type has a stage with one
            assertThat(Catalogue.names().stream().map(name -> Catalogue.text(name)))
                    .anySatisfy(text -> assertThat(text).containsPattern("means: " + meaning.word() + "\\b"));
        }
    }
}
