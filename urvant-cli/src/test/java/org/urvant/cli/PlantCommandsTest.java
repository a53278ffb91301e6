package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.device.Account;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.type.Catalogue;

/** A device of every kind from the command line: made, filled from a table, looked at, changed, taken back. */
class PlantCommandsTest {
    @TempDir
    Path folder;

    private Terminal terminal;
    private Path site;

    @TempDir
    static Path prepared;

    /** The plant is made once; each test works on a copy. */
    @BeforeAll
    static void prepare() {
        Terminal terminal = new Terminal(prepared);
        Sites.plant(terminal, prepared);
    }

    @BeforeEach
    void plant() throws IOException {
        terminal = new Terminal(folder);
        site = folder.resolve("skarholm");
        terminal.go(site);
        Sites.copy(prepared.resolve("skarholm"), site);
    }

    /** Columns: a command, its exit code, and what it says; several commands are separated by {@code &&}. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            types --find motor                         | 0 | stenvaag-m3
            types --sort price                         | 2 | Known: maker, title, type
            types page stenvaag-m3                     | 0 | wrote stenvaag-m3.html
            types copy stenvaag-m3 own-m3 && types verify types/own-m3.yaml | 0 | sound: own-m3, 32 settings
            types copy stenvaag-m3 own-m3 && types remove own-m3 && undo | 0 | took back: types remove own-m3
            types remove stenvaag-m3                   | 3 | no type 'stenvaag-m3' of its own
            device --find pump --json                  | 0 | ~"type" : "stenvaag-m3"~
            device --find alarms                       | 0 | RTU1
            device --sort size                         | 2 | no column 'size'
            device add X1 --type marrowby-f2 --order-code MF2-BVX-1 | 3 | expected one of 0, B, L
            device add X1 --type marrowby-f2 --firmware 9 | 2 | no firmware version '9'
            device add X1 --type fjellmast-c2 --example pump-station && check X1 | 1 | equals-example
            device add X1 --type fjellmast-c2 --example pumpstation | 2 | Did you mean 'pump-station'?
            device add X1                              | 2 | Missing required argument
            device add F11 --type marrowby-f2          | 3 | exists already
            device copy RTU1 RTU2                      | 0 | to be given, for they belong to the one device: unit.name
            device copy TD1 TD2 --twin && device remove TD1 --yes | 3 | still named by TD2 twin-of
            device copy TD1 TD2 --twin && device remove TD1 --cascade --yes && undo --dry-run | 0 | would take back: device remove TD1 --cascade --yes
            device copy TD1 TD2 --twin && rename TD1 TD7        | 0 | follows: TD2 twin-of
            rename TD1 F11                             | 3 | exists already
            rename RTU1 recipients.Duty Night && where RTU1 recipients.Night | 0 | RTU1 alarms.level.recipients
            rename RTU1 recipients.Duty Night --dry-run && where RTU1 recipients.Duty | 0 | 2 places where row recipients.Duty of RTU1 is named
            rename RTU1 AI1 level                      | 3 | is a terminal that the type fjellmast-c2 names
            where RTU1 AI9                             | 2 | Did you mean
            where TD1                                  | 0 | nothing names device TD1
            set TD1 unit.start-text RTU1 && device remove RTU1 --yes | 0 | removed RTU1
            show P61 AI1                               | 0 | digits after the point
            show P61 AI1 --all                         | 0 | does not apply
            show F11 --changed                         | 0 | pick-up
            show F11 --find 'wrong phase'              | 0 | sequence
            show F11 grupe                             | 2 | Did you mean 'groups'?
            show RTU1 recipients --json                | 0 | ~"setting" : "recipients.Duty.number"~
            set F11 rated.voltage '10 kV'              | 0 | rated.voltage: 11 kV → 10 kV
            set F11 rated.voltage '10 kV' && undo && show F11 rated.voltage | 0 | 11 kV
            set F11 rated.voltage '10 kV' && undo && undo && undo --dry-run | 0 | would take back: device add GD1
            set P61 'AI?.decimals' 2 --dry-run         | 0 | 9 values would be set
            set P61 'AI*.decimals' 2                   | 0 | 12 values set
            set 'P61,F11' clock.zone Europe/Oslo       | 0 | 2 values set
            set '*' clock.zone Europe/Oslo             | 2 | no setting 'clock.zone'
            set F11 rated.voltage                      | 3 | no value is given
            set F11 rated.voltage --default            | 0 | 11 kV → 11000 V (default)
            set F11 'zz*' 1                            | 2 | no setting 'zz*'
            set F1* rated.frequency 55                 | 3 | expected one of 50, 60
            set RTU1 recipients.Night.number '+46 31 390 06 02' | 0 | recipients.Night.number: (no recipients.Night)
            set F11 group.2.overcurrent.1.pick-up '2 A' | 0 | (no group.2.overcurrent.1) → 2 A
            set F11 group.7.overcurrent.1.pick-up '2 A' | 2 | no setting
            set F11 firmware 4.1                       | 0 | 4.3 → 4.1
            set F11 firmware 5                         | 3 | expected one of 4.0, 4.1, 4.3
            guide stenvaag-m3                          | 0 | what the motor drives
            guide oddvik-u1                            | 3 | asks no questions
            guide stenvaag-m3 M1 --yes                 | 3 | M1: not answered: current, power, name
            guide stenvaag-m3 M1 --answer current=8A --answer power=4kW --answer name=Fan --yes | 0 | made 1 device of type stenvaag-m3; modules: m25 × 1
            guide stenvaag-m3 M1 --answer current=8A --answer power=4kW --answer name=Fan --dry-run | 0 | duty = pump
            guide stenvaag-m3 M31 --answer current=8A --answer power=4kW --answer name=Fan --yes | 3 | exists already
            guide stenvaag-m3 M1 --answer current=8V --answer power=4kW --answer name=Fan --yes | 3 | which is voltage; expected current
            guide stenvaag-m3 --from motors.csv --yes  | 0 | made 40 devices of type stenvaag-m3
            guide stenvaag-m3 --from motors.csv --yes && undo | 0 | took back: guide stenvaag-m3
            guide fjellmast-c2 R2 --answer name=R2 --answer subscription=data-only --answer access-point=x --answer level=yes --yes | 0 | open
            matrix F11 assignments                     | 0 | named by no row: BO3, BO5, BO6, LED2 to LED8, X2/BO1 to X2/BO6
            matrix F11 assignments --json              | 0 | ~"BO1"~
            matrix F11 assignments --out m.csv && matrix F11 assignments --take m.csv | 0 | has these marks already
            matrix F11 assignments --take marks.csv --yes | 0 | assignments.trip.outputs: BO1, BO2 → BO1
            matrix R51 circuits                        | 0 | AI4
            matrix F11 asignments                      | 2 | Did you mean 'assignments'?
            try TD1 --from presses.csv --for 20s --lanes | 0 | │GATE OPENING
            try TD1 --from presses.csv --watch step    | 0 | Mon 00:00:07.050  step        3  good
            try TD1 --from presses.csv --watch 'st*,shown' --out t.csv | 0 | wrote t.csv
            try TD1 --from presses.csv --watch zz      | 2 | no signal 'zz'
            try TD1 --set di9=on                       | 3 | Did you mean 'di
            try TD1 --set di1=maybe                    | 3 | di1 is 'maybe'; expected BOOL
            try RTU1 --set ai1=high                    | 3 | Give a number, such as 4.5
            try TD1 --set sequence.steps=2.5           | 3 | Give a whole number
            try TD1 --cycle 0s                         | 3 | a cycle of no time never ends
            try TD1 --from presses.csv --for 3s        | 3 | lies after the end of the run
            set RTU1 RO1.carries relay && set RTU1 RO1.mode maintained && set RTU1 reactions.r.when DI1 && set RTU1 reactions.r.output RO1 && set RTU1 reactions.r.action open && try RTU1 --for 1s | 0 | on: ro1
            try TD1 --for ever                         | 3 | 'ever' is no length of time
            try TD1 --for 1000000h                     | 3 | is more than 1000000000 cycles
            try TD1 --at yesterday                     | 3 | 'yesterday' is no time
            try TD1 --zone Mars                        | 3 | 'Mars' is no time zone
            try RTU1 --from day.csv --for 24h          | 0 | 864,001 cycles of 100ms
            try RTU1 --from day.csv --watch alarms.pump.sent --json | 0 | ~"value" : true~
            try Q41                                    | 3 | has no logic
            try F11                                    | 3 | Write programs to logic/F11.st
            try F11 --program interlock.st --set bi3=on --for 1s | 0 | Mon 00:00:00.200  led1
            try F11 --set bi3                          | 2 | --set is 'bi3'; write it as NAME=VALUE
            try F11 --program bad.st                   | 1 | bad.st:2:3  there is no signal or variable 'bo33'
            try F99                                    | 2 | no device 'F99'
            settle F11                                 | 1 | 600 A    400 A       differs
            settle F11 --json                          | 1 | ~"agrees" : false~
            settle F11 --keep bay --yes                | 0 | bay F11 and its devices agree
            settle F11 --keep F11 --yes && settle F11  | 0 | 400 A
            settle F11 --keep bay --yes && undo && settle F11 --dry-run | 1 | differs
            settle F11 --keep bay --dry-run            | 0 | F11 ct.primary → 600 A
            settle F11 --keep L21                      | 2 | no device of bay F11 'L21'
            settle F12                                 | 2 | Did you mean 'F11'?
            check F11                                  | 0 | ct.primary is 400 A; the equipment of bay F11 has 600 A
            logic F11                                  | 0 | it can run 8, each cycle of 5ms
            logic F11 --take interlock.st && logic F11 | 0 | sound: 2 programs
            logic F11 --take interlock.st && logic F11 --json | 0 | ~"most" : 8~
            logic F11 --take interlock.st && logic F11 --out o.st && logic F11 --remove --yes | 0 | took the programs of F11 away
            logic F11 --take interlock.st && logic F11 --take interlock.st | 3 | nobody is there to agree
            logic F11 --take interlock.st && undo && logic F11 | 0 | no programs of its own
            logic F11 --take interlock.st && device copy F11 F12 && logic F12 --take slower.st --yes && compare F11 F12 | 1 | 9 +   commanded(IN := bi3 AND NOT bi1, PT := T#250ms)
            logic F11 --take interlock.st && clear F11 all --yes && logic F11 | 0 | no programs of its own
            logic F11 --take interlock.st && review F11 --out r.html | 0 | wrote r.html
            try F11 --program bounce.st --for 6000s    | 3 | more than 1000000 changes
            logic F11 --take bad.st                    | 1 | bad.st:2:3  there is no signal or variable 'bo33'
            logic Q41 --take interlock.st              | 1 | oddvik-u1 runs no programs of its own
            logic RTU1 --signals --find 'level in'     | 0 | no signal has
            logic RTU1 --signals --find pump           | 0 | alarms.pump.always
            logic RTU1 --signals --json                | 0 | ~"direction" : "in"~
            logic TD1 --signals --find after_last      | 0 | (first, stay)
            types verify badtype.yaml                  | 1 | badtype.yaml:8:
            set F11 group.1.overcurrent.1.pick-up-primary 400 | 3 | it follows from pick_up * ct.primary / ct.secondary
            explain F11 group.1.overcurrent.1.pick-up-primary | 0 | follows from pick_up * ct.primary
            check RTU1 --json                          | 0 | ~"typeRule"~
            explain PAIR                               | 0 | double point of two contacts
            drop RTU1 recipients.Duty --yes            | 3 | is still named by alarms.level.recipients = Duty
            drop RTU1 recipients.Duty --cascade --yes  | 0 | changes: alarms.level.recipients → (default)
            drop RTU1 alarms.pump --yes && undo        | 0 | took back: drop RTU1 alarms.pump --yes
            drop RTU1 alarms.pomp                      | 2 | Did you mean 'alarms.pump'?
            clear RTU1 settings --yes                  | 0 | will be lost: recipients.Duty.number = +46 31 390 06 00
            set F11 group.1 5                          | 2 | no setting 'group.1'
            set F11 '' 5                               | 2 | no setting ''
            set F11 BI1.carries ''                     | 3 | expected one of binary, unused
            set RTU1 alarms.a.b.text x                 | 2 | Did you mean 'alarms.pump.text'?
            set RTU1 'alarms.new alarm.text' 'Hello: world, # yes' && show RTU1 'alarms.new alarm' | 0 | Hello: world, # yes
            set RTU1 'alarms.new alarm.text' x && check RTU1 | 1 | urvant set RTU1 "alarms.new alarm.channel" VALUE
            set RTU1 recipients.Duty.number --default && check RTU1 | 1 | recipients.Duty.number is open
            set F99 a 1                                | 2 | no device 'F99'
            fit Q41 X m                                | 2 | no slot 'X'
            types page nope                            | 2 | no device type 'nope'
            types verify nofile.yaml                   | 3 | there is no file
            device add X1 --type marrowby-f2 --from x.json | 2 | mutually exclusive
            device add X1 --from nofile.json           | 3 | there is no file
            device add 'X 1' --type marrowby-f2        | 3 | is not allowed
            guide stenvaag-m3 'bad name' --answer current=8A --answer power=4kW --answer name=F --yes | 3 | is not allowed
            order-code marrowby-f2 ''                  | 1 | expected 'MF2-' at position 1
            services 'Z*'                              | 2 | no device 'Z*'
            export v.csv 'Z*'                          | 2 | no device 'Z*'
            fill nofile.csv                            | 3 | there is no file
            explain F11 ''                             | 2 | no setting, channel, table or rule ''
            explain F11 group.1.overcurrent.1.pick-up  | 0 | secondary value
            explain F11 group.1.overcurrent.1.delay    | 0 | does not apply: the characteristic is inverse
            explain F11 X1/VT1                         | 0 | the module in slot X1
            explain fjellmast-c2 recipients            | 0 | rule         text-carried
            explain marrowby-f2 ct-ratio               | 0 | must hold    ct.primary >= ct.secondary
            explain M31 motor.rated-curent             | 2 | Did you mean 'motor.rated-current'?
            explain marrowby-f3 ct-ratio               | 2 | Did you mean 'marrowby-f2'?
            explain ton                                | 0 | TON(IN : BOOL, PT : TIME → Q : BOOL, ET : TIME)
            explain HYSTERESIS --json                  | 0 | ~"kind" : "function block of our own"~
            explain value_or                           | 0 | marked as substituted
            explain fingerprint                        | 0 | SHA-256
            explain fingerprnt                         | 2 | Did you mean 'fingerprint'?
            explain F11 ct.primary --json              | 0 | ~"unit" : "A"~
            fit RTU1 E1 di8                            | 0 | channels that come: E1/DI1 to E1/DI8
            fit RTU1 E9 di8                            | 2 | Did you mean 'E1'?
            fit RTU1 E1                                | 3 | what to fit is not clear
            fit RTU1 E1 di8 && set RTU1 E1/DI1.carries binary && fit RTU1 E1 --empty | 3 | nobody is there to agree
            fit RTU1 E1 di8 && set RTU1 E1/DI1.carries binary && fit RTU1 E1 --empty --yes | 0 | goes: E1/DI1 with carries = binary
            fit RTU1 --as-built                        | 3 | no maintenance link
            order-code F11                             | 0 | F11 as fitted: MF2-BVB-2
            order-code marrowby-f2                     | 0 | form: MF2-{hardware}{slot 1}{slot 2}-{functions}
            order-code marrowby-f2 MF2-A0L-2           | 1 | light in slot 2 needs hardware B
            order-code marrowby-f2 MF2-BVL-3 --json    | 0 | ~"X2" : "arc"~
            order-code F11 MF2-BVL-3 --apply --yes     | 0 | fitted F11 by its code
            order-code F11 MF2-BVL-3 --apply --yes && check F11 --json | 0 | ~"severity" : "warning"~
            order-code TD1                             | 3 | has no ordering code
            selectors Q41                              | 0 | long-time.current = 0.9
            selectors Q41 --tick Ir,tr && selectors Q41 | 0 | ✓  Ir
            selectors Q41 --tick It                    | 2 | Did you mean 'I2t'?
            selectors Q41 --out q.html                 | 0 | wrote q.html
            selectors TD1                              | 3 | has no selectors
            services                                   | 0 | measured values to anybody
            services R51 --json                        | 0 | ~"port" : "tcp/21"~
            export v.csv 'RTU*' && fill v.csv --yes    | 0 | the project has these values already
            export v.ods RTU1                          | 3 | neither .csv nor .xlsx
            fill bad.csv --yes                         | 3 | bad.csv has 4 mistakes; nothing was changed
            fill bad.csv --yes                         | 3 | ct.primary is 'wide'
            fill good.csv --dry-run                    | 0 | 2 values would change
            fill good.csv --yes && undo                | 0 | took back: fill good.csv --yes
            review GD1                                 | 0 | wrote GD1.html, fingerprint
            configuration F11 --portable --out F11.json && device add F12 --from F11.json | 0 | made by urvant
            configuration F11 --portable --out F11.json && set F11 rated.voltage '10 kV' && adopt F11 --from F11.json --yes | 0 | adopted 1 difference
            configuration F11 --portable --out F11.json && adopt L21 --from F11.json --yes | 3 | is for a marrowby-f2
            clock F11                                  | 3 | no maintenance link
            undo                                       | 0 | took back: fill
            """)
    void commandsDoAndSay(String lines, int code, String found) throws IOException {
        Files.writeString(
                site.resolve("bad.csv"),
                "device,setting,value\nF11,ct.primary,wide\nF99,a,1\nF11,ct.primry,400\nTD1,sequence.steps,99\nF11,rated.voltage,10 kV\n");
        Files.writeString(
                site.resolve("good.csv"), "device;setting;value\nF11;rated.voltage;10 kV\nF11;inputs.threshold;\n");
        Files.writeString(site.resolve("marks.csv"), "row,BO1,BO2,LED1\ntrip,x,,x\n");
        Files.writeString(
                site.resolve("site.yaml"),
                "# the plates\nbays:\n  F11:\n    devices: [F11]\n    ratings: {ct.primary: 600 A, rated.voltage: 11000 V}\n");
        Files.writeString(
                site.resolve("slower.st"),
                Files.readString(Path.of("../demo/interlock.st")).replace("200ms", "250ms"));
        Files.writeString(
                site.resolve("bounce.st"), "PROGRAM p\nVAR_OUTPUT q : BOOL; END_VAR\n  q := NOT q;\nEND_PROGRAM\n");
        Files.writeString(site.resolve("bad.st"), "PROGRAM p\n  bo33 := bi1;\nEND_PROGRAM\n");
        Files.writeString(
                site.resolve("badtype.yaml"),
                """
                format: urvant-device-type/1
                type: lamp-1
                maker: Nobody
                title: lamp
                firmware: {"1.0": {}}
                logic:
                  behaviour:
                    shine: {text: "PROGRAM p VAR_OUTPUT y : BOOL; END_VAR y := on; END_PROGRAM"}
                """);
        for (String name : List.of("motors.csv", "presses.csv", "day.csv", "interlock.st")) {
            Files.copy(Path.of("../demo", name), site.resolve(name));
        }
        int last = terminal.all(lines);
        String said = terminal.out() + terminal.err();
        assertThat(said).contains(found);
        assertThat(last).as(said).isEqualTo(code);
    }

    /** Every command that lists, says or changes something answers programs in JSON, and in JSON only. */
    @ParameterizedTest(name = "{0}")
    @ValueSource(
            strings = {
                "types",
                "device",
                "show F11",
                "show RTU1 alarms",
                "explain",
                "explain fingerprint",
                "explain point-duplicate",
                "explain M31 motor.rated-current",
                "services",
                "selectors Q41",
                "matrix F11 assignments",
                "order-code F11",
                "order-code marrowby-f2 MF2-A00-1",
                "guide stenvaag-m3",
                "guide stenvaag-m3 M1 --answer current=8A --answer power=4kW --answer name=F --dry-run",
                "set P61 'AI*.decimals' 2",
                "set P61 scan.interval 0.5",
                "fit RTU1 E1 di8",
                "drop RTU1 alarms.pump --yes",
                "export v.xlsx F11",
                "review GD1",
                "undo --dry-run",
                "configuration F11",
                "check RTU1"
            })
    void programsGetJson(String line) throws IOException {
        int code = terminal.run(Sites.words(line + " --json"));
        assertThat(code).as(terminal.err()).isIn(Exit.DONE, Exit.DIFFERENT);
        int values = 0;
        try (JsonParser parser = new JsonFactory().createParser(terminal.out())) {
            while (parser.nextToken() != null) {
                values += parser.currentToken().isScalarValue() ? 1 : 0;
            }
        }
        assertThat(terminal.out().strip()).matches("(?s)[\\[{].*[\\]}]");
        assertThat(values).as(line).isPositive();
    }

