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

/** Protection from the command line: sides, transformers, studies, curves, grading, zones, groups, tests. */
class ProtectionCommandsTest {
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
        terminal.ok("device add K10 --type marrowby-f2");
        terminal.ok("set K10 ct.primary 1000");
        terminal.ok("set K10 rated.current 1000");
        terminal.ok("study " + Sites.demo("study.csv").toAbsolutePath() + " --yes");
        Files.copy(Sites.demo("grading.yaml"), prepared.resolve("skarholm/site.yaml"));
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
            show F11 group.1.overcurrent.1                        | 0 | 480 A primary
            show F11 group.1.overcurrent.1 --in secondary         | 0 | 1.2 A secondary
            show F11 group.1.overcurrent.1 --in percent-of-rated  | 0 | 120 % of rated
            show F11 group.1.overcurrent.2 --in secondary         | 0 | 8 A secondary
            show L21 group.1.zones.1 --in secondary               | 0 | 4.133333 Ω secondary
            set F11 group.1.overcurrent.1.pick-up '480 A primary' --dry-run | 0 | 480 A primary
            set F11 group.1.overcurrent.1.pick-up '75 % of rated' | 0 | 75 % of rated
            transformer F11 currents 400/5 --dry-run              | 0 | ct.secondary
            transformer F11 currents 400/5 --yes && show F11 group.1.overcurrent.1 --in secondary | 0 | 6 A secondary
            transformer F11 currents 400/5 --yes && show F11 group.1.overcurrent.1 --in primary   | 0 | 480 A primary
            transformer F11 currents 400/5 --yes && undo && show F11 ct.secondary | 0 | 1 A
            transformer F11 currents 400/1                        | 0 | they have these transformers already
            transformer F11,K10 currents 1200/5 --dry-run         | 0 | K10
            transformer F11 neutral-current 60/5 --dry-run        | 0 | ct.neutral.secondary
            transformer F11 currents 400/5 --keep secondary --dry-run | 0 | 96 A primary
            transformer F11 currents 400/5                        | 3 | nobody is there to agree
            curve F11                                             | 0 | ● overcurrent
            curve F11 --at 960A                                   | 0 | 2.006
            curve F11 --at 0.96kA                                 | 0 | 2.006
            curve F11 --measured residual-current --at 7A         | 0 | 0.3
            curve F11 --measured voltage                          | 2 | phase-current
            curve F11 --flow 960A@1s --flow 2.4kA@10s             | 0 | 1.429
            curve F11 --flow 960A@1s --flow 0A@1s --flow 960A@10s | 0 | 4.006
            set F11 group.1.overcurrent.1.reset fixed && set F11 group.1.overcurrent.1.reset-time 5 && curve F11 --flow 960A@1s --flow 0A@1s --flow 960A@10s | 0 | 3.006
            set F11 group.1.overcurrent.1.reset fixed && set F11 group.1.overcurrent.1.reset-time 0.5 && curve F11 --flow 960A@1s --flow 0A@1s --flow 960A@10s | 0 | 4.006
            curve F11,K10 --flow 960A@1s                          | 0 | never
            curve F11 --flow 300A@12345s --flow 2.4kA@10s         | 0 | 12345.856
            curve F11 --flow 960A                                 | 3 | says no time
            curve F11 --flow 960A@0s                              | 3 | not above zero
            curve F11 --flow 960A@1s --at 3kA                     | 3 | Ask for one of them
            curve F11,K10 --at 8kA                                | 0 | K10
            curve F11 --out f11.svg                               | 0 | wrote f11.svg
            curve F11 --mark fault                                | 3 | names no current
            curve F11 --mark fault=8kA@2V                         | 3 | is no time
            curve M31,F11                                         | 0 | M31
            curve Q41,F11                                         | 3 | Q41 does not say its rated voltage
            grading                                               | 1 | too short
            grading F11                                           | 1 | K10 overcurrent.1
            grading LV1                                           | 0 | kept
            grading LV1 --out lv1.png                             | 0 | wrote lv1.png
            grading LV1 --out lv1.gif                             | 3 | .png or .svg
            check F11                                             | 0 | margin-too-short
            set K10 group.1.overcurrent.1.multiplier 0.3 && grading | 0 | kept
            zones L21                                             | 0 | 84.24
            zones L21 --at 1+j8                                   | 0 | zones.2 trips first
            zones L21 --out l21.svg                               | 0 | wrote l21.svg
            zones L21 --group 2                                   | 3 | setting group 2 of L21 is not set up
            zones L21 --voltages 20.3@0,63.5@-120,63.5@120 --currents 3@-80,0@0,0@0 | 0 | zones.1 trips first, after 0 s
            zones L21 --voltages 63@0,63@-120,63@120 --currents 1@0,1@-120,1@120    | 0 | no fault
            zones L21 --voltages 20.3@0,63.5@-120,63.5@120 --currents 3@-80,0@0,0@0 --json | 0 | "fault" : true
            explain F11 group.1.overcurrent.2.pick-up             | 0 | PTOC2.StrVal.setMag.f [SG, SE]
            differential T1                                       | 0 | 18.92
            differential T1 --at HV=6.194@0,LV=4.815@-150         | 0 | operates, for it takes 2.85 there
            differential T1 --at HV=6.09@0,LV=4.939@-150          | 0 | does not operate, for it takes 2.85 there
            differential T1 --at HV=729mA@0,LV=874.8mA@-150       | 0 | difference 0
            differential T1 --at HV=1A@0 --json                   | 0 | "operates" : true
            differential T1 --out t1.svg                          | 0 | wrote t1.svg
            test-points T1                                        | 0 | HV 3 × 0.2296@0° A
            test-points T1 --out t.csv && test-points T1 --from t.csv | 0 | 0 passed, 0 failed
            test-points L21                                       | 0 | 33.93@-69.4°
            group F11 copy 1 2 --dry-run                          | 0 | becomes as group 1 is
            group F11 copy 1 2 --yes && group F11 remove 2 --yes && compare F11:group.1 F11:group.2 | 2 | group.2
            group F11 turn 1 2                                    | 2 | copy, remove
            group F11 copy 1                                      | 3 | the other group is not named
            study ../nowhere.csv                                  | 3 | nowhere.csv
            study --out now.xlsx --device 'F*' && study now.xlsx --dry-run | 0 | would change
            study --out now.csv && study now.csv --yes && study now.csv --dry-run | 0 | already
            study --out now.txt                                   | 3 | .csv
            test-points F11                                       | 0 | 2 × the pick-up
            test-points M31                                       | 0 | thermal
            test-points F11 --out t.xlsx && test-points F11 --from t.xlsx | 0 | 0 passed, 0 failed
            test-points F11 --out t.html                          | 0 | points to t.html
            test-points F11 --from ../nowhere.csv              | 3 | nowhere.csv
            types page marrowby-f2 --out t.html                   | 0 | t.html
            curve F11 --at 960A --json                            | 0 | "stage" : "overcurrent.1"
            curve F11 --at 100A --json                            | 0 | "seconds" : null
            curve F11 --json                                      | 0 | "course" : "A"
            grading --json                                        | 1 | "tooShort" : true
            grading M1 --json                                     | 0 | "fault" : "three-phase"
            zones L21 --at 1+j5 --json                            | 0 | "hit" : true
            zones L21 --at 90+j5 --json                           | 0 | "hit" : false
            test-points F11 --json                                | 0 | "verdict" : "open"
            transformer F11 currents 400/5 --dry-run --json       | 0 | "outcome" : "rating"
            show F11 group.1.overcurrent.1 --in primary --json    | 0 | "shown" : "480 A primary"
            group F11 copy 1 2 --yes && set F11 group.2.overcurrent.1.multiplier 0.5 && compare F11:group.1 F11:group.2 --json | 1 | "right" : 0.5
            study --out now.csv && set F11 group.1.overcurrent.1.multiplier 0.5 && study now.csv --dry-run --json | 0 | "value" : "0.2"
            """)
    void commandsDoAndSay(String commands, int exit, String said) {
        int code = terminal.all(commands);
        assertThat(terminal.out() + terminal.err()).contains(said.startsWith("● ") ? said.substring(2) : said);
        assertThat(code).isEqualTo(exit);
    }

    @Test
    void aStudyLeavesAllAsItWasWhenOneRowDoesNotFit() throws IOException {
        String before = Files.readString(site.resolve("devices/F11.yaml"));
        Files.writeString(
                site.resolve("s.csv"),
                "device,stage,setting,value,unit\nF11,I>,TMS,0.5,\nK10,I>,TMS,99,\nF11,I>,Set current,1,kA\n");
        assertThat(terminal.run("study", "s.csv", "--yes")).isEqualTo(3);
        assertThat(terminal.out() + terminal.err()).contains("s.csv:3", "s.csv:4", "2 rows that cannot be taken");
        assertThat(site.resolve("devices/F11.yaml")).hasContent(before);
    }

    @Test
    void whatWasTestedStandsOnThePageOfTheReview() throws IOException {
        terminal.ok("test-points F11 --out t.csv");
        Path sheet = site.resolve("t.csv");
        Files.writeString(
                sheet,
                Files.readString(sheet)
                        .replace(
                                "2 × the pick-up,2.4 A,2.006,1.906,2.106,,",
                                "2 × the pick-up,2.4 A,2.006,1.906,2.106,yes,2.05")
                        .replace(
                                "just above the pick-up,1.26 A,starts,,,,",
                                "just above the pick-up,1.26 A,starts,,,no,"));
        assertThat(terminal.run("test-points", "F11", "--from", "t.csv")).isEqualTo(1);
        assertThat(terminal.out() + terminal.err()).contains("1 passed, 1 failed");
        terminal.ok("review F11 --from t.csv --out r.html");
        assertThat(Files.readString(site.resolve("r.html")))
                .contains("1 passed, 1 failed", "operated after 2.05 s", "did not operate");
    }
}
