package org.urvant.formats.list;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.LimitExceededException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.error.UrvantException;
import org.urvant.core.finding.Finding;
import org.urvant.core.point.list.ListRows;
import org.urvant.core.point.list.ListedPoint;
import org.urvant.core.point.list.PointList;

/** Lists as spreadsheets and people write them. */
class PointListFileTest {
    @TempDir
    private Path folder;

    private static final PointListFile.How HOW = new PointListFile.How(
            "PD1",
            Optional.of("modbus"),
            Map.of(),
            Map.of(),
            Map.of("area", "holding", "type", "int16"),
            Optional.empty());

    private PointListFile.Read read(String name, byte[] content) throws IOException {
        Files.write(folder.resolve(name), content);
        return PointListFile.read(folder.resolve(name), name, HOW);
    }

    private static List<String> points(PointListFile.Read read) {
        return read.reading().list().orElseThrow().points().values().stream()
                .map(point -> point.about().name() + " " + point.point().text() + " "
                        + point.measure().factor())
                .toList();
    }

    @ParameterizedTest
    @CsvSource({
        "UTF-8,        ',', '',         0.1, 'CSV, UTF-8, cells separated by '','''",
        "UTF-8,        ';', '',         '0,1', 'CSV, UTF-8, cells separated by '';'''",
        "windows-1252, ';', '',         '0,1', 'CSV, windows-1252, cells separated by '';'''",
        "UTF-16,       TAB, '',         '0,1', 'CSV, UTF-16BE, cells separated by tabs'",
        "UTF-16LE,     TAB, BOM,        '0,1', 'CSV, UTF-16LE, cells separated by tabs'",
        "UTF-8,        '|', BOM,        0.1, 'CSV, UTF-8, cells separated by ''|'''",
        "UTF-8,        ';', 'sep=;',    0.1, 'CSV, UTF-8, cells separated by '';'''",
        "UTF-8,        ',', 'Register list;of;the maker', 0.1, 'CSV, UTF-8, cells separated by '','''"
    })
    void textsOfAllEncodingsAndSeparatorsAreRead(
            String encoding, String separator, String before, String factor, String form) throws IOException {
        String sign = separator.equals("TAB") ? "\t" : separator;
        String first = before.equals("BOM") ? "\uFEFF" : before.isEmpty() ? "" : before + "\r\n";
        String text = first + String.join(sign, "Größe", "Register", "Signal", "Scale") + "\r\n"
                + String.join(sign, "\"a\"", "3", "Füllstand", factor) + "\r\n\r\n"
                + String.join(sign, "", "4", "\"two\nlines\"", factor) + "\r\n";
        PointListFile.Read read = read("list.csv", text.getBytes(Charset.forName(encoding)));
        assertThat(read.form()).isEqualTo(form);
        assertThat(points(read)).containsExactly("Füllstand holding:3 int16 0.1");
        assertThat(read.reading().findings())
                .extracting(Finding::message)
                .containsExactly("the cell of 'name' holds a control character");
        assertThat(read.reading().findings().get(0).position().line())
                .isEqualTo(before.isEmpty() || before.equals("BOM") ? 4 : 5);
    }

    @Test
    void rowsThatAreTooShortOrTooLongAreTold() throws IOException {
        PointListFile.Read read = read("l.csv", "name,address,scale\na,1\nb,2,1,5\nc,3,1,\nd,4,1\n".getBytes("UTF-8"));
        assertThat(read.reading().findings())
                .extracting(finding -> finding.position() + " " + finding.message())
                .containsExactly(
                        "l.csv:2 the row has 2 cells, the heading has 3",
                        "l.csv:3 the row has 4 cells, the heading has 3");
        assertThat(read.reading().list().orElseThrow().points().keySet()).containsExactly("c", "d");
    }

    @Test
    void aSheetOfASpreadsheetIsReadWithItsTitleAndItsFormulasAreTold() throws IOException {
        Path file = folder.resolve("l.xlsx");
        try (XSSFWorkbook book = new XSSFWorkbook();
                OutputStream out = Files.newOutputStream(file)) {
            book.createSheet("cover").createRow(0).createCell(0).setCellValue("Pump drive");
            Sheet sheet = book.createSheet("registers");
            sheet.createRow(0).createCell(0).setCellValue("Pump drive, registers");
            row(sheet, 2, "Signal", "Register", "Data type", "Scale", "Comment");
            Row numbers = sheet.createRow(3);
            numbers.createCell(0).setCellValue("Speed");
            numbers.createCell(1).setCellValue(12);
            numbers.createCell(2).setCellValue("float");
            numbers.createCell(3).setCellValue(0.1);
            Row formula = sheet.createRow(4);
            formula.createCell(0).setCellValue("Torque");
            formula.createCell(1).setCellFormula("B4+2");
            book.write(out);
        }
        PointListFile.How how = new PointListFile.How(
                "PD1", HOW.protocol(), Map.of(), Map.of(), HOW.assumed(), Optional.of("registers"));
        PointListFile.Read read = PointListFile.read(file, "l.xlsx", how);
        assertThat(read.headingRow()).isEqualTo(3);
        assertThat(points(read)).containsExactly("Speed holding:12 float32 ABCD 0.1");
        assertThat(read.reading().findings())
                .extracting(finding -> finding.position().line() + " " + finding.message())
                .containsExactly(
                        "5 cell B5 holds a formula; its result may change",
                        "4 it is not said in which order the registers of this value come; the one of highest weight is"
                                + " taken to be the first");
        assertThatThrownBy(() -> PointListFile.read(
                        file,
                        "l.xlsx",
                        new PointListFile.How(
                                "PD1", HOW.protocol(), Map.of(), Map.of(), Map.of(), Optional.of("nosuch"))))
                .isInstanceOf(UnknownNameException.class)
                .hasMessageContaining("nosuch");
    }

