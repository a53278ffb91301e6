package org.urvant.core.expression;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.urvant.core.range.Interval;
import org.urvant.core.unit.Unit;

/**
 * What kind of value a part of an expression has.
 *
 * @param kind logical, number or text
 * @param unit unit of a number; null when it has none, or any
 * @param choices the only texts that it can be; empty for any
 * @param range the only numbers that it can be
 */
public record Type(Kind kind, @Nullable Unit unit, List<String> choices, Interval range) {
    /** Kinds of values. */
    public enum Kind {
        LOGICAL("BOOL"),
        NUMBER("a number"),
        TEXT("a text");

        private final String title;

        Kind(String title) {
            this.title = title;
        }

        String title() {
            return title;
        }
    }

    /** Yes or no. */
    public static final Type LOGICAL = new Type(Kind.LOGICAL, null, List.of());

    /** A number of any unit. */
    public static final Type NUMBER = new Type(Kind.NUMBER, null, List.of());

    /** A text. */
    public static final Type TEXT = new Type(Kind.TEXT, null, List.of());

    public Type {
        choices = List.copyOf(choices);
    }

    /** Creates a kind of value whose numbers can be any. */
    public Type(Kind kind, @Nullable Unit unit, List<String> choices) {
        this(kind, unit, choices, Interval.ALL);
    }
}
