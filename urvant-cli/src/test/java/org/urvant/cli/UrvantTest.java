package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.type.Catalogue;

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
        gateway = Sites.skarholm(terminal, folder);
    }

    @AfterEach
    void stop() {
        gateway.close();
    }

    @Test
    void theStoryFromDifferentToEqualToExactlyOneDifference() throws IOException {
        assertThat(terminal.run("compare", "GW1")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.run("download", "GW1", "--dry-run")).isEqualTo(Exit.DIFFERENT);
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
        assertThat(terminal.out()).contains("changed  time: 5 s → 10 s").contains("1 difference\n");
        terminal.ok("download GW1 --yes");
        try (Stream<Path> backups = Files.list(folder.resolve("skarholm/backups/GW1"))) {
            assertThat(backups.filter(file -> !file.toString().endsWith("-state.json")))
                    .singleElement()
                    .satisfies(
                            backup -> assertThat(backup).hasSameBinaryContentAs(folder.resolve("skarholm/live.json")));
        }
        assertThat(terminal.run("compare", "GW1", "live.json")).isEqualTo(Exit.DIFFERENT);
        assertThat(Files.readString(folder.resolve("skarholm/ledger/GW1.jsonl")))
                .contains("\"event\":\"downloaded\"")
                .contains("\"by\":\"tester\"")
                .doesNotContain("\"ravnsund\"");
    }

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
            import cut.cid                         | 3 | cut.cid:10:
            import noise.cid                       | 3 | not sound XML
            import empty.cid                       | 3 | holds neither an IED nor a site
            device add GW1 --type ravnsund-g3      | 3 | exists already
            device add GW2 --type ravnsund-g4      | 2 | Did you mean 'ravnsund-g3'?
            device add 2GW --type ravnsund-g3      | 3 | is not allowed
            connect GW9 F01                        | 2 | Did you mean 'GW1'?
            connect GW1 F01                        | 3 | already
            connect GW1 F02                        | 2 | there is no IED 'F02'
            pick feeder dropp x                    | 2 | Did you mean 'drop'?
            connect GW1 scada2 --kind centre       | 2 | there is no kind of connection 'centre'
            map GW1 F01CTRL/XCBR1.Poss.stVal       | 2 | Did you mean 'F01CTRL/XCBR1.Pos.stVal'?
            map GW1 feeder                         | 2 | A signal goes by its reference
            map GW1 F01PROT/PTRC1.Tr.q             | 0 | travels with its value
            set GW1 watchdog.tim 10                | 2 | Did you mean 'watchdog.time'?
            set GW1 watchdog.time 10000            | 3 | expected 0.5 to 60 s in steps of 0.5
            set GW1 watchdog.time 5.3              | 3 | Give 5.0 or 5.5 s.
            compare GW1 missing.json               | 2 | there is no device, bay, list or file
            compare GW1 noise.cid                  | 3 | not sound XML
            explain point-duplicat                 | 2 | Did you mean 'point-duplicate'?
            download GW1                           | 3 | nobody is there to agree
            forget 192.0.2.1:1                     | 3 | is not known
            signals kind:tripp                     | 2 | Did you mean 'trip'?
            signals knd:trip                       | 2 | Did you mean 'kind'?
            look noise.cid                         | 3 | not sound XML
            map GW1 --pick feeder                  | 2 | there is no pick 'feeder'
            map GW1                                | 3 | nothing to map
            map GW1 F01CTRL/XCBR1.Loc.stVal --to sada --yes | 2 | Did you mean 'scada'?
            mute point-duplicat GW1 --reason x        | 2 | there is no finding
            completion fish                        | 2 | there is no shell 'fish'
            bench start --failure drop=3             | 2 | there is no failure 'drop=3'
            history GW9                            | 2 | Did you mean 'GW1'?
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
                    .filter(file -> !file.toString().contains("ledger") && !file.endsWith("lock"))
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
    void effectsAreSaidBeforeAndTheListIsGoneThroughAfter() {
        terminal.ok("download GW1 --yes");
        assertThat(terminal.out()).contains("restart-needed", "restarted, runs again");
        assertThat(terminal.err()).contains("default-password");
        assertThat(terminal.run("verify", "GW1")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out())
                .contains("yes  configuration", "no   clock", "this computer")
                .contains("no   passwords      still that of the factory: engineer, viewer");
        terminal.with("URVANT_NEW_PASSWORD", "tide-table-1887");
        terminal.ok("password GW1");
        terminal.with("URVANT_PASSWORD", "tide-table-1887");
        terminal.ok("clock GW1 --set");
        assertThat(terminal.run("verify", "GW1")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("still that of the factory: viewer\n");
        assertThat(terminal.err()).contains("next: urvant password GW1 --user viewer");
        assertThat(terminal.run("check", "GW1")).isEqualTo(Exit.DONE);
        assertThat(terminal.out()).contains("default-password");
        terminal.with("URVANT_PASSWORD", "look-only").with("URVANT_NEW_PASSWORD", "ebb-and-flood");
        terminal.ok("password GW1 --user viewer");
        assertThat(terminal.without("URVANT_PASSWORD").run("verify", "GW1")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("no   passwords      not known without logging on");
        terminal.with("URVANT_PASSWORD", "tide-table-1887");
        terminal.ok("verify GW1 --restart --yes");
        terminal.ok("sign-off GW1 --note tested --yes");
        terminal.ok("device");
        assertThat(terminal.out()).contains("downloaded and signed off");
        terminal.ok("set GW1 clock.source own");
        assertThat(terminal.run("sign-off", "GW1", "--yes")).isEqualTo(Exit.FAILED);
        assertThat(terminal.run("download", "GW1", "--dry-run")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("sign-off-lost").doesNotContain("restart-needed");
        terminal.ok("show GW1");
        assertThat(terminal.out()).contains("edited").doesNotContain("not downloaded");
        terminal.ok("save GW1 --reason clock");
        terminal.ok("show GW1");
        assertThat(terminal.out()).contains("not downloaded").doesNotContain("edited");
        terminal.ok("history GW1");
        assertThat(terminal.out()).contains("saved", "downloaded", "signed-off", "tested", "tester");
    }

    @Test
    void aTamperedRecordIsFoundByWhateverReadsIt() throws IOException {
        Path ledger = folder.resolve("skarholm/ledger/GW1.jsonl");
        Files.writeString(ledger, Files.readString(ledger).replaceFirst("1001", "1009"));
        assertThat(terminal.run("history")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err())
                .contains("ledger/GW1.jsonl:2: the ledger was altered")
                .contains("Restore");
        for (String line : new String[] {"check", "download GW1 --yes"}) {
            assertThat(terminal.run(line.split(" "))).isNotEqualTo(Exit.DONE);
            assertThat(terminal.out() + terminal.err())
                    .contains("ledger/GW1.jsonl:2", "the ledger was altered")
                    .contains("Restore");
        }
        terminal.run("set", "GW1", "watchdog.time", "9");
        assertThat(terminal.run("download", "GW1", "--yes")).isNotEqualTo(Exit.DONE);
    }

    @Test
    void signalsAreNarrowedWidenedPickedAndMappedForTheNextRelay() {
        terminal.ok("import --yes " + RELAY.replace("F01", "F02"));
        terminal.ok("signals");
        assertThat(terminal.out()).containsPattern("kind:trip +10 ").contains("1014 signals in all");
        terminal.ok("signals kind:trip --why");
        assertThat(terminal.out()).contains("the trip that leaves the relay");
        terminal.ok("signals --narrow ied:F02 ln:PTRC");
        assertThat(terminal.out().lines()).hasSize(2);
        terminal.ok("signals --widen");
        assertThat(terminal.out().lines()).hasSize(6);
        terminal.ok("pick feeder add kind:position ln:X*");
        terminal.ok("pick feeder add do:Pos ln:XCBR");
        assertThat(terminal.out()).contains("left out: travels with its value", "7 signals on F01, 3 left out");
        assertThat(terminal.run("pick", "feeder", "add", "ied:F01")).isEqualTo(Exit.FAILED);
        assertThat(terminal.run("pick", "feder")).isEqualTo(Exit.USAGE);
        assertThat(terminal.run("map", "GW1", "--pick", "feeder")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("nothing was changed");
        terminal.ok("map GW1 --pick feeder --ied F02 --yes");
        assertThat(terminal.out())
                .contains("connects GW1 to IED F02", "M_DP_TB_1 1005", "F02CTRL/LLN0.BR.status")
                .doesNotContain("F01 Truck");
        assertThat(terminal.err()).contains("left out 2: travels").contains("left out 1: is configuration");
        terminal.ok("map GW1 --pick feeder --yes");
        assertThat(terminal.err()).contains("5 signals mapped before, rows kept");
    }

    @Test
    void anImportAsksBeforeItChangesAnything() throws IOException {
        Path newer = folder.resolve("F01.cid");
        Files.writeString(
                newer, Files.readString(Path.of(RELAY)).replace("configVersion=\"2.0\"", "configVersion=\"3.0\""));
        Map<Path, String> before = state();
        terminal.ok("look " + newer);
        assertThat(terminal.out())
                .contains("changed")
                .contains("report, buffered")
                .contains("GOOSE");
        assertThat(terminal.run("import", newer.toString())).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("nothing was imported");
        assertThat(terminal.run("import", newer.toString(), "--ied", "F09", "--yes"))
                .isEqualTo(Exit.USAGE);
        assertThat(state()).isEqualTo(before);
        terminal.ok("import --yes " + newer);
        terminal.ok("look " + newer);
        assertThat(terminal.out()).contains("same");
    }

    @Test
    void theOtherDirectionTakesWhatTheDeviceRunsIntoTheProject() throws IOException {
        terminal.ok("map GW1 F01CTRL/LLN0.Loc.stVal F01CTRL/CSWI1.Pos.Oper.ctlVal --yes");
        terminal.ok("set GW1 watchdog.time 10");
        terminal.ok("set GW1 F01.retry-delay 30");
        terminal.ok("download GW1 --yes");
        terminal.ok("set GW1 watchdog.time 20");
        terminal.ok("set GW1 scada.port 2405");
        terminal.ok("clear GW1 mappings --yes");
        assertThat(terminal.out()).contains("will be lost: 4 mappings", "kept a copy in backups/GW1/");
        assertThat(terminal.run("compare", "GW1")).isEqualTo(Exit.DIFFERENT);
        terminal.ok("adopt GW1 --yes");
        terminal.ok("compare GW1");
        terminal.ok("clear GW1 all --yes");
        terminal.ok("adopt GW1 --yes");
        terminal.ok("compare GW1");
        assertThat(terminal.run("clear", "GW1", "everything")).isEqualTo(Exit.USAGE);
    }

    @Test
    void aViewerMayLookButNotDownload() {
        terminal.with("URVANT_PASSWORD", "look-only");
        assertThat(terminal.run("compare", "GW1", "--user", "viewer")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.run("download", "GW1", "--user", "viewer", "--yes")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("role viewer and may not change");
        assertThat(terminal.run("compare", "GW1", "--user", "viwer")).isEqualTo(Exit.USAGE);
        assertThat(terminal.err()).contains("Did you mean 'viewer'?");
    }

    @Test
    void commandsAreSwitchedOnKnowinglyAndFindingsMutedWithAReason() {
        terminal.ok("map GW1 F01CTRL/CSWI1.Pos.Oper.ctlVal --yes");
        terminal.ok("check GW1");
        assertThat(terminal.out()).contains("point-disabled").contains("urvant enable GW1");
        assertThat(terminal.run("check", "GW1", "--strict")).isEqualTo(Exit.DIFFERENT);
        String[] mute = {"mute", "point-disabled", "GW1 F01 Breaker control", "--reason", "comes in spring"};
        assertThat(terminal.run("mute", "point-disabled", "GW1 F01 Breaker control"))
                .isEqualTo(Exit.FAILED);
        assertThat(terminal.run(mute)).isZero();
        terminal.ok("check GW1");
        assertThat(terminal.out()).contains("muted point-disabled GW1 F01 Breaker control: comes in spring");
        assertThat(terminal.run("enable", "GW1", "F01 Breaker control")).isZero();
        terminal.ok("check GW1");
        assertThat(terminal.out()).doesNotContain("point-disabled");
        assertThat(terminal.run("enable", "GW1", "F01 Braeker control")).isEqualTo(Exit.USAGE);
        assertThat(terminal.err()).contains("Did you mean 'F01 Breaker control'?");
    }

    @Test
    void passwordsStayOutsideTheProjectAndOutOfEveryFile() throws IOException {
        Path site = folder.resolve("skarholm");
        Files.writeString(site.resolve("secret"), "ravnsund\n");
        assertThat(terminal.run("compare", "GW1", "--password-file", "secret")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("lies in the project");
        Files.delete(site.resolve("secret"));
        terminal.with("URVANT_NEW_PASSWORD", "ravnsund");
        assertThat(terminal.run("password", "GW1")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("that is the factory password");
        terminal.with("URVANT_NEW_PASSWORD", "tide-table-1887");
        terminal.ok("password GW1");
        terminal.with("URVANT_PASSWORD", "tide-table-1887");
        terminal.ok("download GW1 --yes");
        assertThat(terminal.out() + terminal.err()).doesNotContain("tide-table");
        try (Stream<Path> files = Stream.concat(Files.walk(site), Files.walk(folder.resolve("gateway")))) {
            assertThat(files.filter(Files::isRegularFile)).isNotEmpty().allSatisfy(file -> assertThat(
                            new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1))
                    .doesNotContain("tide-table"));
        }
    }

    @Test
    void aReplacedDeviceIsMetAgainOnlyAfterForgettingTheOldOne() {
        String address = gateway.address();
        terminal.ok("download GW1 --yes");
        gateway.close();
        gateway = StandIn.start(
                folder.resolve("replaced"),
                new StandInProfile(
                        "ravnsund-g3",
                        "2.1",
                        "T-2",
                        Catalogue.type("ravnsund-g3").orElseThrow().accounts()),
                "127.0.0.1",
                Integer.parseInt(address.split(":")[1]));
        assertThat(terminal.run("download", "GW1", "--yes")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("another certificate", "urvant forget " + address);
        terminal.ok("forget " + address);
        assertThat(terminal.run("download", "GW1", "--yes")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("wrong-device: serial number: the device has T-2, the project T-1");
        terminal.ok("fit GW1 --as-built --yes");
        terminal.ok("download GW1 --yes");
        assertThat(terminal.out()).contains("serial T-2");
    }

    @Test
    void anotherDeviceOnTheLinkIsRefused() throws IOException {
        terminal.ok("download GW1 --yes");
        terminal.ok("device add GW2 --type ravnsund-g3 --link " + gateway.address());
        for (String line : new String[] {"identify GW2", "verify GW2", "read GW2", "adopt GW2 --yes"}) {
            int code = terminal.run(line.split(" "));
            if (line.startsWith("verify")) {
                assertThat(code).isEqualTo(Exit.DIFFERENT);
                assertThat(terminal.out()).contains("no   name           GW1; expected GW2");
            } else {
                assertThat(code).isEqualTo(Exit.FAILED);
                assertThat(terminal.err()).contains("wrong-device").contains("is GW1");
            }
        }
    }

    @Test
    void theBenchStartsOnceAndStops() throws IOException {
        gateway.close();
        terminal.ok("bench");
        assertThat(terminal.out()).contains("does not run");
        terminal.ok("bench start");
        assertThat(terminal.out()).contains("stand-in of GW1 listens on " + gateway.address());
        try {
            terminal.ok("bench start");
            assertThat(terminal.out()).contains("runs already");
            assertThat(terminal.run("identify", "GW1")).isEqualTo(Exit.DIFFERENT);
        } finally {
            terminal.ok("bench stop");
        }
        assertThat(terminal.run("identify", "GW1")).isEqualTo(Exit.FAILED);
        Process other = new ProcessBuilder("sleep", "60").start();
        try {
            for (String written : List.of(other.pid() + "\n", other.pid() + " 2026-11-23T10:00:00Z\n")) {
                Files.writeString(folder.resolve("skarholm/.urvant/bench.pid"), written);
                terminal.ok("bench stop");
                assertThat(terminal.out()).contains("does not run");
            }
            assertThat(other.isAlive()).isTrue();
        } finally {
            other.destroyForcibly();
        }
    }

    @Test
    void openItemsAreListedUntilTheyAreGiven() throws IOException {
        terminal.ok("open GW1");
        assertThat(terminal.out()).contains("nothing is open");
        terminal.ok("device add GW2 --type ravnsund-g3");
        assertThat(terminal.run("open")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out()).contains("GW2 station.name", "GW2 network.address");
        assertThat(terminal.run("open", "--json")).isEqualTo(Exit.DIFFERENT);
    }
}
