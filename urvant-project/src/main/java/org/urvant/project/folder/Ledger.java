package org.urvant.project.folder;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.stream.Collectors;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.SafeFile;

/**
 * The append-only record of one device: addresses given, downloads, read-backs. JSON Lines; each line carries the
 * fingerprint of the line before it, so that a changed, removed or inserted line shows; {@link LedgerHeads} knows the newest.
 * Single-threaded.
 */
public final class Ledger {
    private static final long MOST_BYTES = 500_000_000;

    /** Where ledgers lie. */
    static final String FOLDER = "ledger/";

    /** How names of ledgers end. */
    static final String ENDING = ".jsonl";

    /** What a person takes as it is, though it is not as it should be. */
    static final String ACCEPTED = "accepted";

    /** That a device got another name, and the field with the old one. */
    static final String RENAMED = "renamed";

    static final String FROM = "from";

    private final ProjectFiles files;
    private final String device;
    private final Path file;
    private final String shownAs;

    Ledger(ProjectFiles files, String device) {
        this.files = files;
        this.device = device;
        this.shownAs = name(device);
        this.file = files.path(shownAs);
    }

    static String name(String device) {
        return FOLDER + device + ENDING;
    }

    static boolean isLedger(String name) {
        return name.startsWith(FOLDER) && name.endsWith(ENDING);
    }

    static String device(String name) {
        return name.substring(FOLDER.length(), name.length() - ENDING.length());
    }

    /**
     * One line.
     *
     * @param line 1-based line number
     * @param event what happened, such as {@code downloaded}
     * @param fields all fields of the line
     */
    public record Line(int line, String event, Section fields) {
        /** Returns the text of a field; empty text when the line lacks it. */
        public String text(String field) {
            return fields.text(field).orElse("");
        }
    }

    /**
     * Returns all lines, having held each against those before it.
     *
     * @throws MalformedInputException at the first line that was altered
     */
    LedgerChain chain() {
        return LedgerChain.of(shownAs, soundLines());
    }

    /**
     * Returns what is wrong with the lines: some are gone that are known to have been there, some were added past Urvant, or
     * branches of the project were merged and nobody has looked at both.
     */
    List<Finding> findings(LedgerChain chain, LedgerHeads heads) {
        List<Finding> findings = new ArrayList<>();
        SortedSet<String> known = heads.of(device);
        known.stream()
                .filter(print -> !chain.has(print))
                .forEach(print -> findings.add(finding(
                        LedgerRules.LEDGER_CUT,
                        chain.lines().size() + 1,
                        (Files.exists(file) ? "lines are missing at the end" : "the ledger is gone")
                                + ": the newest line had the" + " fingerprint " + LedgerChain.brief(print) + " by "
                                + LedgerHeads.NAME)));
        List<String> added = heads.isEmpty()
                ? List.of()
                : chain.ends().stream().filter(print -> !known.contains(print)).toList();
        if (!added.isEmpty()) {
            findings.add(finding(
                    LedgerRules.LEDGER_ADDED_TO,
                    chain.lines().size(),
                    "the last line, with fingerprint " + LedgerChain.brief(added.get(added.size() - 1)) + ", is not in "
                            + LedgerHeads.NAME + ": it was added by something else"));
        } else if (chain.ends().size() > 1) {
            findings.add(finding(
                    LedgerRules.LEDGER_BRANCHES,
                    chain.lines().size(),
                    "the ledger has " + chain.ends().size() + " branches, with the newest lines "
                            + chain.ends().stream().map(LedgerChain::brief).collect(Collectors.joining(" and "))));
        }
        return findings;
    }

    private Finding finding(Rule rule, int line, String found) {
        return new Finding(
                rule,
                device + " ledger",
                Position.line(shownAs, line),
                found,
                new Remedy(rule.remedy(), List.of(Step.of(Action.ACCEPT_LEDGER, device))));
    }

    /**
     * Returns what events add to the file as it is now.
     *
     * @param signing the key with which their lines are signed; empty for none
     * @throws RefusedException when something is wrong with it that nobody has accepted
     */
    Batch.Addition addition(Workplace workplace, List<SortedMap<String, Value>> events, Optional<SigningKey> signing) {
        LedgerChain chain = chain();
        if (events.stream().noneMatch(event -> event.get("event").equals(Value.text(ACCEPTED)))) {
            requireAccepted(chain);
        }
        return new Batch.Addition(shownAs, octets().length, new LedgerLines(chain, workplace, signing).of(events));
    }

    private void requireAccepted(LedgerChain chain) {
        findings(chain, LedgerHeads.of(files)).stream().findFirst().ifPresent(finding -> {
            throw new RefusedException(
                    finding.position() + ": " + finding.message() + "; nothing was written",
                    finding.remedy(),
                    finding.mend().steps().toArray(Step[]::new));
        });
    }

    /**
     * Returns this ledger as that of a device that was renamed: its lines, and one that says so. What the ledger of the new name
     * has besides can only be that the device had that name before.
     *
     * @throws RefusedException when another device had the new name
     */
    byte[] under(Ledger other, Workplace workplace, SortedMap<String, Value> renamed) {
        requireAccepted(chain());
        List<String> lines = new ArrayList<>(soundLines());
        Set<String> own = new HashSet<>(lines);
        LedgerChain theirs = other.chain();
        List<String> texts = other.soundLines();
        for (Line line : theirs.lines()) {
            String text = texts.get(line.line() - 1);
            if (!own.contains(text)) {
                if (!line.event().equals(RENAMED) || !line.text(FROM).equals(device)) {
                    throw new RefusedException(
                            "another device had the name " + other.device + " before, and its ledger stays",
                            "Give a name that no device ever had.");
                }
                lines.add(text);
            }
        }
        lines.add(new String(
                        new LedgerLines(LedgerChain.of(other.shownAs, lines), workplace, Optional.empty())
                                .of(List.of(renamed)),
                        StandardCharsets.UTF_8)
                .strip());
        return (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
    }

    /** Returns the whole lines as they stand in the file. */
    byte[] octets() {
        StringBuilder text = new StringBuilder();
        soundLines().forEach(line -> text.append(line).append('\n'));
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** Returns whether something follows the last line that is whole: a power cut left it half written, and it does not count. */
    boolean isTorn() {
        String text = Files.exists(file) ? SafeFile.readText(file, MOST_BYTES, shownAs) : "";
        return !text.isEmpty() && !text.endsWith("\n");
    }

    private List<String> soundLines() {
        return Files.exists(file) ? sound(written()) : List.of();
    }

    /** Returns all that stands in the file. */
    byte[] written() {
        return SafeFile.read(file, MOST_BYTES);
    }

    /** Returns the lines that end in a line break; what follows the last one was never fully written. */
    static List<String> sound(byte[] octets) {
        int end = octets.length;
        while (end > 0 && octets[end - 1] != '\n') {
            end--;
        }
        String text = SafeFile.text(Arrays.copyOf(octets, end), "ledger");
        return end <= 1
                ? List.of()
                : List.of(text.substring(0, text.length() - 1).split("\n", -1));
    }
}
