package org.urvant.formats.table;

import java.nio.file.Path;
import java.util.Map;
import java.util.SortedMap;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Entry;

/** Answers to the questions of a device type as CSV: a row for each device, a column {@code device} and one a question. */
public final class AnswerTable {
    private AnswerTable() {}

    /**
     * Reads the answers by device, in the order of the file; empty cells are no answers.
     *
     * @throws MalformedInputException when there is no column {@code device}, or a device stands twice or has no name
     */
    public static Map<String, SortedMap<String, Entry>> read(Path file, String shownAs) {
        return KeyedRows.read(file, shownAs, "device", true);
    }
}
