package org.urvant.project.mapping;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.evaluation.Treatment;
import org.urvant.core.finding.Rule;
import org.urvant.core.point.Form;
import org.urvant.core.point.PlacedPoint;
import org.urvant.core.point.PointSpace;
import org.urvant.core.point.Shape;
import org.urvant.core.range.Interval;
import org.urvant.core.unit.Unit;
import org.urvant.project.behaviour.LogicRules;

/** Holds what a row gives against what the point that it goes to can hold. */
record RowFit(Report report) {
    private static final BigDecimal BEYOND_ALL = new BigDecimal("1E400");

    /** Takes what does not fit. */
    interface Report {
        void take(Rule rule, String message, String remedy);
    }

    /**
     * Returns the first carrier that holds all that a signal can be; the first of all where that is not known. What IEDs say of
     * their whole numbers is how wide they are on the line, and IEC TS 61850-80-1 says what carries them.
     *
     * @param fitting those that carry values of its kind, best first
     */
    static String best(PointSpace space, MappedSignal signal, List<String> fitting) {
        Optional<String> alike = alike(space, signal);
        if (alike.isPresent()) {
            return alike.get();
        }
        Interval range = signal instanceof MappedSignal.OfIed
                ? Interval.ALL
                : signal.shape().map(Shape::range).orElse(Interval.ALL);
        if (!range.isBounded()) {
            return fitting.get(0);
        }
        return fitting.stream()
                .filter(carrier -> space.holds(carrier).range().contains(range))
                .findFirst()
                .orElse(fitting.get(0));
    }

    /** Returns what carries a signal: what carries its kind of value, and what is alike with its own point. */
    static List<String> fitting(PointSpace space, MappedSignal signal, List<String> carriers) {
        return alike(space, signal)
                .filter(carrier -> !carriers.contains(carrier))
                .map(carrier ->
                        Stream.concat(carriers.stream(), Stream.of(carrier)).toList())
                .orElse(carriers);
    }

    /** A point of a list whose numbers are those on the line goes on as what it is, where the other side has such points. */
    private static Optional<String> alike(PointSpace space, MappedSignal signal) {
        if (!(signal instanceof MappedSignal.OfList listed)) {
            return Optional.empty();
        }
        PlacedPoint point = listed.point().point();
        return space.alike(point).filter(carrier -> signal.shape()
                .filter(listed.list().space().holds(point.carrier())::equals)
                .isPresent());
    }

    /**
     * Returns what a signal gives in the unit of a point of a list; empty when the two units do not belong together. Where one has
     * no unit, numbers go as they are.
     */
    Optional<Shape> inUnit(MappedSignal signal, Shape shape, MappedSignal.OfList receiver) {
        String from = signal.unit();
        String to = receiver.unit();
        if (from.equals(to) || from.isEmpty() || to.isEmpty()) {
            return Optional.of(shape);
        }
        Optional<Unit> source = Unit.of(from);
        Optional<Unit> target = Unit.of(to);
        if (source.isEmpty()
                || target.isEmpty()
                || source.get().dimension() != target.get().dimension()) {
            report.take(
                    MappingRules.UNIT_CHAIN_DIFFERS,
                    signal.reference() + " is in " + from + ", " + receiver.reference() + " in " + to
                            + (source.isEmpty() || target.isEmpty()
                                    ? "; one of them is no unit that Urvant knows"
                                    : ", which measure different things"),
                    MappingRules.UNIT_CHAIN_DIFFERS.remedy());
            return Optional.empty();
        }
        Interval range = shape.range();
        return Optional.of(
                range.isBounded()
                        ? new Shape(Form.REAL, shape.access(), converted(range, source.get(), target.get()))
                        : shape);
    }

    private static Interval converted(Interval range, Unit from, Unit to) {
        BigDecimal one = from.convert(range.low(), to).orElseThrow();
        BigDecimal other = from.convert(range.high(), to).orElseThrow();
        return new Interval(one.min(other), one.max(other));
    }

