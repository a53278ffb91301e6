package org.urvant.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Font;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.xssf.usermodel.XSSFRow;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.project.change.ValuePlan;

class ValueTableTest {
    @TempDir
    Path folder;

    private Path sheet(String name, Consumer<XSSFSheet> content) throws IOException {
        Path file = folder.resolve(name);
        try (XSSFWorkbook book = new XSSFWorkbook();
                OutputStream out = Files.newOutputStream(file)) {
            XSSFSheet sheet = book.createSheet();
            XSSFRow heading = sheet.createRow(0);
            for (int i = 0; i < ValueTable.READ.size(); i++) {
                heading.createCell(i).setCellValue(ValueTable.READ.get(i));
            }
            XSSFRow row = sheet.createRow(1);
            row.createCell(0).setCellValue("F11");
            row.createCell(1).setCellValue("ct.primary");
            content.accept(sheet);
            book.write(out);
        }
        return file;
    }

    private String mistake(Consumer<XSSFSheet> content) throws IOException {
        ValueTable.Read read = ValueTable.read(sheet("t.xlsx", content), "t.xlsx");
        return read.findings().stream().map(Finding::message).findFirst().orElse("none");
    }

    @Test
    void cellsOfASpreadsheetAreReadAsPeopleSeeThem() throws IOException {
        ValueTable.Read read = ValueTable.read(
                sheet("v.xlsx", sheet -> {
                    sheet.getRow(1).createCell(2).setCellValue(0.1 + 0.2);
                    XSSFRow logical = sheet.createRow(2);
                    logical.createCell(0).setCellValue("F11");
                    logical.createCell(1).setCellValue("web-page.enabled");
                    logical.createCell(2).setCellValue(true);
                    sheet.createRow(5).createCell(4).setCellValue("a note beside the table");
                }),
                "v.xlsx");
        assertThat(read.findings()).isEmpty();
        assertThat(read.rows().stream().map(ValuePlan.Wanted::text)).containsExactly("0.3", "yes");
        assertThat(read.rows().get(1).position()).hasToString("v.xlsx:3");
    }

