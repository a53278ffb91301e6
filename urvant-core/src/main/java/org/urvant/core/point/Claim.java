package org.urvant.core.point;

import java.util.Objects;

/**
 * What a point takes of the addresses of its connection. Two points whose claims overlap cannot both be used.
 *
 * @param area part of the connection with addresses of its own, such as {@code monitor} or {@code holding}
 * @param first first unit taken; what a unit is, an address or a bit of one, is the area's own
 * @param end the unit after the last one taken
 */
public record Claim(String area, long first, long end) {
    private static final long SPREAD = 0x9E3779B97F4A7C15L; // 2^64 divided by the golden ratio, odd

    public Claim {
        Objects.requireNonNull(area, "area");
        if (first < 0 || end <= first) {
            throw new IllegalArgumentException("a claim takes something from 0 on, not " + first + " to " + end);
        }
    }

    /** Returns whether some unit is taken by both. */
    public boolean overlaps(Claim other) {
        return area.equals(other.area) && first < other.end && other.first < end;
    }

    /** Claims stand side by side in their thousands; the record's own sum would put them all into few places of a table. */
    @Override
    public int hashCode() {
        return Long.hashCode((first * SPREAD ^ end) * SPREAD) + area.hashCode();
    }
}
