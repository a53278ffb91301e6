package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.type.Catalogue;

/** Drives the commands that look at, import and choose from a station's file, and a device type that is only data. */
class StationCommandsTest {
    private static final String RELAY =
            Path.of("../demo/F01.cid").toAbsolutePath().normalize().toString();

    @TempDir
    Path folder;

    private Terminal terminal;

    @BeforeEach
    void skarholm() {
        terminal = new Terminal(folder);
        terminal.ok("new skarholm --name Skarholm");
        terminal.go(folder.resolve("skarholm"));
        terminal.ok("import --yes " + RELAY);
        terminal.ok("device add GW1 --type ravnsund-g3 --link 127.0.0.1:1");
        terminal.ok("connect GW1 F01");
        terminal.ok("connect GW1 scada --kind control-centre");
        terminal.ok("map GW1 F01CTRL/XCBR1.Pos.stVal F01PROT/PTRC1.Tr.general --yes");
    }

    /** Columns: a command, and the names of the fields of the first object in its JSON. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            look STATION                      | edition findings header held ieds kind source unlisted version
            signals kind:trip                 | class constraint description kinds place placeInferred position reference type
            site                              | description kind nodes parts path terminals type voltage
            reports GW1                       | hints ied instance proposals reports uncarried
            explain F01CTRL/XCBR1.Pos.stVal   | carriers class constraint enumeration kinds mappings place placeInferred receivers reference steps type value
            """)
    void programsGetTheSameInJson(String line, String fields) throws IOException {
        if (line.equals("site")) {
            terminal.ok("import --yes " + STATION);
        }
        terminal.ok(line.replace("STATION", STATION) + " --json");
        TreeSet<String> names = new TreeSet<>();
        try (JsonParser json = new JsonFactory().createParser(terminal.out())) {
            int depth = 0;
            boolean done = false;
            for (JsonToken token = json.nextToken(); token != null; token = json.nextToken()) {
                depth += token == JsonToken.START_OBJECT ? 1 : token == JsonToken.END_OBJECT ? -1 : 0;
                done |= token == JsonToken.END_OBJECT && depth == 0;
                if (token == JsonToken.FIELD_NAME && depth == 1 && !done) {
                    names.add(json.currentName());
                }
            }
        }
        assertThat(String.join(" ", names)).isEqualTo(fields);
    }

    /** No password goes to a device whose certificate nobody compared, even with --yes; what was refused is not kept. */
    @Test
    void aPasswordIsSentOnlyToWhoWasMet() {
        try (StandIn gateway = StandIn.start(
                folder.resolve("gateway"),
                new StandInProfile(
                        "ravnsund-g3",
                        "2.1",
                        "T-1",
                        Catalogue.type("ravnsund-g3").orElseThrow().accounts()),
                "0.0.0.0", // reached here by an address that is not that of a stand-in
                0)) {
            String port = gateway.address().substring(gateway.address().lastIndexOf(':'));
            terminal.ok("set GW1 link 0.0.0.0" + port);
            for (int i = 0; i < 2; i++) {
                assertThat(terminal.run("read", "GW1")).isEqualTo(Exit.FAILED);
                assertThat(terminal.err()).contains("no password was sent, for nobody compared its certificate");
            }
            String shown = terminal.err().replaceAll("(?s).*sha-256 ([0-9a-f]{64}).*", "$1");
            assertThat(terminal.run("read", "GW1", "--expect-certificate", "ab".repeat(32)))
                    .isEqualTo(Exit.FAILED);
            assertThat(terminal.err()).contains("shows the certificate " + shown);
            terminal.run("read", "GW1", "--expect-certificate", "SHA256:" + shown.toUpperCase(java.util.Locale.ROOT));
            assertThat(terminal.err()).doesNotContain("no password was sent");
            terminal.run("read", "GW1");
            assertThat(terminal.err()).doesNotContain("no password was sent");
        }
    }

