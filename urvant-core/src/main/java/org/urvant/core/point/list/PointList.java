package org.urvant.core.point.list;

import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.urvant.core.point.PointSpace;

/**
 * The points that another device or station offers over a protocol.
 *
 * @param name name of the list, unique in the site
 * @param space protocol of its points
 * @param points its points by key, in the order of the list
 */
public record PointList(String name, PointSpace space, Map<String, ListedPoint> points) {
    public PointList {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(space, "space");
        points = Collections.unmodifiableMap(new LinkedHashMap<>(points));
    }

    /** Returns a list of some points, which have keys of their own. */
    public static PointList of(String name, PointSpace space, Collection<ListedPoint> points) {
        Map<String, ListedPoint> all = new LinkedHashMap<>();
        for (ListedPoint point : points) {
            if (all.put(point.key(), point) != null) {
                throw new IllegalArgumentException("two points have the key '" + point.key() + "'");
            }
        }
        return new PointList(name, space, all);
    }

    /** Returns the point with a key, or empty. */
    public Optional<ListedPoint> point(String key) {
        return Optional.ofNullable(points.get(key));
    }

    /** Returns the reference of a point, unique in the site. */
    public String reference(ListedPoint point) {
        return name + "/" + point.key();
    }
}
