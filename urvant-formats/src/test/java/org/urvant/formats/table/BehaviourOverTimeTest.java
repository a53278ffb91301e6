package org.urvant.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Ref;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Simulation;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.change.NewDevice;
import org.urvant.project.change.Renaming;
import org.urvant.project.change.ValueChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.Plant;
import org.urvant.project.folder.ProjectFolder;

/** What devices of the demo plant do by themselves, and programs of their own. */
class BehaviourOverTimeTest {
    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");

    @TempDir
    Path root;

    private ProjectFolder folder;

    @BeforeEach
    void plant() {
        folder = Plant.make(root.resolve("site"));
    }

    private Logic logic(String name) {
        List<String> mistakes = new ArrayList<>();
        Logic logic = deviceLogic(name)
                .compile((position, mistake) -> mistakes.add(position + " " + mistake.message()))
                .orElse(null);
        assertThat(mistakes).isEmpty();
        return logic;
    }

    private DeviceLogic deviceLogic(String name) {
        Project project = folder.load();
        Device device = project.device(name);
        return DeviceLogic.of(project.typeOf(device), device);
    }

    /** Returns the changes of one signal as {@code seconds value}, from the begin of a day in Oslo. */
    private List<String> changes(String device, String day, String inputs, String signal, long hours)
            throws IOException {
        Logic logic = logic(device);
        Instant begin = LocalDateTime.parse(day + "T00:00").atZone(OSLO).toInstant();
        String rows = inputs.lines()
                .flatMap(line -> Arrays.stream(line.split("; ")))
                .map(row -> row.chars().filter(letter -> letter == ',').count() == 2 ? row + "," : row)
                .collect(Collectors.joining("\n"));
        Path file = Files.writeString(root.resolve("in.csv"), "time,signal,value,quality\n" + rows);
        List<String> seen = new ArrayList<>();
        new Simulation(begin, Duration.ofHours(hours), Duration.ofMillis(100), OSLO)
                .run(
                        logic,
                        StimulusTable.read(file, "in.csv", logic, deviceLogic(device), begin, null),
                        List.of(signal),
                        change -> seen.add(shown(change, begin)));
        return seen;
    }

    private static String shown(Change change, Instant begin) {
        String seconds = String.valueOf(Duration.between(begin, change.at()).toMillis() / 1000.0)
                .replaceAll("\\.0$", "");
        return seconds + " " + change.value().value();
    }

