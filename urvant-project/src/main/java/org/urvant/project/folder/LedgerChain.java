package org.urvant.project.folder;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Section;
import org.urvant.file.json.JsonTree;

/**
 * How the lines of one ledger hang together: each names the fingerprints of those that it was written after, one as a rule,
 * two where branches of a project were merged.
 */
final class LedgerChain {
    /** The field of a line that names its predecessors. */
    static final String PREVIOUS = "previous";

    /** What the first line of a ledger follows. */
    static final String BEGIN = "0".repeat(64);

    private static final int SHOWN = 12;

    private final List<Ledger.Line> lines = new ArrayList<>();
    private final List<String> prints = new ArrayList<>();
    private final List<List<Integer>> before = new ArrayList<>();
    private final Map<String, Integer> numbers = new HashMap<>();
    private final Set<Integer> ends = new LinkedHashSet<>();
    private boolean isOneLine = true;

    private LedgerChain() {}

    /**
     * Reads lines and holds each against those before it.
     *
     * @throws MalformedInputException at the first line that follows none before it, or that stands there twice
     */
    static LedgerChain of(String shownAs, List<String> texts) {
        LedgerChain chain = new LedgerChain();
        texts.forEach(text -> chain.add(shownAs, text));
        return chain;
    }

    private void add(String shownAs, String text) {
        int index = lines.size();
        Position position = Position.line(shownAs, index + 1);
        byte[] octets = text.getBytes(StandardCharsets.UTF_8);
        Section fields = JsonTree.read(position.toString(), octets);
        String print = Fingerprint.of(octets).hex();
        List<Integer> follows = new ArrayList<>();
        for (String claimed : fields.text(PREVIOUS).orElse("none").split(" ", -1)) {
            Integer number = numbers.get(claimed);
            if (number == null && !claimed.equals(BEGIN)) {
                throw altered(
                        position,
                        "this line follows a line with fingerprint " + brief(claimed) + ", but the line before has "
                                + brief(index == 0 ? BEGIN : prints.get(index - 1)),
                        shownAs);
            }
            if (number != null) {
                follows.add(number);
            }
        }
        if (numbers.putIfAbsent(print, index) != null) {
            throw altered(position, "this line stands there twice", shownAs);
        }
        isOneLine &= follows.equals(index == 0 ? List.of() : List.of(index - 1));
        lines.add(new Ledger.Line(index + 1, fields.text("event").orElse(""), fields));
        prints.add(print);
        before.add(follows);
        follows.forEach(ends::remove);
        ends.add(index);
    }

    private static MalformedInputException altered(Position position, String found, String shownAs) {
        return new MalformedInputException(
                position,
                "the ledger was altered: " + found,
                "Restore " + shownAs + " from version control or a backup; lines are only ever added.");
    }

    /** Returns the first digits of a fingerprint. */
    static String brief(String hex) {
        return hex.substring(0, Math.min(SHOWN, hex.length()));
    }

    /** Returns all lines as they stand in the file. */
    List<Ledger.Line> lines() {
        return List.copyOf(lines);
    }

    /** Returns all lines, oldest first: as they stand, or by their times where branches were merged. */
    List<Ledger.Line> inTime() {
        return isOneLine
                ? lines()
                : lines.stream()
                        .sorted(Comparator.comparing(line -> line.text("at")))
                        .toList();
    }

    /** Returns the fingerprints of the lines that no line follows: one, or more where branches were not joined. */
    List<String> ends() {
        return ends.stream().map(prints::get).toList();
    }

    /** Returns whether a line has this fingerprint. */
    boolean has(String print) {
        return numbers.containsKey(print);
    }

    /** Returns the fingerprint of a line, 1-based. */
    String print(int line) {
        return prints.get(line - 1);
    }

    /** Returns the lines, 0-based, that one of some fingerprints is of, and all that these follow. */
    BitSet upTo(Collection<String> known) {
        BitSet reached = new BitSet();
        known.stream().filter(numbers::containsKey).map(numbers::get).forEach(reached::set);
        for (int index = lines.size() - 1; index >= 0; index--) {
            if (reached.get(index)) {
                before.get(index).forEach(reached::set);
            }
        }
        return reached;
    }
}
