package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a word that is being typed can become. */
class CompletionsTest {
    @TempDir
    Path folder;

    private Terminal terminal;

    @BeforeEach
    void aGateway() {
        terminal = new Terminal(folder);
        terminal.ok("new skarholm --name Skarholm");
        terminal.go(folder.resolve("skarholm"));
        terminal.ok(
                "import --yes " + Path.of("../demo/F01.cid").toAbsolutePath().normalize());
        terminal.ok("device add GW1 --type ravnsund-g3");
        terminal.ok("connect GW1 scada --kind control-centre");
    }

    /** Columns: what is typed, the last word in brackets; what it can become; what it cannot. */
    @ParameterizedTest
    @CsvSource({
        "[],                         check,                      F01",
        "[sho],                      show,                       check",
        "show [],                    GW1,                        copy",
        "show [--],                  --json,                     GW1",
        "--json show [G],            GW1,                        F01",
        "set GW1 [scada.],           scada.port,                 clock.zone",
        "set GW1 [cl],               clock.zone,                 scada.port",
        "set [],                     GW1,                        clock.zone",
        "device [],                  copy,                       clock.zone",
        "device copy [],             GW1,                        copy",
        "explain [point-d],          point-duplicate,            duplicate-ip",
        "clear GW1 [],               mappings,                   GW1",
        "map GW1 kind:trip --ied [],  F01,                       GW1",
        "completion [],              zsh,                        GW1"
    })
    void aWordBecomesWhatCanStandThere(String typed, String can, String cannot) {
        List<String> words = new ArrayList<>(List.of("completion", "--words", "--"));
        for (String word : typed.split(" ")) {
            words.add(word.replaceAll("[\\[\\]]", ""));
        }
        assertThat(terminal.run(words.toArray(String[]::new))).isZero();
        assertThat(terminal.out().lines()).contains(can).doesNotContain(cannot);
    }

    /** In a shell itself; the command is stood for by one that says what it was asked. */
    @Test
    void bashAsksForTheWordThatIsTyped() throws IOException, InterruptedException {
        Path script = folder.resolve("completion.bash");
        terminal.ok("completion bash");
        Files.writeString(
                script,
                "urvant() { local IFS=' '; printf '%s\\n' \"$#:$*\"; }\n" + terminal.out()
                        + "\nCOMP_WORDS=(urvant set GW1 scada.); COMP_CWORD=3; _urvant; echo \"${COMPREPLY[0]}\"\n");
        Process bash = new ProcessBuilder("bash", script.toString()).start();
        assertThat(new String(bash.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
                .isEqualTo("6:completion --words -- set GW1 scada.\n");
        assertThat(bash.waitFor()).isZero();
    }
}
