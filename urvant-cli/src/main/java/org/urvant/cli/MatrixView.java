package org.urvant.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.urvant.core.text.NumberedNames;
import org.urvant.project.mapping.SignalMatrix;
import org.urvant.project.setting.Matrix;

/** Shows a table as a matrix of marks. */
final class MatrixView {
    private final Command command;
    private final String table;

    MatrixView(Command command, String table) {
        this.command = command;
        this.table = table;
    }

    /** Shows which signals of a device go where. */
    void say(String name, SignalMatrix matrix) {
        if (command.json) {
            Map<String, Object> rows = new LinkedHashMap<>();
            matrix.rows()
                    .forEach((signal, cells) -> rows.put(
                            signal,
                            cells.values().stream()
                                    .flatMap(List::stream)
                                    .map(cell -> Json.object(
                                            "point", cell.point(),
                                            "row", cell.name(),
                                            "command", cell.isCommand(),
                                            "use", cell.isUsed()))
                                    .toList()));
            command.sayJson(Json.object("device", name, "table", table, "columns", matrix.columns(), "rows", rows));
            return;
        }
        List<String> headings = new ArrayList<>(List.of("signal"));
        headings.addAll(matrix.columns());
        Table cells = new Table(headings.toArray(String[]::new));
        for (String signal : matrix.rows().keySet()) {
            List<Object> line = new ArrayList<>(List.of(signal));
            matrix.columns().forEach(column -> line.add(matrix.shown(signal, column)));
            cells.row(line.toArray());
        }
        if (cells.isEmpty()) {
            command.note(name + " maps nothing");
        } else {
            command.say(cells);
        }
    }

    /** Shows marks; those of columns that no row names only when all are wanted. */
    void say(String name, Matrix matrix, boolean all) {
        if (command.json) {
            Map<String, Object> rows = new TreeMap<>();
            matrix.rows()
                    .forEach(row -> rows.put(row, List.copyOf(matrix.marks().get(row))));
            command.sayJson(Json.object("device", name, "table", table, "rows", rows, "unmarked", matrix.unmarked()));
            return;
        }
        List<String> columns = matrix.columns().keySet().stream()
                .filter(column -> all || !matrix.unmarked().contains(column))
                .toList();
        List<String> headings = new ArrayList<>(List.of(table));
        headings.addAll(columns);
        Table marks = new Table(headings.toArray(String[]::new));
        for (String row : matrix.rows()) {
            List<Object> cells = new ArrayList<>(List.of(row));
            columns.forEach(column -> cells.add(matrix.isMarked(row, column) ? "×" : "·"));
            marks.row(cells.toArray());
        }
        command.say(marks);
        if (!all && !matrix.unmarked().isEmpty()) {
            command.note(command.paint.faint("named by no row: " + NumberedNames.brief(matrix.unmarked())));
        }
    }
}
