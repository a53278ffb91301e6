package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.urvant.core.device.DeviceType;
import org.urvant.devices.standin.StandIn;
import org.urvant.devices.standin.StandInProfile;
import org.urvant.project.type.Catalogue;

/**
 * The mistakes that people make, each at the real command: none passes silently. The table {@code mistakes.txt} has a line
 * for each: the need, the commands that make it, the exit code of the last one, a part of what it says. Besides commands,
 * {@code write FILE TEXT} writes a file, {@code edit FILE OLD NEW} changes one, and {@code unit DEVICE [FIRMWARE] [SERIAL]}
 * puts a new unit of the device's type on its link. A text after {@code !} must not be said; DEMO is the folder of the demo.
 */
class MistakesTest {
    @TempDir
    static Path prepared;

    @TempDir
    Path folder;

    private final List<StandIn> units = new ArrayList<>();
    private Terminal terminal;
    private Path site;

    @BeforeAll
    static void prepare() {
        Terminal terminal = new Terminal(prepared);
        Sites.plant(terminal, prepared);
        Sites.station(terminal);
    }

    @AfterEach
    void stop() {
        units.forEach(StandIn::close);
    }

    @BeforeEach
    void copy() throws IOException {
        site = folder.resolve("skarholm");
        Sites.copy(prepared.resolve("skarholm"), site);
        terminal = new Terminal(folder);
        terminal.go(site);
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvFileSource(resources = "mistakes.txt", delimiter = '|', quoteCharacter = '~')
    void aMistakeIsFound(String need, String lines, int code, String found) throws IOException {
        int last = 0;
        for (String line : lines.split(" && ")) {
            assertThat(last).as(terminal.out() + terminal.err()).isIn(Exit.DONE, Exit.DIFFERENT);
            last = run(Sites.words(line.replace("DEMO", Sites.demo("").toString())));
        }
        String said = terminal.out() + terminal.err();
        if (found.startsWith("!")) {
            assertThat(said).doesNotContain(found.substring(1));
        } else {
            assertThat(said).contains(found);
        }
        assertThat(last).as(said).isEqualTo(code);
    }

    private int run(String[] words) throws IOException {
        switch (words[0]) {
            case "write":
                Files.createDirectories(site.resolve(words[1]).getParent());
                Files.writeString(site.resolve(words[1]), words[2].replace("\\n", "\n"));
                return Exit.DONE;
            case "edit":
                Path file = site.resolve(words[1]);
                String text = Files.exists(file)
                        ? Files.readString(file)
                        : Files.readString(Sites.demo(words[1]), StandardCharsets.ISO_8859_1);
                String old = words[2].replace("\\n", "\n");
                assertThat(text).contains(old);
                Charset letters = Files.exists(file) ? StandardCharsets.UTF_8 : StandardCharsets.ISO_8859_1;
                Files.writeString(file, text.replace(old, words[3].replace("\\n", "\n")), letters);
                return Exit.DONE;
            case "unit":
                return unit(words[1], words.length > 2 ? words[2] : null, words.length > 3 ? words[3] : "S-1");
            default:
                return terminal.run(words);
        }
    }

    private int unit(String device, String firmware, String serial) throws IOException {
        String text = Files.readString(site.resolve("devices/" + device + ".yaml"));
        String name = text.replaceAll("(?s).*\\ntype: (\\S+).*", "$1");
        DeviceType type = Catalogue.type(name).orElseThrow();
        List<String> versions = type.firmware();
        StandInProfile profile = new StandInProfile(
                name, firmware == null ? versions.get(versions.size() - 1) : firmware, serial, type.accounts());
        StandIn unit = StandIn.start(folder.resolve(device), profile, "127.0.0.1", 0);
        units.add(unit);
        terminal.with("URVANT_PASSWORD", type.engineer().orElseThrow().factoryPassword());
        return terminal.run("set", device, "link", unit.address());
    }
}
