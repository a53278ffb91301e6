package org.urvant.formats.table;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.urvant.file.CsvText;
import org.urvant.file.SafeFile;

/**
 * A table as somebody else wrote it: CSV in the separators and encodings that spreadsheets write, or a sheet of an XLSX file.
 * Its rows are handed out one after the other, for there may be a million.
 */
public final class GivenTable {
    private static final int MOST_CELLS = 1_000;
    private static final int MOST_ROWS = 1_100_000; // a sheet has 1,048,576
    private static final String SEPARATORS = ",;\t|";
    private static final int FIRST_LINES = 20;
    private static final Charset WESTERN = Charset.forName("windows-1252");
    private static final String SEPARATOR_LINE = "sep=";

    private final String form;
    private final boolean isPart;
    private final int hidden;
    private final boolean mayHaveDecimalComma;
    private final boolean isPadded;
    private final Consumer<Consumer<Line>> rows;

    private GivenTable(
            String form,
            boolean isPart,
            int hidden,
            boolean mayHaveDecimalComma,
            boolean isPadded,
            Consumer<Consumer<Line>> rows) {
        this.form = form;
        this.isPart = isPart;
        this.hidden = hidden;
        this.mayHaveDecimalComma = mayHaveDecimalComma;
        this.isPadded = isPadded;
        this.rows = rows;
    }

    /**
     * A row of cells.
     *
     * @param mistakes what is wrong with a cell, by its place from 0
     * @param merged which of its cells are merged with others, in plain words; null when none are
     * @param position the row
     */
    public record Line(List<String> cells, Map<Integer, String> mistakes, @Nullable String merged, Position position) {
        public Line {
            if (cells.size() > MOST_CELLS) {
                throw new LimitExceededException(position, "number of cells in a row", cells.size(), MOST_CELLS);
            }
        }

        /** Returns the line; throws MalformedInputException when some of its cells are merged. */
        public Line unmerged() {
            if (merged != null) {
                throw new MalformedInputException(position, merged, SheetFile.MEND_MERGED);
            }
            return this;
        }
    }

    /** Returns how the file is written, in plain words. */
    public String form() {
        return form;
    }

    /** Returns whether the file has other sheets, which are not read; {@link #form} names them. */
    public boolean isPart() {
        return isPart;
    }

    /** Returns how many rows that hold something the sheet does not show; they are handed out like all others. */
    public int hidden() {
        return hidden;
    }

    /** Returns whether a comma in a number can be a decimal sign. */
    public boolean mayHaveDecimalComma() {
        return mayHaveDecimalComma;
    }

    /** Returns whether cells that are empty at the end of a row are left out. */
    public boolean isPadded() {
        return isPadded;
    }

    /** Hands out the rows that hold something, in their order. */
    public void forEach(Consumer<Line> taker) {
        rows.accept(taker);
    }

    /** Returns whether the name of a file is that of a table. */
    public static boolean isTable(String name) {
        String small = name.toLowerCase(Locale.ROOT);
        return small.endsWith(".csv") || small.endsWith(".xlsx") || small.endsWith(".tsv") || small.endsWith(".txt");
    }

    /**
     * Reads a table by the ending of its name.
     *
     * @param sheet name of the sheet; empty for the first one
     * @throws MalformedInputException when it is no such file
     * @throws LimitExceededException when it has too many rows, or a row too many cells
     * @throws UnknownNameException when it has no such sheet
     */
    public static GivenTable read(byte[] content, String shownAs, Optional<String> sheet) {
        if (!shownAs.toLowerCase(Locale.ROOT).endsWith(".xlsx")) {
            if (sheet.isPresent()) {
                throw new RefusedException(
                        shownAs + " has no sheets; only a spreadsheet has",
                        "Name no sheet, or the spreadsheet itself.");
            }
            return csv(content, shownAs);
        }
        SheetFile.Content read = SheetFile.read(content, shownAs, MOST_ROWS, sheet);
        List<ValueTable.TableLine> lines = read.lines();
        String form = read.unread().isEmpty()
                ? "spreadsheet"
                : "sheet '" + read.name() + "' of a spreadsheet; not read: " + String.join(", ", read.unread());
        form += read.hidden() == 0
                ? ""
                : " with " + read.hidden() + (read.hidden() == 1 ? " hidden row" : " hidden rows")
                        + ", read like the others";
        return new GivenTable(form, !read.unread().isEmpty(), read.hidden(), false, true, taker -> lines.stream()
                .filter(line -> !line.isBlank() || !line.mistakes().isEmpty() || line.mistake() != null)
                .forEach(line -> taker.accept(new Line(
                        line.cells(), line.mistakes(), line.mistake(), Position.line(shownAs, line.number())))));
    }

