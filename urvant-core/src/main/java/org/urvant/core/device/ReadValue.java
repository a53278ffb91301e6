package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.urvant.core.finding.Rule;
import org.urvant.core.tree.Value;

/**
 * The outcome of reading a written value: either what it is, or the rule that it breaks with message and remedy. A value given
 * on another side of the instrument transformers than the one on which the device keeps it goes to the nearest step; the
 * message says so then.
 *
 * @param typed the value: a {@code Boolean}, {@code BigDecimal} or {@code String}; null when it breaks a rule
 * @param broken the rule that it breaks; null when it is sound
 * @param message what is wrong, or how it was rounded; empty text for neither
 * @param remedy how to mend it
 */
public record ReadValue(@Nullable Object typed, @Nullable Rule broken, String message, String remedy) {
    /** Returns the reading of a value that fits. */
    public static ReadValue sound(Object typed) {
        return new ReadValue(typed, null, "", "");
    }

    /** Returns the reading of a value that fits when it is put on a step. */
    static ReadValue rounded(Object typed, String message) {
        return new ReadValue(typed, null, message, "");
    }

    /** Returns the reading of a text that breaks a rule. */
    public static ReadValue mistake(Rule rule, String message, String remedy) {
        return new ReadValue(null, rule, message, remedy);
    }

    /** Returns whether the value breaks no rule. */
    public boolean isSound() {
        return broken == null;
    }

    /** Returns whether it is sound, but not exactly what was written. */
    public boolean isRounded() {
        return isSound() && !message.isEmpty();
    }

    /** Returns the value in canonical form; empty when it breaks a rule. */
    public Optional<Value> value() {
        return Optional.ofNullable(typed).map(ReadValue::canonical);
    }

    private static Value canonical(Object typed) {
        if (typed instanceof BigDecimal number) {
            return Value.number(number);
        }
        return typed instanceof Boolean logical ? Value.logical(logical) : Value.text((String) typed);
    }
}