    @Test
    void aSafetyRelatedDeviceIsSignedOffOnlyByOneWhoReadItsPage() throws IOException {
        try (StandIn dock = StandIn.start(
                folder.resolve("dock"),
                new StandInProfile(
                        "kvitskjer-d4",
                        "3.2",
                        "G-1",
                        Catalogue.type("kvitskjer-d4").orElseThrow().accounts()),
                "127.0.0.1",
                0)) {
            terminal.ok("set GD1 link " + dock.address());
            terminal.with("URVANT_PASSWORD", "kvitskjer");
            assertThat(terminal.run("clock", "GD1")).isEqualTo(Exit.DIFFERENT);
            terminal.ok("download GD1 --yes");
            terminal.ok("clock GD1 --set");
            terminal.ok("clock GD1");
            assertThat(terminal.out()).contains("right within");
            assertThat(terminal.run("sign-off", "GD1", "--yes")).isEqualTo(Exit.FAILED);
            assertThat(terminal.err()).contains("only by one who has read its page");
            assertThat(terminal.run("sign-off", "GD1", "--yes", "--read", "0123456789ab"))
                    .isEqualTo(Exit.FAILED);
            terminal.ok("review GD1 --out page.html");
            String page = Files.readString(site.resolve("page.html"));
            Matcher code = Pattern.compile("--read ([0-9a-f]{12})").matcher(page);
            assertThat(code.find()).isTrue();
            terminal.ok("sign-off GD1 --yes --read " + code.group(1));
            terminal.ok("device add GD9 --from-unit " + dock.address());
            assertThat(Files.readString(site.resolve("devices/GD9.yaml"))).contains("origin: unit G-1", "Hall-4");
        }
    }

