package org.urvant.core.protection;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.text.FewDigits;

/**
 * What to inject to test stages of current protection: just below and just above the pick-up, at multiples of it, and below the
 * reset value. A point lies where the stage meant is the first, and never above what the input bears.
 */
public final class StageTests {
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
    public record Tested(String name, Stage stage, TestPoint.Band band, double bears, Optional<TripClass> tripClass) {}

    private StageTests() {}

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
            double band = tested.band().value() / 100;
            points.add(started(tested, Kind.BELOW, pickUp * (1 - band)));
            points.add(started(tested, Kind.ABOVE, pickUp * (1 + band)));
            Injection last = Injection.NOTHING;
            for (Kind kind : List.of(Kind.TWICE, Kind.FIVE_TIMES, Kind.TEN_TIMES)) {
                TestPoint point = timed(tested, kind, pickUp * kind.multiple, stages, curve);
                if (!point.isPossible()
                        || !point.injection().equals(last)) { // two can have been moved to the same place
                    points.add(point);
                    last = point.injection();
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
        TestPoint.Outcome outcome = kind == Kind.ABOVE ? TestPoint.Outcome.START : TestPoint.Outcome.NO_START;
        return current > tested.bears()
                ? TestPoint.none(tested.name(), kind.text(), beyond(tested, current))
                : point(tested, kind, current, TestPoint.Expected.of(outcome), "");
    }

    private static TestPoint point(Tested tested, Kind kind, double current, TestPoint.Expected expected, String note) {
        return new TestPoint(tested.name(), kind.text(), Injection.current(current), expected, note);
    }

    private static String beyond(Tested tested, double current) {
        return FewDigits.of(current) + " A is more than the input bears (" + FewDigits.of(tested.bears()) + " A)";
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
                return TestPoint.none(
                        tested.name(),
                        kind.text(),
                        other + " operates first at " + FewDigits.of(planned)
                                + " A, and at every current that would do instead");
            }
            note = "moved from " + FewDigits.of(planned) + " A, where " + other + " operates first";
        }
        if (current > tested.bears()) {
            return TestPoint.none(tested.name(), kind.text(), beyond(tested, current));
        }
        double seconds = tested.stage().operateTime(current);
        if (seconds == Double.POSITIVE_INFINITY) { // a course through points may begin far above the pick-up
            return point(
                    tested,
                    kind,
                    current,
                    TestPoint.Expected.of(TestPoint.Outcome.NO_OPERATION),
                    "its course begins at a greater current");
        }
        return point(tested, kind, current, TestPoint.Expected.after(seconds, tested.band()), note);
    }

    /** The standard gives the band of a trip class from cold. */
    private static TestPoint ofClass(Tested tested, TripClass tripClass, Curve curve) {
        double current = tested.stage().pickUp() / TripClass.PICK_UP * TripClass.MULTIPLE;
        Optional<String> other =
                curve.at(current).map(Curve.Operation::name).filter(name -> !name.equals(tested.name()));
        if (other.isPresent()) {
            return TestPoint.none(
                    tested.name(),
                    Kind.TRIP_CLASS.text(),
                    other.get() + " operates first at " + FewDigits.of(current)
                            + " A; test the class with that stage off");
        }
        return current > tested.bears()
                ? TestPoint.none(tested.name(), Kind.TRIP_CLASS.text(), beyond(tested, current))
                : point(
                        tested,
                        Kind.TRIP_CLASS,
                        current,
                        new TestPoint.Expected(
                                TestPoint.Outcome.TIMED,
                                tested.stage().operateTime(current),
                                Math.nextUp(tripClass.above()), // which itself is too soon
                                tripClass.most()),
                        "from cold; trip class " + tripClass.word() + ": above "
                                + FewDigits.of(tripClass.above()) + " s, up to "
                                + FewDigits.of(tripClass.most()) + " s");
    }
}
