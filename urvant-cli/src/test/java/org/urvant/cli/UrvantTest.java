package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;

/** Drives the command through the story and through every wrong turn in it. */
class UrvantTest {
    private static final String RELAY =
            Path.of("../demo/F01.cid").toAbsolutePath().normalize().toString();

    @TempDir
    Path folder;

    private Terminal terminal;
    private StandIn gateway;

    @BeforeEach
    void skarholm() {
        terminal = new Terminal(folder);
        gateway = StandIn.start(
                folder.resolve("gateway"),
                new StandInProfile("ravnsund-g3", "2.1", "T-1", "engineer", "ravnsund"),
                "127.0.0.1",
                0);
        terminal.ok("new skarholm --name Skarholm");
        terminal.go(folder.resolve("skarholm"));
        terminal.ok("import --yes " + RELAY);
        terminal.ok("device add GW1 --type ravnsund-g3 --link " + gateway.address());
        terminal.ok("connect GW1 F01");
        terminal.ok("connect GW1 scada --kind control-centre");
        terminal.ok("map GW1 F01CTRL/XCBR1.Pos.stVal F01PROT/PTRC1.Tr.general --yes");
        terminal.ok("set GW1 station.name Skarholm");
        terminal.ok("set GW1 network.address 192.0.2.20");
        terminal.ok("set GW1 network.gateway 192.0.2.1");
        terminal.ok("set GW1 scada.peer 198.51.100.7");
        terminal.ok("set GW1 scada.common-address 47");
    }

    @AfterEach
    void stop() {
        gateway.close();
    }