    @Test
    void otherModulesInTheDeviceAreSeenAndTakenOver() {
        TreeMap<String, String> fitted = new TreeMap<>();
        fitted.put("E2", "ro4");
        try (StandIn unit = StandIn.start(
                folder.resolve("unit"),
                new StandInProfile(
                        "fjellmast-c2",
                        "3.4",
                        "R-1",
                        "",
                        "",
                        Catalogue.type("fjellmast-c2").orElseThrow().accounts(),
                        fitted),
                "127.0.0.1",
                0)) {
            terminal.ok("set RTU1 link " + unit.address());
            terminal.ok("fit RTU1 E1 di8");
            terminal.with("URVANT_PASSWORD", "fjellmast");
            assertThat(terminal.run("download", "RTU1", "--yes")).isEqualTo(Exit.FAILED);
            assertThat(terminal.err())
                    .contains("hardware-differs: slot E1: the device has nothing, the project di8")
                    .contains("slot E2: the device has ro4");
            terminal.ok("fit RTU1 --as-built --yes");
            assertThat(terminal.out()).contains("channels that come: E2/RO1 to E2/RO4");
            terminal.ok("download RTU1 --yes --set-clock");
            assertThat(terminal.out()).contains("read back: equal").contains("clock set; it was");
        }
    }

