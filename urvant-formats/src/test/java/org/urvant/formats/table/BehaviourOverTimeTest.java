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
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Finding;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Simulation;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.DeviceChange;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.compare.Comparison;
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

    /** Columns: what a person sets, inputs, the signal looked at, its changes in seconds from midnight. */
    @ParameterizedTest(name = "{0} {1}: {3}")
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            textBlock =
                    """
            TD1  | - | 1s,di1,on; 2s,di1,off; 3s,di1,on; 4s,di1,off; 5s,di2,on | step | 0 1, 1.1 2, 3.1 3, 5.1 1
            TD1  | sequence.after-last=stay | 1s,di1,on; 2s,di1,off; 3s,di1,on; 4s,di1,off; 5s,di1,on | step | 0 1, 1.1 2, 3.1 3
            TD1  | sequence.hold=500 | 1s,di1,on; 1.4s,di1,off; 2s,di1,on; 3s,di1,off | step | 0 1, 2.5 2
            TD1  | sequence.steps=2 | 1s,di1,on; 2s,di1,off; 3s,di1,on; 4s,di1,off; 5s,di1,on | step | 0 1, 1.1 2, 3.1 1, 5.1 2
            TD1  | - | 1s,di1,on; 1s,di2,on; 2s,di1,off; 3s,di1,on | step | 0 1, 3.1 2
            TD1  | - | 1s,di1,on | steps.2.lit | 0 false, 1.1 true
            RTU1 | DI1.reaction=rise | 1s,di1,on; 5s,di1,off | di1.event | 0 false, 1.5 true, 1.6 false
            RTU1 | DI1.reaction=both | 1s,di1,on; 5s,di1,off | di1.event | 0 false, 1.5 true, 1.6 false, 5.5 true, 5.6 false
            RTU1 | DI1.reaction=none | 1s,di1,on; 5s,di1,off | di1.event | 0 false
            RTU1 | alarms.level.low=1 | 0,ai1,2; 1s,ai1,0.5; 9s,ai1,1.5 | alarms.level.coming | 0 false, 1 true, 9 false
            RTU1 | AI1.high=10; alarms.level.high=; alarms.level.short-mean-high=3 | 0,ai1,0; 1m,ai1,10 | alarms.level.coming | 0 false, 90 true
            RTU1 | AI1.high=10; alarms.level.high=; alarms.level.mean-high=3 | 0,ai1,0; 1h,ai1,10 | alarms.level.coming | 0 false, 5280 true
            CN1  | AO1.when-lost=hold | 0,signals.gate_position,25; 1s,signals.gate_position,80,invalid | ao1 | 0 2.5, 1 2.5
            CN1  | AO1.when-lost=high | 0,signals.gate_position,25; 1s,signals.gate_position,80,invalid | ao1 | 0 2.5, 1 10.0
            CN1  | AO1.carries=frequency; AO1.frequency-low=100; AO1.frequency-high=1100 | 0,signals.gate_position,-5; 1s,signals.gate_position,80 | ao1 | 0 100.0, 1 900.0
            CN1  | DO1.signal=gate-force | 0,signals.gate_force,0; 1s,signals.gate_force,2 | do1 | 0 false, 1 true
            RTU1 | AI1.broken-wire=no | 0,ai1,3.5 mA; 1s,ai1,12 mA | ai1 | 0 0.0, 1 2.5
            RTU1 | schedule.week.at=06:00; schedule.week.days=weekdays; schedule.week.action=connect | 0,di1,off | schedule.week.runs | 0 false
            RTU1 | report.enabled=yes; report.at=06:00 | 0,di1,off | report_now | 0 false, 18000 true, 18000.1 false
            TD1  | steps.2.alarm=yes; display.all-well=yes | 1s,di1,on | shown | 0 ALL WELL, 1.1 GATE OPENING
            RTU1 | - | 1s,di1,on; 1.4s,di1,off; 2s,di1,on; 4s,di1,off; 4.3s,di1,on; 5s,di1,off | di1.active | 0 false, 2.5 true, 5.5 false
            RTU1 | DI1.sense=low; DI1.hold-in=0 | 1s,di1,on; 1.6s,di1,off | di1.active | 0 true, 1.5 false, 1.6 true
            RTU1 | DI1.reaction=fall | 1s,di1,on; 5s,di1,off | di1.event | 0 false, 5.5 true, 5.6 false
            RTU1 | DI2.carries=counter; DI2.name=Flow; DI2.count-start=5; DI2.count-limit=7 | 1s,di2,1; 2s,di2,0; 3s,di2,1; 4s,di2,0; 5s,di2,1 | di2.count | 0 5, 1 6, 3 7, 5 5
            RTU1 | DI2.carries=counter; DI2.name=Flow; DI2.count-limit=2; DI2.count-at-limit=stop | 1s,di2,1; 2s,di2,0; 3s,di2,1; 4s,di2,0; 5s,di2,1 | di2.count | 0 0, 1 1, 3 2
            RTU1 | - | 1s,ai1,4.6; 60s,ai1,4.4 | alarms.level.coming | 0 false, 1 true, 60 false
            RTU1 | alarms.level.hysteresis=0.3 | 1s,ai1,4.6; 60s,ai1,4.3; 90s,ai1,4.1 | alarms.level.coming | 0 false, 1 true, 90 false
            RTU1 | - | 1s,ai1,4.9,invalid; 60s,ai1,4.9 | alarms.level.coming | 0 false, 60 true
            RTU1 | - | 0,di1,on; 10s,inhibit_sending,on; 20s,inhibit_sending,off | alarms.pump.sent | 0 false, 0.5 true, 10 false, 7210 true
            RTU1 | alarms.pump.always=yes | 0,di1,on; 10s,inhibit_sending,on | alarms.pump.sent | 0 false, 0.5 true
            RTU1 | sending.enabled=no; sending.enable-after=1 | 0,di1,on | alarms.pump.sent | 0 false
            RTU1 | sending.enable-after=0 | 0,di1,on; 10s,inhibit_sending,on; 20s,inhibit_sending,off; 60s,enable_sending,on | alarms.pump.sent | 0 false, 0.5 true, 10 false, 60 true
            RTU1 | recipients.Duty.may-operate=yes; recipients.Duty.from=22:00; recipients.Duty.to=06:00 | 0,di1,off | recipients.duty.may_operate_now | 0 true, 18000 false, 75600 true
            RTU1 | schedule.night.at=02:30; schedule.night.action=send-values | 0,di1,off | schedule.night.runs | 0 false, 7200 true, 7200.1 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; RO1.carries=relay; RO1.mode=maintained | 1s,di1,on; 5s,di1,off | ro1 | 0 false, 1.5 true, 5.5 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; RO1.carries=relay | 1s,di1,on; 5s,di1,off | ro1 | 0 false, 1.5 true, 2.5 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; reactions.r.action=open; RO1.carries=relay; RO1.mode=maintained | 1s,di1,on; 5s,di1,off | ro1 | 0 true, 1.5 false, 5.5 true
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; reactions.r.action=pulse; RO1.carries=relay; RO1.pulse=2 | 1s,di1,on; 5s,di1,off | ro1 | 0 false, 1.5 true, 3.5 false
            RTU1 | reactions.r.when=DI1; reactions.r.output=RO1; RO1.carries=relay; RO1.mode=maintained; DI1.reaction=fall | 1s,di1,on; 5s,di1,off; 8s,di1,on | ro1 | 0 false, 5.5 true, 8.5 false
            RTU1 | reactions.r.when=DI2; reactions.r.output=RO1; RO1.carries=relay; RO1.mode=maintained; DI2.carries=counter; DI2.name=Flow; DI2.count-limit=1 | 1s,di2,on | ro1 | 0 false, 1 true
            RTU1 | schedule.flush.at=06:00; schedule.flush.action=pulse-output; schedule.flush.output=RO2; RO2.carries=relay | 0,di1,off | ro2 | 0 false, 18000 true, 18001 false
            RTU1 | schedule.flush.every=8 h; schedule.flush.action=pulse-output; schedule.flush.output=RO2; RO2.carries=relay | 0,di1,off | ro2 | 0 false, 28800 true, 28801 false, 57600 true, 57601 false
            RTU1 | schedule.tick.every=8 h; schedule.tick.action=send-values | 0,di1,off | schedule.tick.runs | 0 false, 28800 true, 28800.1 false, 57600 true, 57600.1 false
            """)
    void devicesActAsTheirSettingsSay(String device, String set, String inputs, String signal, String expected)
            throws IOException {
        if (set != null) {
            Plant.write(folder, device, set);
        }
        // The last Sunday of March: the clock on the wall leaps from 02:00 to 03:00.
        assertThat(changes(device, "2026-03-29", inputs, signal, 22)).containsExactly(expected.split(", "));
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
        assertThat(Comparison.of(bare, with).count()).isEqualTo(1);
        folder.copyDevice(folder.load(), "F11", "F12", false);
        folder.renameDevice(folder.load(), "F12", "F13");
        assertThat(folder.load().device("F13").logic()).isEqualTo(text);
        folder.change(site -> DeviceChange.remove(site, "F13", false));
        assertThat(root.resolve("site/logic/F13.st")).doesNotExist();
        folder.change(site -> site.with(site.device("F11").withLogic("PROGRAM other END_PROGRAM")));
        folder.change(site -> Adoption.adopt(site, "F11", with));
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
