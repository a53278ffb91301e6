package org.urvant.core.protection;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What the six loops of a distance relay see of three voltages and three currents, and which of them the fault is in.
 *
 * <p>With a residual current of more than a fifth of the greatest phase current the fault goes to earth: the loops of the phases
 * with at least half of that current are meant, and the loop between two such phases. Without one it is between phases: of the
 * loops between them those are meant whose impedance is at most a tenth above the least.
 *
 * @param loops all six, the earth loops first
 */
public record FaultLoops(List<Loop> loops) {
    private static final double RESIDUAL = 0.2;
    private static final double TAKES_PART = 0.5;
    private static final double ALIKE = 1.1;

    public FaultLoops {
        loops = List.copyOf(loops);
    }

    /**
     * A loop.
     *
     * @param name its name, such as {@code L1-E}
     * @param isEarth whether it goes through earth
     * @param impedance what it sees, in Ω; empty where no current flows in it
     * @param isMeant whether the fault is in it
     */
    public record Loop(String name, boolean isEarth, Optional<Zone.Point> impedance, boolean isMeant) {
        private double magnitude() {
            return impedance
                    .map(at -> Math.hypot(at.resistance(), at.reactance()))
                    .orElse(Double.POSITIVE_INFINITY);
        }

        private Loop meant(boolean isSo) {
            return new Loop(name, isEarth, impedance, isSo && impedance.isPresent());
        }
    }

    /**
     * Returns the loops.
     *
     * @param voltages of the three phases to earth, on one side of the transformers
     * @param currents of the three phases, on the same side
     * @param factor residual compensation factor
     * @param least greatest phase current below which no fault is seen
     */
    public static FaultLoops of(List<Phasor> voltages, List<Phasor> currents, Phasor factor, double least) {
        Phasor residual = currents.get(0).plus(currents.get(1)).plus(currents.get(2));
        double greatest = currents.stream().mapToDouble(Phasor::magnitude).max().orElse(0);
        boolean isFault = greatest >= least;
        boolean isEarth = residual.magnitude() > RESIDUAL * greatest;
        List<Loop> loops = new ArrayList<>();
        boolean[] takesPart = new boolean[3];
        for (int i = 0; i < 3; i++) {
            takesPart[i] = currents.get(i).magnitude() >= TAKES_PART * greatest;
            Phasor compensated = currents.get(i).plus(residual.times(factor));
            boolean isMeant = isFault && isEarth && takesPart[i];
            loops.add(loop("L" + (i + 1) + "-E", true, voltages.get(i), compensated, least)
                    .meant(isMeant));
        }
        List<Loop> between = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            int next = (i + 1) % 3;
            Loop loop = loop(
                    "L" + (i + 1) + "-L" + (next + 1),
                    false,
                    voltages.get(i).minus(voltages.get(next)),
                    currents.get(i).minus(currents.get(next)),
                    least);
            between.add(loop.meant(isFault && isEarth && takesPart[i] && takesPart[next]));
        }
        if (isFault && !isEarth) {
            double nearest = between.stream().mapToDouble(Loop::magnitude).min().orElse(0);
            between.replaceAll(loop -> loop.meant(loop.magnitude() <= ALIKE * nearest));
        }
        loops.addAll(between);
        return new FaultLoops(loops);
    }

    private static Loop loop(String name, boolean isEarth, Phasor voltage, Phasor current, double least) {
        if (!(current.magnitude() > least / 1000)) {
            return new Loop(name, isEarth, Optional.empty(), false);
        }
        Phasor impedance = voltage.over(current);
        return new Loop(name, isEarth, Optional.of(new Zone.Point(impedance.real(), impedance.imaginary())), false);
    }

    /** Returns the loops that the fault is in; none when there is no fault. */
    public List<Loop> meant() {
        return loops.stream().filter(Loop::isMeant).toList();
    }
}