    /**
     * Writes a table by the ending of the name. What a spreadsheet would take for a formula stays text.
     *
     * @throws RefusedException when the name ends in neither {@code .csv} nor {@code .xlsx}
     */
    public static void write(Path file, List<String> headings, List<List<String>> rows) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        if (name.endsWith(".xlsx")) {
            SafeFile.write(file, SheetFile.write(headings, rows));
        } else if (name.endsWith(".csv")) {
            List<List<String>> lines = new ArrayList<>(rows.size() + 1);
            lines.add(headings);
            lines.addAll(rows);
            SafeFile.write(file, ValueTable.csv(lines).getBytes(StandardCharsets.UTF_8));
        } else {
            throw new RefusedException(
                    "the name ends in neither .csv nor .xlsx", "Give the file one of the two endings.");
        }
    }

    private static GivenTable csv(byte[] content, String shownAs) {
        Charset encoding = encoding(content);
        String text = text(content, encoding, shownAs);
        int start = text.startsWith("\uFEFF") ? 1 : 0;
        int end = text.indexOf('\n', start);
        String first = (end < 0 ? text.substring(start) : text.substring(start, end)).strip();
        char separator = separator(text);
        int skipped = 0;
        if (first.toLowerCase(Locale.ROOT).startsWith(SEPARATOR_LINE) && first.length() == SEPARATOR_LINE.length() + 1
                || first.equalsIgnoreCase(SEPARATOR_LINE)) {
            separator = first.length() > SEPARATOR_LINE.length() ? first.charAt(SEPARATOR_LINE.length()) : '\t';
            start = end < 0 ? text.length() : end + 1;
            skipped = 1;
        }
        String rest = text.substring(start);
        char between = separator;
        int before = skipped;
        return new GivenTable(
                "CSV, " + encoding.displayName(Locale.ROOT) + ", cells separated by " + shown(separator),
                false,
                0,
                separator != ',',
                false,
                taker -> lines(rest, between, before, shownAs, taker));
    }

    private static String shown(char separator) {
        return separator == '\t' ? "tabs" : "'" + separator + "'";
    }

    private static void lines(String text, char separator, int skipped, String shownAs, Consumer<Line> taker) {
        int[] count = new int[1];
        CsvText.read(text, separator, shownAs, (cells, line) -> {
            if (++count[0] > MOST_ROWS) {
                throw new LimitExceededException(Position.in(shownAs), "rows", count[0], MOST_ROWS);
            }
            boolean isBlank = true;
            for (int i = 0; i < cells.size(); i++) {
                String cell = cells.get(i);
                if (cell.startsWith("'")) {
                    cell = ValueTable.plain(cell);
                    cells.set(i, cell);
                }
                isBlank = isBlank && cell.isBlank();
            }
            if (!isBlank) {
                taker.accept(new Line(cells, Map.of(), null, Position.line(shownAs, line + skipped)));
            }
        });
    }

    /** Returns the separator that stands most often in the first lines, outside quotation marks. */
    private static char separator(String text) {
        int[] counts = new int[SEPARATORS.length()];
        boolean isQuoted = false;
        int lines = 0;
        for (int i = 0; i < text.length() && lines < FIRST_LINES; i++) {
            char letter = text.charAt(i);
            isQuoted ^= letter == '"';
            lines += letter == '\n' ? 1 : 0;
            int at = isQuoted ? -1 : SEPARATORS.indexOf(letter);
            if (at >= 0) {
                counts[at]++;
            }
        }
        int best = 0;
        for (int i = 1; i < counts.length; i++) {
            best = counts[i] > counts[best] ? i : best;
        }
        return SEPARATORS.charAt(best);
    }

    private static Charset encoding(byte[] content) {
        if (content.length >= 2 && content[0] == (byte) 0xFF && content[1] == (byte) 0xFE) {
            return StandardCharsets.UTF_16LE;
        }
        if (content.length >= 2 && content[0] == (byte) 0xFE && content[1] == (byte) 0xFF) {
            return StandardCharsets.UTF_16BE;
        }
        return isUtf8(content) ? StandardCharsets.UTF_8 : WESTERN;
    }

    private static boolean isUtf8(byte[] content) {
        try {
            return isPlain(content)
                    || StandardCharsets.UTF_8
                                    .newDecoder()
                                    .onMalformedInput(CodingErrorAction.REPORT)
                                    .decode(ByteBuffer.wrap(content))
                            != null;
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    private static boolean isPlain(byte[] content) {
        for (byte octet : content) {
            if (octet < 0) {
                return false;
            }
        }
        return true;
    }

    private static String text(byte[] content, Charset encoding, String shownAs) {
        try {
            String text = encoding == StandardCharsets.UTF_8 && isPlain(content)
                    ? new String(content, StandardCharsets.US_ASCII) // a copy, and nothing decoded
                    : encoding.newDecoder()
                            .onMalformedInput(CodingErrorAction.REPORT)
                            .onUnmappableCharacter(CodingErrorAction.REPORT)
                            .decode(ByteBuffer.wrap(content))
                            .toString();
            int zero = text.indexOf('\0');
            if (zero >= 0) {
                throw new MalformedInputException(
                        Position.in(shownAs), "the file holds octets of zero, so it is no text", "Save it as CSV.");
            }
            return text;
        } catch (CharacterCodingException e) {
            throw new MalformedInputException(
                    Position.in(shownAs),
                    "the text is not of one encoding that is known",
                    "Save it as CSV in UTF-8.",
                    e);
        }
    }
}
