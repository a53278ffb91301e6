package org.urvant.formats.table;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.TestPoint;
import org.urvant.file.SafeFile;
import org.urvant.project.setting.TestResults;
import org.urvant.project.setting.TestSheet;

/** The points of a test sheet as a table in which results are filled in. */
public final class TestTable {
    private static final List<String> COLUMNS = List.of(
            "device",
            "group",
            "stage",
            "point",
            "inject",
            "expected s",
            "from s",
            "to s",
            "operated",
            "measured",
            "note");
    private static final long MOST_BYTES = 20_000_000;

    private TestTable() {}

    /**
     * Writes a sheet by the ending of the name.
     *
     * @throws org.urvant.core.error.RefusedException when the name ends in neither {@code .csv} nor {@code .xlsx}
     */
    public static void write(Path file, TestSheet sheet) {
        List<List<String>> rows = new ArrayList<>();
        for (TestPoint point : sheet.points()) {
            rows.add(List.of(
                    sheet.device(),
                    String.valueOf(sheet.group()),
                    point.stage(),
                    point.tried(),
                    point.injection().text(),
                    TestResults.expected(point),
                    TestResults.text(point.expected().from()),
                    TestResults.text(point.expected().to()),
                    "",
                    "",
                    point.note()));
        }
        GivenTable.write(file, COLUMNS, rows);
    }

    /**
     * Reads what was filled in.
     *
     * @throws MalformedInputException when it is no such table
     */
    public static List<TestResults.Filled> read(Path file, String shownAs) {
        byte[] content = SafeFile.read(file, MOST_BYTES);
        GivenTable table = GivenTable.read(content, shownAs, Optional.empty());
        if (table.isPart()) {
            SheetFile.read(content, shownAs); // refuses it when another sheet holds something
        }
        Reading reading = new Reading();
        table.forEach(reading::take);
        if (reading.headings == null) {
            throw new MalformedInputException(
                    Position.in(shownAs), "the table is empty", "Write one with 'test-points --out', and fill it in.");
        }
        return reading.rows;
    }

    private static final class Reading {
        private final List<TestResults.Filled> rows = new ArrayList<>();
        private List<String> headings;

        void take(GivenTable.Line line) {
            if (headings == null) {
                headings = line.unmerged().cells().stream()
                        .map(cell -> cell.strip().toLowerCase(Locale.ROOT))
                        .toList();
                List<String> missing = COLUMNS.subList(0, COLUMNS.size() - 1).stream()
                        .filter(column -> !headings.contains(column))
                        .toList();
                if (!missing.isEmpty()) {
                    throw new MalformedInputException(
                            line.position(),
                            "the table lacks the column " + String.join(", ", missing),
                            "Take a sheet as it was written, and fill in 'operated' and 'measured'.");
                }
                return;
            }
            line.unmerged().mistakes().forEach((column, mistake) -> {
                throw new MalformedInputException(
                        new Position(line.position().source(), line.position().line(), column + 1),
                        mistake,
                        "Write the value itself into the cell.");
            });
            rows.add(new TestResults.Filled(
                    cell(line, "device"),
                    cell(line, "group"),
                    cell(line, "stage"),
                    cell(line, "point"),
                    cell(line, "inject"),
                    cell(line, "expected s"),
                    new TestResults.Seen(
                            cell(line, "operated").toLowerCase(Locale.ROOT),
                            cell(line, "measured").replace(',', '.')),
                    line.position()));
        }

        private String cell(GivenTable.Line line, String column) {
            int place = headings.indexOf(column);
            return place < line.cells().size() ? line.cells().get(place).strip() : "";
        }
    }
}
