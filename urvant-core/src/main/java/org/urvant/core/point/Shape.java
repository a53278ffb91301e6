package org.urvant.core.point;

import java.util.Objects;
import org.urvant.core.range.Interval;

/**
 * What can be said of a signal without a protocol.
 *
 * @param form kind of value
 * @param access which way it travels
 * @param range what numbers it can be; all numbers where that is not known, or it is no number
 */
public record Shape(Form form, Access access, Interval range) {
    public Shape {
        Objects.requireNonNull(form, "form");
        Objects.requireNonNull(access, "access");
        Objects.requireNonNull(range, "range");
    }

    /** Returns a shape of which no range is known. */
    public static Shape of(Form form, Access access) {
        return new Shape(form, access, Interval.ALL);
    }

    /** Returns whether it is a number: one that counts, one that is whole, or any. */
    public boolean isNumber() {
        return form == Form.WHOLE || form == Form.REAL || form == Form.COUNTER;
    }
}
