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
 * @param isForSome whether at least one row of the table, or channel of the kind, must keep it, rather than each
 * @param when the rule counts only where this holds; null for always. Of one for some it is about what stands around the rows
 * @param holds what must hold
 * @param check the check that it belongs to, which gives its severity
 * @param wording what is said where it does not hold
 * @param about paths of the settings that it is about, the most telling first
 * @param position where the rule stands
 */
public record TypeRule(
        String name,
        boolean isForSome,
        Expression when,
        Expression holds,
        Rule check,
        Wording wording,
        List<String> about,
        Position position) {
    /**
     * What is said.
     *
     * @param message what is wrong
     * @param remedy how to mend it
     */
    public record Wording(Template message, Template remedy) {}

    public TypeRule {
        about = List.copyOf(about);
    }

    /** Returns whether the values of a scope break the rule, which is for each; what is unknown breaks nothing. */
    public boolean isBroken(Scope scope) {
        return counts(scope) && !holds.test(scope).orElse(true);
    }

    /**
     * Returns whether a rule for some counts and no row keeps it; one of which that is unknown does.
     *
     * @param around what stands around the rows
     * @param rows the rows, or channels
     */
    public boolean isBroken(Scope around, List<? extends Scope> rows) {
        return counts(around) && rows.stream().noneMatch(row -> holds.test(row).orElse(true));
    }

    private boolean counts(Scope scope) {
        return when == null || when.test(scope).orElse(false);
    }
}
