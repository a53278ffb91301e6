package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Bays copied, adapted, compared, tested again, from the command line. */
class CompareCommandsTest {
    @TempDir
    Path folder;

    @TempDir
    static Path prepared;

    private Terminal terminal;
    private Path site;

    /** The plant is made once; each test works on a copy. */
    @BeforeAll
    static void prepare() throws IOException {
        Terminal terminal = new Terminal(prepared);
        Sites.plant(terminal, prepared);
        terminal.go(prepared.resolve("skarholm"));
        Files.copy(Sites.demo("site.yaml"), prepared.resolve("skarholm/site.yaml"));
        terminal.ok("bay copy F11 --from " + Sites.demo("bays.csv") + " --yes");
        terminal.ok("import " + Sites.demo("pump-drive.csv") + " --name PD1 --protocol modbus --yes");
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
            bay                                                    | 0 | F13
            bay --json                                             | 0 | "bay" : "F14"
            bay copy F11 F20 --json --yes                          | 0 | "open"
            bay copy F11 F20 F21 F22 --yes && bay                  | 0 | F22
            bay copy F11 F20 --name F11=R20 --yes && compare F11 R20 | 0 | equal
            compare F11 F12                                        | 0 | expected: settings.network.address
            compare F11 F12 --all                                  | 1 | changed  address: 192.0.2.31 → 192.0.2.32
            compare bay:F11 bay:F14                                | 0 | devices.marrowby-f2-1.name
            compare F11 F12 --json                                 | 0 | "equal" : true
            set F12 vt.primary '20 kV' && compare F11 F12          | 1 | changed  primary: 11000 V → 20000 V
            set F12 vt.primary '20 kV' && compare F11 F12 --json   | 1 | "right" : 20000
            set F12 vt.primary '20 kV' && compare bay:F11 bay:F12  | 1 | marrowby-f2-1 (F12)
            set F12 vt.primary '20 kV' && compare F11 F12 --expect 'settings.vt.*' | 0 | settings.vt.primary
            set F12 vt.primary '20 kV' && compare F12 F11 --take settings.vt.primary --into F11 --yes && show F11 vt.primary | 0 | 20 kV
            set F12 vt.primary '20 kV' && compare F11 F12 --take settings.vt.primary --into F11 --yes && undo && show F11 vt.primary | 0 | 11 kV
            compare F11:settings.ct F12:settings.ct                | 0 | equal
            compare F11:BI8 F12:BI8                                | 0 | equal
            compare F11:group.1 F12:group.1 --all                  | 0 | equal
            compare F11:assignments F11:inputs-used                | 1 | differences
            compare F11:BI88 F12                                   | 2 | there is no part of F11 'BI88'
            compare bay:F11:ratings F12                            | 2 | bay:F11:ratings
            compare F11 M31 --take 'settings.*' --into F11 --yes   | 3 | is of type stenvaag-m3
            compare PD1 DEMO/pump-drive.csv                        | 0 | equal
            compare PD1 F11                                        | 3 | is a list of points
            compare . .                                            | 0 | equal
            save F12 --reason t && set F12 BI3.name Door && compare F12@saved F12 | 1 | added    name: Door
            save F12 --reason t && set F12 BI3.name Door && compare F12@saved:BI3 F12:BI3 | 1 | added    name: Door
            compare F12@backup F12                                 | 3 | no configuration of F12 is kept
            compare F12@live F12                                   | 3 | has no maintenance link
            compare F12@saved F12                                  | 3 | was never saved
            save F12 --reason t && retest F12 --since saved           | 0 | nothing to test again
            save F12 --reason t && set F12 group.1.overcurrent.2.delay '90 ms' && retest F12 --since saved --json | 1 | "what" : "stage"
            save F12 --reason t && set F12 BI3.hold '9 ms' && retest F12 --since saved | 1 | drive it, and see
            retest F12 --since saved                               | 3 | was never saved
            retest Q99                                             | 2 | Q99
            set F11 LED3.text 'F11 trip' && set F12 LED3.text 'F12 trip' && compare F11 F12 | 1 | changed  text: F11 trip → F12 trip
            set F11 LED3.text 'F11 trip' && set F12 LED3.text 'F12 trip' && compare F11 F12 --name F11=F12 | 0 | equal
            set F11 LED3.text 'F11 trip' && compare F11 F12 --name F11=F12 --take 'settings.LED3.*' --into F12 --yes && show F12 LED3 | 0 | F12 trip
            set F12 LED3.text 'F12 trip' && compare F11 F12 --name F11=F12 --take 'settings.LED3.*' --into F11 --yes && show F11 LED3 | 0 | F11 trip
            set F11 LED3.text 'F110 trip' && compare F11 F12 --name F11=F12 --take 'settings.LED3.*' --into F12 --yes && show F12 LED3 | 0 | F110 trip
            set F11 LED3.text 'x' && compare F11 F12 --name A=B --name C=B --take '*' --into F11 --yes | 2 | has no way back
            compare F11 F12 --take '*'                             | 2 | give both
            import DEMO/F01.cid --yes && import DEMO/F02.cid --yes && device add A1 --type ravnsund-g3 && device add A2 --type ravnsund-g3 && connect A1 F01 && connect A2 F02 && compare A1 A2 | 1 | next: urvant compare A1 A2 --name F01=F02
            import DEMO/F01.cid --yes && import DEMO/F02.cid --yes && device add A1 --type ravnsund-g3 && device add A2 --type ravnsund-g3 && connect A1 F01 && connect A2 F01 && connect A2 F02 && compare A1 A2 --name F01=F02 | 1 | added
            import DEMO/F01.cid --yes && compare F01.cid DEMO/F02.cid | 1 | F02.cid
            set F12 vt.primary '20 kV' && compare F11 F12 --take 'hardware.*' --into F12 --yes | 2 | there is no difference 'hardware.*'
            device copy F11 F15 && set F15 firmware 4.1 && compare F11 F15 --take 'hardware.*' --into F15 --yes | 1 | it belongs to the hardware
            compare F11 F12 --take '*' --into F12 --accept '*'     | 2 | do not go together
            """)
    void commandsDoAndSay(String commands, int exit, String said) {
        int code = 0;
        for (String command : commands.split(" && ")) {
            code = terminal.run(
                    Sites.words(command.strip().replace("DEMO", Sites.demo("").toString())));
        }
        assertThat(code).as(terminal.out() + terminal.err()).isEqualTo(exit);
        assertThat(terminal.out() + terminal.err()).contains(said);
    }

    /** A copy is worked through: what differs is taken back or accepted, and at the end nothing is open. */
    @Test
    void aCopyIsWorkedThroughDifferenceByDifference() throws IOException {
        terminal.ok("save F13 --reason copied");
        terminal.ok("set F13 group.1.overcurrent.1.multiplier 0.3");
        terminal.ok("set F13 inputs.threshold 80V");
        terminal.ok("drop F13 group.1.earth-fault.1 --yes");
        assertThat(terminal.run("check", "F13")).isEqualTo(Exit.DONE);
        assertThat(terminal.out()).contains("assigned-function-off");
        terminal.ok("drop F13 assignments.earth --yes");
        assertThat(terminal.run("compare", "F11", "F13")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("4 differences");
        terminal.ok("compare F11 F13 --take settings.inputs.threshold --into F13 --yes");
        assertThat(terminal.run("compare", "F11", "F13", "--accept", "*earth*", "--reason", "no earth path"))
                .isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("3 differences, 2 accepted", "accepted: no earth path");
        terminal.ok("compare F11 F13 --accept *.multiplier --reason grading");
        assertThat(terminal.out()).contains("3 differences, all accepted");
        terminal.ok("compare F11 F13 --out diff.html");
        assertThat(Files.readString(site.resolve("diff.html")))
                .contains("accepted: grading", "accepted: no earth path");
        terminal.ok("compare F11 F13 --out diff.csv");
        assertThat(Files.readString(site.resolve("diff.csv")))
                .contains("settings.group.1.overcurrent.1.multiplier,changed,0.2,0.3,");
        assertThat(terminal.run("retest", "F13", "--since", "saved", "--out", "tests.html"))
                .isEqualTo(Exit.DIFFERENT);
        assertThat(Files.readString(site.resolve("tests.html"))).contains("earth-fault protection", "overcurrent.1");
        terminal.ok("set F11 group.1.overcurrent.1.multiplier 0.25");
        assertThat(terminal.run("compare", "F11", "F13")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("3 differences, 2 accepted");
    }

    /** Nothing of a table that is wrong somewhere is made, and the files are as they were. */
    @Test
    void aTableThatIsWrongSomewhereMakesNothing() throws IOException {
        String before = Files.readString(site.resolve("site.yaml"));
        Files.writeString(site.resolve("more.csv"), "bay,F11\nF31,F31\nF32,F12\n");
        assertThat(terminal.run("bay", "copy", "F11", "--from", "more.csv", "--yes"))
                .isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("device F12 exists already");
        assertThat(Files.readString(site.resolve("site.yaml"))).isEqualTo(before);
        assertThat(site.resolve("devices/F31.yaml")).doesNotExist();
        assertThat(terminal.run("bay", "copy", "F11", "F31")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("nobody is there to agree");
        assertThat(site.resolve("devices/F31.yaml")).doesNotExist();
    }

    /** Between SCL files, with a project and without: the files themselves stay as they are. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void differencesOfSclFilesGoIntoANewOne(boolean isInProject) throws IOException {
        Path at = isInProject ? site : Files.createDirectories(folder.resolve("desk"));
        terminal.go(at);
        String station = Files.readString(Sites.demo("skarholm.scd"));
        Files.writeString(at.resolve("old.scd"), station);
        Files.writeString(
                at.resolve("new.scd"),
                station.replace(">192.0.2.11<", ">192.0.2.71<").replace(">480<", ">500<"));
        String[] take = {"compare", "old.scd", "new.scd", "--take", "*.value.*", "--into", "old.scd"};
        assertThat(terminal.run(take)).isEqualTo(Exit.USAGE);
        assertThat(terminal.err()).contains("--out names the file to write");
        terminal.ok(String.join(" ", take) + " --dry-run");
        assertThat(terminal.out()).contains("group 1 = 500").doesNotContain("took over");
        terminal.ok(String.join(" ", take) + " --out merged.scd");
        assertThat(terminal.out()).contains("took over 3 differences into merged.scd; old.scd is as it was");
        assertThat(at.resolve("old.scd")).hasContent(station);
        assertThat(at.resolve("merged.scd")).hasContent(station.replace(">480<", ">500<"));
        terminal.ok("compare merged.scd new.scd --take *.address.* --into new.scd --out back.scd");
        terminal.ok("compare merged.scd back.scd");
        assertThat(terminal.out()).contains("equal");
        assertThat(terminal.run("compare", "old.scd", "new.scd", "--take", "*", "--into", "old.scd", "--out", "a.html"))
                .isEqualTo(Exit.USAGE);
        assertThat(terminal.run(
                        "compare", "old.scd", "new.scd", "--take", "*", "--into", "old.scd", "--out", "new.scd"))
                .isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("new.scd is there already");
        assertThat(terminal.run(
                        "compare", "old.scd", "new.scd", "--take", "*", "--into", "older.scd", "--out", "b.scd"))
                .isEqualTo(Exit.USAGE);
        assertThat(terminal.err()).contains("there is no side 'older.scd'");
    }
}