    /** Columns: what the inputs do (1 and 2 voltages, 3 to 5 positions, 6 bars it), a signal, its changes after the start. */
    @ParameterizedTest(name = "{1}: {0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            1s,bi1,off                             | opening_a       | 2.5 true
            1s,bi1,off; 2s,bi1,on                  | opening_a       | ''
            1s,bi1,off; 1.2s,bi6,on                | opening_a       | ''
            1s,bi1,off; 1s,bi2,off                 | opening_a       | ''
            1s,bi1,off; 2.6s,bi3,off               | closing_section | 3.1 true
            1s,bi1,off; 2.6s,bi3,off; 3.3s,bi5,on  | closing_section | 3.1 true, 3.3 false
            1s,bi2,off; 2.6s,bi4,off               | closing_section | 3.1 true
            1s,bi1,off                             | closing_section | ''
            1s,bi1,off; 2.6s,bi3,off; 3.3s,bi5,on; 20s,bi1,on | opening_section | 30 true
            1s,bi1,off; 2.6s,bi3,off; 3.3s,bi5,on; 20s,bi1,on; 30.3s,bi5,off | closing_a | 30.3 true
            1s,bi1,off; 2.6s,bi3,off; 3.3s,bi5,on; 20s,bi1,on | closing_a | ''
            """)
    void aBusSectionTransfersAndComesBackWithoutAParallel(String inputs, String signal, String changes)
            throws IOException {
        folder.change(site -> NewDevice.add(site, "B1", NewDevice.Start.of("brenholm-b2")));
        Map<String, String> values = new TreeMap<>(Map.of(
                "transfer.mode", "automatic",
                "transfer.healthy-a", "BI1",
                "transfer.healthy-b", "BI2",
                "transfer.closed-a", "BI3",
                "transfer.closed-b", "BI4",
                "transfer.closed-section", "BI5",
                "transfer.blocked", "BI6",
                "return.mode", "automatic",
                "return.delay", "10 s"));
        for (int i = 1; i <= 6; i++) {
            values.put("BI" + i + ".carries", "binary");
        }
        folder.change(site -> ValueChange.set(site, "B1", values));
        String start = "0s,bi1,on; 0s,bi2,on; 0s,bi3,on; 0s,bi4,on; 0s,bi5,off; 0s,bi6,off; ";
        List<String> seen = changes("B1", "2026-11-28", start + inputs, signal, 1);
        assertThat(String.join(", ", seen.subList(1, seen.size()))).isEqualTo(changes);
    }

    /** Columns: the device, its programs, the rule, the place, a part of the message. */
    @ParameterizedTest(name = "{0} {1}: {2}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            F11 | bo33 := bi1;            | program-wrong      | logic/F11.st:2:2 | Did you mean 'bo3'
            F11 | bo3 := bi1; bo3 := bi2; | output-driven-twice | logic/F11.st:2:14 | a second time
            F11 | bo3 := 1.0 / TO_LREAL(ct.secondary - 1) > 0.0; | divisor-can-be-zero | logic/F11.st:2:13 | the divisor is always 0
            F11 | ct.primary := 5;        | program-wrong      | logic/F11.st:2:2 | is an input
            Q41 | bo3 := bi1;             | logic-not-possible  | logic/Q41.st     | runs no programs
            F11 | END_PROGRAM PROGRAM a END_PROGRAM PROGRAM b END_PROGRAM PROGRAM c END_PROGRAM PROGRAM d END_PROGRAM PROGRAM e END_PROGRAM PROGRAM f END_PROGRAM PROGRAM g END_PROGRAM PROGRAM h | logic-not-possible | logic/F11.st | there are 9 programs
            """)
    void whatIsWrongWithAProgramIsFound(String device, String statements, String rule, String place, String message)
            throws IOException {
        folder.change(
                site -> site.with(site.device(device).withLogic("PROGRAM p\n " + statements + "\nEND_PROGRAM\n")));
        List<Finding> findings = ProjectCheck.check(folder.load());
        assertThat(findings).as("%s", findings).anySatisfy(finding -> {
            assertThat(finding.rule().id()).isEqualTo(rule);
            assertThat(finding.position()).hasToString(place);
            assertThat(finding.message() + " " + finding.remedy()).contains(message);
        });
    }

    /** Programs are a part of the configuration, go with the device, and come back from a read-back and with undo. */
    @Test
    void programsGoWithTheirDevice() throws IOException {
        String text = Files.readString(Path.of("../demo/interlock.st"));
        Configuration bare = configuration("F11");
        folder.change(site -> site.with(site.device("F11").withLogic(text)));
        Configuration with = configuration("F11");
        assertThat(with.partFingerprints()).containsKey("logic");
        assertThat(bare.differencesTo(with).count()).isEqualTo(1);
        folder.carryOut(DeviceChange.copy(folder.load(), "F11", "F12", false).change(folder.load()));
        folder.carryOut(Renaming.of(folder.load(), Ref.device("F12"), "F13").change(folder.load()));
        assertThat(folder.load().device("F13").logic()).isEqualTo(text);
        folder.change(site -> DeviceChange.remove(site, "F13", false));
        assertThat(root.resolve("site/logic/F13.st")).doesNotExist();
        folder.change(site -> site.with(site.device("F11").withLogic("PROGRAM other END_PROGRAM")));
        folder.change(site -> Adoption.plan(site, "F11", with).after());
        assertThat(configuration("F11").fingerprint()).isEqualTo(with.fingerprint());
        assertThat(folder.load().device("F11").logic())
                .contains("(* Feeder F11")
                .contains("// bi3: trip command");
    }

    /** A file of 10 MB, or one that is no text, is a finding; the rest of the project stays open. */
    @Test
    void aFileThatCannotBeReadIsAFinding() throws IOException {
        Files.createDirectories(root.resolve("site/logic"));
        Files.writeString(root.resolve("site/logic/F11.st"), "x".repeat(10_000_000));
        Files.write(root.resolve("site/logic/L21.st"), new byte[] {'P', (byte) 0xFF, 'R'});
        assertThat(ProjectCheck.check(folder.load()).stream()
                        .filter(finding -> finding.rule().id().equals("program-wrong"))
                        .map(finding -> finding.position().source()))
                .containsExactlyInAnyOrder("logic/F11.st", "logic/L21.st");
    }