    /** ISO/IEC 29500-1:2016, 18.8.31: what is quoted or behind a backslash is shown; % multiplies, a comma at the end divides. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "0.75 | 0%              | 75 %",
                "0.125 | 0.0%;[Red]-0.0% | 12.5 %",
                "75   | 0\"%\"         | 75 %",
                "75   | 0\\%          | 75 %",
                "1.2  | 0.0\" kA\"      | 1.2 kA",
                "-1.2 | 0.0\\ \\k\\A    | -1.2 kA",
                "5    | General\" °C\"  | 5 °C",
                "3    | \"L\"0         | L3",
                "7    | 00000         | 00007",
                "-7   | 00000         | -7",
                "7.5  | 000.0         | 7.5",
                "-5   | 0.0_);(0.0)   | -5",
                "0    | 0.0;-0.0;\"off\" | off",
                "0    | 0.0;-0.0;\\-   | 0",
                "-3   | \"up \"0;\"down \"0 | down-3",
                "5    | ;;            | !cell C2 holds 5, and its format hides it",
                "1200 | [$€-407] #,##0 | €1200",
                "1234.5 | #,##0.0       | 1234.5",
                "1234.5 | #,##0.0,      | !cell C2 holds 1234.5, and its format shows thousands of it",
                "1.2  | [<10]0.0\" A\";0 | 1.2 A",
                "12   | [<10]0.0\" A\";0 | 12",
                "1200 | [>=1000]0.0,\" kA\";0\" A\" | !cell C2 holds 1200, and its format shows thousands of it",
                "120  | [>=1000]0.0,\" kA\";0\" A\" | 120 A"
            })
    void aFormatThatShowsAnotherNumberIsHeeded(double held, String format, String expected) throws IOException {
        Consumer<XSSFSheet> filled = sheet -> {
            CellStyle style = sheet.getWorkbook().createCellStyle();
            style.setDataFormat(sheet.getWorkbook().createDataFormat().getFormat(format));
            sheet.getRow(1).createCell(2).setCellValue(held);
            sheet.getRow(1).getCell(2).setCellStyle(style);
        };
        if (expected.startsWith("!")) {
            assertThat(mistake(filled)).isEqualTo(expected.substring(1));
        } else {
            assertThat(ValueTable.read(sheet("v.xlsx", filled), "v.xlsx").rows())
                    .extracting(ValuePlan.Wanted::text)
                    .containsExactly(expected);
        }
    }

    @Test
    void whatASpreadsheetMadeOfAValueIsTold() throws IOException {
        assertThat(mistake(sheet -> sheet.getRow(1).createCell(2).setCellFormula("A1&B1")))
                .isEqualTo("cell C2 holds a formula; its result may change");
        assertThat(mistake(sheet -> {
                    CellStyle style = sheet.getWorkbook().createCellStyle();
                    style.setDataFormat((short) 14);
                    sheet.getRow(1).createCell(2).setCellValue(LocalDate.of(2026, 3, 4));
                    sheet.getRow(1).getCell(2).setCellStyle(style);
                }))
                .contains("cell C2 holds a date");
        assertThat(mistake(sheet -> {
                    CellStyle style = sheet.getWorkbook().createCellStyle();
                    Font font = sheet.getWorkbook().createFont();
                    font.setStrikeout(true);
                    style.setFont(font);
                    sheet.getRow(1).getCell(1).setCellStyle(style);
                    sheet.getRow(1).createCell(2).setCellValue(7);
                }))
                .isEqualTo("cell B2 is struck out");
        assertThatThrownBy(() -> mistake(sheet -> sheet.addMergedRegion(new CellRangeAddress(1, 2, 0, 0))))
                .hasMessageContaining("cells A2:A3 are merged");
        assertThatThrownBy(() -> mistake(sheet -> sheet.getRow(0).getCell(2).setCellValue("worth")))
                .hasMessageContaining("column 'value' is missing");
    }

    @Test
    void aFileThatIsNoPlainSpreadsheetIsRefused() throws IOException {
        Path bomb = folder.resolve("bomb.xlsx");
        Path sound = sheet("s.xlsx", sheet -> {});
        zip(bomb, sound, "xl/worksheets/sheet1.xml", bigSheet());
        assertThatThrownBy(() -> ValueTable.read(bomb, "bomb.xlsx")).isInstanceOf(UrvantException.class);
        Path octet = folder.resolve("octet.xlsx");
        zip(octet, sound, "xl/worksheets/sheet1.xml", new byte[] {'<', 'a', '>', (byte) 0xFF});
        PrintStream standard = System.err;
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        System.setErr(new PrintStream(said, true, StandardCharsets.UTF_8));
        try {
            assertThatThrownBy(() -> ValueTable.read(octet, "octet.xlsx"))
                    .hasMessageContaining("octets that are no letters of its encoding");
        } finally {
            System.setErr(standard);
        }
        assertThat(said).as("what parsers say by themselves").hasToString("");
        zip(octet, sound, "xl/worksheets/sheet1.xml", "<a>\n<b>".getBytes(StandardCharsets.UTF_8));
        assertThatThrownBy(() -> ValueTable.read(octet, "octet.xlsx"))
                .hasMessageContaining("no sound spreadsheet: line 2, column ");
        Path macros = folder.resolve("macros.xlsx");
        zip(macros, sound, "xl/vbaProject.bin", "x".getBytes(StandardCharsets.UTF_8));
        assertThatThrownBy(() -> ValueTable.read(macros, "macros.xlsx")).hasMessageContaining("macros");
        Path dtd = folder.resolve("dtd.xlsx");
        zip(
                dtd,
                sound,
                "xl/worksheets/sheet1.xml",
                "<!DOCTYPE x [<!ENTITY e SYSTEM 'file:///etc/passwd'>]><worksheet><sheetData><row><c t='str'><v>&e;</v></c></row></sheetData></worksheet>"
                        .getBytes(StandardCharsets.UTF_8));
        assertThatThrownBy(() -> ValueTable.read(dtd, "dtd.xlsx")).isInstanceOf(UrvantException.class);
        Path text = Files.writeString(folder.resolve("text.xlsx"), "device,setting,value");
        assertThatThrownBy(() -> ValueTable.read(text, "text.xlsx")).isInstanceOf(UrvantException.class);
        assertThatThrownBy(() -> ValueTable.read(text, "text.ods")).hasMessageContaining("neither .csv nor .xlsx");
        byte[] whole = Files.readAllBytes(sound);
        for (int length = 0; length < whole.length; length += 37) {
            Path cut = Files.write(folder.resolve("cut.xlsx"), Arrays.copyOf(whole, length));
            assertThat(rowsOrNone(cut)).as("cut at %d", length).isIn(List.of(), rowsOrNone(sound));
        }
        assertThat(rowsOrNone(sound)).isNotEmpty();
    }

    /** Columns: the cells of the second row; what is said. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            <c r='C2'><v>1</v></c><c r='C2'><v>2</v></c> | cell C2 stands there twice
            <c r='C2'><v>1e999999999</v></c>             | cell C2 holds '1e999999999', which is no number that a sheet can hold
            <c r='C2'><v>1E3</v></c>                     | 1000
            """)
    void numbersOfASpreadsheetAreThoseThatOneCanHold(String cells, String found) throws IOException {
        Path file = folder.resolve("n.xlsx");
        String row = "<worksheet><sheetData><row r='1'><c t='str'><v>device</v></c><c t='str'><v>setting</v></c>"
                + "<c t='str'><v>value</v></c></row><row r='2'><c r='A2' t='str'><v>F11</v></c>"
                + "<c r='B2' t='str'><v>a.b</v></c>" + cells + "</row></sheetData></worksheet>";
        zip(file, sheet("s.xlsx", sheet -> {}), "xl/worksheets/sheet1.xml", row.getBytes(StandardCharsets.UTF_8));
        String said;
        try {
            ValueTable.Read read = ValueTable.read(file, "n.xlsx");
            said = read.findings() + read.rows().toString();
        } catch (UrvantException e) {
            said = e.getMessage();
        }
        assertThat(said).contains(found);
    }

    /** What is read of an archive without its directory is still all of its entries, each with its own checksum. */
    private static List<String> rowsOrNone(Path file) {
        try {
            return ValueTable.read(file, "cut.xlsx").rows().stream()
                    .map(ValuePlan.Wanted::path)
                    .toList();
        } catch (UrvantException e) {
            return List.of();
        }
    }

