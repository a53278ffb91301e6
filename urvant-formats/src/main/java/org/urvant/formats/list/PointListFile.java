package org.urvant.formats.list;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.core.point.ListColumn;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.list.ListColumns;
import org.urvant.core.point.list.ListReader;
import org.urvant.core.point.list.ListReading;
import org.urvant.core.point.list.ListRequest;
import org.urvant.core.point.list.ListRows;
import org.urvant.core.point.list.PointList;
import org.urvant.core.text.Word;
import org.urvant.file.SafeFile;
import org.urvant.formats.table.GivenTable;
import org.urvant.scl.selection.SignalKind;

/** A list of points as somebody else wrote it: CSV with any separator and encoding, or a sheet of an XLSX file. */
public final class PointListFile {
    private static final long MOST_BYTES = 500_000_000;
    private static final int FIRST_ROWS = 20;
    private static final int KNOWN_HEADINGS = 2;

    private PointListFile() {}

    /**
     * How a file is to be read.
     *
     * @param name name of the list
     * @param protocol id of the protocol of its points; empty where a column says it
     * @param headings words of columns by the headings that stand for them, which must be there
     * @param usual words of columns by headings that stand for them wherever they are found
     * @param assumed what counts where a cell is empty, or there is no such column, by the word of the column
     * @param sheet name of the sheet; empty for the first one
     */
    public record How(
            String name,
            Optional<String> protocol,
            Map<String, String> headings,
            Map<String, String> usual,
            Map<String, String> assumed,
            Optional<String> sheet) {
        public How {
            headings = Map.copyOf(headings);
            usual = Map.copyOf(usual);
            assumed = Map.copyOf(assumed);
        }
    }

    /**
     * What was read.
     *
     * @param reading the list, how its columns were understood and what is wrong
     * @param form how the file is written, in plain words
     * @param headingRow number of the row with the headings, from 1
     */
    public record Read(ListReading reading, String form, int headingRow) {}

    /** Returns whether the name of a file is that of a table, which can be a list of points. */
    public static boolean isTable(String name) {
        return GivenTable.isTable(name);
    }

    /**
     * Reads a list.
     *
     * @throws MalformedInputException when it is no such file, or its headings name no point
     * @throws LimitExceededException when it is too large
     * @throws RefusedException when it is not said of which protocol the points are
     * @throws UnknownNameException when there is no such protocol, column or sheet
     */
    public static Read read(Path file, String shownAs, How how) {
        return read(content(file), shownAs, how);
    }

    /**
     * Returns what stands in a file.
     *
     * @throws LimitExceededException when it is too large for a list
     */
    public static byte[] content(Path file) {
        return SafeFile.read(file, MOST_BYTES);
    }

    /** Reads a list from what stands in its file, as {@link #read(Path, String, How)} does. */
    public static Read read(byte[] content, String shownAs, How how) {
        GivenTable table = GivenTable.read(content, shownAs, how.sheet());
        Optional<PointSpace> space = how.protocol().map(ListColumns::protocol);
        Map<String, String> headings = new HashMap<>(how.usual());
        List<String> known =
                ListColumns.of(space).stream().map(ListColumn::word).toList();
        headings.values().removeIf(column -> !column.equals(ListColumns.NONE) && !known.contains(column));
        headings.putAll(how.headings());
        ListRequest request = new ListRequest(
                how.name(), space, headings, how.assumed(), Word.all(SignalKind.class), table.mayHaveDecimalComma());
        Reading reading = new Reading(request, table.isPadded());
        table.forEach(reading::take);
        Read read = reading.read(table.form(), shownAs);
        requireHeadings(how, read);
        return read;
    }

    private static void requireHeadings(How how, Read read) {
        List<String> found = read.reading().columns().stream()
                .map(ListReading.Understood::heading)
                .toList();
        List<String> plain = found.stream().map(ListColumn::plain).toList();
        how.headings().keySet().stream()
                .filter(heading -> !plain.contains(ListColumn.plain(heading)))
                .findFirst()
                .ifPresent(heading -> {
                    throw new UnknownNameException("heading", heading, found);
                });
    }

    /** Lists have titles and notes before their headings; these are the first row that has two of the known ones. */
    private static final class Reading {
        private final ListRequest request;
        private final boolean isPadded;
        private final List<GivenTable.Line> first = new ArrayList<>();
        private ListReader reader;
        private GivenTable.Line heading;

        Reading(ListRequest request, boolean isPadded) {
            this.request = request;
            this.isPadded = isPadded;
        }

        void take(GivenTable.Line line) {
            if (reader != null) {
                row(line);
                return;
            }
            first.add(line);
            if (isHeading(request, line) || first.size() == FIRST_ROWS) {
                begin();
            }
        }

        private void begin() {
            int at = 0;
            for (int i = 0; i < first.size(); i++) {
                if (isHeading(request, first.get(i))) {
                    at = i;
                    break;
                }
            }
            heading = first.get(at);
            reader = ListReader.of(request, heading.unmerged().cells(), heading.position());
            first.subList(at + 1, first.size()).forEach(this::row);
        }

        private void row(GivenTable.Line line) {
            String wrong = line.merged() != null
                    ? line.merged()
                    : width(line, heading.cells().size(), isPadded);
            reader.take(new ListReader.Row(line.cells(), line.mistakes(), wrong, line.position()));
        }

        Read read(String form, String shownAs) {
            if (first.isEmpty()) {
                throw new MalformedInputException(
                        Position.in(shownAs), "the table is empty", "The first row has the headings.");
            }
            if (reader == null) {
                begin();
            }
            return new Read(reader.reading(), form, heading.position().line());
        }
    }

    /**
     * Writes a list by the ending of the name, in columns that {@link #read} makes an equal list of. What a spreadsheet would
     * take for a formula stays text.
     *
     * @throws RefusedException when the name ends in neither {@code .csv} nor {@code .xlsx}
     */
    public static void write(Path file, PointList list) {
        GivenTable.write(file, ListRows.columns(list), ListRows.cells(list));
    }

    private static boolean isHeading(ListRequest request, GivenTable.Line line) {
        List<String> given = request.headings().keySet().stream()
                .map(heading -> heading.toLowerCase(Locale.ROOT))
                .toList();
        return line.cells().stream()
                        .filter(cell -> given.contains(cell.strip().toLowerCase(Locale.ROOT))
                                || ListColumns.of(request.space()).stream().anyMatch(column -> column.isNamed(cell)))
                        .count()
                >= KNOWN_HEADINGS;
    }

    private static String width(GivenTable.Line line, int width, boolean isPadded) {
        int own = line.cells().size();
        boolean isShort = own < width && !isPadded;
        boolean isLong =
                own > width && line.cells().subList(width, own).stream().anyMatch(cell -> !cell.isBlank());
        return isShort || isLong
                ? "the row has " + own + (own == 1 ? " cell" : " cells") + ", the heading has " + width
                : null;
    }
}
