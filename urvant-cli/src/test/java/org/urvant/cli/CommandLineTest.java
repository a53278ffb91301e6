package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.devices.standin.StandIn;

/** What all commands have in common: output for programs and people, completion, help. */
class CommandLineTest {
    @TempDir
    Path folder;

    private Terminal terminal;
    private StandIn gateway;

    @BeforeEach
    void skarholm() {
        terminal = new Terminal(folder);
        gateway = Sites.skarholm(terminal, folder);
    }

    @AfterEach
    void stop() {
        gateway.close();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "signals --count",
                "signals --saved",
                "site",
                "explain F01CTRL/XCBR1.Pos.stVal",
                "reports GW1",
                "signals",
                "show GW1",
                "check",
                "configuration GW1",
                "device",
                "explain",
                "compare GW1",
                "open",
                "history",
                "pick",
                "signals kind:trip",
                "download GW1 --yes",
                "identify GW1",
                "verify GW1"
            })
    void whateverIsListedOrComparedCanBeReadByPrograms(String line) throws IOException {
        terminal.run((line + " --json").split(" "));
        try (JsonParser parser = new JsonFactory().createParser(terminal.out())) {
            parser.nextToken();
            parser.skipChildren();
            assertThat(parser.nextToken()).isNull();
        }
    }

    /** What is typed counts, or is refused; nothing of it is passed over. */
    @Test
    void whatWouldBePassedOverIsRefused() {
        List<String> lines = List.of(
                "matrix GW1 mappings --out m.csv --take m.csv | --out and --take do not go together",
                "history --verify --heads --out h.txt         | --verify and --heads do not go together",
                "history GW1 --accept --reason x --heads --out h | --heads and --accept do not go together",
                "history --from h.txt                         | --from needs --verify",
                "study s.csv --device GW1                     | --device needs --out",
                "study --out s.csv --side primary             | --out and --side do not go together",
                "logic GW1 --take p.st --remove               | --take and --remove do not go together",
                "logic GW1 --find trip --out p.st             | --find and --out do not go together",
                "signals --narrow --widen kind:trip           | --narrow and --widen do not go together",
                "signals --widen kind:trip                    | --widen takes no terms",
                "handover GW1 scada --out s.csv --revision 2  | --revision stands on a page",
                "curve F11 --at 5kA --mark x=5kA              | --mark and --at do not go together",
                "zones L21 --at 1+j2 --out z.png              | --out and --at do not go together",
                "order-code marrowby-f2 --apply               | --apply needs the code",
                "selectors Q1 --tick Ir --tick-all            | --tick and --tick-all do not go together",
                "points --out p.csv --writable                | --out and --writable do not go together",
                "review GW1 --group 2                         | --group needs --from",
                "guide stenvaag-m3 M1 --from m.csv            | stand in its column 'device'",
                "guide stenvaag-m3 --answer power=3kW         | --answer needs the name",
                "guide stenvaag-m3 --from m.csv --answer a=b  | --from and --answer do not go together",
                "compare GW1 --take a --into GW1 --accept b   | --take and --accept do not go together",
                "compare GW1 GW1 --protocol modbsu            | Did you mean 'modbus'?",
                "device add X --from f.json --firmware 2.1    | the file says what the device is",
                "device add X --from-unit 127.0.0.1:1 --link 127.0.0.1:1 | leave --link out");
        assertThat(lines).allSatisfy(line -> {
            String[] parts = line.split("\\s+\\| ");
            assertThat(terminal.run(parts[0].split(" "))).isEqualTo(Exit.USAGE);
            assertThat(terminal.err()).contains(parts[1]);
        });
    }

    /** A page is no PDF and a table of marks no spreadsheet, whatever the file is called. */
    @Test
    void aFileIsWrittenUnderANameThatSaysWhatItHolds() {
        Map<String, String> lines = Map.of(
                "review GW1 --out p.pdf", ".html",
                "types page marrowby-f2 --out p.pdf", ".html",
                "matrix GW1 mappings --out m.xlsx", ".csv or .html",
                "configuration GW1 --out c.yaml", ".json",
                "read GW1 --out c.yaml", ".json",
                "try GW1 --out t.xlsx", ".csv");
        assertThat(lines).allSatisfy((line, endings) -> {
            assertThat(terminal.run(line.split(" "))).isEqualTo(Exit.FAILED);
            assertThat(terminal.err()).contains("does not end in " + endings);
            assertThat(folder.resolve("skarholm").resolve(line.replaceAll(".* ", "")))
                    .doesNotExist();
        });
    }

    /** An expectation that is misspelt is said; of SCL files none can be given. */
    @Test
    void expectationsOfAComparisonCountOrAreTold() {
        terminal.ok("device copy GW1 GW2");
        terminal.ok("set GW2 watchdog.time 9");
        terminal.run("compare", "GW1", "GW2", "--expect", "settings.wachdog.*", "--expect", "settings.watchdog.*");
        assertThat(terminal.err())
                .contains("--expect 'settings.wachdog.*' names nothing that differs")
                .doesNotContain("watchdog");
        assertThat(terminal.run("compare", "F01.cid", "F01.cid", "--expect", "ieds.*"))
                .isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("what SCL files are expected to differ in cannot be said");
        assertThat(terminal.run("device", "add", "X", "--type", "marrowby-f2", "--link", "zzz"))
                .isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("link is 'zzz'; expected an IPv4 address and port");
    }

    @Test
    void helpListsEveryCommandOnceInItsGroup() {
        terminal.ok("--help");
        assertThat(Urvant.names()).allSatisfy(name -> assertThat(
                        terminal.out().lines().filter(line -> line.startsWith("  " + name + " ")))
                .as(name)
                .hasSize(1));
        assertThat(Urvant.groups().get(Urvant.Group.DAILY)).hasSize(12);
        assertThat(Urvant.groups().values().stream().flatMap(List::stream)).containsExactlyElementsOf(Urvant.names());
    }

    @Test
    void findingsGoToABuildServer() throws IOException {
        for (String name : List.of("findings.sarif", "findings.xml")) {
            int code = terminal.run("check", "--out", name);
            assertThat(code).isLessThanOrEqualTo(Exit.DIFFERENT);
            String written = Files.readString(folder.resolve("skarholm").resolve(name));
            assertThat(written).contains("goose-unsubscribed", name.endsWith("xml") ? "<testcase" : "\"ruleIndex\"");
        }
        assertThat(terminal.run("check", "--out", "findings.txt")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("ends with .sarif");
    }

    @Test
    void colourComesOnATerminalOnlyAndNeverWithNoColor() {
        terminal.ok("check GW1");
        assertThat(terminal.out()).doesNotContain("\033");
        terminal.with("URVANT_TERMINAL", "1");
        terminal.ok("check GW1");
        assertThat(terminal.out()).contains("\033[");
        terminal.with("NO_COLOR", "1");
        terminal.ok("check GW1");
        assertThat(terminal.out()).doesNotContain("\033");
    }

    @ParameterizedTest
    @ValueSource(strings = {"80", "100", "200"})
    void whatIsShownFitsTheTerminal(String width) throws IOException {
        terminal.with("URVANT_WIDTH", width);
        Path device = folder.resolve("skarholm/devices/GW1.yaml");
        Files.writeString(device, Files.readString(device).replace("common-address: 47", "common-address: 0"));
        for (String line :
                new String[] {"signals kind:position", "device", "explain", "check", "history --addresses"}) {
            terminal.run(line.split(" "));
            assertThat(terminal.out().lines())
                    .isNotEmpty()
                    .allSatisfy(row -> assertThat(row.length()).as(row).isLessThanOrEqualTo(Integer.parseInt(width)));
        }
    }

    @Test
    void theDemoRunsToItsEnd() {
        assertThat(terminal.run("demo")).as(terminal.err()).isZero();
        assertThat(terminal.out())
                .contains("$ urvant import", "$ urvant check", "downloaded", "equal", "1 difference", "to its end");
    }

    @Test
    void everyCommandHasHelpWithAnExample() {
        assertThat(Urvant.names()).allSatisfy(name -> {
            assertThat(terminal.run(name, "--help")).isZero();
            assertThat(terminal.out()).contains("Usage: urvant " + name).contains("Example");
        });
    }
}
