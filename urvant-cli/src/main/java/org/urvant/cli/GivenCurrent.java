package org.urvant.cli;

import org.urvant.core.error.MalformedInputException;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Position;
import org.urvant.core.protection.Curve;
import org.urvant.core.unit.Amount;
import org.urvant.core.unit.Dimension;
import org.urvant.core.unit.Unit;
import org.urvant.report.plot.CurvePlot;

/** Reads currents, times and voltages as people give them to a command. */
final class GivenCurrent {
    private GivenCurrent() {}

    /** Reads a current to show. */
    static CurvePlot.Marker marker(String text) {
        int equals = text.lastIndexOf('=');
        if (equals <= 0) {
            throw new MalformedInputException(
                    Position.in("--mark"),
                    "'" + text + "' names no current",
                    "Write TEXT=CURRENT or TEXT=CURRENT@TIME.");
        }
        String value = text.substring(equals + 1);
        int time = value.indexOf('@');
        return new CurvePlot.Marker(
                text.substring(0, equals),
                amount("--mark", time < 0 ? value : value.substring(0, time), Dimension.CURRENT),
                time < 0 ? Double.POSITIVE_INFINITY : amount("--mark", value.substring(time + 1), Dimension.TIME));
    }

    /** Reads a current that flows for a time; nothing may flow, too, while a stage goes back. */
    static Curve.Flow flow(String text) {
        int time = text.indexOf('@');
        if (time < 0) {
            throw new MalformedInputException(
                    Position.in("--flow"), "'" + text + "' says no time", "Write CURRENT@TIME, such as 960A@2s.");
        }
        String current = text.substring(0, time).strip();
        return new Curve.Flow(
                current.matches("0+ *k?A?") ? 0 : amount("--flow", current, Dimension.CURRENT),
                amount("--flow", text.substring(time + 1), Dimension.TIME));
    }

    /** An amount above zero in the base unit of what it measures; a bare number is in that unit. */
    static double amount(String option, String text, Dimension wanted) {
        Unit base = wanted == Dimension.CURRENT ? Unit.AMPERE : wanted == Dimension.TIME ? Unit.SECOND : Unit.VOLT;
        Amount amount = Amount.parse(text.strip())
                .filter(each -> each.unit() == null || each.unit().dimension() == wanted)
                .orElseThrow(() -> new MalformedInputException(
                        Position.in(option),
                        "'" + text + "' is no " + wanted.title(),
                        "Write a number with its unit, such as "
                                + (wanted == Dimension.TIME ? "0.1 s." : "4 k" + base.symbol() + ".")));
        double value = amount.in(base);
        if (!(value > 0)) {
            throw new RefusedException(option + " is " + text + ", not above zero", "Give a value above zero.");
        }
        return value;
    }
}
