package org.urvant.project;

import java.util.Objects;
import org.urvant.core.finding.Position;

/**
 * One row of a mapping table, as written: a source point of one connection goes to a destination point of another.
 *
 * @param key stays the same when anything else in the row changes
 * @param name name of the signal for people
 * @param from name of the connection that the signal comes from
 * @param source point on that connection, in its protocol's form
 * @param to name of the connection that the signal goes to
 * @param destination point on that connection, in its protocol's form
 * @param place where in the plant the signal belongs, such as {@code Skarholm/K1/F01/QA1}; empty text when not known
 * @param isUsed whether the mapping is in use; commands arrive switched off and are switched on knowingly
 * @param position the row
 */
public record Mapping(
        String key,
        String name,
        String from,
        String source,
        String to,
        String destination,
        String place,
        boolean isUsed,
        Position position) {
    public Mapping {
        Objects.requireNonNull(key, "key");
        Objects.requireNonNull(place, "place");
        Objects.requireNonNull(position, "position");
    }

    /** Returns the row switched on or off. */
    public Mapping withUse(boolean use) {
        return new Mapping(key, name, from, source, to, destination, place, use, position);
    }
}
