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
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.formats.list.PointListFile;
import org.urvant.project.change.StudyRow;

/** A spreadsheet with several sheets: one is read, and nothing is passed over without a word. */
class SeveralSheetsTest {
    private static final String STUDY = "device,stage,setting,value\nF11,I>,TMS,0.2";

    private static final PointListFile.How HOW = new PointListFile.How(
            "PD1", Optional.of("modbus"), Map.of(), Map.of(), Map.of("station", "7"), Optional.empty());

    @TempDir
    Path folder;

    /** Writes a spreadsheet; each sheet is given by its name and its rows. */
    private Path book(Map<String, String> sheets) throws IOException {
        Path file = folder.resolve("book.xlsx");
        try (XSSFWorkbook book = new XSSFWorkbook();
                OutputStream out = Files.newOutputStream(file)) {
            for (Map.Entry<String, String> each : sheets.entrySet()) {
                XSSFSheet sheet = book.createSheet(each.getKey());
                for (String line : each.getValue().lines().toList()) {
                    XSSFRow row = sheet.createRow(sheet.getPhysicalNumberOfRows());
                    for (String cell : line.split(",")) {
                        row.createCell(Math.max(0, row.getLastCellNum())).setCellValue(cell);
                    }
                }
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
                .hasMessageContaining("read was sheet 'Cover'")
                .hasMessageContaining("not read: Feeders");
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
    }
}
