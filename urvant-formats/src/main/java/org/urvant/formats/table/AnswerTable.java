package org.urvant.formats.table;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;
import org.urvant.file.SafeFile;

/** Answers to the questions of a device type as CSV: a row for each device, a column {@code device} and one a question. */
public final class AnswerTable {
    private static final String DEVICE = "device";
    private static final long MOST_BYTES = 10_000_000;

    private AnswerTable() {}

    /**
     * Reads the answers by device, in the order of the file; empty cells are no answers.
     *
     * @throws MalformedInputException when there is no column {@code device}, or a device stands twice or has no name
     */
    public static Map<String, SortedMap<String, Entry>> read(Path file, String shownAs) {
        List<ValueTable.TableLine> lines = ValueTable.lines(SafeFile.readText(file, MOST_BYTES, shownAs), shownAs);
        List<String> columns = lines.isEmpty()
                ? List.of()
                : lines.get(0).cells().stream().map(String::strip).toList();
        ValueTable.columns(lines, shownAs);
        int device = columns.indexOf(DEVICE);
        if (device < 0) {
            throw new MalformedInputException(
                    Position.line(shownAs, 1),
                    "column 'device' is missing",
                    "Name it in the first row, and one column for each question.");
        }
        Map<String, SortedMap<String, Entry>> answers = new LinkedHashMap<>();
        for (ValueTable.TableLine line : lines.subList(1, lines.size())) {
            Position position = Position.line(shownAs, line.sound(shownAs).number());
            SortedMap<String, Entry> own = new TreeMap<>();
            for (int i = 0; i < columns.size(); i++) {
                String cell = line.cells().get(i).strip();
                if (i != device && !cell.isEmpty()) {
                    own.put(columns.get(i), new Entry(cell, position));
                }
            }
            String name = line.cells().get(device).strip();
            if (name.isEmpty() || answers.put(name, own) != null) {
                throw new MalformedInputException(
                        position,
                        name.isEmpty() ? "a row without device" : "device '" + name + "' stands here a second time",
                        "Give each device one row.");
            }
        }
        return answers;
    }
}
