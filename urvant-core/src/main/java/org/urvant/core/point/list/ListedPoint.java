package org.urvant.core.point.list;

import java.util.Objects;
import org.urvant.core.finding.Position;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;

/**
 * One row of a list of points: what somebody else offers, and where.
 *
 * @param key stays the same when anything else in the row changes; unique within the list
 * @param about what it is, for people
 * @param station address of the station that offers it; -1 when the list does not say
 * @param point where it is found there
 * @param measure what its numbers are worth
 * @param flow whether it is read, written or both
 * @param request word of the request that reads or writes it together with all others that have the same; empty text where that
 *     is left to the plan
 * @param position the row
 */
public record ListedPoint(
        String key,
        About about,
        int station,
        PlacedPoint point,
        Measure measure,
        Flow flow,
        String request,
        Position position) {
    /** No station is given. */
    public static final int NO_STATION = -1;

    /**
     * What a point is, for people.
     *
     * @param name its name
     * @param description what it means; empty text when the list does not say
     * @param place where in the plant it belongs; empty text when the list does not say
     * @param kind word of the kind of signal; empty text when the list does not say
     */
    public record About(String name, String description, String place, String kind) {
        public About {
            Objects.requireNonNull(name, "name");
            Objects.requireNonNull(description, "description");
            Objects.requireNonNull(place, "place");
            Objects.requireNonNull(kind, "kind");
        }
    }

    /** Which way values travel. */
    public enum Flow {
        READ,
        WRITE,
        BOTH;

        /** Returns whether a value can travel this way. */
        public boolean permits(Access access) {
            return this == BOTH || (this == READ) == (access == Access.READ);
        }
    }

    public ListedPoint {
        Objects.requireNonNull(key, "key");
        Objects.requireNonNull(about, "about");
        Objects.requireNonNull(point, "point");
        Objects.requireNonNull(measure, "measure");
        Objects.requireNonNull(flow, "flow");
        Objects.requireNonNull(request, "request");
        Objects.requireNonNull(position, "position");
    }

    /** Returns the same under another key. */
    public ListedPoint keyed(String other) {
        return new ListedPoint(other, about, station, point, measure, flow, request, position);
    }

    /** Returns the same at another station. */
    public ListedPoint at(int other) {
        return new ListedPoint(key, about, other, point, measure, flow, request, position);
    }

    /** Returns whether the list says which station offers it. */
    public boolean hasStation() {
        return station != NO_STATION;
    }

    /** Returns what kind of value it is when it travels this way. */
    public Shape shape(PointSpace space, Access access) {
        Shape raw = space.holds(point.carrier());
        Form form = raw.form();
        if (form == Form.WHOLE || form == Form.REAL) {
            boolean isWhole = form == Form.WHOLE && measure.keepsWhole();
            form = isWhole && about.kind().equals("counter") && access == Access.READ
                    ? Form.COUNTER
                    : isWhole ? Form.WHOLE : Form.REAL;
        }
        Interval range = measure.range().isBounded() ? measure.range() : measure.values(raw.range());
        return new Shape(form, access, range);
    }
}