    /** What the device runs has the places of its signals too, so taking it over keeps them. */
    @Test
    void placesGoToTheDeviceAndComeBack() throws IOException {
        try (StandIn gateway = StandIn.start(
                folder.resolve("gateway"),
                new StandInProfile(
                        "ravnsund-g3",
                        "2.1",
                        "T-1",
                        Catalogue.type("ravnsund-g3").orElseThrow().accounts()),
                "127.0.0.1",
                0)) {
            terminal.ok("import --yes " + STATION);
            terminal.ok("set GW1 link " + gateway.address());
            terminal.ok("connect GW1 S01");
            terminal.ok("map GW1 S01BAY/XCBR1.Pos.stVal --to scada --yes");
            for (String value : new String[] {
                "station.name Skarholm",
                "network.address 192.0.2.20",
                "network.gateway 192.0.2.1",
                "scada.peer 198.51.100.7",
                "scada.common-address 47"
            }) {
                terminal.ok("set GW1 " + value);
            }
            terminal.with("URVANT_PASSWORD", "ravnsund");
            terminal.ok("download GW1 --yes");
            Path table = folder.resolve("skarholm/mappings/GW1.csv");
            assertThat(Files.readString(table)).contains("Skarholm/K1/S01/QA1");
            Files.writeString(table, Files.readString(table).replace("Skarholm/K1/S01/QA1", "Skarholm/K1/S01"));
            assertThat(terminal.run("compare", "GW1")).isEqualTo(Exit.DIFFERENT);
            assertThat(terminal.out()).contains("place: Skarholm/K1/S01/QA1 → Skarholm/K1/S01");
            terminal.ok("adopt GW1 --yes");
            assertThat(Files.readString(table)).contains("Skarholm/K1/S01/QA1");
            terminal.ok("compare GW1");
        }
    }

    private static final String STATION =
            Path.of("../demo/skarholm.scd").toAbsolutePath().normalize().toString();

    /** A type that is nothing but data: set, checked, downloaded to its stand-in, read back and compared. */
    @Test
    void aTypeWithoutALineOfJavaWorksLikeAnyOther() {
        try (StandIn dock = StandIn.start(
                folder.resolve("dock"),
                new StandInProfile(
                        "kvitskjer-d4",
                        "3.2",
                        "T-2",
                        Catalogue.type("kvitskjer-d4").orElseThrow().accounts()),
                "127.0.0.1",
                0)) {
            terminal.ok("device add GD1 --type kvitskjer-d4 --link " + dock.address());
            assertThat(terminal.run("open", "GD1")).isEqualTo(Exit.DIFFERENT);
            assertThat(terminal.out()).contains("unit.name").contains("dock.address");
            assertThat(terminal.run("set", "GD1", "sensor.oxygen.low", "19.55")).isEqualTo(Exit.FAILED);
            assertThat(terminal.err()).contains("between two steps").contains("Give 19.5 or 19.6 %.");
            assertThat(terminal.run("set", "GD1", "life-sign.form", "flesh")).isEqualTo(Exit.FAILED);
            assertThat(terminal.run("set", "GD1", "sensor.oxigen.low", "19")).isEqualTo(Exit.USAGE);
            assertThat(terminal.err()).contains("Did you mean 'sensor.oxygen.low'?");
            terminal.ok("set GD1 unit.name Hall-4");
            terminal.ok("set GD1 dock.address 192.0.2.60");
            terminal.ok("set GD1 sensor.oxygen.low 19.0");
            terminal.ok("check GD1");
            terminal.with("URVANT_PASSWORD", "kvitskjer");
            terminal.ok("download GD1 --yes");
            assertThat(terminal.out()).contains("read back: equal");
            terminal.ok("compare GD1");
        }
    }

