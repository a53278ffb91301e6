package org.urvant.core.point;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Claims with their owners, found by what overlaps them; a look-up costs as much as one in a tree. Mutable, single-threaded.
 *
 * @param <T> what owns a claim
 */
public final class Claims<T> {
    private final Map<String, Area<T>> areas = new HashMap<>();

    private static final class Area<T> {
        private final TreeMap<Long, TreeMap<Long, T>> byFirst = new TreeMap<>();
        private long longest;
    }

    /** Adds a claim; the first owner of the very same claim keeps it. */
    public void add(Claim claim, T owner) {
        Area<T> area = areas.computeIfAbsent(claim.area(), name -> new Area<>());
        area.byFirst.computeIfAbsent(claim.first(), first -> new TreeMap<>()).putIfAbsent(claim.end(), owner);
        area.longest = Math.max(area.longest, claim.end() - claim.first());
    }

    /** Returns the owner of the first claim that overlaps one, or empty. */
    public Optional<T> overlapping(Claim claim) {
        Area<T> area = areas.get(claim.area());
        if (area == null) {
            return Optional.empty();
        }
        return area.byFirst.subMap(claim.first() - area.longest, false, claim.end(), false).values().stream()
                .map(ends -> ends.higherEntry(claim.first()))
                .filter(entry -> entry != null)
                .map(Map.Entry::getValue)
                .findFirst();
    }
}
