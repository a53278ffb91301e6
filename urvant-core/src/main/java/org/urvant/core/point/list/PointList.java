package org.urvant.core.point.list;

import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.urvant.core.point.PointSpace;

/** The points that another device or station offers over a protocol. Immutable. */
public final class PointList {
    private final String name;
    private final PointSpace space;
    private final Map<String, ListedPoint> points;
    private final Optional<PointSet> set;

    private PointList(String name, PointSpace space, Map<String, ListedPoint> points, Optional<PointSet> set) {
        this.name = Objects.requireNonNull(name, "name");
        this.space = Objects.requireNonNull(space, "space");
        this.points = points;
        this.set = set;
    }

    /**
     * Returns a list of some points, which have keys of their own.
     *
     * @throws IllegalArgumentException when two have one key
     */
    public static PointList of(String name, PointSpace space, Collection<ListedPoint> points) {
        return new PointList(name, space, byKey(points), Optional.empty());
    }

    /** Returns a list whose points are those of another, all or some. */
    public static PointList of(String name, PointSet set, PointList other) {
        return new PointList(name, other.space, byKey(set.points(other)), Optional.of(set));
    }

    private static Map<String, ListedPoint> byKey(Collection<ListedPoint> points) {
        Map<String, ListedPoint> all = new LinkedHashMap<>(points.size() * 2);
        for (ListedPoint point : points) {
            if (all.put(point.key(), point) != null) {
                throw new IllegalArgumentException("two points have the key '" + point.key() + "'");
            }
        }
        return Collections.unmodifiableMap(all);
    }

    /** Returns the list under another name. */
    public PointList named(String other) {
        return new PointList(other, space, points, set);
    }

    /** Returns which points of which list it has; empty when its points are its own. */
    public Optional<PointSet> set() {
        return set;
    }

    /** Returns its name, unique in the site. */
    public String name() {
        return name;
    }

    /** Returns the protocol of its points. */
    public PointSpace space() {
        return space;
    }

    /** Returns its points by key, in the order of the list. */
    public Map<String, ListedPoint> points() {
        return points;
    }

    /** Returns the point with a key, or empty. */
    public Optional<ListedPoint> point(String key) {
        return Optional.ofNullable(points.get(key));
    }

    /** Returns the reference of a point, unique in the site. */
    public String reference(ListedPoint point) {
        return name + "/" + point.key();
    }

    @Override
    public boolean equals(Object other) {
        return other == this
                || other instanceof PointList list
                        && list.name.equals(name)
                        && list.space == space
                        && list.set.equals(set)
                        && list.points.equals(points);
    }

    @Override
    public int hashCode() {
        return name.hashCode();
    }

    @Override
    public String toString() {
        return "point list " + name;
    }
}
