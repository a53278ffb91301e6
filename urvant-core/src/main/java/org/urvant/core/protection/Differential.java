package org.urvant.core.protection;

import java.util.List;
import java.util.Objects;
import java.util.stream.DoubleStream;

/**
 * The characteristic of a differential protection with restraint (IEC 60255-187-1): which difference of currents makes it
 * operate while how much flows through. Currents are multiples of the rated current of what is protected.
 *
 * @param pickUp difference at which it operates when little flows through
 * @param knees where the characteristic rises, and how steeply, by rising bias; none where it is flat
 * @param unrestrained difference at which it operates whatever flows through; infinite where there is none
 * @param bias what of the currents restrains
 */
public record Differential(double pickUp, List<Knee> knees, double unrestrained, Bias bias) {
    /** What of the currents of all sides restrains. */
    public enum Bias {
        /** Half the sum of their magnitudes. */
        MEAN,
        /** The sum of their magnitudes. */
        SUM,
        /** The greatest of them. */
        GREATEST
    }

    /**
     * A place from which the characteristic rises.
     *
     * @param from bias from which on
     * @param slope difference for each bias
     */
    public record Knee(double from, double slope) {}

    /**
     * A side of what is protected.
     *
     * @param name name of its inputs
     * @param rated current in A at the input of the device when the rated current flows
     * @param ratio primary A for each one at the input
     * @param clock by how many twelfths its currents lag behind those of the first side (IEC 60076-1)
     */
    public record Side(String name, double rated, double ratio, int clock) {}

    /** What is seen of currents: difference and bias, in multiples of the rated current. */
    public record Seen(double difference, double bias) {}

    /** @throws IllegalArgumentException when a number cannot be one of a characteristic, NaN included */
    public Differential {
        Objects.requireNonNull(bias, "bias");
        knees = List.copyOf(knees);
        require(pickUp > 0 && pickUp < Double.POSITIVE_INFINITY, "pick-up", pickUp);
        require(unrestrained > pickUp, "unrestrained difference", unrestrained);
        double last = 0;
        for (Knee knee : knees) {
            require(knee.from() >= last && knee.from() < Double.POSITIVE_INFINITY, "knee", knee.from());
            require(knee.slope() >= 0 && knee.slope() < Double.POSITIVE_INFINITY, "slope", knee.slope());
            last = knee.from();
        }
    }

    private static void require(boolean isRight, String what, double number) {
        if (!isRight) {
            throw new IllegalArgumentException(what + " is " + number);
        }
    }

    /** Returns the difference above which it operates at a bias. */
    public double threshold(double at) {
        return Math.min(unrestrained, restrained(at));
    }

    private double restrained(double at) {
        double difference = pickUp;
        for (int i = 0; i < knees.size() && knees.get(i).from() < at; i++) {
            double end = i + 1 < knees.size() ? Math.min(at, knees.get(i + 1).from()) : at;
            difference += (end - knees.get(i).from()) * knees.get(i).slope();
        }
        return difference;
    }

    /** Returns what restrains when currents of these magnitudes flow into the sides. */
    public double bias(double... magnitudes) {
        return switch (bias) {
            case MEAN -> DoubleStream.of(magnitudes).sum() / 2;
            case SUM -> DoubleStream.of(magnitudes).sum();
            case GREATEST -> DoubleStream.of(magnitudes).max().orElse(0);
        };
    }

    /**
     * Returns what is seen of currents that are alike in all phases.
     *
     * @param sides the sides
     * @param currents in A at the inputs, one for each side, counted into what is protected
     */
    public Seen seen(List<Side> sides, List<Phasor> currents) {
        Phasor sum = new Phasor(0, 0);
        double[] magnitudes = new double[sides.size()];
        for (int i = 0; i < magnitudes.length; i++) {
            Side side = sides.get(i);
            sum = sum.plus(currents.get(i).times(Phasor.of(1 / side.rated(), 30.0 * side.clock())));
            magnitudes[i] = currents.get(i).magnitude() / side.rated();
        }
        return new Seen(sum.magnitude(), bias(magnitudes));
    }

    /** Returns the current of one side alone above which it operates: where that is its own bias. */
    public double oneSided() {
        double share = bias(1);
        double from = 0;
        for (int i = 0; i <= knees.size(); i++) {
            double slope = i == 0 ? 0 : knees.get(i - 1).slope();
            double to =
                    i == knees.size() ? Double.POSITIVE_INFINITY : knees.get(i).from();
            // on this straight line the threshold is restrained(from) + slope * (share * x - from)
            double left = 1 - slope * share;
            if (left > 0) {
                double current = (restrained(from) - slope * from) / left;
                if (current * share <= to) {
                    return Math.min(current, unrestrained);
                }
            }
            from = to;
        }
        return unrestrained;
    }

    /** Returns the bias from which on the difference needed no longer grows; infinite when it always does, or never. */
    public double end() {
        double from = 0;
        for (int i = 0; i <= knees.size(); i++) {
            double slope = i == 0 ? 0 : knees.get(i - 1).slope();
            double to =
                    i == knees.size() ? Double.POSITIVE_INFINITY : knees.get(i).from();
            double reached = slope == 0 ? Double.POSITIVE_INFINITY : from + (unrestrained - restrained(from)) / slope;
            if (reached <= to) {
                return reached;
            }
            from = to;
        }
        return Double.POSITIVE_INFINITY;
    }
}
