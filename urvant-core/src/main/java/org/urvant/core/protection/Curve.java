package org.urvant.core.protection;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeSet;

/**
 * What a device does as a whole: the least time of all its stages at each current.
 *
 * @param stages its stages, by name
 */
public record Curve(List<Named> stages) {
    /** A stage with its name. */
    public record Named(String name, Stage stage) {}

    /**
     * When and by which stage a device operates.
     *
     * @param seconds the time
     * @param name the stage
     */
    public record Operation(double seconds, String name) {}

    /** A point of the curve: A and s. */
    public record Point(double current, double seconds) {}

    public Curve {
        stages = List.copyOf(stages);
    }

    /** Returns what operates first at a steady current; empty when nothing does. */
    public Optional<Operation> at(double current) {
        Operation first = null;
        for (Named each : stages) {
            double seconds = each.stage().operateTime(current);
            if (seconds < Double.POSITIVE_INFINITY && (first == null || seconds < first.seconds())) {
                first = new Operation(seconds, each.name());
            }
        }
        return Optional.ofNullable(first);
    }

    /** A current in A for a time in s. */
    public record Flow(double current, double seconds) {}

    /**
     * Returns what operates first while currents flow one after the other, from rest; stages integrate, and go back meanwhile
     * (IEC 60255-151, 5.2). Empty when nothing does.
     */
    public Optional<Operation> over(List<Flow> flows) {
        Operation first = null;
        for (Named each : stages) {
            StageRun run = new StageRun(each.stage());
            for (Flow flow : flows) {
                OptionalDouble operated = run.flow(flow.current(), flow.seconds());
                if (operated.isPresent()) {
                    if (first == null || operated.getAsDouble() < first.seconds()) {
                        first = new Operation(operated.getAsDouble(), each.name());
                    }
                    break;
                }
            }
        }
        return Optional.ofNullable(first);
    }

    /** Returns the least current that makes a stage start; infinite where there is no stage. */
    public double pickUp() {
        return stages.stream().mapToDouble(each -> each.stage().pickUp()).min().orElse(Double.POSITIVE_INFINITY);
    }

    /**
     * Returns currents that show the curve between two currents on a logarithmic scale: evenly spread, and on both sides of each
     * pick-up, where the time jumps.
     */
    public List<Double> currents(double from, double to, int count) {
        TreeSet<Double> currents = new TreeSet<>();
        for (int i = 0; i <= count; i++) {
            currents.add(from * Math.pow(to / from, (double) i / count));
        }
        for (Named each : stages) {
            double pickUp = each.stage().pickUp();
            for (double current : new double[] {pickUp, pickUp * 1.000001, pickUp * 1.01, pickUp * 1.05}) {
                if (current >= from && current <= to) {
                    currents.add(current);
                }
            }
        }
        return new ArrayList<>(currents);
    }

    /** Returns the points of the curve at some currents; those at which nothing operates are left out. */
    public List<Point> points(List<Double> currents) {
        List<Point> points = new ArrayList<>();
        for (double current : currents) {
            at(current).ifPresent(operation -> points.add(new Point(current, operation.seconds())));
        }
        return points;
    }
}
