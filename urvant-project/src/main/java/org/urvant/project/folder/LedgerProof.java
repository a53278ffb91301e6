package org.urvant.project.folder;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.error.MalformedInputException;
import org.urvant.file.CommittedFiles;

/**
 * What can be proven of one ledger. That its lines hang together proves nothing against somebody who writes all of them anew;
 * lines that a witness from outside knows are proven, with all that they follow: a commit of the project, a signature, or
 * heads that were kept elsewhere before.
 *
 * @param device whose ledger it is
 * @param lines how many lines it has
 * @param wrong what is wrong, in words; empty when nothing was found
 * @param witnesses who proves something, each with how many lines
 * @param unproven numbers of the lines, 1-based, that nobody proves
 */
public record LedgerProof(
        String device, int lines, List<String> wrong, List<Witness> witnesses, List<Integer> unproven) {
    public LedgerProof {
        wrong = List.copyOf(wrong);
        witnesses = List.copyOf(witnesses);
        unproven = List.copyOf(unproven);
    }

    /**
     * Who proves lines of a ledger.
     *
     * @param name such as {@code commit 1a2b3c4d5e6f}
     * @param lines how many lines it proves
     */
    public record Witness(String name, int lines) {}

    /** What is known from outside of all ledgers: the fingerprints of lines that were there. */
    private record Outside(String name, Map<String, SortedSet<String>> prints) {}

    static List<LedgerProof> of(ProjectFiles files, Optional<CommittedFiles> committed, Optional<LedgerHeads> kept) {
        LedgerHeads heads = LedgerHeads.of(files);
        List<Outside> outside = new ArrayList<>();
        committed.ifPresent(commit -> outside.add(commit(commit)));
        kept.ifPresent(before -> outside.add(heads("the heads that were kept", before)));
        SortedSet<String> devices = new TreeSet<>(heads.devices());
        files.listed("ledger", Ledger.ENDING).forEach(file -> devices.add(SiteReader.stem(file)));
        outside.forEach(witness -> devices.addAll(witness.prints().keySet()));
        return devices.stream().map(device -> of(files, heads, device, outside)).toList();
    }

    private static Outside heads(String name, LedgerHeads heads) {
        Map<String, SortedSet<String>> prints = new TreeMap<>();
        heads.devices().forEach(device -> prints.put(device, heads.of(device)));
        return new Outside(name, prints);
    }

    private static Outside commit(CommittedFiles commit) {
        Map<String, SortedSet<String>> prints = new TreeMap<>();
        commit.files().forEach((name, octets) -> {
            if (Ledger.isLedger(name)) {
                prints.put(
                        Ledger.device(name),
                        new TreeSet<>(LedgerChain.of(name, Ledger.sound(octets)).ends()));
            }
        });
        return new Outside("commit " + LedgerChain.brief(commit.commit()), prints);
    }

    private static LedgerProof of(ProjectFiles files, LedgerHeads heads, String device, List<Outside> outside) {
        Ledger ledger = new Ledger(files, device);
        LedgerChain chain;
        try {
            chain = ledger.chain();
        } catch (MalformedInputException e) {
            return new LedgerProof(
                    device,
                    0,
                    List.of(e.position().map(place -> place + ": ").orElse("") + e.getMessage()),
                    List.of(),
                    List.of());
        }
        List<String> wrong = new ArrayList<>();
        ledger.findings(chain, heads).forEach(finding -> wrong.add(finding.position() + ": " + finding.message()));
        BitSet proven = new BitSet();
        List<Witness> witnesses = new ArrayList<>();
        for (Outside witness : outside) {
            SortedSet<String> known = witness.prints().getOrDefault(device, new TreeSet<>());
            known.stream()
                    .filter(print -> !chain.has(print))
                    .forEach(print ->
                            wrong.add(witness.name() + " knows a line with fingerprint " + LedgerChain.brief(print)
                                    + " that the ledger lacks: its lines were written anew, or taken away"));
            BitSet reached = chain.upTo(known);
            if (!reached.isEmpty()) {
                witnesses.add(new Witness(witness.name(), reached.cardinality()));
                proven.or(reached);
            }
        }
        Signatures signatures = new Signatures(files);
        for (Ledger.Line line : chain.lines()) {
            signatures.wrong(line).ifPresent(found -> wrong.add("line " + line.line() + ": " + found));
            signatures.signer(line).ifPresent(person -> {
                BitSet reached = chain.upTo(List.of(chain.print(line.line())));
                witnesses.add(new Witness("signature of " + person, reached.cardinality()));
                proven.or(reached);
            });
        }
        int count = chain.lines().size();
        proven.flip(0, count);
        return new LedgerProof(
                device,
                count,
                wrong,
                witnesses,
                proven.stream().mapToObj(index -> index + 1).toList());
    }
}
