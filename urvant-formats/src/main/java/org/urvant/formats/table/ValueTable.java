package org.urvant.formats.table;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.GeneralRules;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.file.CsvText;
import org.urvant.file.SafeFile;
import org.urvant.project.change.ValuePlan;

/**
 * A table of settings: one row a value, with the columns {@code device}, {@code setting} and {@code value}, and where somebody
 * keeps them apart {@code unit} and {@code side} of a number; further columns are for people and are not read back. An empty
 * value takes the value away, so that the default counts.
 */
public final class ValueTable {
    /** The columns that are needed. */
    public static final List<String> READ = List.of("device", "setting", "value");

    /** The columns that go with a number, where there are any. */
    private static final List<String> BESIDE = List.of("unit", "side");

    /** All columns that are written. */
    public static final List<String> WRITTEN =
            List.of("device", "setting", "value", "default", "allowed", "effect", "meaning", "was");

    static final int MOST_ROWS = 200_000;
    static final int LONGEST_CELL = 4_000;
    private static final long MOST_BYTES = 50_000_000;
    private static final Pattern NUMBER = Pattern.compile("[+-]?\\d{1,15}(\\.\\d{1,15})?");

    private ValueTable() {}

    /**
     * What was read: the rows, and what is wrong with the file.
     *
     * @param unread headings of columns that hold something and are not read, but for those that are written here
     * @param hidden how many rows the sheet does not show, as a filter leaves them; they are read like the others
     */
    public record Read(List<ValuePlan.Wanted> rows, List<Finding> findings, List<String> unread, int hidden) {
        public Read {
            rows = List.copyOf(rows);
            findings = List.copyOf(findings);
            unread = List.copyOf(unread);
        }
    }

    /**
     * A line of cells.
     *
     * @param number number of the row, from 1
     * @param mistakes what is wrong with a cell, by its column from 0
     * @param mistake what is wrong with the whole line, so that its cells may mean something else; null when nothing is
     */
    record TableLine(int number, List<String> cells, Map<Integer, String> mistakes, @Nullable String mistake) {
        boolean isBlank() {
            return cells.stream().allMatch(String::isBlank);
        }

        /** Returns the line, when its cells stand under the headings that they belong to. */
        TableLine sound(String shownAs) {
            if (mistake != null) {
                throw new MalformedInputException(Position.line(shownAs, number), mistake, MEND_LINE);
            }
            return this;
        }
    }

    private static final String MEND_LINE = "Put a value that holds the separator in quotes, or separate by another"
            + " character; write every cell, an empty one too.";

    /**
     * Reads a table by the ending of its name: {@code .csv} or {@code .xlsx}. All mistakes of its cells come as findings.
     *
     * @throws MalformedInputException when it is no such file, or lacks a column
     */
    public static Read read(Path file, String shownAs) {
        String name = shownAs.toLowerCase(Locale.ROOT);
        byte[] content = SafeFile.read(file, MOST_BYTES);
        if (name.endsWith(".xlsx")) {
            SheetFile.Content sheet = SheetFile.read(content, shownAs);
            return rows(shownAs, sheet.lines(), sheet.hidden());
        }
        if (name.endsWith(".csv")) {
            return rows(shownAs, lines(SafeFile.text(content, shownAs), shownAs), 0);
        }
        throw new MalformedInputException(
                Position.in(shownAs), "the name ends in neither .csv nor .xlsx", "Save it as one of the two.");
    }

    static List<TableLine> lines(String text, String shownAs) {
        char delimiter = text.lines().findFirst().orElse("").contains(";") ? ';' : ',';
        List<TableLine> lines = new ArrayList<>();
        CsvText.read(text, delimiter, shownAs, (found, number) -> {
            if (lines.size() > MOST_ROWS) {
                throw new LimitExceededException(Position.in(shownAs), "rows", lines.size(), MOST_ROWS);
            }
            int width = lines.isEmpty() ? found.size() : lines.get(0).cells().size();
            List<String> cells = found.stream().map(ValueTable::plain).toList();
            TableLine line = new TableLine(number, cells, Map.of(), width(found.size(), width));
            if (!line.isBlank()) {
                lines.add(line);
            }
        });
        return lines;
    }

    private static String width(int found, int wanted) {
        return found == wanted
                ? null
                : "the row has " + found + (found == 1 ? " cell" : " cells") + ", the heading has " + wanted;
    }

    /**
     * Returns the places of columns by their headings in small letters.
     *
     * @throws MalformedInputException when a heading stands twice
     */
    static Map<String, Integer> columns(List<TableLine> lines, String shownAs) {
        Map<String, Integer> columns = new LinkedHashMap<>();
        List<String> headings = lines.isEmpty() ? List.of() : lines.get(0).cells();
        for (int i = 0; i < headings.size(); i++) {
            String heading = headings.get(i).strip().toLowerCase(Locale.ROOT);
            if (!heading.isEmpty() && columns.put(heading, i) != null) {
                throw new MalformedInputException(
                        Position.line(shownAs, lines.get(0).number()),
                        "there are two columns '" + heading + "'",
                        "Keep the one that is meant.");
            }
        }
        return columns;
    }

