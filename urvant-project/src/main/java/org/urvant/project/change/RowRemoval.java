package org.urvant.project.change;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.urvant.core.device.SettingDefinition;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Ref;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.reference.References;
import org.urvant.project.setting.DeviceSheets;
import org.urvant.project.setting.Sheet;

/**
 * What goes when a row of a table goes: the row, and what refers to it. A list of names loses the name, an optional reference
 * or one with a default goes, and a row that cannot be without its reference goes too, with what refers to that.
 *
 * @param rows prefixes of the rows that go, the one that was named first
 * @param values new texts by path of the references that stay; null for those that go
 * @param referrers what refers to the rows, in plain words
 */
public record RowRemoval(List<String> rows, Map<String, String> values, List<String> referrers) {
    /**
     * Says what goes with a row; changes nothing.
     *
     * @throws UnknownNameException when there is no such row
     */
    public static RowRemoval of(DeviceSheets sheets, String prefix) {
        List<Sheet> rows = sheets.all().stream()
                .filter(sheet -> sheet.kind() == Sheet.Kind.ROW)
                .toList();
        if (rows.stream().noneMatch(row -> row.prefix().equals(prefix))) {
            throw new UnknownNameException(
                    "row", prefix, rows.stream().map(Sheet::prefix).toList());
        }
        Set<String> gone = new LinkedHashSet<>(List.of(prefix));
        Map<String, String> values = new LinkedHashMap<>();
        List<String> referrers = new ArrayList<>();
        ArrayDeque<String> open = new ArrayDeque<>(gone);
        while (!open.isEmpty()) {
            Sheet row = sheets.sheet(open.poll()).orElseThrow();
            for (Sheet sheet : sheets.all()) {
                for (SettingDefinition setting : sheet.definition().settings().values()) {
                    List<String> rest = without(sheets, row, sheet, setting, values);
                    if (rest == null || gone.contains(sheet.prefix())) {
                        continue;
                    }
                    referrers.add(sheet.path(setting.path()) + " = "
                            + sheet.text(setting).orElse(""));
                    if (!rest.isEmpty()) {
                        values.put(sheet.path(setting.path()), String.join(", ", rest));
                    } else if (setting.isOptional() || setting.standard() != null || sheet.kind() != Sheet.Kind.ROW) {
                        values.put(sheet.path(setting.path()), null);
                    } else if (gone.add(sheet.prefix())) {
                        open.add(sheet.prefix());
                    }
                }
            }
        }
        values.keySet().removeIf(path -> gone.stream().anyMatch(row -> path.startsWith(row + ".")));
        return new RowRemoval(List.copyOf(gone), values, referrers);
    }

    /**
     * Takes the row out, with what goes with it.
     *
     * @param isCascade whether to take away what refers to it too
     * @throws RefusedException when something refers to it and that is not to go too
     */
    public Project carriedOut(Project project, String name, boolean isCascade) {
        project.requireWhole(project.device(name)); // what cannot be read could name it
        if (!referrers.isEmpty() && !isCascade) {
            throw new RefusedException(
                    rows.get(0) + " is still named by " + String.join("; ", referrers),
                    "Change these first, or take them away too with --cascade.");
        }
        Device device = ValueChange.changed(project, project.device(name), values);
        for (String row : rows) {
            device = device.with(device.given().without(row));
        }
        return project.with(device);
    }

    /** Returns the names that a reference keeps without a row; null when it does not name the row. */
    private static List<String> without(
            DeviceSheets sheets, Sheet row, Sheet sheet, SettingDefinition setting, Map<String, String> values) {
        Entry given = sheet.given().get(setting.path());
        String text = given == null ? null : values.getOrDefault(sheet.path(setting.path()), given.text());
        Ref target = Ref.of(Ref.Kind.ROW, row.prefix(), sheets.device().name());
        if (text == null || !References.named(sheets, sheet, setting, text).contains(target)) {
            return null;
        }
        List<String> names = new ArrayList<>(Arrays.asList(text.split("\\s*,\\s*")));
        names.remove(row.name());
        return names;
    }
}
