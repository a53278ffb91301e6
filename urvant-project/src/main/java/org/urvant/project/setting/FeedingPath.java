package org.urvant.project.setting;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.finding.Entry;
import org.urvant.core.protection.FaultKind;
import org.urvant.core.protection.VectorGroup;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;
import org.urvant.project.Feeding;

/**
 * What {@link Feeding} says, as numbers.
 *
 * @param transformer the transformer between; empty for none
 * @param share part of the fault current that comes through the feeding bay
 * @param margin least time in s by which the feeding bay must wait
 * @param levels greatest fault currents in A
 * @param mistakes what could not be read
 */
record FeedingPath(
        Optional<Transformer> transformer,
        double share,
        double margin,
        Map<FaultKind, Double> levels,
        List<Mistake> mistakes) {
    /** The usual margin between numerical relays: breaker time, overshoot and errors of both. */
    static final double USUAL_MARGIN = 0.3;

    private static final Pattern TRANSFORMER = Pattern.compile("([^/]+)/(.+?)\\s+(\\S+)");

    /** A text that could not be read, with how to mend it. */
    record Mistake(Entry at, String message, String remedy) {}

    /**
     * A transformer.
     *
     * @param feeding line voltage in V on the side that feeds
     * @param fed line voltage in V on the other side
     */
    record Transformer(double feeding, double fed, VectorGroup group) {}

    /** Returns by what a current is multiplied on its way to the feeding bay: the ratio of the voltages, and the share. */
    double ratio() {
        return transformer.map(between -> between.fed() / between.feeding()).orElse(1.0) * share;
    }

    static FeedingPath of(Feeding feeding) {
        Reading reading = new Reading();
        Map<FaultKind, Double> levels = new EnumMap<>(FaultKind.class);
        feeding.levels().forEach((kind, entry) -> reading.amount(entry, Dimension.CURRENT, "8 kA")
                .ifPresent(level -> levels.put(kind, level)));
        return new FeedingPath(
                feeding.transformer().flatMap(reading::transformer),
                feeding.share().flatMap(reading::share).orElse(1.0),
                feeding.margin()
                        .flatMap(entry -> reading.amount(entry, Dimension.TIME, "0.3 s"))
                        .orElse(USUAL_MARGIN),
                levels,
                reading.mistakes);
    }

    /** Gathers what could not be read. */
    private static final class Reading {
        private final List<Mistake> mistakes = new ArrayList<>();

        private Optional<Double> amount(Entry entry, Dimension wanted, String example) {
            Optional<Double> amount = amount(entry.text(), wanted).filter(value -> value > 0);
            if (amount.isEmpty()) {
                mistakes.add(new Mistake(
                        entry,
                        "'" + entry.text() + "' is no " + wanted.title() + " above zero",
                        "Write a number with its unit, such as " + example + "."));
            }
            return amount;
        }

        private static Optional<Double> amount(String text, Dimension wanted) {
            return Amount.parse(text)
                    .filter(amount -> amount.unit() != null && amount.unit().dimension() == wanted)
                    .map(amount -> amount.in(base(wanted)));
        }

        private static Unit base(Dimension dimension) {
            return dimension == Dimension.CURRENT ? Unit.AMPERE : dimension == Dimension.TIME ? Unit.SECOND : Unit.VOLT;
        }

        private Optional<Double> share(Entry entry) {
            Optional<Double> share = Amount.parse(entry.text())
                    .filter(amount -> amount.unit() == null || amount.unit().dimension() == Dimension.RATIO)
                    .map(amount -> amount.in(Unit.ONE))
                    .filter(value -> value > 0 && value <= 1);
            if (share.isEmpty()) {
                mistakes.add(new Mistake(
                        entry, "'" + entry.text() + "' is no share above 0 and up to 1", "Write 0.6, or 60 %."));
            }
            return share;
        }

        private Optional<Transformer> transformer(Entry entry) {
            Matcher form = TRANSFORMER.matcher(entry.text());
            if (form.matches()) {
                Optional<Double> feeding =
                        amount(form.group(1).strip(), Dimension.VOLTAGE).filter(value -> value > 0);
                Optional<Double> fed =
                        amount(form.group(2).strip(), Dimension.VOLTAGE).filter(value -> value > 0);
                Optional<VectorGroup> group = VectorGroup.of(form.group(3));
                if (feeding.isPresent() && fed.isPresent() && group.isPresent()) {
                    return Optional.of(new Transformer(feeding.get(), fed.get(), group.get()));
                }
            }
            mistakes.add(new Mistake(
                    entry,
                    "'" + entry.text() + "' is no transformer",
                    "Write both voltages, the feeding side first, and the vector group, such as 11 kV/0.4 kV Dyn11; its clock number"
                            + " is 0 to 11, odd where one winding is a star and the other is none, else even."));
            return Optional.empty();
        }
    }
}
