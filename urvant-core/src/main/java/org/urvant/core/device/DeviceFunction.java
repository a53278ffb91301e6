package org.urvant.core.device;

import java.util.Objects;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;

/**
 * Something that devices of a type do for the plant, and do not while they restart.
 *
 * @param name name of the function
 * @param meaning what it is, in plain words
 * @param isPerGroup whether its condition is over the settings of each setting group
 * @param table name of the table, of the device or of its groups, whose rows its condition is over; empty text for none
 * @param when when it is on; null for always, or while there is a row
 */
public record DeviceFunction(String name, String meaning, boolean isPerGroup, String table, Expression when) {
    public DeviceFunction {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(table, "table");
    }

    /** Returns whether it is on where the values of a scope hold; what is unknown counts as on. */
    public boolean isOn(Scope scope) {
        return when == null || when.test(scope).orElse(true);
    }
}
