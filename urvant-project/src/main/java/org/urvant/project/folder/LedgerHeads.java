package org.urvant.project.folder;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;

/**
 * The newest line of each ledger, {@code ledger/heads}, written with it as one change, so that lines cut off at an end, added
 * past Urvant, or a ledger that is gone show. One line a ledger: its device, and the fingerprint of its newest line; where
 * branches of a project were merged, a line for each.
 */
final class LedgerHeads {
    static final String NAME = Ledger.FOLDER + "heads";

    private static final long MOST_BYTES = 50_000_000;
    private static final Predicate<String> IS_PRINT =
            text -> text.matches("[0-9a-f]{" + LedgerChain.BEGIN.length() + "}");

    private final SortedMap<String, SortedSet<String>> known = new TreeMap<>();

    private LedgerHeads() {}

    /** Returns that nothing is known. */
    static LedgerHeads none() {
        return new LedgerHeads();
    }

    /** Reads the heads of a project; none when it keeps none yet. */
    static LedgerHeads of(ProjectFiles files) {
        return Files.exists(files.path(NAME))
                ? read(NAME, SafeFile.readText(files.path(NAME), MOST_BYTES, NAME))
                : none();
    }

    /**
     * Reads heads.
     *
     * @throws MalformedInputException at a line that is no head
     */
    static LedgerHeads read(String shownAs, String text) {
        LedgerHeads heads = new LedgerHeads();
        int number = 0;
        for (String line : text.lines().toList()) {
            number++;
            String[] parts = line.split(" ", -1);
            if (parts.length != 2 || parts[0].isEmpty() || !IS_PRINT.test(parts[1])) {
                throw new MalformedInputException(
                        Position.line(shownAs, number),
                        "this is no head of a ledger: a device and a fingerprint were expected",
                        "Restore " + shownAs + " from version control or a backup.");
            }
            heads.known.computeIfAbsent(parts[0], device -> new TreeSet<>()).add(parts[1]);
        }
        return heads;
    }

    /** Returns the fingerprints that are known of a device's newest lines; empty when none is. */
    SortedSet<String> of(String device) {
        return known.getOrDefault(device, new TreeSet<>());
    }

    /** Returns the devices of which a newest line is known. */
    List<String> devices() {
        return List.copyOf(known.keySet());
    }

    /** Returns whether a line of any ledger is known. */
    boolean isEmpty() {
        return known.isEmpty();
    }

    /** Adds to a change that writes ledgers what the heads are then; does nothing for one that writes none. */
    static void follow(ProjectFiles files, Batch batch) {
        List<Map.Entry<String, byte[]>> written = new ArrayList<>();
        batch.additions().values().forEach(addition -> written.add(Map.entry(addition.name(), addition.added())));
        batch.contents().forEach((name, content) -> content.ifPresent(octets -> written.add(Map.entry(name, octets))));
        written.removeIf(entry -> !Ledger.isLedger(entry.getKey()));
        if (written.isEmpty()) {
            return;
        }
        LedgerHeads heads = of(files);
        if (heads.isEmpty()) { // a project from before heads were kept: what it has counts as it is
            files.listed("ledger", Ledger.ENDING)
                    .forEach(file ->
                            heads.begin(SiteReader.stem(file), new Ledger(files, SiteReader.stem(file)).chain()));
        }
        written.forEach(entry ->
                heads.known.put(Ledger.device(entry.getKey()), new TreeSet<>(List.of(newest(entry.getValue())))));
        batch.write(NAME, heads.text());
    }

    private void begin(String device, LedgerChain chain) {
        if (!chain.ends().isEmpty()) {
            known.put(device, new TreeSet<>(chain.ends()));
        }
    }

    private static String newest(byte[] lines) {
        String text = new String(lines, StandardCharsets.UTF_8).stripTrailing();
        return Fingerprint.of(text.substring(text.lastIndexOf('\n') + 1).getBytes(StandardCharsets.UTF_8))
                .hex();
    }

    /** Returns the file that says so. */
    String text() {
        StringBuilder text = new StringBuilder();
        known.forEach((device, prints) -> prints.forEach(
                print -> text.append(device).append(' ').append(print).append('\n')));
        return text.toString();
    }
}
