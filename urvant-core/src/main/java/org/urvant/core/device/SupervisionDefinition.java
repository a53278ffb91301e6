package org.urvant.core.device;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Scope;
import org.urvant.core.protection.Phasor;
import org.urvant.core.protection.Supervision;

/**
 * A supervision of a device's own measurement as its type declares it.
 *
 * @param name name of the supervision
 * @param meaning what it is, in plain words
 * @param kind what is held against what
 * @param when when it is on; null for always
 * @param levels at what it speaks
 * @param blocks names of the functions that it blocks while it speaks
 */
public record SupervisionDefinition(
        String name, String meaning, Kind kind, Expression when, Levels levels, List<String> blocks) {
    /** What is held against what. */
    public enum Kind {
        /** The sum of the phase currents against the current of the neutral. */
        CURRENT_SUM,
        /** The least phase current against the greatest. */
        CURRENT_BALANCE,
        /** The least phase voltage against the greatest. */
        VOLTAGE_BALANCE,
        /** The order of the phase currents. */
        CURRENT_SEQUENCE,
        /** The order of the phase voltages. */
        VOLTAGE_SEQUENCE,
        /** Unlike voltages without unlike currents. */
        FUSE_FAILURE;

        /** Returns whether it looks at voltages. */
        public boolean needsVoltages() {
            return this == VOLTAGE_BALANCE || this == VOLTAGE_SEQUENCE || this == FUSE_FAILURE;
        }

        /** Returns whether it looks at currents. */
        public boolean needsCurrents() {
            return this != VOLTAGE_BALANCE && this != VOLTAGE_SEQUENCE;
        }
    }

    /**
     * At what a supervision speaks, in secondary values.
     *
     * @param threshold of a sum: the difference that counts; else the value above which the phases are looked at, or the unlike
     *     voltage of a blown fuse
     * @param share of a sum: the part of all currents that is added; of a balance: the least share of the greatest phase; null for 0
     * @param factor of a sum: by what the neutral current is multiplied, negative for a star point on the other side; null for 1
     * @param current of a blown fuse: the greatest unlike current without a fault; null for 0
     */
    public record Levels(Bound threshold, Bound share, Bound factor, Bound current) {}

    /**
     * What flows and stands at the terminals, in secondary values.
     *
     * @param currents three phase currents in A; empty when they are not given
     * @param neutral current of the neutral in A; empty for none
     * @param voltages three phase voltages in V; empty when they are not given
     */
    public record Given(List<Phasor> currents, Optional<Phasor> neutral, List<Phasor> voltages) {
        public Given {
            currents = List.copyOf(currents);
            voltages = List.copyOf(voltages);
        }
    }

    /** What a supervision makes of what is given. */
    public enum Verdict {
        QUIET,
        SPEAKS,
        OFF,
        /** What it looks at is not given, or its levels cannot be said. */
        NOT_JUDGED
    }

    /**
     * What a supervision says.
     *
     * @param verdict whether it speaks
     * @param seen what it saw and at what it speaks; else why it is not judged
     */
    public record Said(Verdict verdict, String seen) {}

    public SupervisionDefinition {
        blocks = List.copyOf(blocks);
    }

    /** Returns what it says to some phasors, where the values of a scope hold. */
    public Said at(Scope scope, Given given) {
        if (when != null && !when.test(scope).orElse(true)) {
            return new Said(Verdict.OFF, "it is switched off");
        }
        if (kind.needsCurrents() && given.currents().isEmpty()
                || kind.needsVoltages() && given.voltages().isEmpty()) {
            return new Said(
                    Verdict.NOT_JUDGED,
                    (kind.needsVoltages() && given.voltages().isEmpty() ? "voltages" : "currents") + " are not given");
        }
        if (kind == Kind.CURRENT_SUM && given.neutral().isEmpty()) {
            return new Said(Verdict.NOT_JUDGED, "the neutral current is not given");
        }
        Double threshold = number(levels.threshold(), scope, null);
        Double share = number(levels.share(), scope, 0.0);
        Double factor = number(levels.factor(), scope, 1.0);
        Double current = number(levels.current(), scope, 0.0);
        if (threshold == null || share == null || factor == null || current == null) {
            return new Said(Verdict.NOT_JUDGED, "its levels are open or wrong");
        }
        return said(given, threshold, share, factor, current);
    }

    private Said said(Given given, double threshold, double share, double factor, double current) {
        List<Phasor> phases = kind.needsVoltages() ? given.voltages() : given.currents();
        return switch (kind) {
            case CURRENT_SUM -> {
                Phasor neutral = given.neutral().orElseThrow();
                double all = phases.stream().mapToDouble(Phasor::magnitude).sum();
                yield said(
                        Supervision.isSumWrong(phases, neutral, factor, threshold, share),
                        "difference %s A, speaks above %s A",
                        Supervision.sum(phases, neutral, factor),
                        threshold + share * all);
            }
            case CURRENT_BALANCE, VOLTAGE_BALANCE -> {
                double most =
                        phases.stream().mapToDouble(Phasor::magnitude).max().orElseThrow();
                double least =
                        phases.stream().mapToDouble(Phasor::magnitude).min().orElseThrow();
                yield said(
                        Supervision.isUnlike(phases, share, threshold),
                        "least %s of greatest %s, speaks below %s, when that is above %s",
                        least,
                        most,
                        share * most,
                        threshold);
            }
            case CURRENT_SEQUENCE, VOLTAGE_SEQUENCE -> {
                Supervision.Components parts = Supervision.components(phases);
                yield said(
                        Supervision.isReversed(phases, threshold),
                        "negative sequence %s, positive %s",
                        parts.negative().magnitude(),
                        parts.positive().magnitude());
            }
            case FUSE_FAILURE -> {
                Supervision.Components u = Supervision.components(given.voltages());
                Supervision.Components i = Supervision.components(given.currents());
                yield said(
                        Supervision.isFuseBlown(given.voltages(), given.currents(), threshold, current),
                        "unlike voltage %s V (speaks above %s V), unlike current %s A (up to %s A)",
                        Math.max(u.zero().magnitude(), u.negative().magnitude()),
                        threshold,
                        Math.max(i.zero().magnitude(), i.negative().magnitude()),
                        current);
            }
        };
    }

    private static Said said(boolean speaks, String form, double... values) {
        return new Said(speaks ? Verdict.SPEAKS : Verdict.QUIET, String.format(Locale.ROOT, form, (Object[])
                Arrays.stream(values).mapToObj(SupervisionDefinition::text).toArray(String[]::new)));
    }

    /** A number with four digits; what is left of a sum that should be nothing is nothing. */
    private static String text(double value) {
        BigDecimal rounded = BigDecimal.valueOf(value)
                .setScale(9, RoundingMode.HALF_EVEN)
                .round(new MathContext(4, RoundingMode.HALF_EVEN));
        return rounded.signum() == 0 ? "0" : rounded.stripTrailingZeros().toPlainString();
    }

    private static Double number(Bound bound, Scope scope, Double otherwise) {
        return bound == null
                ? otherwise
                : bound.at(scope).map(Number::doubleValue).orElse(null);
    }
}
