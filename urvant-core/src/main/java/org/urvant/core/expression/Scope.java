package org.urvant.core.expression;

import org.jspecify.annotations.Nullable;

/** Gives the values that names stand for. */
@FunctionalInterface
public interface Scope {
    /** A scope in which nothing has a value. */
    Scope EMPTY = (depth, path) -> null;

    /**
     * Returns the value of a name: a {@code Boolean}, {@code BigDecimal} or {@code String}; null when it has none.
     *
     * @param depth how many scopes outwards the name was found, 0 for the innermost
     * @param path path of the setting there
     */
    @Nullable
    Object value(int depth, String path);
}
