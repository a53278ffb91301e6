package org.urvant.core.device;

import java.math.BigDecimal;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.Course;
import org.urvant.core.protection.Stage;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.protection.TripClass;
import org.urvant.core.unit.Unit;

/**
 * A stage of current protection as a device type declares it: which settings make up its characteristic.
 *
 * @param name name of the stage
 * @param meaning what it is, in plain words
 * @param extent whether there is one for the device, each setting group or each row
 * @param measured what it measures
 * @param law how its time depends on what it measures
 * @param tolerance how far a unit may be off
 */
public record StageDefinition(
        String name, String meaning, Extent extent, Measured measured, Law law, Tolerance tolerance) {
    /** What a stage measures. */
    public enum Quantity {
        PHASE_CURRENT,
        RESIDUAL_CURRENT
    }

    /**
     * What is measured.
     *
     * @param quantity the current
     * @param pickUp current at which it starts, as the device has it
     * @param ratio by what that is multiplied on the primary side; null for 1
     * @param bears greatest current that the input bears long enough for a test; null when the type does not say
     */
    public record Measured(Quantity quantity, Bound pickUp, Bound ratio, Bound bears) {}

    /**
     * How the time depends on the current.
     *
     * @param course the course, when it is always the same; null when a setting chooses it
     * @param chosen the setting that chooses it; null when it is always the same
     * @param times multiplier, delay and reset
     * @param reference multiple of the pick-up at which an I²t course has its delay; null for 1
     * @param least time below which it never operates; null for none
     * @param flatFrom multiple from which the time no longer falls; null for none
     * @param points where the points of a course through points stand; null for nowhere
     */
    public record Law(
            Course course,
            Expression chosen,
            Times times,
            Bound reference,
            Bound least,
            Bound flatFrom,
            @Nullable Points points) {
        Optional<Course> course(Scope scope) {
            return course != null ? Optional.of(course) : chosen.written(scope).flatMap(Course::of);
        }
    }

    /**
     * Points that a user gives, one a row of a table.
     *
     * @param table name of the table, of the device or of its groups
     * @param multiple current over the pick-up
     * @param time time there
     */
    public record Points(String table, Bound multiple, Bound time) {}

    /**
     * Times of a stage.
     *
     * @param tripClass trip class of IEC 60947-4-1 that the heating time constant of a thermal course follows from; null for none
     * @param multiplier time multiplier of inverse courses; null for none
     * @param delay time of the others; null for none
     * @param reset how it goes back: the word instant, fixed, inverse or memory; null for at once
     * @param resetDelay time of a fixed reset or a memory; null for none
     */
    public record Times(Expression tripClass, Bound multiplier, Bound delay, Expression reset, Bound resetDelay) {}

    /**
     * How far a unit may be off what its settings say.
     *
     * @param band of the pick-up and the operate time
     * @param resetRatio current at which it goes back, of its pick-up
     */
    public record Tolerance(TestPoint.Band band, double resetRatio) {}

    /**
     * A stage where the values of a scope hold.
     *
     * @param stage the stage, with currents as the device has them; empty when it cannot be said
     * @param ratio by what currents are multiplied on the primary side
     * @param bears greatest current that the input bears; infinite when the type does not say
     * @param missing why there is no stage; empty text when there is one
     * @param isContradictory whether there is none although all its values are there: they do not go together
     */
    public record Found(Optional<Stage> stage, double ratio, double bears, String missing, boolean isContradictory) {
        /** Returns the stage with currents on the primary side; a pick-up of 1.13 A is 452 A there, and nothing below. */
        public Optional<Stage> primary() {
            return stage.map(own -> new Stage(
                    BigDecimal.valueOf(own.pickUp())
                            .multiply(BigDecimal.valueOf(ratio))
                            .doubleValue(),
                    own.course(),
                    own.timing(),
                    own.reset()));
        }
    }

    /** Returns the paths of the settings that its characteristic follows from, in any scope. */
    public Set<String> paths() {
        Set<String> paths = Bound.paths(Stream.of(
                measured.pickUp(),
                measured.ratio(),
                law.times().multiplier(),
                law.times().delay(),
                law.times().resetDelay(),
                law.reference(),
                law.least(),
                law.flatFrom()));
        Stream.of(law.chosen(), law.times().tripClass(), law.times().reset(), extent.when())
                .filter(Objects::nonNull)
                .forEach(expression -> paths.addAll(expression.paths()));
        return paths;
    }

    public StageDefinition {
        Objects.requireNonNull(name, "name");
        Objects.requireNonNull(measured, "measured");
    }

    /**
     * Returns the stage where the values of a scope hold.
     *
     * @param rows the rows of the table in which the points of a course stand, if it has any
     */
    public Found at(Scope scope, List<? extends Scope> rows) {
        double ratio = Bound.number(measured.ratio(), null, scope, 1);
        double bears = Bound.number(measured.bears(), Unit.AMPERE, scope, Double.POSITIVE_INFINITY);
        double pickUp = Bound.number(measured.pickUp(), Unit.AMPERE, scope, Double.NaN);
        Course course = law.course(scope).orElse(null);
        if (Double.isNaN(pickUp) || Double.isNaN(ratio) || course == null) {
            return open(Double.isNaN(pickUp) ? "pick-up" : Double.isNaN(ratio) ? "ratio" : "course", ratio, bears);
        }
        double time = time(course, scope);
        if (Double.isNaN(time)) {
            return open(course.hasMultiplier() ? "multiplier" : "time", ratio, bears);
        }
        List<Stage.Place> places = course == Course.POINTS ? places(rows) : List.of();
        if (places.stream().anyMatch(place -> Double.isNaN(place.multiple()))) {
            return open("multiple", ratio, bears);
        }
        if (places.stream().anyMatch(place -> Double.isNaN(place.seconds()))) {
            return open("time", ratio, bears);
        }
        try {
            Stage.Timing timing = new Stage.Timing(
                    time,
                    Bound.number(law.reference(), null, scope, 1),
                    Bound.number(law.least(), Unit.SECOND, scope, 0),
                    Bound.number(law.flatFrom(), null, scope, Double.POSITIVE_INFINITY),
                    places);
            return new Found(
                    Optional.of(new Stage(pickUp, course, timing, reset(course, scope))), ratio, bears, "", false);
        } catch (IllegalArgumentException e) {
            return new Found(Optional.empty(), ratio, bears, "its " + e.getMessage(), true);
        }
    }

    private static Found open(String what, double ratio, double bears) {
        return new Found(Optional.empty(), ratio, bears, "its " + what + " is open or wrong", false);
    }

    private List<Stage.Place> places(List<? extends Scope> rows) {
        Points points = law.points();
        return points == null
                ? List.of()
                : rows.stream()
                        .map(row -> new Stage.Place(
                                Bound.number(points.multiple(), null, row, Double.NaN),
                                Bound.number(points.time(), Unit.SECOND, row, Double.NaN)))
                        .toList();
    }

    private double time(Course course, Scope scope) {
        if (course.hasMultiplier()) {
            return Bound.number(law.times().multiplier(), null, scope, Double.NaN);
        }
        return tripClass(scope)
                .map(TripClass::timeConstant)
                .orElseGet(() -> Bound.number(law.times().delay(), Unit.SECOND, scope, Double.NaN));
    }

    /** Returns the trip class that the stage follows from; empty when it follows from none. */
    public Optional<TripClass> tripClass(Scope scope) {
        return law.times().tripClass() == null
                ? Optional.empty()
                : law.times().tripClass().written(scope).flatMap(TripClass::of);
    }

    private Stage.Reset reset(Course course, Scope scope) {
        String word = law.times().reset() == null
                ? "instant"
                : law.times().reset().written(scope).orElse("instant");
        double ratio = tolerance.resetRatio();
        return switch (word) {
            case "fixed" ->
                new Stage.Reset(
                        Stage.Reset.Kind.FIXED, Bound.number(law.times().resetDelay(), Unit.SECOND, scope, 0), ratio);
            case "memory" ->
                new Stage.Reset(
                        Stage.Reset.Kind.MEMORY,
                        Bound.number(law.times().resetDelay(), Unit.SECOND, scope, Double.NaN),
                        ratio);
            case "inverse" ->
                new Stage.Reset(course.isInverse() ? Stage.Reset.Kind.INVERSE : Stage.Reset.Kind.INSTANT, 0, ratio);
            default -> new Stage.Reset(Stage.Reset.Kind.INSTANT, 0, ratio);
        };
    }
}
