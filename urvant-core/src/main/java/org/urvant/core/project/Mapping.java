package org.urvant.core.project;

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
 * @param position the row
 */
public record Mapping(
        String key, String name, String from, String source, String to, String destination, Position position) {
    public Mapping {
        Objects.requireNonNull(key, "key");
        Objects.requireNonNull(position, "position");
    }

    /** Returns the row with another destination point. */
    public Mapping withDestination(String other) {
        return new Mapping(key, name, from, source, to, other, position);
    }
}
