package org.urvant.core.logic;

import java.util.Objects;

/**
 * A text with programs.
 *
 * @param name name of the text for messages, such as its path in the project
 * @param scope a channel whose names come first, for programs that a type runs once for each channel; empty for none
 * @param text the programs
 */
public record LogicSource(String name, String scope, String text) {
    public LogicSource {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(scope, "scope");
        Objects.requireNonNull(text, "text");
    }

    /** Returns a text of a device's own programs. */
    public static LogicSource of(String name, String text) {
        return new LogicSource(name, "", text);
    }
}
