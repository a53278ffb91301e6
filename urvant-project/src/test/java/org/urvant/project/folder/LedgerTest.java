package org.urvant.project.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.json.JsonTree;
import org.urvant.project.Project;
import org.urvant.project.change.Renaming;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.reference.References;

/** What the record of a device proves, and what of it is found to be wrong. */
class LedgerTest {
    private static final Fingerprint PRINT = Fingerprint.of(new byte[] {1});
    private static final String LEDGER = "ledger/GW1.jsonl";

    @TempDir
    Path root;

    private ProjectFolder folder;
    private Workplace kari;

    @BeforeEach
    void aDeviceWithAPast() {
        kari = new Workplace("kari", Skarholm.CLOCK, root.resolve("kari"));
        Skarholm.make(root.resolve("skarholm"));
        folder = ProjectFolder.open(root.resolve("skarholm"), kari);
        for (int i = 0; i < 3; i++) {
            history().saved(PRINT, "step " + i);
        }
    }

    private DeviceHistory history() {
        return folder.history("GW1");
    }

    private Path file(String name) {
        return folder.root().resolve(name);
    }

    private List<String> lines() throws IOException {
        return Files.readAllLines(file(LEDGER));
    }

    private void write(List<String> lines) throws IOException {
        Files.writeString(file(LEDGER), String.join("\n", lines) + "\n");
    }

    private static String print(String line) {
        return Fingerprint.of(line.getBytes(StandardCharsets.UTF_8)).hex();
    }

    private static String with(String line, Map<String, String> fields) {
        Map<String, Node> all = new TreeMap<>(
                JsonTree.read("line", line.getBytes(StandardCharsets.UTF_8)).nodes());
        fields.forEach((name, text) -> all.put(name, Value.text(text)));
        return new String(CanonicalJson.bytes(Section.of(all)), StandardCharsets.UTF_8);
    }

    /** Writes the whole ledger anew, as somebody does who knows how its lines hang together; the heads too. */
    private void forge(UnaryOperator<String> change) throws IOException {
        List<String> forged = new ArrayList<>();
        for (String line : lines()) {
            String previous = forged.isEmpty() ? "0".repeat(64) : print(forged.get(forged.size() - 1));
            forged.add(with(change.apply(line), Map.of("previous", previous)));
        }
        write(forged);
        String old = Files.readString(file("ledger/heads"));
        Files.writeString(
                file("ledger/heads"), old.replaceAll("GW1 [0-9a-f]+", "GW1 " + print(forged.get(forged.size() - 1))));
    }

