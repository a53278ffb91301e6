package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
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

    /** Columns: command, exit code, what its message says. Project and device must be as they were. */
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
