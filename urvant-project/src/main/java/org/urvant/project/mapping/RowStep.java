package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.util.Optional;
import java.util.OptionalInt;
import org.urvant.core.point.Form;
import org.urvant.core.point.PointSpace;

/** How finely values of a row are told apart on their way (calculations F8). */
public final class RowStep {
    private RowStep() {}

    /**
     * Returns the steps in which the receiver of a row can get its values, in their unit: those of the source or those of its own
     * point, whichever are greater; empty where both have floating point numbers, or steps are not known.
     */
    public static Optional<BigDecimal> of(ResolvedMapping row) {
        if (row.isCommand() || row.shape().form() != Form.REAL && row.shape().form() != Form.WHOLE) {
            return Optional.empty();
        }
        boolean isSameUnit = row.receiver()
                .map(receiver -> receiver.unit().equals(row.unit()))
                .orElse(true);
        Optional<BigDecimal> given = isSameUnit
                ? given(row.mapped())
                        .map(step ->
                                step.multiply(row.mapping().treatment().factor().abs()))
                : Optional.empty();
        Optional<BigDecimal> held = row.receiver().isPresent()
                ? given(row.receiver().get())
                : row.isToProgram()
                        ? Optional.empty()
                        : row.space().step(row.object().carrier());
        return given.isPresent() && held.isPresent() ? Optional.of(given.get().max(held.get())) : given.or(() -> held);
    }

    /**
     * Returns with how many digits the receiver of a row gets its numbers; empty where they are no floating point numbers. Those of
     * 32 bits tell 7 digits apart, those of 64 bits 15 (ISO/IEC 60559).
     */
    public static OptionalInt digits(ResolvedMapping row) {
        if (row.isCommand() || row.isToProgram()) {
            return OptionalInt.empty();
        }
        PointSpace space = row.space();
        String carrier = row.object().carrier();
        return space.holds(carrier).form() != Form.REAL || space.step(carrier).isPresent()
                ? OptionalInt.empty()
                : OptionalInt.of(TrialValues.isShort(space, carrier) ? 7 : 15);
    }

    /** Returns the steps of what a point of a list gives or takes; of other signals they are not known. */
    static Optional<BigDecimal> given(MappedSignal signal) {
        return signal instanceof MappedSignal.OfList listed
                ? listed.list()
                        .space()
                        .step(listed.point().point().carrier())
                        .map(step ->
                                step.multiply(listed.point().measure().factor().abs()))
                : Optional.empty();
    }
}
