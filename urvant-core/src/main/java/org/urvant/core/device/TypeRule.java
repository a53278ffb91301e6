package org.urvant.core.device;

import java.util.List;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.expression.Template;
import org.urvant.core.finding.Position;
import org.urvant.core.finding.Rule;

/**
 * A rule that a device type states about its values.
 *
 * @param name name within the type
 * @param when the rule counts only where this holds; null for always
 * @param holds what must hold
 * @param check the check that it belongs to, which gives its severity
 * @param message what is wrong where it does not hold
 * @param remedy how to mend it
 * @param about paths of the settings that it is about, the most telling first
 * @param position where the rule stands
 */
public record TypeRule(
        String name,
        Expression when,
        Expression holds,
        Rule check,
        Template message,
        Template remedy,
        List<String> about,
        Position position) {
    public TypeRule {
        about = List.copyOf(about);
    }

    /** Returns whether the values of a scope break the rule; what is unknown breaks nothing. */
    public boolean isBroken(Scope scope) {
        return (when == null || when.test(scope).orElse(false))
                && !holds.test(scope).orElse(true);
    }
}