    @Test
    void theStoryFromDifferentToEqualToExactlyOneDifference() throws IOException {
        assertThat(terminal.run("compare", "GW1")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.run("download", "GW1", "--plan")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.run("identify", "GW1")).isEqualTo(Exit.DIFFERENT);
        terminal.ok("download GW1 --yes");
        assertThat(terminal.out()).contains("downloaded").contains("read back: equal");
        terminal.ok("compare GW1");
        terminal.ok("identify GW1");
        terminal.ok("download GW1 --yes");
        assertThat(terminal.out()).contains("nothing to do");
        terminal.ok("read GW1 --out live.json");
        terminal.ok("configuration GW1 --out meant.json");
        assertThat(folder.resolve("skarholm/live.json")).hasSameBinaryContentAs(folder.resolve("skarholm/meant.json"));
        terminal.ok("set GW1 watchdog.time 10");
        assertThat(terminal.run("compare", "GW1")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("changed  time: 5 → 10").contains("1 difference\n");
        terminal.ok("download GW1 --yes");
        try (Stream<Path> backups = Files.list(folder.resolve("skarholm/backups/GW1"))) {
            assertThat(backups).singleElement().satisfies(backup -> assertThat(backup)
                    .hasSameBinaryContentAs(folder.resolve("skarholm/live.json")));
        }
        assertThat(terminal.run("compare", "GW1", "live.json")).isEqualTo(Exit.DIFFERENT);
        assertThat(Files.readString(folder.resolve("skarholm/ledger/GW1.jsonl")))
                .contains("\"event\":\"downloaded\"")
                .contains("\"by\":\"tester\"")
                .doesNotContain("\"ravnsund\"");
    }

    @ParameterizedTest
    @ValueSource(strings = {"signals", "show GW1", "check", "configuration GW1", "device", "explain", "compare GW1"})
    void whateverIsListedOrComparedCanBeReadByPrograms(String line) throws IOException {
        terminal.run((line + " --json").split(" "));
        try (JsonParser parser = new JsonFactory().createParser(terminal.out())) {
            parser.nextToken();
            parser.skipChildren();
            assertThat(parser.nextToken()).isNull();
        }
    }

    /** Columns: command, exit code, what its message says. Project and device must be as they were. */
    @ParameterizedTest(name = "{0} → {1}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            wat                                    | 2 | there is no command 'wat'
            dwonload GW1                           | 2 | Did you mean 'download'?
            check --stric                          | 2 | Did you mean '--strict'?
            new .                                  | 3 | is not empty
            import missing.cid                     | 3 | there is no file
            import cut.cid                         | 3 | cut.cid:10:7:
            import noise.cid                       | 3 | not sound XML
            import empty.cid                       | 3 | holds no IED
            device add GW1 --type ravnsund-g3      | 3 | exists already
            device add GW2 --type ravnsund-g4      | 2 | Did you mean 'ravnsund-g3'?
            device add 2GW --type ravnsund-g3      | 3 | is not allowed
            connect GW9 F01                        | 2 | Did you mean 'GW1'?
            connect GW1 F01                        | 3 | already
            connect GW1 scada2 --kind centre       | 2 | there is no kind of connection 'centre'
            map GW1 F01CTRL/XCBR1.Poss.stVal       | 2 | Did you mean 'F01CTRL/XCBR1.Pos.stVal'?
            map GW1 F01PROT/PTRC1.Tr.q             | 0 | travels with its value
            set GW1 watchdog.tim 10                | 2 | Did you mean 'watchdog.time'?
            set GW1 watchdog.time 10000            | 3 | expected 0.5 to 60 s in steps of 0.5
            set GW1 watchdog.time 5.3              | 3 | Give 5.0 or 5.5.
            compare GW1 missing.json               | 2 | there is no device or file
            compare GW1 noise.cid                  | 3 | not JSON
            explain point-duplicat                 | 2 | Did you mean 'point-duplicate'?
            download GW1                           | 3 | nobody is there to agree
            forget 192.0.2.1:1                     | 3 | is not known
            """)
    void wrongInputIsAnsweredWithPlaceAndRemedyAndChangesNothing(String line, int code, String found)
            throws IOException {
        Path site = folder.resolve("skarholm");
        String relay = Files.readString(Path.of(RELAY));
        Files.writeString(site.resolve("cut.cid"), relay.substring(0, relay.indexOf("<Communication") + 5));
        Files.writeString(site.resolve("noise.cid"), "\u0000\u0001noise");
        Files.writeString(
                site.resolve("empty.cid"),
                "<SCL xmlns='http://www.iec.ch/61850/2003/SCL' version='2007' revision='B'/>");
        Map<Path, String> before = state();
        assertThat(terminal.run(line.split(" "))).as(terminal.err()).isEqualTo(code);
        assertThat(terminal.err()).contains(found);
        assertThat(state()).isEqualTo(before);
    }

    private Map<Path, String> state() throws IOException {
        Map<Path, String> state = new TreeMap<>();
        try (Stream<Path> files =
                Stream.concat(Files.walk(folder.resolve("skarholm")), Files.walk(folder.resolve("gateway")))) {
            // the ledger may tell what was tried
            for (Path file : files.filter(Files::isRegularFile)
                    .filter(file -> !file.toString().contains("ledger"))
                    .toList()) {
                state.put(file, HexFormat.of().formatHex(Files.readAllBytes(file)));
            }
        }
        return state;
    }

    @Test
    void aDeviceThatCannotBeReachedOrEnteredIsLeftAsItWas() throws IOException {
        Map<Path, String> before = state();
        terminal.with("URVANT_PASSWORD", "hunter2");
        assertThat(terminal.run("download", "GW1", "--yes")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("user or password is wrong").doesNotContain("hunter2");
        terminal.without("URVANT_PASSWORD");
        assertThat(terminal.run("read", "GW1")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("Set URVANT_PASSWORD");
        Files.writeString(folder.resolve("secret"), "ravnsund\n");
        assertThat(terminal.run("compare", "GW1", "--password-file", "../secret"))
                .isEqualTo(Exit.DIFFERENT);
        gateway.close();
        assertThat(terminal.run("compare", "GW1", "--password-file", "../secret"))
                .isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("no device answers").contains("urvant bench start");
        assertThat(state()).isEqualTo(before);
    }

    @Test
    void errorsBlockTheDownload() throws IOException {
        Path device = folder.resolve("skarholm/devices/GW1.yaml");
        Files.writeString(device, Files.readString(device).replace("common-address: 47", "common-address: 0"));
        assertThat(terminal.run("check", "GW1")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("value-out-of-range").contains("devices/GW1.yaml:");
        assertThat(terminal.run("download", "GW1", "--yes")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("nothing was sent");
        Files.writeString(device, "device: [GW1\n");
        assertThat(terminal.run("check", "GW1")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("devices/GW1.yaml:").contains("not YAML");
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
