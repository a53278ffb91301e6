package org.urvant.core.point.list;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Severity;

/**
 * What was read of a list: the rows that are sound, how its columns were understood, and what is wrong.
 *
 * @param list the list; empty when its headings say too little
 * @param columns one for each heading, in their order
 * @param findings what is wrong, in the order of the rows
 * @param rows how many rows are about something, sound or not
 * @param examples what examples of the list are worth, by the position of their rows
 */
public record ListReading(
        Optional<PointList> list,
        List<Understood> columns,
        List<Finding> findings,
        int rows,
        Map<Position, String> examples) {
    /**
     * How a heading was understood.
     *
     * @param heading as it stands there
     * @param column word of the column that it is; empty text when it is passed over
     */
    public record Understood(String heading, String column) {}

    public ListReading {
        columns = List.copyOf(columns);
        findings = List.copyOf(findings);
        examples = Map.copyOf(examples);
    }

    /** Returns whether no finding is an error. */
    public boolean isSound() {
        return findings.stream().noneMatch(finding -> finding.severity() == Severity.ERROR);
    }
}
