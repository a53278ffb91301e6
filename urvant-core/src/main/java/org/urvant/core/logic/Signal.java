package org.urvant.core.logic;

import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.urvant.core.range.Interval;

/**
 * A signal of a device that programs can use by its name.
 *
 * @param name how programs write it; case does not count
 * @param range the values that it can have; null for all of its type
 * @param initial its first value: a Boolean, Long, Double or String; null for the type's own
 * @param isMissing whether it has no value, so that it is invalid until it gets one
 */
public record Signal(
        String name,
        DataType type,
        Flow direction,
        @Nullable Interval range,
        @Nullable Object initial,
        boolean isMissing,
        String meaning) {
    /** Who gives it its value. */
    public enum Flow {
        /** The plant, or a setting: programs read it. */
        INPUT,
        /** Programs: the plant gets it. */
        OUTPUT
    }

    public Signal {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(type, "type");
        Objects.requireNonNull(direction, "direction");
        meaning = meaning == null ? "" : meaning;
    }

    /** Creates a signal that has a value from the start. */
    public Signal(
            String name,
            DataType type,
            Flow direction,
            @Nullable Interval range,
            @Nullable Object initial,
            String meaning) {
        this(name, type, direction, range, initial, false, meaning);
    }

    /** Returns a signal of which nothing but type and direction is known. */
    public static Signal of(String name, DataType type, Flow direction) {
        return new Signal(name, type, direction, null, null, "");
    }
}
