package org.urvant.core.point;

import java.util.Objects;
import java.util.Optional;

/**
 * A point of a list of points, such as {@code PD1/motor-speed}: somebody else offers it, and the list says where.
 *
 * @param list name of the list
 * @param key key of the point within the list
 */
public record ListPoint(String list, String key) implements Point {
    public ListPoint {
        Objects.requireNonNull(list, "list");
        Objects.requireNonNull(key, "key");
    }

    /** Returns the list of the point that a text stands for; empty when it has not the form {@code LIST/KEY}. */
    public static Optional<String> list(String text) {
        int slash = text.indexOf('/');
        return slash <= 0 || slash == text.length() - 1 ? Optional.empty() : Optional.of(text.substring(0, slash));
    }

    /** Returns the point that a text stands for; empty when it has not the form {@code LIST/KEY}. */
    public static Optional<ListPoint> of(String text) {
        return list(text).map(list -> new ListPoint(list, text.substring(list.length() + 1)));
    }

    @Override
    public String text() {
        return list + "/" + key;
    }
}
