package org.urvant.core.point.list;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.point.PointSpace;

/**
 * How a list is to be read.
 *
 * @param name name of the list
 * @param space protocol of its points; empty where its rows say it
 * @param headings words of columns by the headings that stand for them, beyond those that are known
 * @param assumed what counts where a cell is empty, or there is no such column, by the word of the column
 * @param kinds words that kinds of signal have
 * @param mayHaveDecimalComma whether a comma in a number can be a decimal sign
 */
public record ListRequest(
        String name,
        Optional<PointSpace> space,
        Map<String, String> headings,
        Map<String, String> assumed,
        Collection<String> kinds,
        boolean mayHaveDecimalComma) {
    public ListRequest {
        headings = Map.copyOf(headings);
        assumed = Map.copyOf(assumed);
        kinds = List.copyOf(kinds);
    }

    /** Returns a request for a list that says everything itself. */
    public static ListRequest of(String name, Collection<String> kinds) {
        return new ListRequest(name, Optional.empty(), Map.of(), Map.of(), kinds, false);
    }
}
