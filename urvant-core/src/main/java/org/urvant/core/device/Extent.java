package org.urvant.core.device;

import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;

/**
 * Where a device has a stage or zone of protection: once, for each setting group, or for each row of a table.
 *
 * @param isPerGroup whether there is one for each setting group
 * @param table name of the table, of the device or of its groups, for each row of which there is one; empty text for none
 * @param when when it is on; null for always
 */
public record Extent(boolean isPerGroup, String table, Expression when) {
    /** Returns whether it is on where the values of a scope hold; what is unknown counts as on. */
    public boolean isOn(Scope scope) {
        return when == null || when.test(scope).orElse(true);
    }
}
