package org.urvant.core.device;

import java.util.Optional;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.Zone;
import org.urvant.core.text.Word;

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
 */
public record ZoneDefinition(
        String name,
        String meaning,
        Extent extent,
        Zone.Shape shape,
        Expression direction,
        Reaches reaches,
        Zone.Edges edges) {
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

    /** Returns the zone where the values of a scope hold. */
    public Found at(Scope scope) {
        double resistance = number(reaches.line().resistance(), scope, Double.NaN);
        double reactance = number(reaches.line().reactance(), scope, Double.NaN);
        double ratio = number(reaches.ratio(), scope, 1);
        double delay = number(reaches.delay(), scope, 0);
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
            double reach = number(reaches.reach(), scope, Double.NaN);
            Zone phase = new Zone(shape, way, new Zone.Reach(reach, number(reaches.phase(), scope, 1), angle), edges);
            Zone earth = new Zone(shape, way, new Zone.Reach(reach, number(reaches.earth(), scope, 1), angle), edges);
            return new Found(Optional.of(phase), Optional.of(earth), line, ratio, delay, "");
        } catch (IllegalArgumentException e) {
            return missing(line, ratio, delay, "a reach or the line is open or wrong: " + e.getMessage());
        }
    }

    private static Found missing(Zone.Point line, double ratio, double delay, String why) {
        return new Found(Optional.empty(), Optional.empty(), line, ratio, delay, why);
    }

    private static double number(Bound bound, Scope scope, double otherwise) {
        return bound == null
                ? otherwise
                : bound.at(scope).map(Number::doubleValue).orElse(Double.NaN);
    }
}
