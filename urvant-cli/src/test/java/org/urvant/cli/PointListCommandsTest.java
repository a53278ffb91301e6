package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The demo's lists from a file to the control centre, by commands and as JSON. */
class PointListCommandsTest {
    @TempDir
    static Path prepared;

    @TempDir
    private Path folder;

    private Terminal terminal;

    @BeforeAll
    static void prepare() {
        Terminal made = new Terminal(prepared);
        made.ok("new skarholm");
        made.go(prepared.resolve("skarholm"));
        made.ok("device add GW1 --type ravnsund-g3");
        for (String connection :
                new String[] {"scada=control-centre", "pumps=field-bus", "isle=neighbour", "panel=panel"}) {
            made.ok("connect GW1 " + connection.replace("=", " --kind "));
        }
        made.ok("set GW1 pumps.bus pumps");
        made.ok("import " + Sites.demo("pump-drive.csv") + " --name PD1 --protocol modbus --assume station=7 --yes");
        made.ok("import " + Sites.demo("neighbour.csv")
                + " --name NB1 --protocol iec60870-5-104 --assume station=12 --yes");
    }

    @BeforeEach
    void begin() throws IOException {
        terminal = new Terminal(folder);
        Path site = folder.resolve("skarholm");
        terminal.go(site);
        Sites.copy(prepared.resolve("skarholm"), site);
    }

    private void run(String line) {
        assertThat(terminal.all(line)).as(terminal.out() + terminal.err()).isZero();
    }

    /** Returns the answer of a command in JSON, without the blanks between its parts. */
    private String json(String line) {
        run(line + " --json");
        return terminal.out()
                .replaceAll("(?m)^\\s+", "")
                .replaceAll("\\n", "")
                .replace("\": ", "\":")
                .replace(" : ", ":");
    }

    private static int count(String text, String piece) {
        return text.split(Pattern.quote(piece), -1).length - 1;
    }

    @Test
    void listsAreMappedReadInFewRequestsAndHandedOver() throws IOException {
        run("map GW1 'PD1/*' --to scada --yes");
        String requests = json("requests GW1");
        assertThat(requests).contains("\"connection\":\"pumps\"", "\"milliseconds\":96.");
        assertThat(count(requests, "\"area\"")).isEqualTo(4);
        String points = json("points PD1 --writable");
        assertThat(count(points, "\"reference\"")).isEqualTo(3);
        assertThat(points).contains("\"reference\":\"PD1/start\"", "GW1 PD1 Start command (off)");
        assertThat(json("points")).contains("\"list\":\"PD1\"", "\"notMapped\":0", "\"notMapped\":5");
        assertThat(count(json("points NB1 --unmapped"), "\"reference\"")).isEqualTo(5);
        String given = json("handover GW1 scada");
        assertThat(count(given, "\"reference\"")).isEqualTo(10);
        assertThat(given).contains("\"port\":\"2404\"");
        run("handover GW1 scada --out scada.csv");
        run("map GW1 NB1/tide-level --to scada --yes");
        String changes = json("handover GW1 scada --since scada.csv");
        assertThat(changes).contains("\"name\":\"NB1 Tide level\",\"standing\":\"added\"");
        assertThat(count(changes, "\"standing\"")).isEqualTo(1);
        run("handover GW1 scada --out scada.html --since scada.csv --revision 2");
        assertThat(Files.readString(folder.resolve("skarholm/scada.html")))
                .startsWith("<!DOCTYPE html>")
                .contains("revision 2", "NB1 Tide level", "Changed since scada.csv", "PD1/motor-current")
                .doesNotContain("http", "<script");
    }

    @Test
    void aPointIsExplainedWithWhereItGoesAndTried() throws IOException {
        run("map GW1 PD1/motor-current --to scada --yes");
        run("map GW1 PD1/motor-current --to panel --yes");
        run("map GW1 NB1/pump-order --onto PD1/start --yes");
        String point = json("explain PD1/motor-current");
        assertThat(point).contains("\"unit\":\"A\"", "\"factor\":0.1,", "\"most\":400");
        assertThat(count(point, "\"GW1 ")).isEqualTo(2);
        run("explain PD1/start");
        assertThat(terminal.out()).contains("coil:0", "unit address", "NB1/pump-order");
        String tried = json("try GW1 --set 'PD1/motor-current=12.34 invalid'");
        assertThat(tried)
                .contains("\"raw\":\"12.3 IV\"")
                .contains("\"raw\":\"4144 CCCD\"") // 12.3 by ISO/IEC 60559
                .contains("\"qualitySent\":false");
    }

    @Test
    void aNewerListSaysWhatItChanges() throws IOException {
        String list = Files.readString(Sites.demo("pump-drive.csv"));
        Files.writeString(folder.resolve("skarholm/newer.csv"), list.replace("1;Motor current;4", "9;Motor current;4"));
        run("look newer.csv --name PD1 --protocol modbus --assume station=7");
        assertThat(terminal.out()).contains("1 changed, 10 same", "point input:1 uint16 → input:9 uint16");
        run("import newer.csv --name PD1 --protocol modbus --assume station=7 --yes");
        run("undo");
        run("import newer.csv --name PD1 --protocol modbus --assume station=7 --yes");
        assertThat(terminal.out()).contains("imported PD1, 11 points");
    }

    /** What a file says cannot move the cursor, colour a line or turn its direction; programs still read the same text. */
    @Test
    void whatAFileSaysIsShownAndNotObeyed() throws IOException {
        Path list = folder.resolve("skarholm/points/PD1.csv");
        Files.writeString(list, Files.readString(list).replace("drive turns", "drive\u001B[31m \u202Esnrut\u009B2J"));
        run("explain PD1/running");
        assertThat(terminal.out())
                .contains("drive\u241B[31m \uFFFDsnrut\uFFFD2J")
                .doesNotContain("\u001B", "\u202E", "\u009B");
        assertThat(json("explain PD1/running")).contains("drive\\u001B[31m \\u202Esnrut\\u009B2J");
        run("handover GW1 scada --out scada.html");
        assertThat(Files.readString(folder.resolve("skarholm/scada.html"))).doesNotContain("\u001B", "\u202E");
    }

    @Test
    void colouredHelpIsNotSpoilt() {
        terminal.with("URVANT_TERMINAL", "1");
        run("map --help");
        assertThat(terminal.out()).contains("--onto").doesNotContain("\u241B");
        run("check --help");
        assertThat(terminal.out()).doesNotContain("\u241B");
    }

    @Test
    void aBadSourceOrListHidesNoOtherSignals() throws IOException {
        Files.writeString(folder.resolve("skarholm/points/NB1.csv"), "key,name\n\"open");
        run("signals ied:PD1 --count");
        assertThat(terminal.out()).contains("11 signals in all");
        run("signals ied:PD1");
        assertThat(terminal.err()).contains("next: urvant map DEVICE ied:PD1"); // a pick is for relays
        run("import " + Sites.demo("F01.cid") + " --yes");
        Files.writeString(folder.resolve("skarholm/sources/F01.cid"), "<SCL");
        run("signals kind:current");
        assertThat(terminal.out()).contains("PD1/motor-current");
        assertThat(terminal.err()).contains("signals are missing", "sources/F01.cid");
    }
}
