package org.urvant.core.point;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Claims with their owners, found by what overlaps them; a look-up costs as much as one in a tree. Mutable, single-threaded.
 *
 * @param <T> what owns a claim
 */
public final class Claims<T> {
    private final Map<String, Area<T>> areas = new HashMap<>();

    private static final class Area<T> {
        private final TreeMap<Long, Taken<T>> byFirst = new TreeMap<>();
        private long longest;
        private long end;
    }

    /** Makes an empty one. */
    public Claims() {}

    /** Claims that begin at one place, the longest first. */
    private record Taken<T>(long end, T owner, @Nullable Taken<T> shorter) {
        Taken<T> with(long otherEnd, T other) {
            if (otherEnd > end) {
                return new Taken<>(otherEnd, other, this);
            }
            return otherEnd == end
                    ? this
                    : new Taken<>(
                            end,
                            owner,
                            shorter == null ? new Taken<>(otherEnd, other, null) : shorter.with(otherEnd, other));
        }

        /** Returns the shortest claim that goes beyond a place, which must be before the end of the longest. */
        T beyond(long place) {
            return shorter != null && shorter.end > place ? shorter.beyond(place) : owner;
        }
    }

    /** Adds a claim; the first owner of the very same claim keeps it. */
    public void add(Claim claim, T owner) {
        Area<T> area = areas.computeIfAbsent(claim.area(), name -> new Area<>());
        area.longest = Math.max(area.longest, claim.end() - claim.first());
        area.end = Math.max(area.end, claim.end());
        area.byFirst.merge(
                claim.first(), new Taken<>(claim.end(), owner, null), (known, added) -> known.with(added.end, owner));
    }

    /** Returns the owner of the first claim that overlaps one, or empty. */
    public Optional<T> overlapping(Claim claim) {
        Area<T> area = areas.get(claim.area());
        if (area == null || claim.first() >= area.end) {
            return Optional.empty();
        }
        Map.Entry<Long, Taken<T>> at = area.byFirst.higherEntry(claim.first() - area.longest);
        while (at != null && at.getKey() < claim.end()) {
            if (at.getValue().end > claim.first()) {
                return Optional.of(at.getValue().beyond(claim.first()));
            }
            at = area.byFirst.higherEntry(at.getKey());
        }
        return Optional.empty();
    }
}
