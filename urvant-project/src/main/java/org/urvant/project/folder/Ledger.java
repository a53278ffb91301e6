package org.urvant.project.folder;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.SafeFile;
import org.urvant.file.Volume;
import org.urvant.file.json.JsonTree;

/**
 * The append-only record of one device: addresses given, downloads, read-backs. JSON Lines; each line carries the
 * fingerprint of the line before it, so that a changed, removed or inserted line shows. Single-threaded.
 */
public final class Ledger {
    private static final String PREVIOUS = "previous";
    private static final String BEGIN = "0".repeat(64);
    private static final long MOST_BYTES = 500_000_000;

    /** Where ledgers lie. */
    static final String FOLDER = "ledger/";

    private final ProjectFiles files;
    private final Path file;
    private final String shownAs;
    private final Workplace workplace;

    Ledger(ProjectFiles files, String device, Workplace workplace) {
        this.files = files;
        this.shownAs = name(device);
        this.file = files.path(shownAs);
        this.workplace = workplace;
    }

    static String name(String device) {
        return FOLDER + device + ".jsonl";
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
     * Returns all lines, oldest first, having verified the chain.
     *
     * @throws MalformedInputException at the first line whose predecessor is not the one it was written after
     */
    public List<Line> lines() {
        List<Line> lines = new ArrayList<>();
        String previous = BEGIN;
        for (String text : soundLines()) {
            int number = lines.size() + 1;
            Position position = Position.line(shownAs, number);
            Section fields = JsonTree.read(position.toString(), text.getBytes(StandardCharsets.UTF_8));
            String claimed = fields.text(PREVIOUS).orElse("none");
            if (!claimed.equals(previous)) {
                throw new MalformedInputException(
                        position,
                        "the ledger was altered: this line follows a line with fingerprint " + brief(claimed)
                                + ", but the line before has " + brief(previous),
                        "Restore " + shownAs + " from version control or a backup; lines are only ever added.");
            }
            lines.add(new Line(number, fields.text("event").orElse(""), fields));
            previous = Fingerprint.of(text.getBytes(StandardCharsets.UTF_8)).hex();
        }
        return lines;
    }

    private static String brief(String hex) {
        return hex.substring(0, Math.min(12, hex.length()));
    }

    /** Returns the newest line of one event, or empty. */
    public Optional<Line> last(String event) {
        return lines().stream().filter(line -> line.event().equals(event)).reduce((first, second) -> second);
    }

    /** Adds events as lines in the order given, with time and person, and syncs the file once. */
    void append(List<SortedMap<String, Value>> events) {
        files.locked(() -> {
            Batch.Addition addition = addition(events);
            Volume.DISK.folder(file.getParent());
            Volume.DISK.append(file, addition.at(), addition.added());
            return addition;
        });
    }

    /** Returns what events add to the file as it is now. */
    Batch.Addition addition(List<SortedMap<String, Value>> events) {
        List<Line> lines = lines();
        List<String> sound = soundLines();
        String previous = lines.isEmpty()
                ? BEGIN
                : Fingerprint.of(sound.get(sound.size() - 1).getBytes(StandardCharsets.UTF_8))
                        .hex();
        StringBuilder text = new StringBuilder();
        for (SortedMap<String, Value> event : events) {
            SortedMap<String, Node> fields = new TreeMap<>(event);
            fields.put(PREVIOUS, Value.text(previous));
            fields.put(
                    "at",
                    Value.text(workplace
                            .clock()
                            .instant()
                            .truncatedTo(ChronoUnit.SECONDS)
                            .toString()));
            fields.put("by", Value.text(workplace.person()));
            byte[] line = CanonicalJson.bytes(Section.of(fields));
            previous = Fingerprint.of(line).hex();
            text.append(new String(line, StandardCharsets.UTF_8)).append('\n');
        }
        long kept = sound.stream()
                .mapToLong(line -> line.getBytes(StandardCharsets.UTF_8).length + 1L)
                .sum();
        return new Batch.Addition(shownAs, kept, text.toString().getBytes(StandardCharsets.UTF_8));
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

    /** Returns the lines that end in a line break; what follows the last one was never fully written. */
    private List<String> soundLines() {
        if (!Files.exists(file)) {
            return List.of();
        }
        String text = SafeFile.readText(file, MOST_BYTES, shownAs);
        int end = text.lastIndexOf('\n');
        return end <= 0 ? List.of() : List.of(text.substring(0, end).split("\n", -1));
    }
}