    /** Columns: what somebody did to the ledger, the rule that finds it, words of the message. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            the last line is gone              | ledger-cut       | lines are missing at the end
            the file is gone                   | ledger-cut       | the ledger is gone
            the last line is half              | ledger-cut       | lines are missing at the end
            a line that fits                   | ledger-added-to  | was added by something else
            a line that fits an older one      | ledger-added-to  | was added by something else
            two branches, merged by their lines | ledger-branches | has 2 branches
            """)
    void whatWasDoneToALedgerIsFoundAndStaysUntilSomebodyAcceptsIt(String what, String rule, String words)
            throws IOException {
        List<String> lines = lines();
        String last = lines.get(lines.size() - 1);
        String other = with(last, Map.of("why", "another branch"));
        String heads = Files.readString(file("ledger/heads"));
        switch (what) {
            case "the last line is gone" -> write(lines.subList(0, lines.size() - 1));
            case "the file is gone" -> Files.delete(file(LEDGER));
            case "the last line is half" ->
                Files.writeString(
                        file(LEDGER),
                        Files.readString(file(LEDGER))
                                .substring(0, (int) Files.size(file(LEDGER)) - last.length() / 2));
            case "a line that fits" -> {
                lines.add(with(last, Map.of("previous", print(last), "why", "forged")));
                write(lines);
            }
            default -> {
                lines.add(other);
                write(lines);
                if (rule.equals("ledger-branches")) {
                    Files.writeString(file("ledger/heads"), heads + "GW1 " + print(other) + "\n");
                }
            }
        }
        List<Finding> findings = folder.load().remarks().findings();
        assertThat(findings).extracting(finding -> finding.rule().id()).contains(rule);
        assertThat(findings).anySatisfy(finding -> assertThat(finding.message()).contains(words));
        assertThat(ProjectCheck.blocks(findings)).isTrue();
        byte[] before = Files.exists(file(LEDGER)) ? Files.readAllBytes(file(LEDGER)) : new byte[0];
        assertThatThrownBy(() -> history().saved(PRINT, "later")).isInstanceOf(RefusedException.class);
        assertThat(Files.exists(file(LEDGER)) ? Files.readAllBytes(file(LEDGER)) : new byte[0])
                .isEqualTo(before);
        assertThat(folder.evidence().proofs(Optional.empty()).get(0).wrong())
                .anySatisfy(wrong -> assertThat(wrong).contains(words));
        history().accept("looked at it");
        assertThat(folder.load().remarks().findings()).isEmpty();
        Ledger.Line accepted = history().lines().get(history().lines().size() - 1);
        assertThat(accepted.text("found")).contains(words);
        assertThatThrownBy(() -> history().accept("again")).hasMessageContaining("nothing is wrong");
        history().saved(PRINT, "later");
        assertThat(history().findings()).isEmpty();
    }

    @Test
    void aLedgerFromBeforeHeadsWereKeptIsTakenAsItIs() throws IOException {
        Files.delete(file("ledger/heads"));
        assertThat(folder.load().remarks().findings()).isEmpty();
        folder.history("GW2").saved(PRINT, "first");
        assertThat(folder.evidence().heads()).contains("GW1 " + print(lines().get(lines().size() - 1)), "GW2 ");
        Files.writeString(file("ledger/heads"), "GW1 xyz\n");
        assertThat(folder.load().remarks().findings())
                .extracting(finding -> finding.position().toString())
                .contains("ledger/heads:1");
    }

    @Test
    void linesThatSomebodyWroteAnewAreFoundAgainstGitAndKeptHeads() throws IOException, InterruptedException {
        assertThat(folder.evidence().proofs(Optional.empty()).get(0).unproven()).hasSize(lines().size());
        String kept = folder.evidence().heads();
        git("init", "-q");
        git("add", ".");
        git("-c", "user.name=k", "-c", "user.email=k@example.org", "commit", "-q", "-m", "as it was");
        history().saved(PRINT, "later");
        LedgerProof proof = folder.evidence().proofs(Optional.of(kept)).get(0);
        int known = lines().size() - 1;
        assertThat(proof.wrong()).isEmpty();
        assertThat(proof.witnesses()).extracting(LedgerProof.Witness::lines).containsExactly(known, known);
        assertThat(proof.unproven()).containsExactly(known + 1);
        forge(line -> line.replace("step 1", "step 9"));
        assertThat(folder.load().remarks().findings())
                .as("its lines hang together")
                .isEmpty();
        assertThat(folder.evidence().proofs(Optional.of(kept)).get(0).wrong())
                .hasSize(2)
                .allSatisfy(wrong -> assertThat(wrong).contains("written anew, or taken away"));
        Files.delete(file(LEDGER));
        Files.delete(file("ledger/heads"));
        assertThat(folder.evidence().proofs(Optional.empty()))
                .extracting(LedgerProof::device)
                .contains("GW1");
    }

    private void git(String... words) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("git"));
        command.addAll(List.of(words));
        Process process = new ProcessBuilder(command)
                .directory(folder.root().toFile())
                .inheritIO()
                .start();
        assertThat(process.waitFor()).isZero();
    }

    @Test
    void aSignatureProvesItsLineAndAllBefore() throws IOException {
        SigningKey key = SigningKey.make(kari);
        assertThat(SigningKey.of(kari).orElseThrow().fingerprint()).isEqualTo(key.fingerprint());
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(root.resolve("kari/signing-key"))))
                .isEqualTo("rw-------");
        assertThat(folder.evidence().knows(key)).isFalse();
        assertThat(folder.evidence().publish(key)).isEqualTo("people/kari.pem");
        history().signedOff("T-1", PRINT, "checked", Optional.of(key));
        history().saved(PRINT, "later");
        int signed = lines().size() - 1;
        LedgerProof proof = folder.evidence().proofs(Optional.empty()).get(0);
        assertThat(proof.witnesses()).containsExactly(new LedgerProof.Witness("signature of kari", signed));
        assertThat(proof.unproven()).containsExactly(signed + 1);
        assertThat(folder.load().device("GW1").record().signedOff()).contains(PRINT);

        SigningKey stranger = SigningKey.make(new Workplace("kari", Skarholm.CLOCK, root.resolve("stranger")));
        history().signedOff("T-1", PRINT, "checked", Optional.of(stranger));
        expectWrongSignature("no key of the project");
        Files.writeString(file("people/ola.pem"), stranger.publicText());
        expectWrongSignature("is that of ola, not of kari");
        history().signedOff("T-1", PRINT, "not checked", Optional.of(key));
        assertThat(folder.load().remarks().findings()).isEmpty();
        forge(line -> line.replace("not checked", "checked"));
        expectWrongSignature("was not made over this line");
    }

    private void expectWrongSignature(String words) {
        assertThat(folder.load().remarks().findings()).anySatisfy(finding -> {
            assertThat(finding.rule()).isEqualTo(LedgerRules.SIGNATURE_WRONG);
            assertThat(finding.message()).contains(words);
        });
        assertThat(folder.load().device("GW1").record().signedOff()).isEmpty();
        assertThat(folder.evidence().proofs(Optional.empty()).get(0).wrong())
                .anySatisfy(wrong -> assertThat(wrong).contains(words));
    }

    /** A rename that is undone, and done again later, is no other device. */
    @Test
    void aHistoryGoesOnThroughRenamesThatAreUndone() throws IOException {
        rename("GW1", "GW7");
        folder.undo(false);
        history().saved(PRINT, "later");
        rename("GW1", "GW7");
        assertThat(folder.load().remarks().findings()).isEmpty();
        assertThat(folder.history("GW7").lines())
                .extracting(Ledger.Line::event)
                .containsSubsequence("saved", "saved", "saved", "saved", "renamed");
        assertThat(folder.history("GW7").lines().stream()
                        .filter(line -> line.event().equals("renamed")))
                .hasSize(2);
        rename("GW7", "GW1");
        assertThat(folder.load().remarks().findings()).isEmpty();
        assertThat(history().lines()).hasSize(folder.history("GW7").lines().size() + 1);
        folder.history("GW8").saved(PRINT, "another device");
        assertThatThrownBy(() -> rename("GW1", "GW8")).hasMessageContaining("another device had the name GW8");
    }

