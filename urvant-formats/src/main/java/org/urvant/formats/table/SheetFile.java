package org.urvant.formats.table;

import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackagePart;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.model.StylesTable;
import org.apache.poi.xssf.streaming.SXSSFSheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import org.apache.poi.xssf.usermodel.XSSFCellStyle;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Position;
import org.xml.sax.SAXException;

/**
 * Reads and writes the first sheet of a spreadsheet in Office Open XML (ISO/IEC 29500). CellReader goes cell by cell; formulas,
 * dates and errors are told instead of guessed at, and macros, merged cells and archives that grow too much are refused.
 */
final class SheetFile {
    private static final double LEAST_RATIO = 0.005;
    private static final long MOST_ENTRY = 200_000_000;
    private static final int MOST_COLUMNS = 200;
    /** Numbers of a spreadsheet are those of IEEE 754: 17 digits, and an exponent of at most three. */
    private static final String NUMBER = "-?\\d{1,40}(\\.\\d{1,40})?([eE][+-]?\\d{1,3})?";

    private static final int MEMORY_ROWS = 200;

    static final String MEND_MERGED = "Split them; each row needs its own cells.";

    private static final Pattern RANGE = Pattern.compile("\\$?[A-Z]{1,3}\\$?(\\d{1,7}):\\$?[A-Z]{1,3}\\$?(\\d{1,7})");

    /** Each row is held against each range. */
    private static final int MOST_MERGED = 1_000;

    private SheetFile() {}

    /** Reads the one sheet that holds something; a table whose other sheets would be passed over is refused. */
    static Content read(byte[] content, String shownAs) {
        Content first = read(content, shownAs, ValueTable.MOST_ROWS, Optional.empty());
        for (ValueTable.TableLine line : first.lines()) {
            if (line.mistake() != null) {
                throw mistake(shownAs, line.mistake(), MEND_MERGED);
            }
        }
        for (String other : first.unread()) {
            boolean isEmpty = read(content, shownAs, ValueTable.MOST_ROWS, Optional.of(other)).lines().stream()
                    .allMatch(line -> line.isBlank() && line.mistakes().isEmpty());
            if (!isEmpty) {
                throw mistake(
                        shownAs,
                        "the sheets '" + first.name() + "' and '" + other + "' both hold something",
                        "Leave the one sheet in the file that is meant.");
            }
        }
        return first;
    }

    /**
     * What stands in one sheet.
     *
     * @param name name of the sheet
     * @param unread names of the other sheets, which are not read
     * @param hidden how many rows that hold something the sheet does not show, as a filter leaves them
     */
    record Content(List<ValueTable.TableLine> lines, String name, List<String> unread, int hidden) {}

    /** Reads the sheet with a name, or the first one. */
    static Content read(byte[] content, String shownAs, int mostRows, Optional<String> wanted) {
        ZipSecureFile.setMinInflateRatio(LEAST_RATIO);
        ZipSecureFile.setMaxEntrySize(MOST_ENTRY);
        try (OPCPackage file = OPCPackage.open(new ByteArrayInputStream(content))) {
            for (PackagePart part : file.getParts()) {
                String name = part.getPartName().getName();
                if (name.endsWith("vbaProject.bin") || part.getContentType().contains("macroEnabled")) {
                    throw mistake(shownAs, "the file holds macros", "Save it without macros, as .xlsx.");
                }
            }
            XSSFReader reader = new XSSFReader(file);
            ReadOnlySharedStringsTable texts = new ReadOnlySharedStringsTable(file);
            List<String> names = names(reader);
            String name = wanted.orElse(names.isEmpty() ? "" : names.get(0));
            try (InputStream sheet = sheet(reader, name, names)) {
                CellReader cells = new CellReader(shownAs, texts, reader.getStylesTable(), mostRows);
                List<ValueTable.TableLine> lines = cells.lines(sheet);
                return new Content(
                        lines,
                        name,
                        names.stream().filter(other -> !other.equals(name)).toList(),
                        cells.hidden);
            }
        } catch (LimitExceededException | MalformedInputException | UnknownNameException e) {
            throw e;
        } catch (IOException | OpenXML4JException | SAXException | XMLStreamException | RuntimeException e) {
            // the library tells of broken files by unchecked exceptions of many kinds
            throw new MalformedInputException(
                    Position.in(shownAs), "no sound spreadsheet: " + brief(e), "Save it again as .xlsx.", e);
        }
    }

    private static List<String> names(XSSFReader reader) throws IOException, OpenXML4JException {
        XSSFReader.SheetIterator sheets = (XSSFReader.SheetIterator) reader.getSheetsData();
        List<String> names = new ArrayList<>();
        while (sheets.hasNext()) {
            sheets.next().close();
            names.add(sheets.getSheetName());
        }
        return names;
    }

