package org.urvant.formats.table;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.file.SafeFile;
import org.urvant.project.mapping.SignalMatrix;
import org.urvant.project.setting.Matrix;

/** A matrix as CSV: rows down, columns across, {@code x} where a row names a column. */
public final class MarkTable {
    private static final String MARK = "x";
    private static final long MOST_BYTES = 10_000_000;

    private MarkTable() {}

    /** Writes a matrix. */
    public static void write(Path file, Matrix matrix) {
        List<List<String>> lines = new ArrayList<>();
        List<String> heading = new ArrayList<>(List.of("row"));
        heading.addAll(matrix.columns().keySet());
        lines.add(heading);
        for (String row : matrix.rows()) {
            List<String> cells = new ArrayList<>(List.of(row));
            matrix.columns().keySet().forEach(column -> cells.add(matrix.isMarked(row, column) ? MARK : ""));
            lines.add(cells);
        }
        SafeFile.write(file, ValueTable.csv(lines).getBytes(StandardCharsets.UTF_8));
    }

    /** Writes which signal of a device goes where. */
    public static void write(Path file, SignalMatrix matrix) {
        List<List<String>> lines = new ArrayList<>();
        List<String> heading = new ArrayList<>(List.of("signal"));
        heading.addAll(matrix.columns());
        lines.add(heading);
        for (String signal : matrix.rows().keySet()) {
            List<String> cells = new ArrayList<>(List.of(signal));
            matrix.columns().forEach(column -> cells.add(matrix.shown(signal, column)));
            lines.add(cells);
        }
        SafeFile.write(file, ValueTable.csv(lines).getBytes(StandardCharsets.UTF_8));
    }

    /**
     * Reads the columns that each row is to name.
     *
     * @throws MalformedInputException when a cell holds something else than {@code x} or nothing, or a row or column stands
     *     twice
     */
    public static Matrix.Wanted read(Path file, String shownAs) {
        List<ValueTable.TableLine> lines = ValueTable.lines(SafeFile.readText(file, MOST_BYTES, shownAs), shownAs);
        if (lines.isEmpty() || !lines.get(0).cells().get(0).strip().equals("row")) {
            throw new MalformedInputException(
                    Position.line(shownAs, 1),
                    "the first cell is not 'row'",
                    "Begin with one that was written here.",
                    Step.of(Action.MATRIX, "DEVICE", "TABLE"));
        }
        List<String> columns = lines.get(0).cells().stream().map(String::strip).toList();
        ValueTable.columns(lines, shownAs);
        Map<String, Set<String>> marks = new LinkedHashMap<>();
        for (ValueTable.TableLine line : lines.subList(1, lines.size())) {
            Position position = Position.line(shownAs, line.sound(shownAs).number());
            Set<String> named = new LinkedHashSet<>();
            for (int i = 1; i < line.cells().size(); i++) {
                String cell = line.cells().get(i).strip();
                if (!cell.isEmpty()
                        && (!cell.equalsIgnoreCase(MARK) || columns.get(i).isEmpty())) {
                    throw new MalformedInputException(
                            position,
                            "'" + cell + "' stands in column " + (i + 1) + "; expected x or nothing",
                            "Mark with x.");
                }
                if (!cell.isEmpty()) {
                    named.add(columns.get(i));
                }
            }
            String row = line.cells().get(0).strip();
            if (row.isEmpty() || marks.put(row, named) != null) {
                throw new MalformedInputException(
                        position,
                        row.isEmpty() ? "a row without name" : "row '" + row + "' stands here a second time",
                        "Give each row a name of its own.");
            }
        }
        Set<String> mentioned = new LinkedHashSet<>(columns.subList(1, columns.size()));
        mentioned.remove("");
        return new Matrix.Wanted(mentioned, marks);
    }
}
