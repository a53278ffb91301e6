package org.urvant.file;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.urvant.core.error.MalformedInputException;

/** Text as rows of cells: CSV after RFC 4180. */
public final class CsvText {
    private CsvText() {}

    /** Takes the rows of a table, one after the other. */
    public interface Taker {
        /**
         * Takes a row.
         *
         * @param cells its cells, in a list of their own
         * @param line line at which it begins, from 1
         */
        void take(List<String> cells, int line);
    }

    /**
     * Reads a table; empty lines are passed over.
     *
     * @param separator what stands between cells
     * @throws MalformedInputException at the line where quotation marks are wrong
     */
    public static void read(String text, char separator, String shownAs, Taker taker) {
        // a last line without an end would not be counted
        String whole = text.isEmpty() || text.endsWith("\n") || text.endsWith("\r") ? text : text + "\n";
        try (CSVParser parser = CSVParser.parse(
                new StringReader(whole),
                CSVFormat.RFC4180
                        .builder()
                        .setDelimiter(separator)
                        .setIgnoreEmptyLines(true)
                        .get())) {
            int last = 0;
            for (CSVRecord record : parser) {
                String[] cells = record.values();
                int now = (int) parser.getCurrentLineNumber();
                taker.take(Arrays.asList(cells), now == last + 1 ? now : now - breaks(cells));
                last = now;
            }
        } catch (IOException | UncheckedIOException e) {
            throw CsvRefusal.of(shownAs, e);
        }
    }

    private static int breaks(String[] cells) {
        int breaks = 0;
        for (String cell : cells) {
            for (int i = 0; i < cell.length(); i++) {
                boolean isEnd = cell.charAt(i) == '\n'
                        || cell.charAt(i) == '\r' && (i + 1 == cell.length() || cell.charAt(i + 1) != '\n');
                breaks += isEnd ? 1 : 0;
            }
        }
        return breaks;
    }
}