    private static byte[] bigSheet() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write("<worksheet><sheetData><row><c t='str'><v>".getBytes(StandardCharsets.UTF_8));
        byte[] blank = " ".repeat(1_000_000).getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < 60; i++) {
            out.write(blank);
        }
        out.write("</v></c></row></sheetData></worksheet>".getBytes(StandardCharsets.UTF_8));
        return out.toByteArray();
    }

    /** Copies an archive with one entry replaced or added. */
    private static void zip(Path to, Path from, String name, byte[] content) throws IOException {
        try (var in = new ZipFile(from.toFile());
                ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(to))) {
            for (ZipEntry entry : in.stream().map(ZipEntry.class::cast).toList()) {
                if (!entry.getName().equals(name)) {
                    out.putNextEntry(new ZipEntry(entry.getName()));
                    byte[] bytes = in.getInputStream(entry).readAllBytes();
                    if (entry.getName().equals("[Content_Types].xml") && name.endsWith(".bin")) {
                        bytes = new String(bytes, StandardCharsets.UTF_8)
                                .replace(
                                        "</Types>",
                                        "<Default Extension=\"bin\" ContentType=\"application/vnd.ms-office.vbaProject\"/></Types>")
                                .getBytes(StandardCharsets.UTF_8);
                    }
                    out.write(bytes);
                }
            }
            out.putNextEntry(new ZipEntry(name));
            out.write(content);
        }
    }

    /** A text that a spreadsheet would calculate with stays a text, there and back, in both forms. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "=1+1",
                "+46 31 390 06 00",
                "-off",
                "@SUM(A1)",
                "-12.5",
                "'quoted",
                "007",
                "4.10",
                "a\"b,c;d",
                "1e3"
            })
    void cellsThatLookLikeFormulasStayText(String value) throws IOException {
        for (String ending : List.of("csv", "xlsx")) {
            Path file = folder.resolve("inject." + ending);
            ValueTable.write(file, List.of(List.of("RTU1", "unit.name", value, "", "", "", "", "")));
            assertThat(ValueTable.read(file, "inject." + ending).rows().get(0).text())
                    .isEqualTo(value);
        }
        boolean harmless = value.matches("[-a-z0-9'].*") && !value.equals("-off");
        assertThat(Files.readString(folder.resolve("inject.csv")).contains("'" + value))
                .isEqualTo(!harmless);
    }

    @ParameterizedTest(name = "{1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            device,setting,value⏎F11,a,1⏎F11,a,2     | F11 a stands already at t.csv:2
            device;setting;value⏎F11;a;1⏎;b;2        | a value without device or setting
            device,setting⏎F11,a                     | column 'value' is missing
            device,setting,value⏎F11,a,"1            | not CSV
            device,setting,value,unit⏎F11,a,yes,A    | the value is 'yes', and the row has a unit or side
            device,setting,value,side⏎F11,a,'=1,prim | the value is '=1', and the row has a unit or side
            """)
    void aTableInTextIsReadOrRefused(String text, String found) throws IOException {
        Path file = Files.writeString(folder.resolve("t.csv"), text.replace("⏎", "\n"));
        String said;
        try {
            said = ValueTable.read(file, "t.csv").findings().get(0).message();
        } catch (UrvantException e) {
            said = e.getMessage();
        }
        assertThat(said).contains(found);
    }

    /** Columns: headings after device and setting, cells of a row, value that is read, columns that are not. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            value,unit,side      | 480,A,primary | 480 A primary | ''
            value,Unit           | 200,ms        | 200 ms        | ''
            value,unit           | 5 A,A         | 5 A           | ''
            value,unit           | ,A            | ''            | ''
            value,unit           | yes,          | yes           | ''
            value,unit,side      | 0.3,-,–       | 0.3           | ''
            side,value           | secondary,1.2 A | 1.2 A secondary | ''
            value,remark,default | 5 A,why,1     | 5 A           | remark
            value,remark         | 5 A,          | 5 A           | ''
            """)
    void whatStandsBesideANumberBelongsToIt(String headings, String cells, String value, String unread)
            throws IOException {
        Path file =
                Files.writeString(folder.resolve("t.csv"), "device,setting," + headings + "\nF11,a," + cells + "\n");
        ValueTable.Read read = ValueTable.read(file, "t.csv");
        assertThat(read.findings()).isEmpty();
        assertThat(read.rows().get(0).text()).isEqualTo(value);
        assertThat(String.join(",", read.unread())).isEqualTo(unread);
    }
}
