package org.urvant.core.point.list;

import java.util.List;
import java.util.OptionalInt;
import java.util.function.Predicate;
import org.urvant.core.text.Glob;

/**
 * Which points of another list a list has: what is brought in once is used for each station of its kind, and in leaner sets where
 * not all of it is wanted. The list changes with the other one.
 *
 * @param follows name of the other list, which has points of its own
 * @param only keys of the points, {@code *} for any text in them; none for all
 * @param station address of the station that offers them; empty for the one that the other list says
 */
public record PointSet(String follows, List<String> only, OptionalInt station) {
    public PointSet {
        only = List.copyOf(only);
    }

    /** Returns the same of a list under another name. */
    public PointSet following(String other) {
        return new PointSet(other, only, station);
    }

    /** Returns the points, in the order of the other list. */
    public List<ListedPoint> points(PointList of) {
        Predicate<String> isWanted = only.stream()
                .map(pattern -> wanted(of, pattern))
                .reduce(Predicate::or)
                .orElse(key -> true);
        return of.points().values().stream()
                .filter(point -> isWanted.test(point.key()))
                .map(point -> station.isPresent() ? point.at(station.getAsInt()) : point)
                .toList();
    }

    /** Returns the patterns that fit no point. */
    public List<String> without(PointList of) {
        return only.stream()
                .filter(pattern -> of.points().keySet().stream().noneMatch(wanted(of, pattern)))
                .toList();
    }

    /** A key means itself, whatever letters it has. */
    private static Predicate<String> wanted(PointList of, String pattern) {
        return of.points().containsKey(pattern) ? pattern::equals : new Glob(pattern)::fits;
    }
}
