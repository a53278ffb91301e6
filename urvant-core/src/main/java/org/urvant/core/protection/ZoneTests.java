package org.urvant.core.protection;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.urvant.core.text.FewDigits;

/**
 * What to inject to test zones of distance protection: impedances just inside and just outside each zone, along the line and
 * beside it, as faults between two phases and, where the residual compensation is known, from a phase to earth. Outside a zone
 * the next one that contains the impedance must operate, in its own time. Impedances are secondary ones.
 */
public final class ZoneTests {
    private static final double CLEAR = 2; // of the least current, so that the zones surely start
    private static final double NEAREST = 1.2; // of the least current at least
    private static final double[] HEIGHTS = {0.5, 0.75, 0.85, 0.9, 0.95};
    private static final double FULL = 0.9; // of the rated voltage at most

    private final Tested tested;

    private ZoneTests(Tested tested) {
        this.tested = tested;
    }

    /**
     * A zone as it is tested.
     *
     * @param phase for faults between phases
     * @param earth for earth faults
     * @param delay time in s until it trips
     * @param band how far a unit may be off
     */
    public record Named(String name, Zone phase, Zone earth, double delay, TestPoint.Band band) {
        private Zone zone(boolean isEarth) {
            return isEarth ? earth : phase;
        }
    }

    /**
     * All zones of a device that trip.
     *
     * @param source what a test set must and may give
     * @param factor residual compensation factor; empty when it is not known
     */
    public record Tested(List<Named> zones, Source source, Optional<Phasor> factor) {}

    /**
     * What a test set must and may give.
     *
     * @param least current in A from which the zones start
     * @param bears greatest current in A that the inputs bear
     * @param voltage rated line voltage in V at the inputs
     */
    public record Source(double least, double bears, double voltage) {}

    /** Returns the points of all zones. */
    public static List<TestPoint> of(Tested tested) {
        List<TestPoint> points = new ArrayList<>();
        ZoneTests tests = new ZoneTests(tested);
        for (Named zone : tested.zones()) {
            tests.add(points, zone, false);
            if (tested.factor().isPresent()) {
                tests.add(points, zone, true);
            } else {
                points.add(TestPoint.none(zone.name(), "L1-E", "the residual compensation is not known"));
            }
        }
        return points;
    }

    private void add(List<TestPoint> points, Named named, boolean isEarth) {
        Zone zone = named.zone(isEarth);
        String loop = isEarth ? "L1-E" : "L1-L2";
        double band = named.band().value() / 100;
        List<Boolean> ways =
                switch (zone.way()) {
                    case FORWARD -> List.of(false);
                    case REVERSE -> List.of(true);
                    case BOTH -> List.of(false, true);
                };
        for (boolean isReverse : ways) {
            String behind = isReverse ? ", reverse" : "";
            for (double factor : new double[] {1 - band, 1 + band}) {
                Zone.Point reach = zone.onLine(factor);
                points.add(point(named, tried(loop, factor, "reach", isReverse), turned(reach, isReverse), isEarth));
            }
            if (zone.shape() == Zone.Shape.POLYGON) {
                double height = height(named, isEarth, isReverse, 1 - band);
                for (double factor : new double[] {1 - band, 1 + band}) {
                    Zone.Point beside = zone.beside(height, factor);
                    points.add(point(
                            named, tried(loop, factor, "resistance", isReverse), turned(beside, isReverse), isEarth));
                }
            }
        }
    }

    private static String tried(String loop, double factor, String what, boolean isReverse) {
        return loop + " just " + (factor < 1 ? "inside" : "outside") + " the " + what + (isReverse ? ", reverse" : "");
    }

    private static Zone.Point turned(Zone.Point at, boolean isReverse) {
        return isReverse ? at.mirrored() : at;
    }

    /** The share of the reach at which the resistance is tried: where no other zone is first, if there is such a place. */
    private double height(Named named, boolean isEarth, boolean isReverse, double inside) {
        for (double height : HEIGHTS) {
            Zone.Point at = turned(named.zone(isEarth).beside(height, inside), isReverse);
            if (hit(at, isEarth).stream()
                    .findFirst()
                    .filter(first -> first == named)
                    .isPresent()) {
                return height;
            }
        }
        return HEIGHTS[0];
    }

