package org.urvant.core.finding;

import java.util.Objects;

/** A value as a person wrote it, with the place where it stands. */
public record Entry(String text, Position position) {
    public Entry {
        Objects.requireNonNull(text, "text");
        Objects.requireNonNull(position, "position");
    }
}
