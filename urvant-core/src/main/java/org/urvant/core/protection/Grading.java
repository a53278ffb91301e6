package org.urvant.core.protection;

import java.util.Optional;
import java.util.TreeSet;

/**
 * Two devices one behind the other: the one that feeds must wait for the one behind which the fault is. Currents are in A of
 * the voltage at the device behind which the fault is.
 *
 * @param down curves of the device nearer to the fault
 * @param up curves of the device that feeds it
 * @param ratio by what currents are multiplied on their way to the feeding device, beside the passage: the ratio of the
 *     voltages, and its share where others feed too
 */
public record Grading(Curves down, Curves up, double ratio) {
    private static final int STEPS = 400;

    /**
     * The curves of a device.
     *
     * @param phase over the greatest phase current
     * @param residual over the residual current
     */
    public record Curves(Curve phase, Curve residual) {
        /** Returns what operates first; empty when nothing does. */
        Optional<Curve.Operation> at(double phaseCurrent, double residualCurrent) {
            Optional<Curve.Operation> one = phase.at(phaseCurrent);
            Optional<Curve.Operation> other = residual.at(residualCurrent);
            return other.isPresent()
                            && (one.isEmpty()
                                    || other.get().seconds() < one.get().seconds())
                    ? other
                    : one;
        }
    }

    /**
     * The narrowest place.
     *
     * @param current fault current in A at the device nearer to the fault
     * @param down when that one operates; empty for never
     * @param up when the feeding one does
     * @param margin the time between the two in s; minus infinity where only the feeding one operates
     */
    public record Narrowest(double current, Optional<Curve.Operation> down, Curve.Operation up, double margin) {}

    /**
     * Returns where the feeding device follows the other in the shortest time; where the other does not operate at all, the
     * place at which the feeding one does so first.
     *
     * @param kind the fault
     * @param passage what its current is at the feeding device
     * @param most greatest fault current
     * @return empty when the feeding device does not operate at any such current
     */
    public Optional<Narrowest> narrowest(FaultKind kind, VectorGroup.Passage passage, double most) {
        Narrowest narrowest = null;
        for (double current : currents(kind, passage, most)) {
            double residual = kind == FaultKind.PHASE_EARTH ? current : 0;
            Optional<Curve.Operation> first = down.at(current, residual);
            Optional<Curve.Operation> second =
                    up.at(current * ratio * passage.phase(), current * ratio * passage.residual());
            if (second.isPresent()) {
                double margin = first.map(operation -> second.get().seconds() - operation.seconds())
                        .orElse(Double.NEGATIVE_INFINITY);
                boolean isSooner = narrowest != null
                        && margin == Double.NEGATIVE_INFINITY
                        && narrowest.margin() == margin
                        && second.get().seconds() < narrowest.up().seconds();
                if (narrowest == null || margin < narrowest.margin() || isSooner) {
                    narrowest = new Narrowest(current, first, second.get(), margin);
                }
            }
        }
        return Optional.ofNullable(narrowest);
    }

    /** Returns whether a stage of the device nearer to the fault operates at a current. */
    public boolean isSeen(FaultKind kind, double current) {
        return down.at(current, kind == FaultKind.PHASE_EARTH ? current : 0).isPresent();
    }

    /** Evenly spread on a logarithmic scale, and just above each current at which a stage of either begins. */
    private TreeSet<Double> currents(FaultKind kind, VectorGroup.Passage passage, double most) {
        TreeSet<Double> currents = new TreeSet<>();
        TreeSet<Double> starts = new TreeSet<>();
        down.phase().stages().forEach(each -> starts.add(each.stage().pickUp()));
        up.phase().stages().forEach(each -> starts.add(each.stage().pickUp() / (ratio * passage.phase())));
        if (kind == FaultKind.PHASE_EARTH) {
            down.residual().stages().forEach(each -> starts.add(each.stage().pickUp()));
            if (passage.residual() > 0) {
                up.residual()
                        .stages()
                        .forEach(each -> starts.add(each.stage().pickUp() / (ratio * passage.residual())));
            }
        }
        starts.removeIf(current -> current > most);
        if (!starts.isEmpty()) {
            double from = starts.first();
            for (int i = 0; i <= STEPS; i++) {
                currents.add(from * Math.pow(most / from, (double) i / STEPS));
            }
            for (double start : starts) {
                currents.add(start); // the one that begins here does not operate yet
                currents.add(Math.min(most, start * (1 + 1e-9)));
            }
            currents.add(most);
        }
        return currents;
    }
}
