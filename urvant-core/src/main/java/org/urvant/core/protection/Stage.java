package org.urvant.core.protection;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;

/**
 * One stage of protection: from which current, and after what time it operates. Currents are those on one side of the
 * transformers, in A; times are in s.
 *
 * @param pickUp current at which it starts; above zero
 * @param course how its time depends on the current
 * @param timing the numbers of the course
 * @param reset how it goes back when the current falls below the pick-up
 */
public record Stage(double pickUp, Course course, Timing timing, Reset reset) {
    /**
     * The numbers of a course.
     *
     * @param time multiplier of an inverse course and of given points; delay of a definite one; time at {@code reference} of an I²t one; heating
     *     time constant of a thermal one; not below zero
     * @param reference multiple of the pick-up at which an I²t course has its time
     * @param least time below which it never operates
     * @param flatFrom multiple of the pick-up from which the time no longer falls; infinite where it always does
     * @param points places of a course through points, by rising multiple; none for the others
     */
    public record Timing(double time, double reference, double least, double flatFrom, List<Place> points) {
        public Timing {
            points = points.stream()
                    .sorted(Comparator.comparingDouble(Place::multiple))
                    .toList();
            for (int i = 0; i < points.size(); i++) {
                Place place = points.get(i);
                require(
                        place.multiple() >= 1 && place.multiple() < Double.POSITIVE_INFINITY,
                        "multiple",
                        place.multiple());
                require(place.seconds() > 0 && place.seconds() < Double.POSITIVE_INFINITY, "time", place.seconds());
                require(i == 0 || place.multiple() > points.get(i - 1).multiple(), "second multiple", place.multiple());
            }
            require(time >= 0 && time < Double.POSITIVE_INFINITY, "time", time);
            require(reference > 0 && reference < Double.POSITIVE_INFINITY, "reference", reference);
            require(least >= 0 && least < Double.POSITIVE_INFINITY, "least time", least);
            require(flatFrom > 1, "multiple from which it is flat", flatFrom);
        }

        /** Returns a time with nothing else. */
        public static Timing of(double time) {
            return new Timing(time, 1, 0, Double.POSITIVE_INFINITY, List.of());
        }

        /** Returns the same with a least time. */
        public Timing withLeast(double seconds) {
            return new Timing(time, reference, seconds, flatFrom, points);
        }

        /** Returns the same with a multiple from which it is flat. */
        public Timing flatFrom(double multiple) {
            return new Timing(time, reference, least, multiple, points);
        }

        /** Returns the same with another multiple at which an I²t course has its time. */
        public Timing at(double multiple) {
            return new Timing(time, multiple, least, flatFrom, points);
        }
    }

    /**
     * A place of a course through points.
     *
     * @param multiple current over the pick-up, 1 or more
     * @param seconds time there at multiplier 1
     */
    public record Place(double multiple, double seconds) {}

    /**
     * How a stage goes back.
     *
     * @param kind at once, after a fixed time, as the standard's reset curve, or slowly from where it was
     * @param delay the fixed time; of a memory the time from just before operating back to rest
     * @param ratio current at which it goes back, of its pick-up; above 0, at most 1
     */
    public record Reset(Kind kind, double delay, double ratio) {
        /** How a stage goes back. */
        public enum Kind {
            INSTANT,
            FIXED,
            INVERSE,
            /** Evenly over the delay, from where it was, as a trip unit that remembers. */
            MEMORY
        }

        /** At once, when the current is no longer above the pick-up. */
        public static final Reset INSTANT = new Reset(Kind.INSTANT, 0, 1);

        public Reset {
            Objects.requireNonNull(kind, "kind");
            require(delay >= 0 && delay < Double.POSITIVE_INFINITY, "reset delay", delay);
            require(delay > 0 || kind != Kind.MEMORY, "time of the memory", delay);
            require(ratio > 0 && ratio <= 1, "reset ratio", ratio);
        }
    }

    /** @throws IllegalArgumentException when a number cannot be one of a stage, NaN included */
    public Stage {
        Objects.requireNonNull(course, "course");
        require(pickUp > 0 && pickUp < Double.POSITIVE_INFINITY, "pick-up", pickUp);
        require(
                timing.time() > 0 || course == Course.DEFINITE,
                course.hasMultiplier() ? "multiplier" : "time",
                timing.time());
        if (course == Course.POINTS && timing.points().size() < 2) {
            throw new IllegalArgumentException("course has " + timing.points().size() + " points, and needs two");
        }
        if (reset.kind() == Reset.Kind.INVERSE && !course.isInverse()) {
            throw new IllegalArgumentException("the course " + course.word() + " has no reset curve");
        }
    }

    private static void require(boolean isRight, String what, double number) {
        if (!isRight) {
            throw new IllegalArgumentException(what + " is " + number);
        }
    }

    /**
     * Returns the time after which it operates at a steady current; infinite when it never does.
     *
     * @throws IllegalArgumentException when the current is negative or NaN
     */
    public double operateTime(double current) {
        require(current >= 0, "current", current);
        double multiple = current / pickUp;
        if (multiple <= 1) {
            return Double.POSITIVE_INFINITY;
        }
        return Math.max(timing.least(), unbounded(Math.min(multiple, timing.flatFrom())));
    }

    private double unbounded(double multiple) {
        return switch (course) {
            case DEFINITE -> timing.time();
            case I2T -> {
                double share = timing.reference() / multiple;
                yield timing.time() * share * share;
            }
            case THERMAL -> thermalTime(timing.time(), multiple, 0);
            case POINTS -> timing.time() * throughPoints(multiple);
            default -> timing.time() * course.inverse(multiple);
        };
    }

    /** Below the first point it never operates; beyond the last its time stays. */
    private double throughPoints(double multiple) {
        List<Place> points = timing.points();
        if (multiple < points.get(0).multiple()) {
            return Double.POSITIVE_INFINITY;
        }
        for (int i = 1; i < points.size(); i++) {
            Place to = points.get(i);
            if (multiple <= to.multiple()) {
                Place from = points.get(i - 1);
                double share = Math.log(multiple / from.multiple()) / Math.log(to.multiple() / from.multiple());
                return from.seconds() * Math.pow(to.seconds() / from.seconds(), share);
            }
        }
        return points.get(points.size() - 1).seconds();
    }

    /**
     * Returns the time after which a thermal overload operates (IEC 60255-149): {@code tau * ln((I² - Ip²) / (I² - 1))}.
     *
     * @param constant heating time constant
     * @param multiple current over {@code k * Ib}, the one that may flow for ever
     * @param before steady load before, over the same
     * @return in the unit of the constant; infinite when it never operates, 0 when the load before was above 1 already
     */
    public static double thermalTime(double constant, double multiple, double before) {
        require(multiple >= 0, "current", multiple);
        require(before >= 0, "load before", before);
        if (multiple <= 1) {
            return Double.POSITIVE_INFINITY;
        }
        if (before >= 1) {
            return 0;
        }
        double square = multiple * multiple;
        return constant * Math.log((square - before * before) / (square - 1));
    }
}
