package org.urvant.core.sensor;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;

/**
 * What a person was exposed to: the time-weighted average over eight hours, and the sliding mean of the last 15 minutes. A
 * reading counts from its own instant to the next one. Cost of a reading: constant in the mean, memory one entry for each
 * reading of the last 15 minutes. Single-threaded.
 */
public final class Exposure {
    private static final double EIGHT_HOURS = Duration.ofHours(8).toMillis();
    private static final Duration SHORT_TERM = Duration.ofMinutes(15);

    private final double factor;
    private final ArrayDeque<Stretch> recent = new ArrayDeque<>();
    private double sum;
    private double recentSum;
    private Instant last;
    private double lastShown;

    private record Stretch(Instant from, Instant to, double value) {
        double area() {
            return value * Duration.between(from, to).toMillis();
        }
    }

    /** Creates an exposure of a sensor whose readings are multiplied by a correction factor for another medium. */
    public Exposure(double factor) {
        this.factor = factor;
    }

    /**
     * Takes a reading and returns what is shown: measured times factor.
     *
     * @throws IllegalArgumentException when it is older than the one before
     */
    public double take(Instant at, double measured) {
        advance(at);
        lastShown = measured * factor;
        return lastShown;
    }

    private void advance(Instant to) {
        if (last != null) {
            if (to.isBefore(last)) {
                throw new IllegalArgumentException("a reading at " + to + " comes after one at " + last);
            }
            Stretch stretch = new Stretch(last, to, lastShown);
            sum += stretch.area();
            recentSum += stretch.area();
            recent.addLast(stretch);
            while (!recent.isEmpty() && !recent.peekFirst().to.isAfter(to.minus(SHORT_TERM))) {
                recentSum -= recent.removeFirst().area();
            }
        }
        last = to;
    }

    /** Returns the sum of value times time since the first reading, over eight hours. */
    public double eightHourMean(Instant now) {
        advance(now);
        return sum / EIGHT_HOURS;
    }

    /** Returns the mean of the last 15 minutes; time before the first reading counts as zero. */
    public double shortTermMean(Instant now) {
        advance(now);
        double outside = 0;
        Instant begin = now.minus(SHORT_TERM);
        if (!recent.isEmpty() && recent.peekFirst().from.isBefore(begin)) {
            Stretch first = recent.peekFirst();
            outside = new Stretch(first.from, begin, first.value).area();
        }
        return (recentSum - outside) / SHORT_TERM.toMillis();
    }
}