    /** The zones that contain an impedance, those that trip first before the others. */
    private List<Named> hit(Zone.Point at, boolean isEarth) {
        return tested.zones().stream()
                .filter(zone -> zone.zone(isEarth).contains(at))
                .sorted(Comparator.comparingDouble(Named::delay))
                .toList();
    }

    private TestPoint point(Named named, String tried, Zone.Point at, boolean isEarth) {
        boolean isInside = named.zone(isEarth).contains(at);
        List<Named> hit = hit(at, isEarth);
        if (isInside && hit.get(0) != named) {
            return TestPoint.none(named.name(), tried, hit.get(0).name() + " contains it as well, and trips no later");
        }
        if (!isInside && !hit.isEmpty() && hit.get(0).delay() <= named.delay()) {
            return TestPoint.none(
                    named.name(), tried, hit.get(0).name() + " contains it, and trips no later than this zone");
        }
        TestPoint.Expected expected = hit.isEmpty()
                ? TestPoint.Expected.of(TestPoint.Outcome.NO_OPERATION)
                : TestPoint.Expected.after(hit.get(0).delay(), named.band());
        String note = isInside || hit.isEmpty() ? "" : hit.get(0).name() + " operates there";
        return injected(named, tried, at, isEarth, expected, note);
    }

    private TestPoint injected(
            Named named, String tried, Zone.Point at, boolean isEarth, TestPoint.Expected expected, String note) {
        Phasor impedance = new Phasor(at.resistance(), at.reactance());
        Phasor each = isEarth
                ? impedance.times(new Phasor(1, 0).plus(tested.factor().orElseThrow()))
                : impedance.times(new Phasor(2, 0)); // volts for each ampere of the loop
        double full = tested.source().voltage() / (isEarth ? Math.sqrt(3) : 1);
        double current = Math.min(CLEAR * tested.source().least(), FULL * full / each.magnitude());
        if (current < NEAREST * tested.source().least()) {
            return TestPoint.none(
                    named.name(),
                    tried,
                    "with a current that starts the zones the voltage would be above " + FewDigits.of(FULL * full)
                            + " V");
        }
        if (current > tested.source().bears()) {
            return TestPoint.none(
                    named.name(),
                    tried,
                    FewDigits.of(current) + " A is more than the input bears ("
                            + FewDigits.of(tested.source().bears()) + " A)");
        }
        double lag = each.degrees();
        double volts = current * each.magnitude();
        return new TestPoint(
                named.name(),
                tried,
                isEarth ? earth(volts, current, lag) : phases(volts, current, lag),
                expected,
                note);
    }

    /** The faulty phase at 0°, the others sound. */
    private Injection earth(double volts, double amperes, double lag) {
        double sound = tested.source().voltage() / Math.sqrt(3);
        return injection(
                List.of(Phasor.of(volts, 0), Phasor.of(sound, -120), Phasor.of(sound, 120)),
                List.of(Phasor.of(amperes, -lag), Phasor.of(0, 0), Phasor.of(0, 0)));
    }

    /** The voltage between the faulty phases at 0°; the sound one stands at a right angle to it, and the three add up to nothing. */
    private Injection phases(double volts, double amperes, double lag) {
        Phasor between = Phasor.of(volts / 2, 0);
        Phasor sound = Phasor.of(tested.source().voltage() / Math.sqrt(3), 90);
        Phasor middle = sound.times(new Phasor(-0.5, 0));
        return injection(
                List.of(middle.plus(between), middle.minus(between), sound),
                List.of(Phasor.of(amperes, -lag), Phasor.of(amperes, 180 - lag), Phasor.of(0, 0)));
    }

    private static Injection injection(List<Phasor> voltages, List<Phasor> currents) {
        return new Injection(
                List.of(new Injection.Source("U", "V", voltages, 0), new Injection.Source("I", "A", currents, 0)));
    }
}
