package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.device.SettingKind;
import org.urvant.core.device.TableDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.text.NearestName;
import org.urvant.core.text.NumberedNames;

/**
 * A table of a device seen as a matrix: a line for each row, a column for each channel or row that its references to several
 * can name, a mark where they do. Immutable.
 *
 * @param prefix what stands before the rows' names in paths, such as {@code assignments}
 * @param columns what can be named, in order, each with the setting that names it
 * @param rows names of the rows
 * @param marks columns that each row names
 */
public record Matrix(String prefix, Map<String, String> columns, List<String> rows, Map<String, Set<String>> marks) {
    /**
     * Returns a table as a matrix.
     *
     * @param prefix name of the table, with its group before it when it is one of a setting group
     * @throws UnknownNameException when there is no such table
     * @throws RefusedException when none of its columns names several things
     */
    public static Matrix of(DeviceSheets sheets, String prefix) {
        boolean inGroup = prefix.startsWith("group.");
        String name = prefix.substring(prefix.lastIndexOf('.') + 1);
        Map<String, TableDefinition> tables =
                inGroup ? sheets.type().groups().tables() : sheets.type().tables();
        TableDefinition table = tables.get(name);
        if (table == null
                || inGroup
                        && sheets.sheet(prefix.substring(0, prefix.length() - name.length() - 1))
                                .isEmpty()) {
            throw new UnknownNameException("table", prefix, tables.keySet());
        }
        List<SettingDefinition> many = table.row().settings().values().stream()
                .filter(setting -> setting.kind() == SettingKind.REFERENCE
                        && setting.limits().isMany())
                .toList();
        if (many.isEmpty()) {
            throw new RefusedException(
                    "table " + prefix + " names nothing more than once a row, so it is no matrix",
                    "Look at its values, or take them out to a spreadsheet.",
                    Step.of(Action.SHOW, sheets.device().name()),
                    Step.of(Action.EXPORT, "FILE", sheets.device().name()));
        }
        Map<String, String> columns = new LinkedHashMap<>();
        for (SettingDefinition setting : many) {
            names(sheets, prefix, setting.limits().refersTo())
                    .forEach(column -> columns.putIfAbsent(column, setting.path()));
        }
        List<String> rows = new ArrayList<>();
        Map<String, Set<String>> marks = new LinkedHashMap<>();
        for (Sheet row : sheets.of(Sheet.Kind.ROW, prefix)) {
            rows.add(row.name());
            Set<String> named = new LinkedHashSet<>();
            for (SettingDefinition setting : many) {
                row.text(setting).ifPresent(text -> named.addAll(Arrays.asList(text.split("\\s*,\\s*"))));
            }
            marks.put(row.name(), named);
        }
        return new Matrix(prefix, columns, rows, marks);
    }

    private static List<String> names(DeviceSheets sheets, String prefix, String refersTo) {
        if (refersTo.equals("channels")) {
            return List.copyOf(sheets.channels().keySet());
        }
        if (sheets.type().hardware().channels().containsKey(refersTo)) {
            return sheets.channels().entrySet().stream()
                    .filter(entry -> entry.getValue().name().equals(refersTo))
                    .map(Map.Entry::getKey)
                    .toList();
        }
        int dot = prefix.lastIndexOf('.');
        String container = sheets.type().tables().containsKey(refersTo) || dot < 0
                ? refersTo
                : prefix.substring(0, dot + 1) + refersTo;
        return sheets.of(Sheet.Kind.ROW, container).stream()
                .map(Sheet::name)
                .sorted(NumberedNames.ORDER)
                .toList();
    }

    /** Returns whether a row names a column. */
    public boolean isMarked(String row, String column) {
        return marks.getOrDefault(row, Set.of()).contains(column);
    }

    /** Returns the columns that no row names. */
    public List<String> unmarked() {
        return columns.keySet().stream()
                .filter(column -> rows.stream().noneMatch(row -> isMarked(row, column)))
                .toList();
    }

    /**
     * What is wanted of a matrix.
     *
     * @param columns the columns that something is said of
     * @param rows columns, of those, that each row is to name
     */
    public record Wanted(Set<String> columns, Map<String, Set<String>> rows) {}

    /**
     * Returns the values, by path, that make the table have other marks; a null where a row names nothing more. Rows and
     * columns that are not mentioned keep their marks; a row that is not there yet is made.
     *
     * @throws UnknownNameException when a column does not exist, or a row that is named almost like one that does
     */
    public Map<String, String> changes(Wanted wanted) {
        wanted.columns.stream()
                .filter(column -> !columns.containsKey(column))
                .findFirst()
                .ifPresent(column -> {
                    throw new UnknownNameException("column", column, columns.keySet());
                });
        wanted.rows.keySet().stream()
                .filter(row -> !rows.contains(row) && NearestName.of(row, rows).isPresent())
                .findFirst()
                .ifPresent(row -> {
                    throw new UnknownNameException("row of " + prefix, row, rows);
                });
        Map<String, String> changes = new LinkedHashMap<>();
        wanted.rows.forEach((row, named) -> {
            Set<String> has = marks.getOrDefault(row, Set.of());
            Set<String> gets = new LinkedHashSet<>(has);
            gets.removeAll(wanted.columns);
            gets.addAll(named);
            for (String setting : new LinkedHashSet<>(columns.values())) {
                List<String> before = named(setting, has);
                List<String> after = named(setting, gets);
                if (!before.equals(after)) {
                    changes.put(prefix + "." + row + "." + setting, after.isEmpty() ? null : String.join(", ", after));
                }
            }
        });
        return changes;
    }

    private List<String> named(String setting, Set<String> named) {
        return columns.entrySet().stream()
                .filter(entry -> entry.getValue().equals(setting) && named.contains(entry.getKey()))
                .map(Map.Entry::getKey)
                .toList();
    }
}
