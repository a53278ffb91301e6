package org.urvant.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.change.StudyRow;

/** Spreadsheets as people make them, with several sheets and merged cells: nothing is passed over without a word. */
class SheetsTest {
    private static final String STUDY = "device,stage,setting,value\nF11,I>,TMS,0.2";

    private static final PointListFile.How HOW = new PointListFile.How(
            "PD1", Optional.of("modbus"), Map.of(), Map.of(), Map.of("station", "7"), Optional.empty());

    /** What a row begins with that a filter has hidden. */
    private static final String HIDDEN = "~";

    @TempDir
    Path folder;

    /** Writes a spreadsheet; each sheet is given by its name and its rows. */
    private Path book(Map<String, String> sheets, String... merged) throws IOException {
        Path file = folder.resolve("book.xlsx");
        try (XSSFWorkbook book = new XSSFWorkbook();
                OutputStream out = Files.newOutputStream(file)) {
            for (Map.Entry<String, String> each : sheets.entrySet()) {
                XSSFSheet sheet = book.createSheet(each.getKey());
                for (String line : each.getValue().lines().toList()) {
                    XSSFRow row = sheet.createRow(sheet.getPhysicalNumberOfRows());
                    row.setZeroHeight(line.startsWith(HIDDEN));
                    for (String cell : line.replace(HIDDEN, "").split(",")) {
                        row.createCell(Math.max(0, row.getLastCellNum())).setCellValue(cell);
                    }
                }
            }
            for (String range : merged) {
                book.getSheetAt(0).addMergedRegion(CellRangeAddress.valueOf(range));
            }
            book.write(out);
        }
        return file;
    }

    private static Map<String, String> sheets(String... namesAndRows) {
        Map<String, String> sheets = new LinkedHashMap<>();
        for (int i = 0; i < namesAndRows.length; i += 2) {
            sheets.put(namesAndRows[i], namesAndRows[i + 1]);
        }
        return sheets;
    }

    private StudyTable.Read study(Path file, String sheet) {
        return StudyTable.read(file, "book.xlsx", Optional.ofNullable(sheet));
    }

    @Test
    void aStudyIsOneSheetAndNamesTheOthers() throws IOException {
        Path alone = book(sheets("Feeders", STUDY));
        assertThat(study(alone, null).part()).isEmpty();
        Path file = book(sheets("Feeders", STUDY, "Machines", STUDY.replace("F11", "M31"), "Notes", "by whom"));
        assertThat(study(file, null).part()).contains("'Feeders'").contains("not read: Machines, Notes");
        assertThat(study(file, "Machines").rows()).extracting(StudyRow::device).containsExactly("M31");
        assertThat(study(file, "Machines").part()).contains("'Machines'").contains("not read: Feeders, Notes");
        assertThatThrownBy(() -> study(file, "Machine"))
                .isInstanceOf(UnknownNameException.class)
                .hasMessageContaining("'Machine'");
        Path cover = book(sheets("Cover", "Setting study", "Feeders", STUDY));
        assertThatThrownBy(() -> study(cover, null))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining("value in sheet 'Cover'")
                .hasMessageContaining("not read: Feeders");
    }

    /** A filter hides rows, and leaves them in the file. */
    @Test
    void hiddenRowsAreReadAndCounted() throws IOException {
        StudyTable.Read study = study(
                book(sheets(
                        "Feeders",
                        STUDY + "\n~" + STUDY.lines().skip(1).findFirst().orElseThrow())),
                null);
        assertThat(study.hidden()).isEqualTo(1);
        Path values = book(sheets("Values", "device,setting,value\n~F11,breaker.failure,no\nF12,breaker.failure,no"));
        assertThat(ValueTable.read(values, "book.xlsx"))
                .extracting(read -> read.rows().size(), ValueTable.Read::hidden)
                .containsExactly(2, 1);
        Path list = book(sheets(
                "Points",
                "name,area,address,type\nSpeed,holding,0,int16\n~Load,holding,1,int16\n~Heat,holding,2,int16"));
        PointListFile.Read read = PointListFile.read(PointListFile.content(list), "book.xlsx", HOW);
        assertThat(read.form()).contains("with 2 hidden rows, read like the others");
        assertThat(read.reading().rows()).isEqualTo(3);
    }

    @Test
    void aListSaysWhichSheetItIs() throws IOException {
        String list = "name,point\nSpeed,input:0 int16\nCurrent,input:1 uint16";
        Path file = book(sheets("Points", list, "History", "2026,first issue"));
        PointListFile.Read read = PointListFile.read(PointListFile.content(file), "book.xlsx", HOW);
        assertThat(read.form()).contains("'Points'").contains("not read: History");
    }

    @Test
    void aTableOfValuesHasOneSheetThatHoldsSomething() throws IOException {
        String values = "device,setting,value\nF11,unit.name,Harbour";
        assertThat(ValueTable.read(book(sheets("values", values, "Sheet2", "")), "book.xlsx")
                        .rows())
                .hasSize(1);
        Path file = book(sheets("values", values, "more", values));
        assertThatThrownBy(() -> ValueTable.read(file, "book.xlsx"))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining("the sheets 'values' and 'more' both hold something");
        String filled =
                "device,group,stage,point,inject,expected s,from s,to s,operated,measured\nF11,1,I>,2 x,960 A,0.7,0.6,0.8,yes,0.71";
        assertThat(TestTable.read(book(sheets("F11", filled, "Sheet2", "")), "book.xlsx"))
                .hasSize(1);
        Path two = book(sheets("F11", filled, "F12", filled));
        assertThatThrownBy(() -> TestTable.read(two, "book.xlsx"))
                .hasMessageContaining("the sheets 'F11' and 'F12' both hold something");
    }

    /** Columns: rows above a study, which cells are merged, what is told; nothing where the merged ones are titles. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            Study of the harbour\\nby hand\\n | A1:D1 A2:C2 |
            Study\\n | A1:D1 A3:A4 | 3 cells A3:A4 are merged
            ''       | A2:A3       | 2 cells A2:A3 are merged
            ''       | C1:D1       | 1 cells C1:D1 are merged
            Study\\n | A1:A2       | 2 cells A1:A2 are merged
            """)
    void mergedCellsAreTitlesOrMistakes(String above, String merged, String told) throws IOException {
        String rows = above.replace("\\n", "\n") + STUDY + "\nF12,I>,TMS,0.3";
        Path file = book(sheets("Feeders", rows), merged.split(" "));
        String found;
        int count = 0;
        try {
            StudyTable.Read read = study(file, null);
            count = read.rows().size();
            found = read.findings().stream()
                    .map(finding -> finding.position().line() + " " + finding.message())
                    .findFirst()
                    .orElse(null);
        } catch (MalformedInputException e) {
            found = e.position().orElseThrow().line() + " " + e.getMessage();
        }
        assertThat(found).isEqualTo(told);
        assertThat(count).isEqualTo(told == null ? 2 : 0);
    }

    @Test
    void aListHasTitlesToo() throws IOException {
        String list = "Points of the drive\nname,point\nMotor\nSpeed,input:0 int16";
        assertThat(PointListFile.read(
                                PointListFile.content(book(sheets("a", list), "A1:B1", "A3:B3")), "book.xlsx", HOW)
                        .reading()
                        .findings())
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.message()).isEqualTo("cells A3:B3 are merged");
                    assertThat(finding.position().line()).isEqualTo(3);
                });
    }
}