    /** Columns: what the unit says of itself; what the refusal names. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            4.1 | B | S-77 | 02-00-5E-10-00-31 | hardware-differs: firmware: the device has 4.1, the project 4.3
            4.3 | A | S-77 | 02-00-5E-10-00-31 | hardware-differs: hardware revision: the device has A, the project B
            4.3 | B | S-78 | 02-00-5E-10-00-31 | wrong-device: serial number: the device has S-78, the project S-77
            4.3 | B | S-77 | 02-00-5E-10-00-32 | wrong-device: MAC address: the device has 02-00-5E-10-00-32, the project 02-00-5E-10-00-31
            4.3 | B | S-77 | 02-00-5E-10-00-31 |
            """)
    void theUnitIsHeldAgainstTheProjectBeforeAnyWrite(
            String firmware, String hardware, String serial, String mac, String refusal) {
        TreeMap<String, String> fitted = new TreeMap<>();
        fitted.put("X1", "vt4");
        fitted.put("X2", "bio");
        List<Account> accounts = Catalogue.type("marrowby-f2").orElseThrow().accounts();
        try (StandIn unit = StandIn.start(
                folder.resolve("unit"),
                new StandInProfile("marrowby-f2", firmware, serial, hardware, mac, accounts, fitted),
                "127.0.0.1",
                0)) {
            terminal.ok("set F11 link " + unit.address());
            terminal.ok("set F11 serial S-77");
            terminal.ok("set F11 network.mac 0200.5e10.0031");
            terminal.with("URVANT_PASSWORD", "marrowby").with("URVANT_NEW_PASSWORD", "tide-table-1887");
            if (refusal == null) {
                terminal.ok("download F11 --yes");
                assertThat(terminal.out().replaceAll("\\s+", " "))
                        .contains("clock ", "of this computer", "--set-clock sets it, too")
                        .contains("blocked meanwhile: overcurrent protection")
                        .contains("breaker failure protection");
                return;
            }
            for (String write :
                    List.of("download F11 --yes", "clock F11 --set", "verify F11 --restart --yes", "password F11")) {
                assertThat(terminal.run(write.split(" "))).as(write).isEqualTo(Exit.FAILED);
                assertThat(terminal.err()).contains(refusal).contains("fit F11 --as-built");
            }
            assertThat(terminal.run("identify", "F11")).isEqualTo(Exit.DIFFERENT);
            assertThat(terminal.out()).contains(refusal.substring(refusal.indexOf(": ") + 2));
            terminal.ok("fit F11 --as-built --yes");
            terminal.run("identify", "F11", "--json");
            assertThat(terminal.out()).contains("\"mismatches\" : [ ]");
        }
    }

    @Test
    void aDeviceWithDialsOnlyIsNeverDownloadedTo() {
        assertThat(terminal.run("download", "Q41", "--yes")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("dial-only-device").contains("urvant selectors Q41");
    }
}
