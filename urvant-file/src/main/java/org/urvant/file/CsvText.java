package org.urvant.file;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.urvant.core.error.MalformedInputException;

/** Text as rows of cells: CSV after RFC 4180. */
public final class CsvText {
    private static final int LARGE = 1 << 20;
    private static final int BATCH = 1 << 10;
    private static final int SHARED = 1 << 8;
    private static final int LONGEST_SHARED = 12;

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
            Rows rows = new Rows(parser);
            if (whole.length() < LARGE) {
                rows.batch(Integer.MAX_VALUE, taker);
            } else {
                ahead(rows, taker);
            }
        } catch (IOException | UncheckedIOException e) {
            throw CsvRefusal.of(shownAs, e);
        }
    }

    /** Rows of a large table are cut into cells while those before them are taken. */
    private static void ahead(Rows rows, Taker taker) {
        CompletableFuture<List<Row>> next = CompletableFuture.supplyAsync(rows::batch);
        for (List<Row> batch = joined(next); !batch.isEmpty(); batch = joined(next)) {
            next = CompletableFuture.supplyAsync(rows::batch);
            batch.forEach(row -> taker.take(row.cells, row.line));
        }
    }

    private static List<Row> joined(CompletableFuture<List<Row>> batch) {
        try {
            return batch.join();
        } catch (CompletionException e) {
            if (e.getCause() instanceof RuntimeException cause) {
                throw cause;
            }
            throw e;
        }
    }

    private record Row(List<String> cells, int line) {}

    /** The rows that are left of a table. */
    private static final class Rows {
        private final CSVParser parser;
        private final Iterator<CSVRecord> records;
        private final String[] shared = new String[SHARED];
        private int last;

        Rows(CSVParser parser) {
            this.parser = parser;
            this.records = parser.iterator();
        }

        /** Columns say few different things: cells that say the same are one text where they come near each other. */
        private void share(String[] cells) {
            for (int i = 0; i < cells.length; i++) {
                String cell = cells[i];
                if (cell.length() <= LONGEST_SHARED) {
                    int at = cell.hashCode() & SHARED - 1;
                    if (cell.equals(shared[at])) {
                        cells[i] = shared[at];
                    } else {
                        shared[at] = cell;
                    }
                }
            }
        }

        /** Returns the next rows; none at the end. */
        List<Row> batch() {
            List<Row> rows = new ArrayList<>(BATCH);
            batch(BATCH, (cells, line) -> rows.add(new Row(cells, line)));
            return rows;
        }

        void batch(int most, Taker taker) {
            for (int i = 0; i < most && records.hasNext(); i++) {
                String[] cells = records.next().values();
                share(cells);
                int now = (int) parser.getCurrentLineNumber();
                taker.take(Arrays.asList(cells), now == last + 1 ? now : now - breaks(cells));
                last = now;
            }
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