    private static Read rows(String source, List<TableLine> lines, int hidden) {
        List<Finding> findings = new ArrayList<>();
        if (lines.isEmpty()) {
            throw new MalformedInputException(
                    Position.in(source),
                    "the table is empty",
                    "Begin with one that was written here.",
                    Step.of(Action.EXPORT, "FILE", "DEVICE"));
        }
        Map<String, Integer> columns = columns(lines, source);
        for (String column : READ) {
            if (!columns.containsKey(column)) {
                throw new MalformedInputException(
                        Position.line(source, lines.get(0).number()),
                        "column '" + column + "' is missing",
                        "The first row must name the columns device, setting and value.");
            }
        }
        List<ValuePlan.Wanted> rows = new ArrayList<>();
        Map<String, Position> seen = new LinkedHashMap<>();
        for (TableLine line : lines.subList(1, lines.size())) {
            ValuePlan.Wanted row = new ValuePlan.Wanted(
                    cell(line, columns.get("device")),
                    cell(line, columns.get("setting")),
                    value(line, columns),
                    Position.line(source, line.number()));
            boolean isBlank =
                    row.device().isEmpty() && row.path().isEmpty() && row.text().isEmpty();
            if (isSound(line, row, columns, findings) && !isBlank) {
                String subject = row.device() + " " + row.path();
                Position before = seen.putIfAbsent(subject, row.position());
                if (before == null) {
                    rows.add(row);
                } else {
                    findings.add(finding(
                            subject,
                            row.position(),
                            subject + " stands already at " + before,
                            "Remove one of the two rows."));
                }
            }
        }
        return new Read(rows, findings, unread(lines, columns), hidden);
    }

    private static List<String> unread(List<TableLine> lines, Map<String, Integer> columns) {
        List<String> unread = new ArrayList<>();
        columns.forEach((heading, place) -> {
            boolean isKnown = WRITTEN.contains(heading) || BESIDE.contains(heading);
            if (!isKnown
                    && lines.subList(1, lines.size()).stream()
                            .anyMatch(line -> !cell(line, place).isEmpty())) {
                unread.add(heading);
            }
        });
        return unread;
    }

    /** The value with the unit and the side that stand beside it, as it is written in one cell. */
    private static String value(TableLine line, Map<String, Integer> columns) {
        StringBuilder value = new StringBuilder(cell(line, columns.get("value")));
        for (String column : BESIDE) {
            String beside = columns.containsKey(column) ? given(cell(line, columns.get(column))) : "";
            boolean isSaid = value.length() == 0 || (" " + value).endsWith(" " + beside);
            value.append(beside.isEmpty() || isSaid ? "" : " " + beside);
        }
        return value.toString();
    }

    /** Returns a text, or nothing for the dash by which people say that there is none. */
    static String given(String cell) {
        return List.of("-", "–", "—").contains(cell) ? "" : cell;
    }

    private static boolean isSound(
            TableLine line, ValuePlan.Wanted row, Map<String, Integer> columns, List<Finding> findings) {
        String subject = row.device() + " " + row.path();
        int before = findings.size();
        if (line.mistake() != null) {
            findings.add(finding(subject, row.position(), line.mistake(), MEND_LINE));
        }
        Stream.concat(READ.stream(), BESIDE.stream())
                .map(columns::get)
                .filter(Objects::nonNull)
                .flatMap(place -> Stream.ofNullable(line.mistakes().get(place)))
                .forEach(mistake -> findings.add(
                        finding(subject, row.position(), mistake, "Write the value itself into the cell.")));
        boolean isNumber = NUMBER.matcher(row.text().split(" ", 2)[0]).matches();
        String value = cell(line, columns.get("value"));
        if (!row.text().equals(value) && !isNumber) {
            findings.add(finding(
                    subject,
                    row.position(),
                    "the value is '" + value + "', and the row has a unit or side for a number",
                    "Write the number in figures with a point, or clear the cells beside it."));
        }
        boolean isNamed = !row.device().isEmpty() && !row.path().isEmpty();
        if (!isNamed && !(row.device() + row.path() + row.text()).isEmpty()) {
            findings.add(finding(
                    subject,
                    row.position(),
                    "a value without device or setting",
                    "Fill both cells, or clear the row."));
        }
        if (row.text().length() > LONGEST_CELL) {
            findings.add(finding(
                    subject, row.position(), "the value has " + row.text().length() + " characters", "Shorten it."));
        }
        return findings.size() == before;
    }

    private static Finding finding(String subject, Position position, String message, String remedy) {
        return new Finding(GeneralRules.FILE_MALFORMED, subject, position, message, remedy);
    }

    private static String cell(TableLine line, int column) {
        return column < line.cells().size() ? line.cells().get(column).strip() : "";
    }

    /** Returns the text of a cell of CSV that a quote keeps from being a formula. */
    static String plain(String cell) {
        return cell.startsWith("'") && isGuarded(cell.substring(1)) ? cell.substring(1) : cell;
    }

    /** Returns whether a text is written to CSV with a quote before it, so that it is read back as it was. */
    private static boolean isGuarded(String text) {
        int quotes = 0;
        while (quotes < text.length() && text.charAt(quotes) == '\'') {
            quotes++;
        }
        return couldBeFormula(text.substring(quotes));
    }

    /** Returns whether a spreadsheet would calculate with a text instead of showing it. */
    static boolean couldBeFormula(String text) {
        return !text.isEmpty()
                && "=+-@\t\r".indexOf(text.charAt(0)) >= 0
                && !NUMBER.matcher(text).matches();
    }

    /**
     * Writes rows by the ending of the name. What a spreadsheet would take for a formula stays text.
     *
     * @param rows cells in the order of {@link #WRITTEN}
     * @throws RefusedException when the name ends in neither {@code .csv} nor {@code .xlsx}
     */
    public static void write(Path file, List<List<String>> rows) {
        GivenTable.write(file, WRITTEN, rows);
    }

    /** Returns rows as CSV (RFC 4180). */
    static String csv(List<List<String>> rows) {
        StringWriter text = new StringWriter();
        try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
            for (List<String> row : rows) {
                printer.printRecord(row.stream()
                        .map(cell -> isGuarded(cell) ? "'" + cell : cell)
                        .toList());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }
}
