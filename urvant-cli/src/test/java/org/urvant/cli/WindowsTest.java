package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The command on a file system of Windows rules: drives, backslashes, names without regard to case, CR LF. */
class WindowsTest {
    private FileSystem windows;
    private Path folder;
    private Terminal terminal;

    @BeforeEach
    void aSite() throws IOException {
        windows = Jimfs.newFileSystem(Configuration.windows());
        folder = Files.createDirectories(windows.getPath("C:\\sites"));
        for (String name : List.of("F01.cid", "pump-drive.csv", "plant.csv", "interlock.st")) {
            Files.copy(Sites.demo(name), folder.resolve(name));
        }
        terminal = new Terminal(folder);
        terminal.ok("new skarholm --name Skarholm");
        terminal.go(folder.resolve("skarholm"));
        terminal.ok("import --yes ..\\F01.cid");
        terminal.ok("device add GW1 --type ravnsund-g3");
        Sites.gateway(terminal);
    }

    @AfterEach
    void close() throws IOException {
        windows.close();
    }

    /** Signs that patterns and queries have, and no file on Windows may. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            look "a*.scd"                                  | 3
            import "F0?.cid" --yes                         | 3
            compare GW1 "what<ever"                        | 3
            compare "GW*" GW1                              | 3
            compare GW1:network GW1:clock                  | 1
            export "x<y.csv" GW1                           | 3
            fill "x*.csv" --yes                            | 3
            map GW1 "ied:F01 kind:position ln:X*" --yes    | 0
            signals "F01*Pos*"                             | 0
            check "GW*"                                    | 2
            show GW1 --since "x?"                          | 3
            """)
    void aPatternIsNoPath(String line, int code) {
        int got = terminal.run(Sites.words(line));
        assertThat(terminal.out() + terminal.err()).doesNotContain("in Urvant itself");
        assertThat(got).as(terminal.out() + terminal.err()).isEqualTo(code);
    }

    @Test
    void theDaysWorkWorks() throws IOException {
        terminal.ok("connect GW1 pumps --kind field-bus");
        terminal.ok("set GW1 pumps.bus pumps");
        terminal.ok("import ..\\pump-drive.csv --protocol modbus --assume station=7 --name PD1 --yes");
        terminal.ok("map GW1 PD1/motor-speed --to scada --yes");
        terminal.ok("device add F11 --type marrowby-f2 --order-code MF2-BVB-2");
        terminal.ok("logic F11 --take ..\\interlock.st");
        String before = configuration();
        terminal.ok("set GW1 network.gateway 192.0.2.254");
        assertThat(configuration()).isNotEqualTo(before);
        terminal.ok("undo");
        assertThat(configuration()).isEqualTo(before);
        terminal.ok("export ..\\values.csv F11");
        terminal.ok("fill ..\\values.csv --dry-run");
        terminal.ok("rename GW1 GW9");
        terminal.ok("rename GW9 GW1");
        assertThat(configuration()).isEqualTo(before);
    }

    @Test
    void linesMayEndAsWindowsEndsThem() throws IOException {
        terminal.ok("connect GW1 pumps --kind field-bus");
        terminal.ok("set GW1 pumps.bus pumps");
        terminal.ok("import ..\\pump-drive.csv --protocol modbus --assume station=7 --name PD1 --yes");
        terminal.ok("map GW1 PD1/motor-speed --to scada --yes");
        String before = configuration();
        try (Stream<Path> files = Files.walk(folder.resolve("skarholm"))) {
            for (Path file : files.filter(WindowsTest::isText).toList()) {
                Files.writeString(file, Files.readString(file).replace("\n", "\r\n"));
            }
        }
        assertThat(configuration()).isEqualTo(before);
        terminal.ok("set GW1 station.name Skarholm-2");
        terminal.ok("map GW1 PD1/motor-power --to scada --yes");
        assertThat(Files.readString(folder.resolve("skarholm\\devices\\GW1.yaml")))
                .contains("Skarholm-2\r\n")
                .doesNotContainPattern("[^\r]\n");
        assertThat(Files.readString(folder.resolve("skarholm\\mappings\\GW1.csv")))
                .contains("PD1/motor-power")
                .doesNotContainPattern("[^\r]\n");
        terminal.ok("undo");
        terminal.ok("undo");
        assertThat(configuration()).isEqualTo(before);
    }

    /** What a person reads is the same on every system: places in a project have slashes. */
    @Test
    void placesShowOneSeparator() throws IOException {
        Path device = folder.resolve("skarholm\\devices\\GW1.yaml");
        Files.writeString(device, Files.readString(device).replace("192.0.2.20", "192.0.2.300"));
        assertThat(terminal.run("check", "GW1")).isEqualTo(1);
        assertThat(terminal.out()).contains("devices/GW1.yaml:").doesNotContain("\\");
        assertThat(terminal.run("check", "GW1", "--json")).isEqualTo(1);
        assertThat(terminal.out()).contains("devices/GW1.yaml").doesNotContain("\\\\");
    }

    @ParameterizedTest
    @ValueSource(strings = {"gw1", "CON", "nul", "com1", "LPT9", "aux.x", "F11.", "a:b", "a*b", "..\\x"})
    void aNameThatWindowsDoesNotTakeIsRefused(String name) {
        assertThat(terminal.run("device", "add", name, "--type", "marrowby-f2")).isNotZero();
        assertThat(terminal.err()).contains("is not allowed");
        assertThat(folder.resolve("skarholm\\devices")).isDirectoryNotContaining("glob:**[!1].yaml");
    }

    private static boolean isText(Path file) {
        return Files.isRegularFile(file)
                && file.getFileName().toString().matches(".*\\.(yaml|csv|st)")
                && !file.toString().contains("sources");
    }

    private String configuration() {
        terminal.ok("configuration GW1");
        return terminal.out();
    }
}
