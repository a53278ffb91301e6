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

/** Rows of a CSV file, each known by one of its columns. */
final class KeyedRows {
    private static final long MOST_BYTES = 10_000_000;

    private KeyedRows() {}

    /**
     * Reads the rows by their key, in the order of the file; empty cells are left out.
     *
     * @param key column whose cells are the keys
     * @param hasGaps whether cells may be empty
     * @throws MalformedInputException when the column is missing, or a row has no key or that of another one, or a gap
     */
    static Map<String, SortedMap<String, Entry>> read(Path file, String shownAs, String key, boolean hasGaps) {
        List<ValueTable.TableLine> lines = ValueTable.lines(SafeFile.readText(file, MOST_BYTES, shownAs), shownAs);
        List<String> columns = lines.isEmpty()
                ? List.of()
                : lines.get(0).cells().stream().map(String::strip).toList();
        ValueTable.columns(lines, shownAs);
        int at = columns.indexOf(key);
        if (at < 0) {
            throw new MalformedInputException(
                    Position.line(shownAs, 1),
                    "column '" + key + "' is missing",
                    "Name it in the first row, and one column for each thing to be said.");
        }
        Map<String, SortedMap<String, Entry>> rows = new LinkedHashMap<>();
        for (ValueTable.TableLine line : lines.subList(1, lines.size())) {
            Position position = Position.line(shownAs, line.sound(shownAs).number());
            SortedMap<String, Entry> own = new TreeMap<>();
            for (int i = 0; i < columns.size(); i++) {
                String cell = line.cells().get(i).strip();
                if (i != at && !cell.isEmpty()) {
                    own.put(columns.get(i), new Entry(cell, position));
                } else if (i != at && !hasGaps) {
                    throw new MalformedInputException(
                            position,
                            "column '" + columns.get(i) + "' is empty",
                            "Fill it in, or take the column out.");
                }
            }
            String name = line.cells().get(at).strip();
            if (name.isEmpty() || rows.put(name, own) != null) {
                throw new MalformedInputException(
                        position,
                        name.isEmpty() ? "a row without " + key : key + " '" + name + "' stands here a second time",
                        "Give each " + key + " one row.");
            }
        }
        return rows;
    }
}
