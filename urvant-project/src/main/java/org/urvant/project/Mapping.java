package org.urvant.project;

import java.util.Objects;
import org.urvant.core.finding.Position;

/**
 * One row of a mapping table, as written: a source point of one connection goes to a destination point of another.
 *
 * @param key stays the same when anything else in the row changes
 * @param name name of the signal for people
 * @param place where in the plant the signal belongs, such as {@code Skarholm/K1/F01/QA1}; empty text when not known
 * @param origin where the signal comes from
 * @param target where it goes
 * @param isUsed whether the mapping is in use; commands arrive switched off and are switched on knowingly
 * @param position the row
 */
public record Mapping(
        String key, String name, String place, End origin, End target, boolean isUsed, Position position) {
    /**
     * One end of a mapping.
     *
     * @param connection name of the connection
     * @param point point on it, in the form of its protocol
     */
    public record End(String connection, String point) {}

    public Mapping {
        Objects.requireNonNull(key, "key");
        Objects.requireNonNull(place, "place");
        Objects.requireNonNull(position, "position");
    }

    /** Returns the row switched on or off. */
    public Mapping withUse(boolean use) {
        return new Mapping(key, name, place, origin, target, use, position);
    }

    /** Returns the row under another key. */
    public Mapping keyed(String other) {
        return new Mapping(other, name, place, origin, target, isUsed, position);
    }

    /** Returns the row with other ends. */
    public Mapping with(End from, End to) {
        return new Mapping(key, name, place, from, to, isUsed, position);
    }

    /** Returns the name of the connection that the signal comes from. */
    public String from() {
        return origin.connection();
    }

    /** Returns the point on the connection that the signal comes from. */
    public String source() {
        return origin.point();
    }

    /** Returns the name of the connection that the signal goes to. */
    public String to() {
        return target.connection();
    }

    /** Returns the point on the connection that the signal goes to. */
    public String destination() {
        return target.point();
    }
}
