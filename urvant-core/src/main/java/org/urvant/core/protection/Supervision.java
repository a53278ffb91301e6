package org.urvant.core.protection;

import java.util.List;

/**
 * What a device sees of its own measurement: whether currents add up, phases are alike, follow each other in their order, and
 * voltages are missing without a fault. Currents and voltages are phasors of the three phases in their order, and one of the
 * neutral conductor or the residual circuit.
 */
public final class Supervision {
    private static final Phasor TURN = Phasor.of(1, 120);
    private static final Phasor BACK = Phasor.of(1, -120);
    private static final Phasor THIRD = new Phasor(1 / 3.0, 0);

    private Supervision() {}

    /** Symmetrical components of three phases. */
    public record Components(Phasor zero, Phasor positive, Phasor negative) {}

    /** Returns the symmetrical components of three phases: zero, positive and negative sequence. */
    public static Components components(List<Phasor> phases) {
        requireThree(phases);
        Phasor a = phases.get(0);
        Phasor b = phases.get(1);
        Phasor c = phases.get(2);
        return new Components(
                a.plus(b).plus(c).times(THIRD),
                a.plus(b.times(TURN)).plus(c.times(BACK)).times(THIRD),
                a.plus(b.times(BACK)).plus(c.times(TURN)).times(THIRD));
    }

    private static void requireThree(List<Phasor> phases) {
        if (phases.size() != 3) {
            throw new IllegalArgumentException(phases.size() + " phases");
        }
    }

    /**
     * Returns by how much the phase currents and the measured residual current disagree:
     * {@code |Ia + Ib + Ic - k * IN|}.
     *
     * @param residual measured residual current
     * @param factor ratio of its transformer over that of the phases; negative where its star point lies on the other side
     */
    public static double sum(List<Phasor> currents, Phasor residual, double factor) {
        requireThree(currents);
        return currents.get(0)
                .plus(currents.get(1))
                .plus(currents.get(2))
                .minus(residual.times(new Phasor(factor, 0)))
                .magnitude();
    }

    /**
     * Returns whether the sum is wrong: above {@code threshold + share * (|Ia| + |Ib| + |Ic|)}, so that the errors of
     * transformers at high currents count for nothing.
     */
    public static boolean isSumWrong(
            List<Phasor> currents, Phasor residual, double factor, double threshold, double share) {
        double all = currents.stream().mapToDouble(Phasor::magnitude).sum();
        return sum(currents, residual, factor) > threshold + share * all;
    }

    /** Returns whether phases are too unlike: the least below a share of the greatest, while that is above a threshold. */
    public static boolean isUnlike(List<Phasor> phases, double share, double threshold) {
        requireThree(phases);
        double most = phases.stream().mapToDouble(Phasor::magnitude).max().orElseThrow();
        double least = phases.stream().mapToDouble(Phasor::magnitude).min().orElseThrow();
        return most > threshold && least < share * most;
    }

    /**
     * Returns the unbalance of phases as the negative over the positive sequence; infinite when there is no positive one.
     */
    public static double unbalance(List<Phasor> phases) {
        Components components = components(phases);
        return components.positive().magnitude() > 0
                ? components.negative().magnitude() / components.positive().magnitude()
                : Double.POSITIVE_INFINITY;
    }

    /** Returns the unbalance of magnitudes: the greatest deviation from their mean, over the mean; 0 without any. */
    public static double deviation(List<Phasor> phases) {
        requireThree(phases);
        double mean = phases.stream().mapToDouble(Phasor::magnitude).average().orElseThrow();
        return mean > 0
                ? phases.stream()
                                .mapToDouble(phase -> Math.abs(phase.magnitude() - mean))
                                .max()
                                .orElseThrow()
                        / mean
                : 0;
    }

    /** Returns whether phases follow each other in the wrong order, while the greatest is above a threshold. */
    public static boolean isReversed(List<Phasor> phases, double threshold) {
        Components components = components(phases);
        return phases.stream().anyMatch(phase -> phase.magnitude() > threshold)
                && components.negative().magnitude() > components.positive().magnitude();
    }

    /**
     * Returns whether a fuse of the voltage transformers has blown: voltages have a zero or negative sequence, and currents,
     * which a fault would bring, have none.
     *
     * @param voltage least zero or negative sequence voltage that counts
     * @param current greatest zero and negative sequence current without a fault
     */
    public static boolean isFuseBlown(List<Phasor> voltages, List<Phasor> currents, double voltage, double current) {
        Components u = components(voltages);
        Components i = components(currents);
        return (u.zero().magnitude() > voltage || u.negative().magnitude() > voltage)
                && i.zero().magnitude() <= current
                && i.negative().magnitude() <= current;
    }
}
