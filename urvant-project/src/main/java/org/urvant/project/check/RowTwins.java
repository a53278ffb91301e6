package org.urvant.project.check;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.project.Mapping;

/** Finds rows in use that give one receiver the same value at two points. */
final class RowTwins {
    private RowTwins() {}

    private record Given(List<Mapping.End> origins, Mapping.Handling handling, String receiver) {}

    /** Returns such rows, each with the row before it that gives the same. */
    static Map<Mapping, Mapping> find(List<Mapping> rows) {
        Map<Given, Mapping> first = new HashMap<>();
        Map<Mapping, Mapping> twins = new LinkedHashMap<>();
        for (Mapping row : rows) {
            if (row.isUsed() && !row.target().isProgram()) {
                Given given =
                        new Given(row.origins(), row.handling(), row.target().connection());
                Mapping other = first.putIfAbsent(given, row);
                if (other != null) {
                    twins.put(row, other);
                }
            }
        }
        return twins;
    }
}