    private static InputStream sheet(XSSFReader reader, String wanted, List<String> names)
            throws IOException, OpenXML4JException {
        XSSFReader.SheetIterator sheets = (XSSFReader.SheetIterator) reader.getSheetsData();
        while (sheets.hasNext()) {
            InputStream sheet = sheets.next();
            if (wanted.equals(sheets.getSheetName())) {
                return sheet;
            }
            sheet.close();
        }
        throw new UnknownNameException("sheet", wanted, names);
    }

    private static String brief(String text) {
        return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }

    private static String brief(Exception e) {
        if (e instanceof XMLStreamException parsing
                && parsing.getNestedException() instanceof CharacterCodingException) {
            return "its sheet holds octets that are no letters of its encoding";
        }
        if (e instanceof XMLStreamException at && at.getLocation() != null) {
            return "line " + at.getLocation().getLineNumber() + ", column "
                    + at.getLocation().getColumnNumber() + " of its sheet is no XML";
        }
        String text = String.valueOf(e.getMessage()).lines().findFirst().orElse("unreadable");
        return text.length() > 160 ? text.substring(0, 160) + "…" : text;
    }

    private static MalformedInputException mistake(String shownAs, String message, String remedy) {
        return new MalformedInputException(Position.in(shownAs), message, remedy);
    }

    private static final class CellReader {
        private final List<String> merged = new ArrayList<>();
        private final String shownAs;
        private final ReadOnlySharedStringsTable texts;
        private final StylesTable styles;
        private final Map<String, Look> looks = new HashMap<>();
        private final int mostRows;
        private final List<ValueTable.TableLine> lines = new ArrayList<>();
        private List<String> cells;
        private Map<Integer, String> mistakes;
        private Set<Integer> filled;
        private int hidden;

        CellReader(String shownAs, ReadOnlySharedStringsTable texts, StylesTable styles, int mostRows) {
            this.shownAs = shownAs;
            this.texts = texts;
            this.styles = styles;
            this.mostRows = mostRows;
        }

        /** The parser would write of letters that are none to the standard error itself; spreadsheets are UTF-8 or UTF-16. */
        private static Reader letters(InputStream sheet) throws IOException {
            BufferedInputStream octets = new BufferedInputStream(sheet);
            octets.mark(2);
            int first = octets.read();
            int second = octets.read();
            octets.reset();
            boolean isWide = first == 0xFE && second == 0xFF || first == 0xFF && second == 0xFE;
            return new InputStreamReader(
                    octets, (isWide ? StandardCharsets.UTF_16 : StandardCharsets.UTF_8).newDecoder());
        }

        List<ValueTable.TableLine> lines(InputStream sheet) throws XMLStreamException, IOException {
            XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
            factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
            factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
            XMLStreamReader xml = factory.createXMLStreamReader(letters(sheet));
            int row = 0;
            boolean isHidden = false;
            while (xml.hasNext()) {
                int event = xml.next();
                if (event == XMLStreamConstants.START_ELEMENT) {
                    switch (xml.getLocalName()) {
                        case "row" -> {
                            String number = xml.getAttributeValue(null, "r");
                            row = number == null ? row + 1 : Integer.parseInt(number);
                            if (row > mostRows) {
                                throw new LimitExceededException(Position.in(shownAs), "rows", row, mostRows);
                            }
                            String hides = xml.getAttributeValue(null, "hidden");
                            isHidden = "1".equals(hides) || "true".equals(hides);
                            cells = new ArrayList<>();
                            mistakes = new HashMap<>();
                            filled = new HashSet<>();
                        }
                        case "c" -> cell(xml);
                        case "mergeCell" -> {
                            merged.add(String.valueOf(xml.getAttributeValue(null, "ref")));
                            if (merged.size() > MOST_MERGED) {
                                throw new LimitExceededException(
                                        Position.in(shownAs), "merged cells", merged.size(), MOST_MERGED);
                            }
                        }
                        default -> {
                            // the rest of the sheet is about how it looks
                        }
                    }
                } else if (event == XMLStreamConstants.END_ELEMENT
                        && xml.getLocalName().equals("row")) {
                    ValueTable.TableLine line =
                            new ValueTable.TableLine(row, List.copyOf(cells), Map.copyOf(mistakes), null);
                    lines.add(line);
                    hidden += isHidden && !line.isBlank() ? 1 : 0;
                }
            }
            merged.forEach(range -> hold(range, lines));
            return lines;
        }

        /** A line of merged cells cannot be told from one that lacks them; one that is a title is not looked at. */
        private void hold(String range, List<ValueTable.TableLine> lines) {
            Matcher rows = RANGE.matcher(range);
            if (!rows.matches()) {
                throw mistake(shownAs, "'" + brief(range) + "' is no range of cells", "Save it again as .xlsx.");
            }
            int first = Integer.parseInt(rows.group(1));
            int last = Integer.parseInt(rows.group(2));
            lines.replaceAll(line -> line.number() < first || line.number() > last || line.mistake() != null
                    ? line
                    : new ValueTable.TableLine(
                            line.number(), line.cells(), line.mistakes(), "cells " + range + " are merged"));
        }

