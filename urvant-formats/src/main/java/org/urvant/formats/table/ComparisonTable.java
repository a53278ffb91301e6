package org.urvant.formats.table;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.urvant.core.compare.Comparison;
import org.urvant.core.compare.Difference;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;

/** The differences of a comparison as a table, one a row. */
public final class ComparisonTable {
    private ComparisonTable() {}

    /**
     * Writes a comparison by the ending of the name.
     *
     * @param left what the left side is called, and the heading of its values
     * @param right what the right side is called
     * @param units units of the values by their paths; empty text for none
     * @throws org.urvant.core.error.RefusedException when the name ends in neither {@code .csv} nor {@code .xlsx}
     */
    public static void write(Path file, String left, String right, Comparison comparison, UnaryOperator<String> units) {
        List<List<String>> rows = new ArrayList<>();
        for (Comparison.Placed placed : comparison.leaves()) {
            Difference difference = placed.difference();
            boolean isRenamed = difference.kind() == Difference.Kind.RENAMED;
            rows.add(List.of(
                    placed.path(),
                    difference.kind().word(),
                    isRenamed ? difference.former() : text(difference.left()),
                    isRenamed ? difference.name() : text(difference.right()),
                    units.apply(placed.path()),
                    difference.meaning()));
        }
        GivenTable.write(file, List.of("path", "difference", left, right, "unit", "meaning"), rows);
    }

    private static String text(Node node) {
        if (node instanceof Section section) {
            int count = section.valueCount();
            return count + (count == 1 ? " value" : " values");
        }
        return node == null ? "" : node.toString();
    }
}