    private Configuration configuration(String name) {
        Project project = folder.load();
        return ConfigurationBuilder.build(project, project.device(name));
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            time,signal;1s,di1           | in.csv:1: column 'value' is missing
            time,signal,value;25:99,di1,on | in.csv:2: '25:99' is no time since the begin
            time,signal,value;1:30,di1,on | in.csv:2: '1:30' lies after the end of the run
            time,signal,value;1s,di1     | in.csv:2: the row has 2 cells, the heading has 3
            time,signal,value;x,di1,on   | in.csv:2: 'x' is no time since the begin
            time,signal,value,qualty;1s,di1,on,good | in.csv:1: there is no column 'qualty'
            time,signal,value;-1s,di1,on | in.csv:2: '-1s' is no time
            time,signal,value;1s,di7,on  | in.csv:2: there is no input 'di7'
            time,signal,value;1s,di1,5   | in.csv:2: di1 is '5'; expected BOOL
            time,signal,value,quality;1s,di1,on,bad | in.csv:2: 'bad' is no quality
            """)
    void inputsThatMeanNothingAreRefusedWithTheirRow(String text, String message) throws IOException {
        Path file = Files.writeString(root.resolve("in.csv"), text.replace(";", "\n"));
        Logic logic = logic("TD1");
        assertThatThrownBy(() -> StimulusTable.read(
                        file, "in.csv", logic, deviceLogic("TD1"), Instant.EPOCH, Duration.ofHours(1)))
                .isInstanceOfSatisfying(MalformedInputException.class, mistake -> assertThat(mistake.placedMessage())
                        .startsWith(message));
    }

    /** Names ignore case, so two rows may not differ by case or signs alone where programs use them. */
    @Test
    void rowsThatProgramsCouldNotTellApartAreRefused() {
        folder.set(
                folder.load(),
                "RTU1",
                Map.of("alarms.Pump.text", "Another", "alarms.Pump.channel", "DI1", "alarms.Pump.recipients", "Duty"));
        Project project = folder.load();
        List<String> mistakes = new ArrayList<>();
        assertThat(DeviceLogic.of(project.typeOf(project.device("RTU1")), project.device("RTU1"))
                        .compile((position, mistake) -> mistakes.add(position.source() + " " + mistake.message())))
                .isEmpty();
        assertThat(mistakes)
                .containsExactly(
                        "devices/RTU1.yaml 'alarms.Pump' and 'alarms.pump' are both written alarms.pump in programs");
    }

    /** A mistake in a type's own program leads into the type's file. */
    @Test
    void aMistakeInABehaviourLeadsIntoTheTypesFile() throws IOException {
        Files.createDirectories(root.resolve("site/types"));
        Files.writeString(
                root.resolve("site/types/lamp-1.yaml"),
                """
                format: urvant-device-type/1
                type: lamp-1
                maker: Nobody
                title: lamp
                firmware: {"1.0": {}}
                channels:
                  DI: {direction: in, count: 2, carries: [binary], logical: [binary], meaning: button}
                logic:
                  behaviour:
                    shine:
                      each-channel: DI
                      text: |
                        PROGRAM shine
                        VAR_OUTPUT lit : BOOL; END_VAR
                          lit := chanel;
                        END_PROGRAM
                """);
        assertThat(folder.load().findings()).singleElement().satisfies(finding -> {
            assertThat(finding.position().source()).isEqualTo("types/lamp-1.yaml");
            assertThat(finding.position().line()).isEqualTo(15);
            assertThat(finding.remedy()).contains("Did you mean 'channel'?");
        });
    }

    @Test
    void aDeviceWithoutLogicHasNothingToRun() {
        Project project = folder.load();
        assertThat(DeviceLogic.of(project.typeOf(project.device("Q41")), project.device("Q41"))
                        .isEmpty())
                .isTrue();
        assertThat(DeviceLogic.programs("")).isEqualTo(Map.of());
    }
}
