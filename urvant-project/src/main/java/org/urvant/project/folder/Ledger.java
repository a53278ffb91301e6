package org.urvant.project.folder;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Position;
import org.urvant.core.tree.CanonicalJson;
import org.urvant.core.tree.Fingerprint;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.file.SafeFile;
import org.urvant.file.json.JsonTree;

/**
 * The append-only record of one device: addresses given, downloads, read-backs. JSON Lines; each line carries the
 * fingerprint of the line before it, so that a changed, removed or inserted line shows. Single-threaded.
 */
public final class Ledger {
    private static final String PREVIOUS = "previous";
    private static final String BEGIN = "0".repeat(64);
    private static final long MOST_BYTES = 500_000_000;

    private final Path file;
    private final String shownAs;
    private final InstantSource clock;
    private final String person;

    Ledger(Path file, String shownAs, InstantSource clock, String person) {
        this.file = file;
        this.shownAs = shownAs;
        this.clock = clock;
        this.person = person;
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
    public void append(List<SortedMap<String, Value>> events) {
        if (events.isEmpty()) {
            return;
        }
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
                    Value.text(clock.instant().truncatedTo(ChronoUnit.SECONDS).toString()));
            fields.put("by", Value.text(person));
            byte[] line = CanonicalJson.bytes(Section.of(fields));
            previous = Fingerprint.of(line).hex();
            text.append(new String(line, StandardCharsets.UTF_8)).append('\n');
        }
        write(sound, text.toString());
    }

    /** Returns whether something follows the last line that is whole: a power cut left it half written, and it does not count. */
    boolean isTorn() {
        String text = Files.exists(file) ? SafeFile.readText(file, MOST_BYTES, shownAs) : "";
        return !text.isEmpty() && !text.endsWith("\n");
    }

    private void write(List<String> sound, String added) {
        long kept = sound.stream()
                .mapToLong(line -> line.getBytes(StandardCharsets.UTF_8).length + 1L)
                .sum();
        try {
            Files.createDirectories(file.toAbsolutePath().getParent());
            try (FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
                channel.truncate(kept); // a line that a power cut left half written was never confirmed
                ByteBuffer buffer = ByteBuffer.wrap(added.getBytes(StandardCharsets.UTF_8));
                channel.position(kept);
                while (buffer.hasRemaining()) {
                    channel.write(buffer);
                }
                channel.force(true);
            }
        } catch (IOException e) {
            throw new UnreachableException(
                    "cannot write " + shownAs, "Check free space and that you may write there.", e);
        }
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
