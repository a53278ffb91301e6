package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The record of a device, as a person reads, proves and mends it. */
class HistoryCommandTest {
    @TempDir
    private Path folder;

    private Terminal terminal;
    private Path ledger;

    @BeforeEach
    void aDeviceThatWasSaved() {
        terminal = new Terminal(folder);
        terminal.ok("new skarholm");
        terminal.go(folder.resolve("skarholm"));
        terminal.ok("device add GW1 --type ravnsund-g3");
        terminal.ok("save GW1 --reason first");
        terminal.ok("set GW1 watchdog.time 10");
        terminal.ok("save GW1 --reason second");
        ledger = folder.resolve("skarholm/ledger/GW1.jsonl");
    }

    /** Runs a command that ends so, and returns what it says. */
    private String ends(int exit, String line) {
        assertThat(terminal.all(line)).as(terminal.out() + terminal.err()).isEqualTo(exit);
        return terminal.out() + terminal.err();
    }

    @Test
    void whatNobodyElseKnowsIsNotProvableUntilHeadsAreKept() throws IOException {
        assertThat(ends(0, "history GW1")).contains("saved", "first", "second", "2 lines, none altered");
        assertThat(ends(0, "history --verify"))
                .contains("not provable  lines 1-2")
                .doesNotContain("proven ");
        ends(0, "history --heads --out ../kept.txt");
        assertThat(folder.resolve("kept.txt")).content().matches("GW1 [0-9a-f]{64}\n");
        assertThat(ends(0, "history --verify --from ../kept.txt"))
                .contains("proven        all by the heads that were kept")
                .doesNotContain("not provable");
        ends(0, "set GW1 watchdog.time 11");
        ends(0, "save GW1 --reason third");
        assertThat(ends(0, "history --verify --from ../kept.txt"))
                .contains("proven        2 lines by", "not provable  line 3: ");
        assertThat(ends(0, "history GW1 --verify --from ../kept.txt --json").replaceAll("\\s", ""))
                .contains("\"lines\":3", "\"wrong\":[]", "\"notProvable\":[3]");
        Files.writeString(folder.resolve("kept.txt"), "GW1 " + "0".repeat(64) + "\n");
        assertThat(ends(1, "history --verify --from ../kept.txt")).contains("that the ledger lacks");
        Files.writeString(folder.resolve("kept.txt"), "no heads\n");
        assertThat(ends(3, "history --verify --from ../kept.txt")).contains("the heads that were kept:1");
        assertThat(ends(2, "history --from ../kept.txt")).contains("--from needs --verify");
    }

    @Test
    void whatIsLostIsFoundEverywhereUntilItIsAccepted() throws IOException {
        List<String> lines = Files.readAllLines(ledger);
        Files.writeString(ledger, lines.get(0) + "\n");
        assertThat(ends(1, "history GW1")).contains("ledger-cut  ledger/GW1.jsonl:2", "--accept --reason TEXT");
        assertThat(ends(1, "check GW1")).contains("ledger-cut");
        assertThat(ends(3, "save GW1 --reason third")).contains("lines are missing", "nothing was written");
        assertThat(ends(2, "history --accept --reason why")).contains("--accept needs a device");
        assertThat(ends(0, "history GW1 --accept --reason 'the disk of the laptop died'"))
                .contains("accepted: ledger/GW1.jsonl:2");
        assertThat(ends(3, "history GW1 --accept --reason again")).contains("nothing is wrong with the ledger of GW1");
        assertThat(ends(0, "history GW1")).contains("the disk of the laptop died; found: lines are missing");
        ends(0, "save GW1 --reason third");
    }

    @Test
    void aKeyIsMadeOnceAndItsPublicPartIsInTheProject() throws IOException {
        assertThat(ends(1, "signing-key")).contains("has no signing key");
        String made = ends(0, "signing-key --make");
        assertThat(ends(0, "signing-key --make")).isEqualTo(made);
        assertThat(ends(0, "signing-key --json").replaceAll("\\s", "")).contains("\"inProject\":true");
        try (var people = Files.list(folder.resolve("skarholm/people"))) {
            Path key = people.findFirst().orElseThrow();
            assertThat(key).content().containsOnlyOnce("BEGIN PUBLIC KEY").doesNotContain("PRIVATE");
            Files.delete(key);
        }
        assertThat(ends(1, "signing-key")).contains("the project does not have it");
        assertThat(folder.resolve("skarholm/.gitattributes")).content().contains("ledger/** -text merge=union");
        assertThat(folder.resolve("skarholm/.gitignore")).content().contains("/.urvant/");
    }
}
