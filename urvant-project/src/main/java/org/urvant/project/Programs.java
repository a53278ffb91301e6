package org.urvant.project;

import java.util.Objects;

/**
 * A device's own programs in Structured Text.
 *
 * @param source name that positions show
 * @param text the programs; empty text for none
 */
public record Programs(String source, String text) {
    public Programs {
        Objects.requireNonNull(source, "source");
        Objects.requireNonNull(text, "text");
    }

    /** Returns the same with another text. */
    public Programs withText(String other) {
        return new Programs(source, other);
    }
}
