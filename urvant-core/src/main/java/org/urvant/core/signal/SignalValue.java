package org.urvant.core.signal;

import java.time.Instant;
import java.util.Objects;

/**
 * A value with quality and time.
 *
 * @param value a Boolean, Long (whole numbers; a length of time in nanoseconds), {@link java.math.BigInteger} (whole numbers
 *     above a Long), Double, or String (texts, and the words of an enumeration)
 * @param time when the value came to be
 */
public record SignalValue(Object value, Quality quality, Instant time) {
    public SignalValue {
        Objects.requireNonNull(value, "value");
        Objects.requireNonNull(quality, "quality");
        Objects.requireNonNull(time, "time");
    }
}
