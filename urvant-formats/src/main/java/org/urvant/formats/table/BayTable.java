package org.urvant.formats.table;

import java.nio.file.Path;
import java.util.Map;
import java.util.SortedMap;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Entry;

/**
 * Copies of a bay as CSV: a row for each new bay, a column {@code bay}, one for each name of the bay that becomes another one, and
 * one for each value that the copy of a device gets: {@code bay,F11,F11.network.address}.
 */
public final class BayTable {
    private BayTable() {}

    /**
     * Reads what each new bay gets, in the order of the file.
     *
     * @throws MalformedInputException when there is no column {@code bay}, a bay stands twice or has no name, or a cell is empty
     */
    public static Map<String, SortedMap<String, Entry>> read(Path file, String shownAs) {
        return KeyedRows.read(file, shownAs, "bay", false);
    }
}