    /** What arrives is held against what its carrier can hold; a floating point number too has a greatest. */
    void range(String gives, Shape given, PointSpace space, String carrier) {
        Shape holds = space.holds(carrier);
        boolean isFloating = holds.form() == Form.REAL && !holds.range().isBounded();
        BigDecimal greatest = isFloating ? space.nearest(carrier, BEYOND_ALL) : BEYOND_ALL;
        boolean hasGreatest = given.range().isBounded() && greatest.compareTo(BEYOND_ALL) < 0;
        range(gives, given, hasGreatest ? new Interval(greatest.negate(), greatest) : holds.range(), carrier);
    }

    /** What arrives is held against what is held there (calculations F8). */
    void range(String gives, Shape given, Interval held, String where) {
        if (!held.isBounded()) {
            return;
        }
        if (!given.range().isBounded()) {
            report.take(
                    MappingRules.RESULT_RANGE_UNKNOWN,
                    gives + "numbers of which the range is not known; " + where + " holds " + held,
                    MappingRules.RESULT_RANGE_UNKNOWN.remedy());
        } else if (!held.contains(given.range())) {
            report.take(
                    LogicRules.RESULT_DOES_NOT_FIT,
                    gives + given.range() + "; " + where + " holds " + held,
                    "Limit it with LIMIT(least, x, most), or choose a wider type.");
        }
    }

    /** Floating point numbers round the last digits of large ones (calculations F8). */
    void digits(MappedSignal signal, Treatment treatment, Shape shape, PointSpace space, String carrier) {
        boolean isFloating =
                space.holds(carrier).form() == Form.REAL && space.step(carrier).isEmpty();
        BigDecimal step = shape.form() != Form.REAL
                ? BigDecimal.ONE
                : isFloating
                        ? RowStep.given(signal)
                                .map(treatment.factor().abs()::multiply)
                                .orElse(null)
                        : null;
        if (step == null) {
            return;
        }
        Interval exact = space.exactWholes(carrier).multiply(Interval.of(step));
        if (exact.isBounded() && !exact.contains(shape.range())) {
            report.take(
                    MappingRules.RESULT_ROUNDED,
                    signal.reference() + " gives " + shape.range()
                            + (step.compareTo(BigDecimal.ONE) == 0
                                    ? ""
                                    : " in steps of "
                                            + step.stripTrailingZeros().toPlainString())
                            + "; " + carrier + " keeps all digits up to "
                            + exact.high().stripTrailingZeros().toPlainString(),
                    MappingRules.RESULT_ROUNDED.remedy());
        }
    }

    /** What the other side can command is held against what the receiver takes; a receiver of any number takes it all. */
    void commanded(String connection, Shape held, String receiver, Interval taken) {
        if (taken.isBounded() && !taken.contains(held.range())) {
            report.take(
                    MappingRules.COMMAND_BEYOND,
                    connection + " can command "
                            + (held.range().isBounded() ? held.range() : "any number") + "; " + receiver + " takes "
                            + taken,
                    MappingRules.COMMAND_BEYOND.remedy());
        }
    }

    /** A command is selected on both sides or on none (IEC TS 61850-80-1:2016). */
    void selection(MappedSignal signal, PlacedPoint point) {
        Optional<Boolean> there = signal.selects();
        if (there.isPresent() && point.selects().isPresent() && !there.equals(point.selects())) {
            report.take(
                    MappingRules.SELECT_DIFFERS,
                    signal.reference() + " is " + (there.get() ? "" : "not ") + "selected before it is operated; "
                            + point.text() + " is" + (there.get() ? " not" : ""),
                    there.get()
                            ? "Write '" + point.selected().text() + "', and tell the other side."
                            : MappingRules.SELECT_DIFFERS.remedy());
        }
    }

    void rounding(String gives, boolean hasFractions, Shape held, String where) {
        if (hasFractions && held.range().isBounded() && held.form() == Form.WHOLE) {
            report.take(
                    MappingRules.RESULT_ROUNDED,
                    gives + "fractions; " + where + " holds whole numbers",
                    MappingRules.RESULT_ROUNDED.remedy());
        }
    }
}