        private void cell(XMLStreamReader xml) throws XMLStreamException {
            String name = xml.getAttributeValue(null, "r");
            int column = name == null ? cells.size() : new CellReference(name).getCol();
            if (column > MOST_COLUMNS) {
                throw new LimitExceededException(Position.in(shownAs), "columns", column, MOST_COLUMNS);
            }
            if (!filled.add(column)) {
                throw mistake(shownAs, "cell " + name + " stands there twice", "Save it again as .xlsx.");
            }
            while (cells.size() <= column) {
                cells.add("");
            }
            String type = xml.getAttributeValue(null, "t");
            String style = xml.getAttributeValue(null, "s");
            StringBuilder text = new StringBuilder();
            String at = name == null ? "column " + (column + 1) : name;
            while (xml.hasNext()) {
                int event = xml.next();
                if (event == XMLStreamConstants.END_ELEMENT
                        && xml.getLocalName().equals("c")) {
                    break;
                }
                if (event == XMLStreamConstants.START_ELEMENT
                        && xml.getLocalName().equals("f")) {
                    mistakes.put(column, "cell " + at + " holds a formula; its result may change");
                } else if (event == XMLStreamConstants.START_ELEMENT
                        && (xml.getLocalName().equals("v") || xml.getLocalName().equals("t"))) {
                    text.append(xml.getElementText());
                }
            }
            cells.set(column, value(column, at, type, style, text.toString()));
        }

        private String value(int column, String at, String type, String style, String text) {
            if (!text.isEmpty() && look(style).isStruckOut()) {
                mistakes.put(column, "cell " + at + " is struck out");
            }
            if ("s".equals(type)) {
                return texts.getItemAt(Integer.parseInt(text)).getString();
            }
            if ("e".equals(type)) {
                mistakes.put(column, "cell " + at + " shows an error: " + text);
            } else if ("d".equals(type)
                    || (type == null || type.equals("n")) && look(style).isDate() && !text.isEmpty()) {
                mistakes.put(column, "cell " + at + " holds a date, which the spreadsheet made of something else");
            } else if ("b".equals(type)) {
                return text.equals("1") ? "yes" : "no";
            } else if ((type == null || "n".equals(type)) && !text.isEmpty()) {
                if (text.matches(NUMBER)) {
                    return shown(column, at, style, number(text));
                }
                mistakes.put(
                        column,
                        "cell " + at + " holds '" + brief(text) + "', which is no number that a sheet can hold");
            }
            return text;
        }

        /** A spreadsheet keeps 0.1 as a binary fraction with up to 17 digits; 15 are what a person wrote. */
        private static String number(String text) {
            var exact = new BigDecimal(text).round(new MathContext(15)).stripTrailingZeros();
            return exact.signum() == 0 ? "0" : exact.toPlainString();
        }

        private String shown(int column, String at, String style, String number) {
            try {
                return NumberFormat.shown(number, look(style).format());
            } catch (IllegalArgumentException e) {
                mistakes.put(column, "cell " + at + " " + e.getMessage());
                return number;
            }
        }

        private Look look(String style) {
            return style == null || styles == null
                    ? Look.PLAIN
                    : looks.computeIfAbsent(style, key -> {
                        XSSFCellStyle found = styles.getStyleAt(Integer.parseInt(key));
                        String format = found == null ? null : found.getDataFormatString();
                        return found == null
                                ? Look.PLAIN
                                : new Look(
                                        format == null ? "" : format,
                                        DateUtil.isADateFormat(found.getDataFormat(), format),
                                        found.getFont().getStrikeout());
                    });
        }
    }

    /** How a cell looks, as far as it changes what people read there. */
    private record Look(String format, boolean isDate, boolean isStruckOut) {
        static final Look PLAIN = new Look("", false, false);
    }

    static byte[] write(List<String> headings, List<List<String>> rows) {
        try (SXSSFWorkbook workbook = new SXSSFWorkbook(MEMORY_ROWS);
                ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            SXSSFSheet sheet = workbook.createSheet("values");
            sheet.createFreezePane(0, 1);
            Font bold = workbook.createFont();
            bold.setBold(true);
            CellStyle heading = workbook.createCellStyle();
            heading.setFont(bold);
            CellStyle text = workbook.createCellStyle();
            text.setDataFormat(workbook.createDataFormat().getFormat("@"));
            line(sheet.createRow(0), headings, heading);
            int number = 1;
            for (List<String> row : rows) {
                line(sheet.createRow(number++), row, text);
            }
            int[] widths = {14, 38, 20, 16, 34, 20, 60};
            for (int i = 0; i < widths.length; i++) {
                sheet.setColumnWidth(i, widths[i] * 256);
            }
            workbook.write(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Cells of the format "text" stay what is in them, whatever it looks like. */
    private static void line(Row row, List<String> cells, CellStyle style) {
        for (int i = 0; i < cells.size(); i++) {
            Cell cell = row.createCell(i);
            cell.setCellStyle(style);
            cell.setCellValue(cells.get(i));
        }
    }
}
