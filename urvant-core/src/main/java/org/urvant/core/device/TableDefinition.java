package org.urvant.core.device;

import java.util.Objects;
import org.urvant.core.finding.Rule;

/**
 * Settings that repeat as rows.
 *
 * @param name name within the type
 * @param meaning what the rows are, in plain words
 * @param least least number of rows; null for none
 * @param most greatest number of rows; null for no bound
 * @param isNumbered whether rows are named 1, 2, 3 … rather than by people
 * @param row the columns, and rules about each row
 * @param unreferenced rule that a row breaks when no reference names it; null when it may stand alone
 * @param condition when the table applies; null for always
 * @param licence licence that rows need; empty text for none
 * @param bus what the rows are members of; null when they are not members of a bus
 */
public record TableDefinition(
        String name,
        String meaning,
        Bound least,
        Bound most,
        boolean isNumbered,
        SheetDefinition row,
        Rule unreferenced,
        Condition condition,
        String licence,
        SubBus bus) {
    public TableDefinition {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(row, "row");
    }
}
