package org.urvant.core.protection;

import java.util.List;
import java.util.stream.Collectors;
import org.urvant.core.text.FewDigits;

/**
 * What a test set gives to the inputs of a device.
 *
 * @param sources one for each set of inputs; none for nothing
 */
public record Injection(List<Source> sources) {
    /** Nothing. */
    public static final Injection NOTHING = new Injection(List.of());

    /**
     * Currents or voltages of one set of inputs.
     *
     * @param inputs which inputs, such as {@code HV} or {@code U}; empty text where there is one set only
     * @param unit sign of the unit: A or V
     * @param phases the phases, at the inputs of the device; one for a single phase
     * @param secondHarmonic second harmonic beside them, in per cent of each
     */
    public record Source(String inputs, String unit, List<Phasor> phases, double secondHarmonic) {
        public Source {
            phases = List.copyOf(phases);
        }

        private boolean isSymmetrical() {
            return phases.size() == 3
                    && phases.get(0)
                                    .times(Phasor.of(1, -120))
                                    .minus(phases.get(1))
                                    .magnitude()
                            < 1e-9 * phases.get(0).magnitude()
                    && phases.get(0)
                                    .times(Phasor.of(1, 120))
                                    .minus(phases.get(2))
                                    .magnitude()
                            < 1e-9 * phases.get(0).magnitude();
        }

        private String text() {
            String name = inputs.isEmpty() ? "" : inputs + " ";
            String beside = secondHarmonic > 0 ? " with " + FewDigits.of(secondHarmonic) + " % second harmonic" : "";
            if (phases.size() == 1) {
                return name + FewDigits.of(phases.get(0).magnitude()) + " " + unit + beside;
            }
            String signed = " " + unit + beside;
            return name
                    + (isSymmetrical()
                            ? "3 × " + polar(phases.get(0))
                            : phases.stream().map(Source::polar).collect(Collectors.joining(" ")))
                    + signed;
        }

        private static String polar(Phasor phase) {
            double angle = Math.round(phase.degrees() * 10) / 10.0;
            return phase.magnitude() < 1e-9
                    ? "0"
                    : FewDigits.of(phase.magnitude()) + "@" + FewDigits.of(angle == -180 ? 180 : angle + 0.0) + "°";
        }
    }

    public Injection {
        sources = List.copyOf(sources);
    }

    /** Returns a current of one phase in A. */
    public static Injection current(double amperes) {
        return new Injection(List.of(new Source("", "A", List.of(Phasor.of(amperes, 0)), 0)));
    }

    /** Returns three phases in a row of one magnitude, the first one at an angle in degrees. */
    static List<Phasor> threePhase(double magnitude, double degrees) {
        return List.of(
                Phasor.of(magnitude, degrees),
                Phasor.of(magnitude, degrees - 120),
                Phasor.of(magnitude, degrees + 120));
    }

    /**
     * Returns it as sheets have it, with four digits, such as {@code 2.4 A} or {@code HV 3 × 0.525@0° A; LV 3 × 1.05@150° A}; three
     * phases alike but for 120° are written once.
     */
    public String text() {
        return sources.stream().map(Source::text).collect(Collectors.joining("; "));
    }
}
