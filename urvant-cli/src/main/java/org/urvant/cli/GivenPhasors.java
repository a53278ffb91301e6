package org.urvant.cli;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.Phasor;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;

/** Phasors as they are typed: AMOUNT@DEGREES. */
final class GivenPhasors {
    private static final Pattern PHASOR =
            Pattern.compile("\\s*([^@]+?)\\s*@\\s*(-?\\d{1,4}(?:\\.\\d{1,6})?)\\s*°?\\s*");

    private GivenPhasors() {}

    /** Reads several of them. */
    static List<Phasor> all(String option, List<String> texts, Dimension wanted) {
        return texts.stream().map(text -> one(option, text, wanted)).toList();
    }

    /**
     * Reads one.
     *
     * @throws MalformedInputException when it is none of the dimension
     */
    static Phasor one(String option, String text, Dimension wanted) {
        Matcher phasor = PHASOR.matcher(text);
        Optional<Amount> amount = phasor.matches()
                ? Amount.parse(phasor.group(1))
                        .filter(each -> each.unit() == null || each.unit().dimension() == wanted)
                        .filter(each -> each.number().signum() >= 0)
                : Optional.empty();
        if (amount.isEmpty()) {
            throw new MalformedInputException(
                    Position.in(option),
                    "'" + text + "' is no phasor",
                    "Write AMOUNT@DEGREES, such as " + (wanted == Dimension.CURRENT ? "1A@-120." : "63.5V@-120."));
        }
        Unit base = wanted == Dimension.CURRENT ? Unit.AMPERE : Unit.VOLT;
        BigDecimal magnitude = amount.get().unit() == null
                ? amount.get().number()
                : amount.get().unit().convert(amount.get().number(), base).orElseThrow();
        return Phasor.of(magnitude.doubleValue(), Double.parseDouble(phasor.group(2)));
    }
}