    private void rename(String from, String to) {
        Project site = folder.load();
        folder.carryOut(Renaming.of(site, References.find(site, List.of("device", from)), to)
                .change(site));
    }

    @Test
    void aKeyThatOthersCanReadIsNotUsed() throws IOException {
        SigningKey.make(kari);
        Path file = root.resolve("kari/signing-key");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r--r--"));
        assertThatThrownBy(() -> SigningKey.of(kari)).hasMessageContaining("others than you can read");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
        Files.writeString(file, "no key");
        assertThatThrownBy(() -> SigningKey.of(kari)).isInstanceOf(MalformedInputException.class);
    }

    /** An address that a person wrote into the file is given once the device is saved, and then belongs to its signal. */
    @Test
    void addressesWrittenByHandAreRecordedOnce() throws IOException {
        String table = Files.readString(file("mappings/GW1.csv"));
        assertThat(table).contains("F01CTRL/XCBR1.Pos.stVal,scada,M_DP_TB_1 1001");
        Files.writeString(file("mappings/GW1.csv"), table.replace("M_DP_TB_1 1001", "M_DP_TB_1 1777"));
        Project edited = folder.load();
        int before = lines().size();
        folder.recordAddresses(edited, "GW1");
        folder.recordAddresses(folder.load(), "GW1");
        assertThat(lines()).hasSize(before + 1);
        assertThat(lines().get(before)).contains("\"first\":1777").contains("F01CTRL/XCBR1.Pos.stVal");

        Files.writeString(
                file("mappings/GW1.csv"),
                table.replace("M_DP_TB_1 1001", "M_DP_TB_1 1777").replace("XCBR1.Pos.stVal,", "CSWI1.Pos.stVal,"));
        folder.recordAddresses(folder.load(), "GW1");
        assertThat(ProjectCheck.check(folder.load(), folder.load().device("GW1")))
                .filteredOn(finding -> finding.rule().id().equals("address-taken"))
                .as("the first to have an address keeps it")
                .extracting(Finding::message)
                .anyMatch(message -> message.contains("was given to F01CTRL/XCBR1.Pos.stVal"));
    }
}
