package org.urvant.core.device;

import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;

/**
 * When a setting, table or connection applies.
 *
 * @param expression holds when it applies
 * @param reason why it does not, in plain words
 */
public record Applicability(Expression expression, String reason) {
    /** Returns whether the condition holds; it does as long as a value that decides it is unknown. */
    public boolean holds(Scope scope) {
        return expression.test(scope).orElse(true);
    }
}
