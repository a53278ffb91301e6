package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

/**
 * Commands of the other side as a device passes them on: each as often as it comes, scaled, held against limits and against what
 * the receiver takes. What is beyond is refused, and nothing goes on.
 */
final class TriedCommands {
    private static final String PASSED = "passed on";

    private final Map<String, List<ResolvedMapping>> rows = new LinkedHashMap<>();

    void add(ResolvedMapping row) {
        rows.computeIfAbsent(RowTrial.command(row.mapping().origin()).orElseThrow(), name -> new ArrayList<>())
                .add(row);
    }

    boolean has(String name) {
        return rows.containsKey(name);
    }

    /** Passes a command on by all rows that have it. */
    void run(String name, String text, Instant at, Consumer<RowTrial.Received> received) {
        rows.get(name).forEach(row -> received.accept(passed(row, value(name, row, text), at)));
    }

    private static Object value(String name, ResolvedMapping row, String text) {
        Shape arrives = row.space().holds(row.object().carrier());
        Object value = TrialValues.read(name, arrives, text.strip());
        if (arrives.form() == Form.DOUBLE && !(value.equals(1L) || value.equals(2L))) {
            throw new RefusedException(
                    name + " cannot be '" + text.strip() + "'", "Expected on or off, which is all that is commanded.");
        }
        return value;
    }

    private static RowTrial.Received passed(ResolvedMapping row, Object given, Instant at) {
        Shape taken = row.mapped().shape().orElseThrow();
        boolean isNumber = !(given instanceof Boolean)
                && (taken.form() == Form.REAL || taken.form() == Form.WHOLE || taken.form() == Form.COUNTER);
        if (!isNumber) {
            Object state = taken.form() == Form.DOUBLE ? (Object) (given.equals(true) || given.equals(2L)) : given;
            return received(
                    row, state instanceof Boolean on ? on ? "on" : "off" : String.valueOf(state), state, "", at);
        }
        BigDecimal arrives = TrialValues.decimal(given);
        Optional<BigDecimal> treated = row.mapping().treatment().commanded(arrives);
        if (treated.isEmpty()) {
            return refused(row, given, row.mapping().treatment().limits(), at);
        }
        BigDecimal value =
                taken.form() == Form.REAL ? treated.get() : treated.get().setScale(0, RoundingMode.HALF_EVEN);
        if (!taken.range().contains(value)) {
            return refused(row, given, taken.range(), at);
        }
        Object number = taken.form() == Form.REAL ? (Object) value.doubleValue() : (Object) value.longValue();
        if (!(row.mapped() instanceof MappedSignal.OfList listed)) {
            return received(row, String.valueOf(number), number, row.mapped().unit(), at);
        }
        PointSpace space = listed.list().space();
        Shape held = space.holds(listed.point().point().carrier());
        SignalValue raw = TrialValues.raw(listed, new SignalValue(number, Quality.GOOD, at));
        if (!held.range().contains(TrialValues.decimal(raw.value()))) {
            return refused(row, given, taken.range(), at);
        }
        String onLine = space.onLine(listed.point().point(), raw);
        return received(row, onLine, TrialValues.worth(listed, raw).value(), listed.unit(), at);
    }

    private static RowTrial.Received refused(ResolvedMapping row, Object given, Interval range, Instant at) {
        return received(row, "", given, "", "refused: beyond " + range, at);
    }

    private static RowTrial.Received received(
            ResolvedMapping row, String onLine, Object value, String unit, Instant at) {
        return received(row, onLine, value, unit, PASSED, at);
    }

    private static RowTrial.Received received(
            ResolvedMapping row, String onLine, Object value, String unit, String answer, Instant at) {
        return new RowTrial.Received(
                row.mapping(),
                row.mapped().reference(),
                onLine,
                new SignalValue(value, Quality.GOOD, at),
                unit,
                true,
                at,
                answer);
    }
}
