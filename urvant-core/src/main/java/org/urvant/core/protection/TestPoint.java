package org.urvant.core.protection;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A current to inject, and what a stage must do then.
 *
 * @param stage name of the stage
 * @param kind what is tried
 * @param current current to inject in A, at the input of the device; NaN where nothing can be injected
 * @param expected time in s after which it must operate; NaN where it is only to start, or not
 * @param from least time in s that passes
 * @param to greatest time in s that passes
 * @param note why the current is another than planned, or why there is none; empty text for neither
 */
public record TestPoint(String stage, Kind kind, double current, double expected, double from, double to, String note) {
    /** Currents are moved this far below the pick-up of a stage that would be first. */
    private static final double BESIDE = 0.9;

    private static final double NEAREST = 1.2; // inverse courses are promised from here on

    /** What is tried. */
    public enum Kind {
        BELOW("just below the pick-up", 0),
        ABOVE("just above the pick-up", 0),
        TWICE("2 × the pick-up", 2),
        FIVE_TIMES("5 × the pick-up", 5),
        TEN_TIMES("10 × the pick-up", 10),
        TRIP_CLASS("7.2 × the set current", TripClass.MULTIPLE),
        RESET("below the reset value", 0);

        private final String text;
        private final double multiple;

        Kind(String text, double multiple) {
            this.text = text;
            this.multiple = multiple;
        }

        /** Returns what is tried, in plain words. */
        public String text() {
            return text;
        }

        /** Returns whether a time is measured. */
        public boolean isTimed() {
            return multiple > 0;
        }
    }

    /**
     * A stage as it is tested.
     *
     * @param name its name
     * @param stage the stage, with currents at the input of the device
     * @param band how far a unit may be off
     * @param bears greatest current that the input bears; infinite when that is not known
     * @param tripClass the class that its time must lie in the band of; empty for none
     */
    public record Tested(String name, Stage stage, Band band, double bears, Optional<TripClass> tripClass) {}

    /**
     * How far a unit may be off.
     *
     * @param current of the pick-up, in per cent
     * @param time of the operate time, in per cent
     * @param leastTime of the operate time at least, in s
     */
    public record Band(double current, double time, double leastTime) {}

    /**
     * Returns the points of all stages that see the same current.
     *
     * @param stages all of them that trip, so that each point is where the stage meant is the first
     */
    public static List<TestPoint> of(List<Tested> stages) {
        Curve curve = new Curve(stages.stream()
                .map(each -> new Curve.Named(each.name(), each.stage()))
                .toList());
        List<TestPoint> points = new ArrayList<>();
        for (Tested tested : stages) {
            double pickUp = tested.stage().pickUp();
            double band = tested.band().current() / 100;
            points.add(started(tested, Kind.BELOW, pickUp * (1 - band)));
            points.add(started(tested, Kind.ABOVE, pickUp * (1 + band)));
            double last = 0;
            for (Kind kind : List.of(Kind.TWICE, Kind.FIVE_TIMES, Kind.TEN_TIMES)) {
                TestPoint point = timed(tested, kind, pickUp * kind.multiple, stages, curve);
                if (point.current() != last) { // two can have been moved to the same place
                    points.add(point);
                    last = point.current();
                }
            }
            tested.tripClass().ifPresent(each -> points.add(ofClass(tested, each, curve)));
            if (tested.stage().course() != Course.THERMAL) { // which stays warm, and has no reset value
                points.add(started(
                        tested, Kind.RESET, pickUp * tested.stage().reset().ratio() * (1 - band)));
            }
        }
        return points;
    }

    private static TestPoint started(Tested tested, Kind kind, double current) {
        return current > tested.bears()
                ? none(tested, kind, beyond(tested, current))
                : new TestPoint(tested.name(), kind, current, Double.NaN, Double.NaN, Double.NaN, "");
    }

    private static String beyond(Tested tested, double current) {
        return number(current) + " A is more than the input bears (" + number(tested.bears()) + " A)";
    }

    private static TestPoint none(Tested tested, Kind kind, String why) {
        return new TestPoint(tested.name(), kind, Double.NaN, Double.NaN, Double.NaN, Double.NaN, why);
    }

    private static TestPoint timed(Tested tested, Kind kind, double planned, List<Tested> all, Curve curve) {
        double current = planned;
        String note = "";
        Optional<Curve.Operation> first = curve.at(current);
        if (first.isPresent() && !first.get().name().equals(tested.name())) {
            String other = first.get().name();
            double otherPickUp = all.stream()
                    .filter(each -> each.name().equals(other))
                    .findFirst()
                    .orElseThrow()
                    .stage()
                    .pickUp();
            current = otherPickUp * BESIDE;
            boolean isFirst = current >= tested.stage().pickUp() * NEAREST
                    && curve.at(current).map(Curve.Operation::name).equals(Optional.of(tested.name()));
            if (!isFirst) {
                return none(
                        tested,
                        kind,
                        other + " operates first at " + number(planned)
                                + " A, and at every current that would do instead");
            }
            note = "moved from " + number(planned) + " A, where " + other + " operates first";
        }
        if (current > tested.bears()) {
            return none(tested, kind, beyond(tested, current));
        }
        double seconds = tested.stage().operateTime(current);
        double margin =
                Math.max(tested.band().leastTime(), seconds * tested.band().time() / 100);
        return new TestPoint(
                tested.name(), kind, current, seconds, Math.max(0, seconds - margin), seconds + margin, note);
    }

    /** The standard gives the band of a trip class from cold. */
    private static TestPoint ofClass(Tested tested, TripClass tripClass, Curve curve) {
        double current = tested.stage().pickUp() / TripClass.PICK_UP * TripClass.MULTIPLE;
        Optional<String> other =
                curve.at(current).map(Curve.Operation::name).filter(name -> !name.equals(tested.name()));
        if (other.isPresent()) {
            return none(
                    tested,
                    Kind.TRIP_CLASS,
                    other.get() + " operates first at " + number(current) + " A; test the class with that stage off");
        }
        return current > tested.bears()
                ? none(tested, Kind.TRIP_CLASS, beyond(tested, current))
                : new TestPoint(
                        tested.name(),
                        Kind.TRIP_CLASS,
                        current,
                        tested.stage().operateTime(current),
                        tripClass.above(),
                        tripClass.most(),
                        "from cold; band of trip class " + tripClass.word());
    }

    private static String number(double value) {
        return new BigDecimal(value, new MathContext(4)).stripTrailingZeros().toPlainString();
    }

    /** Returns whether anything can be injected. */
    public boolean isPossible() {
        return !Double.isNaN(current);
    }

    /**
     * Returns whether what was seen passes.
     *
     * @param hasOperated whether the stage started, or operated where a time is measured
     * @param seconds the time that was measured; empty for none
     */
    public boolean passes(boolean hasOperated, Optional<Double> seconds) {
        return switch (kind) {
            case BELOW, RESET -> !hasOperated;
            case ABOVE -> hasOperated;
            default ->
                hasOperated
                        && seconds.filter(time -> time >= from && time <= to).isPresent();
        };
    }
}