    @Test
    void aRowOfVeryManyCellsMeetsALimit() {
        byte[] wide = ("name;address\nSpeed;1\n" + "x;".repeat(20_000) + "\n").getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> read("l.csv", wide))
                .isInstanceOf(LimitExceededException.class)
                .hasMessageContaining("number of cells in a row is 20001, more than the limit of 1000");
    }

    private static void row(Sheet sheet, int number, String... cells) {
        Row row = sheet.createRow(number);
        for (int i = 0; i < cells.length; i++) {
            row.createCell(i).setCellValue(cells[i]);
        }
    }

    /** What a site calls its columns counts where it is found; what a person says must be there. */
    @Test
    void headingsOfAProjectCountWhereTheyAreFound() throws IOException {
        Files.writeString(folder.resolve("l.csv"), "Bezeichnung,Adr\nDrehzahl,7\n");
        Map<String, String> usual = Map.of("Bezeichnung", "name", "Adr", "address", "Sonst", "unit", "Art", "nosuch");
        PointListFile.Read read = PointListFile.read(
                folder.resolve("l.csv"),
                "l.csv",
                new PointListFile.How("PD1", HOW.protocol(), Map.of(), usual, HOW.assumed(), Optional.empty()));
        assertThat(points(read)).containsExactly("Drehzahl holding:7 int16 1");
        assertThatThrownBy(() -> PointListFile.read(
                        folder.resolve("l.csv"),
                        "l.csv",
                        new PointListFile.How(
                                "PD1",
                                HOW.protocol(),
                                Map.of("Sonst", "unit"),
                                usual,
                                HOW.assumed(),
                                Optional.empty())))
                .isInstanceOf(UnknownNameException.class)
                .hasMessageContaining("there is no heading 'Sonst'");
    }

    /** N28: a round trip through a spreadsheet loses nothing, texts that look like formulas among it. */
    @ParameterizedTest
    @CsvSource({"l.csv", "l.xlsx"})
    void aListThatWasWrittenIsReadBackAsItWas(String name) throws IOException {
        String text =
                "name,area,address,type,factor,offset,least,most,unit,station,kind,place,description,default value\n"
                        + "'=Sum\",holding,1,float32,0.1,-5,-10,10,°C,7,alarm,Skarholm/K1/F01,\"+x, =y; \"\"z\"\"\",7.5\n"
                                .replace("'=Sum\"", "'=Sum")
                        + "-5 to 5,input,3,int32,,,,,,,,,007,-3\n@home,holding,9,bcd16,1e-3,,,,,,,,,\n";
        PointListFile.Read first = read("in.csv", text.getBytes("UTF-8"));
        PointList list = first.reading().list().orElseThrow();
        assertThat(list.points()).hasSize(2);
        PointListFile.write(folder.resolve(name), list);
        PointListFile.Read back = PointListFile.read(
                folder.resolve(name),
                name,
                new PointListFile.How("PD1", Optional.empty(), Map.of(), Map.of(), Map.of(), Optional.empty()));
        assertThat(back.reading().findings()).isEmpty();
        assertThat(rows(back.reading().list().orElseThrow())).isEqualTo(rows(list));
    }

    private static List<List<String>> rows(PointList list) {
        return ListRows.cells(list);
    }

    /** A cell of nothing but quotes is as long as its file. */
    @Test
    void veryManyQuotesAreATextLikeAnyOther() throws IOException {
        String quotes = "'".repeat(200_000);
        PointListFile.Read read = read("q.csv", ("name,address\n" + quotes + "x,1\nb,2\n").getBytes("UTF-8"));
        assertThat(read.reading().findings())
                .singleElement()
                .extracting(Finding::message)
                .isEqualTo("the cell of 'name' has 200001 characters");
    }

    /** Mutated lists end in points, findings or a typed refusal, and never in anything else. */
    @Test
    void mutatedListsAreAnsweredInOneOfTheKnownWays() throws IOException {
        byte[] sound = Files.readAllBytes(Path.of("../demo/pump-drive.csv"));
        Random random = new Random(7);
        int points = 0;
        for (int i = 0; i < 1_200; i++) {
            byte[] content = sound.clone();
            for (int n = random.nextInt(8); n >= 0; n--) {
                content[random.nextInt(content.length)] = (byte) random.nextInt(256);
            }
            try {
                points += read("m.csv", content)
                        .reading()
                        .list()
                        .map(list -> (int) list.points().values().stream()
                                .map(ListedPoint::key)
                                .distinct()
                                .count())
                        .orElse(0);
            } catch (UrvantException e) {
                assertThat(e.getMessage()).isNotBlank();
            }
        }
        assertThat(points).isGreaterThan(1_200);
    }
}
