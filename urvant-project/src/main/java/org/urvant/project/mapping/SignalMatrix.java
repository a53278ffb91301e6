package org.urvant.project.mapping;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.urvant.core.point.program.ProgramPoint;
import org.urvant.core.text.NumberedNames;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;

/**
 * Which signal of a device's rows goes where: signals down, connections across, points where they meet.
 *
 * @param columns names of the connections at which rows end, and {@code program} for the device's own programs
 * @param rows by what a signal is called in its row, calculation included: the cells by column
 */
public record SignalMatrix(List<String> columns, Map<String, Map<String, List<Cell>>> rows) {
    /**
     * One row of the mapping, where signal and connection meet.
     *
     * @param point the point there
     * @param name name of the row
     * @param isCommand whether the point commands the signal
     * @param isUsed whether the row is in use
     */
    public record Cell(String point, String name, boolean isCommand, boolean isUsed) {
        /** Returns the cell as people read it. */
        @Override
        public String toString() {
            return (isCommand ? "← " : "") + point + (isUsed ? "" : " (off)");
        }
    }

    public SignalMatrix {
        columns = List.copyOf(columns);
        rows = Collections.unmodifiableMap(rows);
    }

    /** Returns the matrix of a device; signals in the order of their names. A row that is wrong stands as it is. */
    public static SignalMatrix of(Project project, Device device) {
        TreeSet<String> columns = new TreeSet<>();
        Map<String, Map<String, List<Cell>>> rows = new TreeMap<>(NumberedNames.ORDER);
        for (Mapping row : device.mappings()) {
            boolean isCommand = ResolvedMapping.resolve(project, device, row, finding -> {})
                    .filter(ResolvedMapping::isCommand)
                    .isPresent();
            String signal = isCommand
                    ? shown(row, row.target(), row.destination())
                    : shown(row, row.origin(), row.shownSource());
            Mapping.End other = isCommand ? row.origin() : row.target();
            String column = other.isProgram() ? ProgramPoint.TEXT : other.connection();
            String point = other.isProgram() ? RowSignals.name(row.identifier()) : other.point();
            columns.add(column);
            rows.computeIfAbsent(signal, name -> new TreeMap<>())
                    .computeIfAbsent(column, name -> new ArrayList<>())
                    .add(new Cell(point, row.name(), isCommand, row.isUsed()));
        }
        return new SignalMatrix(List.copyOf(columns), rows);
    }

    private static String shown(Mapping row, Mapping.End end, String text) {
        return end.isProgram()
                ? RowSignals.name(row.identifier())
                : end.isLink() ? RowTrial.link(end.connection()) : text;
    }

    /** Returns what stands where a signal and a connection meet, as one text. */
    public String shown(String signal, String column) {
        return String.join(", ", at(signal, column).stream().map(Cell::toString).toList());
    }

    /** Returns what stands where a signal and a connection meet. */
    public List<Cell> at(String signal, String column) {
        return rows.getOrDefault(signal, Map.of()).getOrDefault(column, List.of());
    }
}
