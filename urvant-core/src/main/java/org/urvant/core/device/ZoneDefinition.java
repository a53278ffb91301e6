package org.urvant.core.device;

import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.Phasor;
import org.urvant.core.protection.TestPoint;
import org.urvant.core.protection.Zone;
import org.urvant.core.protection.ZoneTests;
import org.urvant.core.text.Word;
import org.urvant.core.unit.Unit;

/**
 * A zone of distance protection as a device type declares it.
 *
 * @param name name of the zone
 * @param meaning what it is, in plain words
 * @param extent where there is one
 * @param shape its shape
 * @param direction the setting that says in which direction it looks: forward, reverse, both
 * @param reaches how far it goes
 * @param edges how a polygon is bounded towards the relay
 * @param trial what its tests follow from
 */
public record ZoneDefinition(
        String name,
        String meaning,
        Extent extent,
        Zone.Shape shape,
        Expression direction,
        Reaches reaches,
        Zone.Edges edges,
        Trial trial) {
    /**
     * How far a zone goes, in Ω as the device has them.
     *
     * @param reach along the line
     * @param phase resistance beside it for faults between phases; null for a circle
     * @param earth the same for earth faults; null for a circle
     * @param line resistance and reactance of the whole line
     * @param ratio primary Ω for each secondary one; null for 1
     * @param delay time until it trips
     */
    public record Reaches(Bound reach, Bound phase, Bound earth, Line line, Bound ratio, Bound delay) {}

    /**
     * What the tests of a zone follow from.
     *
     * @param least current at the inputs from which it starts; null when the type does not say, and nothing is tested
     * @param bears greatest current that the inputs bear long enough for a test; null when the type does not say
     * @param voltage rated line voltage at the inputs; null when the type does not say, and nothing is tested
     * @param factor magnitude of the residual compensation factor; null when the type does not say
     * @param angle its angle in degrees; null for 0
     * @param band how far a unit may be off
     */
    public record Trial(
            @Nullable Bound least,
            @Nullable Bound bears,
            @Nullable Bound voltage,
            @Nullable Bound factor,
            @Nullable Bound angle,
            TestPoint.Band band) {
        /** Returns what tests follow from where the values of a scope hold. */
        public Given at(Scope scope) {
            double current = Bound.number(least, Unit.AMPERE, scope, Double.NaN);
            double volts = Bound.number(voltage, Unit.VOLT, scope, Double.NaN);
            double magnitude = Bound.number(factor, null, scope, Double.NaN);
            double degrees = Bound.number(angle, null, scope, 0);
            return new Given(
                    current > 0 && volts > 0
                            ? Optional.of(new ZoneTests.Source(
                                    current, Bound.number(bears, Unit.AMPERE, scope, Double.POSITIVE_INFINITY), volts))
                            : Optional.empty(),
                    Double.isNaN(magnitude) || Double.isNaN(degrees)
                            ? Optional.empty()
                            : Optional.of(Phasor.of(magnitude, degrees)),
                    band);
        }
    }

    /**
     * What tests follow from, and what loops see.
     *
     * @param source what a test set must and may give; empty when the type does not say, or a value is open
     * @param factor residual compensation factor; empty when it is not known
     * @param band how far a unit may be off
     */
    public record Given(Optional<ZoneTests.Source> source, Optional<Phasor> factor, TestPoint.Band band) {}

    /** Impedance of the whole line, as the device has it. */
    public record Line(Bound resistance, Bound reactance) {}

    /**
     * A zone where the values of a scope hold.
     *
     * @param phase for faults between phases; empty when it cannot be said
     * @param earth for earth faults
     * @param line end of the line
     * @param ratio primary Ω for each secondary one
     * @param delay time in s until it trips
     * @param missing why there is no zone; empty text when there is one
     */
    public record Found(
            Optional<Zone> phase, Optional<Zone> earth, Zone.Point line, double ratio, double delay, String missing) {}

    /** Returns the paths of the settings that it follows from, in any scope. */
    public Set<String> paths() {
        Set<String> paths = Bound.paths(Stream.of(
                reaches.reach(),
                reaches.phase(),
                reaches.earth(),
                reaches.line().resistance(),
                reaches.line().reactance(),
                reaches.ratio(),
                reaches.delay(),
                trial.least(),
                trial.factor(),
                trial.angle()));
        Stream.of(direction, extent.when())
                .filter(Objects::nonNull)
                .forEach(expression -> paths.addAll(expression.paths()));
        return paths;
    }

    /** Returns the zone where the values of a scope hold. */
    public Found at(Scope scope) {
        double resistance = Bound.number(reaches.line().resistance(), null, scope, Double.NaN);
        double reactance = Bound.number(reaches.line().reactance(), null, scope, Double.NaN);
        double ratio = Bound.number(reaches.ratio(), null, scope, 1);
        double delay = Bound.number(reaches.delay(), null, scope, 0);
        Zone.Way way = direction == null
                ? Zone.Way.FORWARD
                : direction
                        .written(scope)
                        .flatMap(word -> Word.find(Zone.Way.class, word))
                        .orElse(null);
        Zone.Point line = new Zone.Point(resistance, reactance);
        if (way == null) {
            return missing(line, ratio, delay, "its direction is open or wrong");
        }
        try {
            double angle = Math.toDegrees(Math.atan2(reactance, resistance));
            double reach = Bound.number(reaches.reach(), null, scope, Double.NaN);
            Zone phase = new Zone(
                    shape, way, new Zone.Reach(reach, Bound.number(reaches.phase(), null, scope, 1), angle), edges);
            Zone earth = new Zone(
                    shape, way, new Zone.Reach(reach, Bound.number(reaches.earth(), null, scope, 1), angle), edges);
            return new Found(Optional.of(phase), Optional.of(earth), line, ratio, delay, "");
        } catch (IllegalArgumentException e) {
            return missing(line, ratio, delay, "a reach or the line is open or wrong: " + e.getMessage());
        }
    }

    private static Found missing(Zone.Point line, double ratio, double delay, String why) {
        return new Found(Optional.empty(), Optional.empty(), line, ratio, delay, why);
    }
}
