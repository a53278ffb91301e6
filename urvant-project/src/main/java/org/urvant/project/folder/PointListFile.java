package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.apache.commons.csv.CSVFormat;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListRequest;
import org.urvant.core.point.list.ListRows;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Word;
import org.urvant.file.CsvText;
import org.urvant.scl.selection.SignalKind;

/** A list of points in a project: CSV after RFC 4180 in UTF-8, one row a point, with a key column. */
final class PointListFile {
    static final String FOLDER = "points";

    private static final CSVFormat FORMAT = CSVFormat.RFC4180
            .builder()
            .setRecordSeparator("\n")
            .setIgnoreEmptyLines(true)
            .get();

    private PointListFile() {}

    static String name(String list) {
        return FOLDER + "/" + list + ".csv";
    }

    static Optional<PointList> read(String list, String source, String text, Consumer<Finding> findings) {
        ListReading reading = reading(list, source, text);
        reading.findings().forEach(findings);
        return reading.list();
    }

    private static ListReading reading(String list, String source, String text) {
        List<ListReader.Row> rows = new ArrayList<>();
        List<String> headings = new ArrayList<>();
        CsvText.read(text, ',', source, (cells, line) -> {
            if (headings.isEmpty()) {
                headings.addAll(cells);
                return;
            }
            String mistake = cells.size() == headings.size()
                    ? null
                    : "the row has " + cells.size() + " cells; expected " + headings.size();
            rows.add(new ListReader.Row(cells, Map.of(), mistake, Position.line(source, line)));
        });
        return ListReader.read(ListRequest.of(list, kinds()), headings, Position.line(source, 1), rows);
    }

    /** Returns the words of the kinds of signal. */
    static List<String> kinds() {
        return Word.all(SignalKind.class);
    }

    /**
     * Refuses to write over a list in which something stands that would be lost.
     *
     * @throws RefusedException when a row cannot be read, or a column is not known
     */
    static void requireKnown(String list, String source, String text) {
        ListReading reading = reading(list, source, text);
        if (!reading.isSound()) {
            Finding first = reading.findings().get(0);
            throw new RefusedException(
                    first.position() + " would be lost: " + first.message(), "Mend the list first. " + first.remedy());
        }
        reading.columns().stream()
                .filter(column -> !ListRows.COLUMNS.contains(column.column()))
                .findFirst()
                .ifPresent(column -> {
                    throw new RefusedException(
                            source + " has a column '" + column.heading() + "' that would be lost",
                            "The columns are " + String.join(",", ListRows.COLUMNS) + "; keep notes elsewhere.");
                });
    }

    /** Returns a list as text; reading it back gives an equal one. */
    static String text(PointList list) {
        StringBuilder text = new StringBuilder();
        try (var printer = FORMAT.print(text)) {
            printer.printRecord(ListRows.columns(list));
            for (List<String> cells : ListRows.cells(list)) {
                printer.printRecord(cells);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }
}
