package org.urvant.project;

import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.urvant.core.finding.Position;

/**
 * One row of a mapping table, as written: one or several source points go to a destination point, calculated where the row says
 * how.
 *
 * @param key stays the same when anything else in the row changes
 * @param name name of the signal for people
 * @param place where in the plant the signal belongs, such as {@code Skarholm/K1/F01/QA1}; empty text when not known
 * @param origins where the signal comes from; more than one only where it is calculated
 * @param target where it goes
 * @param transform how the value is calculated from {@code x}, or {@code x1} and on, in Structured Text; empty text when it is
 *     passed on as it is
 * @param isUsed whether the mapping is in use; commands arrive switched off and are switched on knowingly
 * @param position the row
 */
public record Mapping(
        String key,
        String name,
        String place,
        List<End> origins,
        End target,
        String transform,
        boolean isUsed,
        Position position) {
    /** What stands between several sources. */
    public static final String BETWEEN = "; ";

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
        Objects.requireNonNull(transform, "transform");
        Objects.requireNonNull(position, "position");
        origins = List.copyOf(origins);
        if (origins.isEmpty()) {
            throw new IllegalArgumentException("a row has a source");
        }
    }

    /** Creates a row that passes one point on as it is. */
    public Mapping(String key, String name, String place, End origin, End target, boolean isUsed, Position position) {
        this(key, name, place, List.of(origin), target, "", isUsed, position);
    }

    /** Returns whether the value is calculated. */
    public boolean isCalculated() {
        return !transform.isEmpty() || origins.size() > 1;
    }

    /** Returns whether a point is the destination or one of the sources. */
    public boolean touches(String point) {
        return target.point().equals(point)
                || origins.stream().anyMatch(end -> end.point().equals(point));
    }

    /** Returns the name under which the row's signal owns an address on a connection; the signal's own, unless calculated. */
    public String owner(String connection) {
        return isCalculated() ? owned(key) : target.connection().equals(connection) ? source() : destination();
    }

    /** Returns the name under which a calculated row with a key owns an address. */
    public static String owned(String key) {
        return "calculated " + key;
    }

    /** Returns the row switched on or off. */
    public Mapping withUse(boolean use) {
        return new Mapping(key, name, place, origins, target, transform, use, position);
    }

    /** Returns the row under another key. */
    public Mapping keyed(String other) {
        return new Mapping(other, name, place, origins, target, transform, isUsed, position);
    }

    /** Returns the row with other ends. */
    public Mapping with(List<End> from, End to) {
        return new Mapping(key, name, place, from, to, transform, isUsed, position);
    }

    /** Returns the sources and the destination. */
    public Stream<End> ends() {
        return Stream.concat(origins.stream(), Stream.of(target));
    }

    /** Returns where the signal comes from, the first of all where there are several. */
    public End origin() {
        return origins.get(0);
    }

    /** Returns the names of the connections that the signal comes from, each once, separated by {@code "; "}. */
    public String from() {
        return joined(origins.stream().map(End::connection).distinct());
    }

    /** Returns the points that the signal comes from, separated by {@code "; "}. */
    public String source() {
        return joined(origins.stream().map(End::point));
    }

    /** Returns the points that the signal comes from, and how it is calculated: {@code DI1; DI2 as PAIR(x1, x2)}. */
    public String shownSource() {
        return transform.isEmpty() ? source() : source() + " as " + transform;
    }

    private static String joined(Stream<String> texts) {
        return texts.collect(Collectors.joining(BETWEEN));
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
