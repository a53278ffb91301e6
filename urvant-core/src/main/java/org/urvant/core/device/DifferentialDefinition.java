package org.urvant.core.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.Differential;
import org.urvant.core.protection.DifferentialTests;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.unit.Unit;

/**
 * A differential protection as a device type declares it. Its currents are multiples of the rated current of what it protects.
 *
 * @param name its name
 * @param meaning what it is, in plain words
 * @param extent where there is one
 * @param course its characteristic
 * @param sides the sides of what is protected, two or more; the first is the one that clock numbers count from
 * @param power rated apparent power of what is protected
 * @param trial what its tests follow from
 */
public record DifferentialDefinition(
        String name, String meaning, Extent extent, Course course, List<Side> sides, Bound power, Trial trial) {
    public DifferentialDefinition {
        sides = List.copyOf(sides);
    }

    /**
     * A characteristic.
     *
     * @param bias what of the currents restrains
     * @param pickUp difference at which it operates when little flows through
     * @param unrestrained difference at which it operates in any case; null for none
     * @param knees where it rises, by rising bias
     */
    public record Course(Differential.Bias bias, Bound pickUp, @Nullable Bound unrestrained, List<Knee> knees) {
        public Course {
            knees = List.copyOf(knees);
        }
    }

    /**
     * A place from which the characteristic rises.
     *
     * @param from bias
     * @param slope in per cent
     */
    public record Knee(Bound from, Bound slope) {}

    /**
     * A side.
     *
     * @param name name of its inputs
     * @param voltage rated line voltage
     * @param primary rated primary current of its transformers
     * @param secondary rated secondary current
     * @param clock by how many twelfths it lags behind the first side; null for none
     */
    public record Side(String name, Bound voltage, Bound primary, Bound secondary, @Nullable Bound clock) {}

    /**
     * What tests follow from.
     *
     * @param harmonic second harmonic in per cent above which it is blocked; null for no block
     * @param time its own time; null when the type does not say
     * @param bears greatest current that an input bears long enough for a test; null when the type does not say
     * @param band how far a unit may be off
     */
    public record Trial(@Nullable Bound harmonic, @Nullable Bound time, @Nullable Bound bears, TestPoint.Band band) {}

    /**
     * A differential protection where the values of a scope hold.
     *
     * @param tested what it is, with its sides; empty when it cannot be said
     * @param missing why there is none; empty text when there is one
     */
    public record Found(Optional<DifferentialTests.Tested> tested, String missing) {}

    /** Returns the paths of the settings that it follows from, in any scope. */
    public Set<String> paths() {
        Stream<Bound> bounds = Stream.of(
                        Stream.of(course.pickUp(), course.unrestrained(), power, trial.harmonic(), trial.time()),
                        course.knees().stream().flatMap(knee -> Stream.of(knee.from(), knee.slope())),
                        sides.stream()
                                .flatMap(side ->
                                        Stream.of(side.voltage(), side.primary(), side.secondary(), side.clock())))
                .flatMap(each -> each);
        Set<String> paths = Bound.paths(bounds);
        Optional.ofNullable(extent.when()).ifPresent(when -> paths.addAll(when.paths()));
        return paths;
    }

    /** Returns the differential protection where the values of a scope hold. */
    public Found at(Scope scope) {
        try {
            List<Differential.Knee> knees = new ArrayList<>();
            for (Knee knee : course.knees()) {
                knees.add(new Differential.Knee(
                        Bound.number(knee.from(), null, scope, Double.NaN),
                        Bound.number(knee.slope(), null, scope, Double.NaN) / 100));
            }
            Differential differential = new Differential(
                    Bound.number(course.pickUp(), null, scope, Double.NaN),
                    knees,
                    Bound.number(course.unrestrained(), null, scope, Double.POSITIVE_INFINITY),
                    course.bias());
            List<Differential.Side> found = new ArrayList<>();
            for (Side side : sides) {
                found.add(side(side, scope));
            }
            return new Found(
                    Optional.of(new DifferentialTests.Tested(
                            name,
                            differential,
                            found,
                            Bound.number(trial.harmonic(), null, scope, Double.NaN),
                            Bound.number(trial.time(), Unit.SECOND, scope, Double.NaN),
                            trial.band(),
                            Bound.number(trial.bears(), Unit.AMPERE, scope, Double.POSITIVE_INFINITY))),
                    "");
        } catch (IllegalArgumentException e) {
            return new Found(Optional.empty(), e.getMessage().replace("is NaN", "is open or wrong"));
        }
    }

    private Differential.Side side(Side side, Scope scope) {
        double amperes = Bound.number(power, Unit.VOLTAMPERE, scope, Double.NaN)
                / (Math.sqrt(3) * Bound.number(side.voltage(), Unit.VOLT, scope, Double.NaN));
        double ratio = Bound.number(side.primary(), Unit.AMPERE, scope, Double.NaN)
                / Bound.number(side.secondary(), Unit.AMPERE, scope, Double.NaN);
        double rated = amperes / ratio;
        double clock = Bound.number(side.clock(), null, scope, 0);
        if (!(rated > 0 && rated < Double.POSITIVE_INFINITY)) {
            throw new IllegalArgumentException("the rated current of " + side.name() + " is NaN; it follows from "
                    + String.join(
                            ", ", Bound.paths(Stream.of(power, side.voltage(), side.primary(), side.secondary()))));
        }
        if (!(clock >= 0 && clock <= 11)) {
            throw new IllegalArgumentException("the clock number of " + side.name() + " is " + clock);
        }
        return new Differential.Side(side.name(), rated, ratio, (int) clock);
    }
}
