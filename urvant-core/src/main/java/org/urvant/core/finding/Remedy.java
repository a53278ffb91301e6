package org.urvant.core.finding;

import java.util.List;
import java.util.Objects;

/**
 * How to mend something.
 *
 * @param text in plain words
 * @param steps what to do, any one of it; none when only a person can know
 */
public record Remedy(String text, List<Step> steps) {
    public Remedy {
        Objects.requireNonNull(text, "text");
        steps = List.copyOf(steps);
    }

    /** Returns a remedy with what to do. */
    public static Remedy of(String text, Step... steps) {
        return new Remedy(text, List.of(steps));
    }
}
