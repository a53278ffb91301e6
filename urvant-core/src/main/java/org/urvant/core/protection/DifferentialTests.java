package org.urvant.core.protection;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.text.FewDigits;

/**
 * What to inject to test a differential protection: one side alone about its pick-up, two sides about the characteristic at each
 * knee and on each slope, the unrestrained stage, the block by second harmonic. All three phases are injected alike, so that
 * what a vector group makes of single phases does not matter. Currents count into what is protected, on every side.
 */
public final class DifferentialTests {
    private static final double BEYOND = 1.2; // a blocked restrained stage needs more harmonic than that, by so much

    private DifferentialTests() {}

    /**
     * A differential protection as it is tested.
     *
     * @param name its name
     * @param sides its sides, two or more
     * @param harmonic second harmonic, in per cent, above which it is blocked; NaN where nothing blocks it
     * @param time its own time in s; NaN when it is not known
     * @param band how far a unit may be off
     * @param bears greatest current in A that an input bears
     */
    public record Tested(
            String name,
            Differential differential,
            List<Differential.Side> sides,
            double harmonic,
            double time,
            TestPoint.Band band,
            double bears) {}

    /** Returns the points of a differential protection. */
    public static List<TestPoint> of(Tested tested) {
        List<TestPoint> points = new ArrayList<>();
        double band = tested.band().value() / 100;
        Differential differential = tested.differential();
        for (Differential.Side side : tested.sides()) {
            double pickUp = differential.oneSided();
            String at = "pick-up from " + side.name() + " alone";
            points.add(alone(tested, side, "just below the " + at, pickUp * (1 - band), 0, seen(false)));
            points.add(alone(tested, side, "just above the " + at, pickUp * (1 + band), 0, seen(true)));
        }
        Differential.Side first = tested.sides().get(0);
        for (Differential.Side other : tested.sides().subList(1, tested.sides().size())) {
            for (double bias : biases(differential)) {
                points.add(through(tested, first, other, bias, 1 - band));
                points.add(through(tested, first, other, bias, 1 + band));
            }
        }
        if (differential.unrestrained() < Double.POSITIVE_INFINITY) {
            points.addAll(unrestrained(tested, first));
        }
        if (!Double.isNaN(tested.harmonic())) {
            double current = twice(differential);
            String at = "block by second harmonic";
            points.add(
                    alone(tested, first, "just below the " + at, current, tested.harmonic() * (1 - band), seen(true)));
            points.add(
                    alone(tested, first, "just above the " + at, current, tested.harmonic() * (1 + band), seen(false)));
        }
        if (!Double.isNaN(tested.time())) {
            points.add(alone(
                    tested,
                    first,
                    "time at 2 × the pick-up",
                    twice(differential),
                    0,
                    TestPoint.Expected.after(tested.time(), tested.band())));
        }
        return points;
    }

    private static TestPoint.Expected seen(boolean isOperated) {
        return TestPoint.Expected.of(isOperated ? TestPoint.Outcome.OPERATION : TestPoint.Outcome.NO_OPERATION);
    }

    /** Twice the pick-up of one side, below the unrestrained stage. */
    private static double twice(Differential differential) {
        double pickUp = differential.oneSided();
        return Math.min(2 * pickUp, (pickUp + differential.unrestrained()) / 2);
    }

    /** The knees, and the middles of the slopes behind them. */
    private static List<Double> biases(Differential differential) {
        List<Double> biases = new ArrayList<>();
        List<Differential.Knee> knees = differential.knees();
        for (int i = 0; i < knees.size(); i++) {
            double from = knees.get(i).from();
            if (from >= differential.end()) {
                break;
            }
            double to = Math.min(
                    differential.end(), i + 1 < knees.size() ? knees.get(i + 1).from() : 2 * from + 2);
            if (biases.isEmpty() && from > 0) {
                biases.add(from);
            }
            biases.add((from + to) / 2);
        }
        return biases;
    }

    private static List<TestPoint> unrestrained(Tested tested, Differential.Side side) {
        double current = tested.differential().unrestrained();
        double band = tested.band().value() / 100;
        // the restrained stage would operate first, unless the harmonic blocks it
        double harmonic = Double.isNaN(tested.harmonic()) ? 0 : tested.harmonic() * BEYOND;
        String below = "just below the unrestrained stage";
        return List.of(
                harmonic == 0
                        ? TestPoint.none(
                                tested.name(), below, "the restrained stage operates there, and no harmonic blocks it")
                        : alone(tested, side, below, current * (1 - band), harmonic, seen(false)),
                alone(tested, side, "just above the unrestrained stage", current * (1 + band), harmonic, seen(true)));
    }

    private static TestPoint alone(
            Tested tested,
            Differential.Side side,
            String tried,
            double multiple,
            double harmonic,
            TestPoint.Expected expected) {
        double current = multiple * side.rated();
        Differential differential = tested.differential();
        boolean isAbove = multiple > differential.threshold(differential.bias(multiple));
        boolean mustOperate = expected.outcome() != TestPoint.Outcome.NO_OPERATION;
        if (mustOperate ? !isAbove : isAbove && harmonic == 0) {
            return TestPoint.none(
                    tested.name(), tried, "a side alone is restrained there as fast as its current grows");
        }
        return current > tested.bears()
                ? TestPoint.none(tested.name(), tried, beyond(tested, side, current))
                : new TestPoint(
                        tested.name(),
                        tried,
                        new Injection(List.of(
                                new Injection.Source(side.name(), "A", Injection.threePhase(current, 0), harmonic))),
                        expected,
                        "");
    }

    /** What flows in at one side and out at another, with a part of it lost between them. */
    private static TestPoint through(
            Tested tested, Differential.Side one, Differential.Side other, double bias, double factor) {
        Differential differential = tested.differential();
        double threshold = differential.threshold(bias);
        double lost = threshold * factor;
        String tried = "just " + (factor < 1 ? "below" : "above") + " " + FewDigits.of(threshold) + " at a bias of "
                + FewDigits.of(bias) + ", " + one.name() + " to " + other.name();
        double in =
                switch (differential.bias()) {
                    case MEAN -> bias + lost / 2;
                    case SUM -> (bias + lost) / 2;
                    case GREATEST -> bias;
                };
        double out = in - lost;
        if (out <= 0) {
            return TestPoint.none(
                    tested.name(), tried, "so great a difference is not reached with currents through both sides");
        }
        if (in * one.rated() > tested.bears()) {
            return TestPoint.none(tested.name(), tried, beyond(tested, one, in * one.rated()));
        }
        if (out * other.rated() > tested.bears()) {
            return TestPoint.none(tested.name(), tried, beyond(tested, other, out * other.rated()));
        }
        double angle = 180 - 30.0 * (other.clock() - one.clock());
        return new TestPoint(
                tested.name(),
                tried,
                new Injection(List.of(
                        new Injection.Source(one.name(), "A", Injection.threePhase(in * one.rated(), 0), 0),
                        new Injection.Source(other.name(), "A", Injection.threePhase(out * other.rated(), angle), 0))),
                seen(factor > 1),
                "");
    }

    private static String beyond(Tested tested, Differential.Side side, double current) {
        return FewDigits.of(current) + " A at " + side.name() + " is more than the input bears ("
                + FewDigits.of(tested.bears()) + " A)";
    }
}