    /** Columns: a command on the whole station, its exit code, and what it says. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            look STATION                                   | 0 | SCD of edition 2007B4
            look STATION --for GW1                         | 0 | it has no server, so there is nothing to ask it for
            import STATION --for GW1 --yes                 | 3 | cannot ask these IEDs
            import STATION --for GW1 --ied F01,T01 --yes   | 0 | imported F01, T01
            import unchecked.scd --yes                     | 3 | nothing was imported
            import unchecked.scd --keep-going --yes        | 0 | imported F01, F02, F03, S01, M01, GW1
            import spec.ssd --yes                          | 0 | imported the structure of the site
            look spec.ssd                                  | 0 | SSD of edition 2007B4
            look unchecked.scd                             | 1 | T01PROT/PDIF1 is not defined. Did you mean 'TP4_PDIF'?
            site                                           | 0 | no imported file has a substation section
            signals kind:trip bay:F01                      | 0 | 0 signals
            signals (kind:trip or kind:pick-up) not ln:PTRC --save starts | 0 | saved as starts
            signals saved:start                            | 2 | no saved query 'start'
            signals kind:trip --count                      | 0 | kind:trip
            signals do:Pos --all                           | 0 | F01CTRL/CSWI4.Pos.ctlModel
            explain F01CTRL/XCBR1.Pos.stVal                | 0 | controllable double point
            explain F01CTRL/XCBR1.Pos.stVaal               | 2 | Did you mean 'F01CTRL/XCBR1.Pos.stVal'?
            reports GW1                                    | 0 | F01CTRL/LLN0.BR.status
            reports GW1 --ied F01 kind:voltage             | 0 | proposal: dataset measurements_more in F01MEAS/LLN0
            reports GW1 --ied F09                          | 2 | Did you mean 'F01'?
            remove F01.cid --yes                           | 0 | removed F01.cid
            remove F01.cid                                 | 3 | nothing was removed
            remove F02.cid --yes                           | 2 | Did you mean 'F01.cid'?
            """)
    void theStationIsLookedAtImportedAndChosenFrom(String line, int code, String found) throws IOException {
        String text = Files.readString(Path.of(STATION));
        Path site = folder.resolve("skarholm");
        Files.writeString(
                site.resolve("unchecked.scd"), text.replaceFirst("lnType=\"TP4_PDIF\"", "lnType=\"TP4_PDIV\""));
        Files.writeString(site.resolve("spec.ssd"), text.replaceAll("(?s)<Communication>.*</IED>", ""));
        String[] words = Stream.of(line.split(" "))
                .map(word -> word.equals("STATION") ? STATION : word)
                .toArray(String[]::new);
        assertThat(terminal.run(words)).as(terminal.out() + terminal.err()).isEqualTo(code);
        assertThat(terminal.out() + terminal.err()).contains(found);
    }

    @Test
    void theSiteAndItsPlacesAreShownOnceTheStationIsThere() {
        terminal.ok("import --yes " + STATION);
        terminal.ok("site Skarholm/K1/F01 --nodes");
        assertThat(terminal.out()).contains("QA1  CBR, Circuit breaker  F01 CTRL/XCBR1 · F01 CTRL/CSWI1");
        terminal.ok("signals kind:trip bay:F01,T01");
        assertThat(terminal.out()).contains("Skarholm/K1/F01/F51/F51N").contains("Skarholm/K2/T01");
        terminal.ok("signals --narrow ied:T01");
        assertThat(terminal.err()).contains("2 signals for kind:trip bay:F01,T01 ied:T01");
        terminal.ok("connect GW1 S01");
        terminal.ok("map GW1 S01BAY/XCBR1.Pos.stVal --to scada --yes");
        terminal.ok("explain S01BAY/XCBR1.Pos.stVal");
        assertThat(terminal.out())
                .contains("T01PROT/LLN0  section-position  GOOSE")
                .contains("GW1");
        assertThat(terminal.run("site", "Skarholm/K1/F09")).isEqualTo(Exit.USAGE);
        assertThat(terminal.err()).contains("Did you mean 'Skarholm/K1/F01'?");
    }

    /** A first look needs no project; what asks a project says so. */
    @Test
    void aFileCanBeLookedIntoWithoutAProject() {
        terminal.go(folder);
        terminal.ok("look " + STATION);
        assertThat(terminal.out()).contains("SCD of edition 2007B4").contains("F03");
        assertThat(terminal.err()).contains("next: urvant new NAME");
        assertThat(terminal.run("look", STATION, "--for", "GW1")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("is not in a project");
    }

    /** Whoever chooses a device has no project yet. */
    @Test
    void typesAreLookedIntoWithoutAProject() {
        terminal.go(folder);
        terminal.ok("types --find motor");
        assertThat(terminal.out()).contains("stenvaag-m3").doesNotContain("marrowby-f2");
        terminal.ok("explain marrowby-f2");
        assertThat(terminal.out()).contains("overcurrent");
        terminal.ok("explain marrowby-f2 ct.primary");
        assertThat(terminal.out()).contains("transformer-primary of currents");
        terminal.ok("types page marrowby-f2");
        assertThat(folder.resolve("marrowby-f2.html")).content().contains("ct.primary");
        assertThat(terminal.run("explain", "marrowby-f3")).isEqualTo(Exit.USAGE);
        assertThat(terminal.err()).contains("Did you mean 'marrowby-f2'?");
        assertThat(terminal.run("types", "copy", "marrowby-f2", "own")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("is not in a project");
    }

    /** Two SCL files need no project to be held against each other; a device is one of a project. */
    @Test
    void filesAreComparedWithoutAProject() throws IOException {
        terminal.go(folder);
        String text = Files.readString(Path.of(STATION));
        Files.writeString(folder.resolve("new.scd"), text.replace(">192.0.2.13<", ">192.0.2.17<"));
        assertThat(terminal.run("compare", STATION, "new.scd")).isEqualTo(Exit.DIFFERENT);
        assertThat(terminal.out())
                .contains("AP1 on station-bus IP: 192.0.2.13 → 192.0.2.17")
                .contains("1 difference");
        terminal.ok("compare new.scd new.scd");
        assertThat(terminal.out()).contains("equal");
        assertThat(terminal.run("compare", STATION, "old.scd")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("there is no file", "old.scd");
        assertThat(terminal.run("compare", STATION, "F11")).isEqualTo(Exit.FAILED);
        assertThat(terminal.err()).contains("is not in a project");
    }
}
