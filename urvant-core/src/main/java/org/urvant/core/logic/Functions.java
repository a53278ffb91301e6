package org.urvant.core.logic;

import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.urvant.core.language.Operator;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.DataType.Family;
import org.urvant.core.range.Interval;
import org.urvant.core.text.NearestName;

/** The standard functions (IEC 61131-3, 6.6.2.5) and the few of our own. */
final class Functions {
    /** As many arguments as one likes. */
    static final int OPEN = Integer.MAX_VALUE;

    private static final Map<String, FunctionKind> KINDS = new TreeMap<>();

    static {
        Stream.of(operators(), reals(), others(), Selections.kinds(), TextFunctions.kinds(), QualityFunctions.kinds())
                .flatMap(List::stream)
                .forEach(kind -> KINDS.put(kind.name(), kind));
    }

    private final Compiler compiler;

    Functions(Compiler compiler) {
        this.compiler = compiler;
    }

    private static List<FunctionKind> operators() {
        return List.of(
                operator("ADD(a, b, …)", "sum, as +", OPEN, Operator.ADD).transparent(),
                operator("SUB(a, b)", "difference, as -", 2, Operator.SUBTRACT).transparent(),
                operator("MUL(a, b, …)", "product, as *", OPEN, Operator.MULTIPLY)
                        .transparent(),
                operator("DIV(a, b)", "quotient, as /", 2, Operator.DIVIDE).transparent(),
                operator("EXPT(x, y)", "x to the power of y, as **", 2, Operator.POWER),
                operator("GT(a, b, …)", "whether each is greater than the next", OPEN, Operator.GREATER),
                operator("GE(a, b, …)", "whether none is less than the next", OPEN, Operator.AT_LEAST),
                operator("EQ(a, b, …)", "whether all are equal", OPEN, Operator.EQUAL),
                operator("LE(a, b, …)", "whether none is greater than the next", OPEN, Operator.AT_MOST),
                operator("LT(a, b, …)", "whether each is less than the next", OPEN, Operator.LESS),
                operator("NE(a, b)", "whether two differ", 2, Operator.DIFFERENT),
                ofTime("ADD_TIME(t1, t2)", "sum of two lengths of time", Operator.ADD, true),
                ofTime("SUB_TIME(t1, t2)", "difference of two lengths of time", Operator.SUBTRACT, true),
                ofTime("MUL_TIME(t, x)", "length of time, x times", Operator.MULTIPLY, false),
                ofTime("DIV_TIME(t, x)", "length of time divided by x", Operator.DIVIDE, false),
                real("SQRT(x)", "square root", x -> frame -> Math.sqrt(x.at(frame)), RealCourse.ROOT),
                real("LN(x)", "natural logarithm", x -> frame -> Math.log(x.at(frame)), RealCourse.LOGARITHM),
                real("LOG(x)", "logarithm to base 10", x -> frame -> Math.log10(x.at(frame)), RealCourse.DECADIC),
                real("EXP(x)", "e to the power of x", x -> frame -> Math.exp(x.at(frame)), RealCourse.POWER_OF_E),
                real(
                        "SIN(x)",
                        "sine of an angle in radians",
                        x -> frame -> Math.sin(x.at(frame)),
                        RealCourse.everywhere(Interval.of(-1, 1))));
    }

    private static List<FunctionKind> reals() {
        return List.of(
                real(
                        "COS(x)",
                        "cosine of an angle in radians",
                        x -> frame -> Math.cos(x.at(frame)),
                        RealCourse.everywhere(Interval.of(-1, 1))),
                real(
                        "TAN(x)",
                        "tangent of an angle in radians",
                        x -> frame -> Math.tan(x.at(frame)),
                        RealCourse.everywhere(Interval.ALL)),
                real(
                        "ASIN(x)",
                        "angle in radians with that sine",
                        x -> frame -> Math.asin(x.at(frame)),
                        RealCourse.OF_SINE),
                real(
                        "ACOS(x)",
                        "angle in radians with that cosine",
                        x -> frame -> Math.acos(x.at(frame)),
                        RealCourse.OF_COSINE),
                real(
                        "ATAN(x)",
                        "angle in radians with that tangent",
                        x -> frame -> Math.atan(x.at(frame)),
                        RealCourse.OF_TANGENT),
                FunctionKind.of("ATAN2(y, x)", "angle in radians of the point (x, y)", 2, Functions::angle));
    }

    private static List<FunctionKind> others() {
        return List.of(
                FunctionKind.of(
                                "ABS(x)",
                                "size of a number or length of time, without its sign",
                                1,
                                (all, given, place) -> all.absolute(given.get(0), place))
                        .transparent(),
                FunctionKind.of(
                                "MOVE(x)",
                                "the value itself",
                                1,
                                (all, given, place) -> all.compiler.fitted(given.get(0)))
                        .transparent(),
                FunctionKind.of(
                        "TRUNC(x)",
                        "whole part as DINT, cut towards zero; TRUNC_INT and the like give other types",
                        1,
                        (all, given, place) ->
                                all.conversion("TRUNC_DINT", given, place).orElseThrow()),
                shift(
                        "SHL(bits, n)",
                        "bits shifted to the left by n, filled with zeros",
                        (value, by, size) ->
                                frame -> left(value.at(frame), negativeIsInvalid(frame, by.at(frame)), size)),
                shift(
                        "SHR(bits, n)",
                        "bits shifted to the right by n, filled with zeros",
                        (value, by, size) ->
                                frame -> right(value.at(frame), negativeIsInvalid(frame, by.at(frame)), size)),
                shift(
                        "ROL(bits, n)",
                        "bits turned to the left by n",
                        (value, by, size) -> frame -> turned(value.at(frame), by.at(frame), size)),
                shift(
                        "ROR(bits, n)",
                        "bits turned to the right by n",
                        (value, by, size) -> frame -> turned(value.at(frame), -by.at(frame), size)),
                FunctionKind.of(
                                "PAIR(off, on)",
                                "double point of two contacts: 1 when only the first is on, 2 when only the second is, 0 when"
                                        + " neither is, 3 when both are",
                                2,
                                Functions::pair)
                        .beyondTheStandard(),
                FunctionKind.of(
                                "COUNT_DIFFERENCE(n1, n2, bits)",
                                "pulses between two readings of a counter that rolls over at that many bits",
                                3,
                                Functions::difference)
                        .beyondTheStandard());
    }

    private static Operand pair(Functions all, List<Operand> given, TextPlace place) {
        Operand off = all.compiler.as(given.get(0), DataType.BOOL);
        Operand on = all.compiler.as(given.get(1), DataType.BOOL);
        if (off.isBad() || on.isBad()) {
            return Operand.bad(place);
        }
        Code.Whole first = off.whole();
        Code.Whole second = on.whole();
        return Operand.whole(
                DataType.USINT,
                frame -> first.at(frame) | second.at(frame) << 1,
                Operand.fixed(Interval.of(0, 3), off, on),
                place);
    }

    private static FunctionKind operator(String form, String meaning, int most, Operator operator) {
        return FunctionKind.of(form, meaning, 2, most, (all, given, place) -> all.byOperator(operator, given, place));
    }

    private static FunctionKind ofTime(String form, String meaning, Operator operator, boolean bothAreTimes) {
        return FunctionKind.of(form, meaning, 2, (all, given, place) -> {
            if (given.get(0).type() != DataType.TIME
                    || bothAreTimes && given.get(1).type() != DataType.TIME) {
                all.compiler.mistake(
                        place, form.substring(0, form.indexOf('(')) + " works on TIME", "Give it lengths of time.");
                return Operand.bad(place);
            }
            return all.byOperator(operator, given, place);
        });
    }

    /** Each has code of its own, so that none is called by way of another. */
    private static FunctionKind real(String form, String meaning, UnaryOperator<Code.Real> code, RealCourse course) {
        return FunctionKind.of(
                        form, meaning, 1, (all, given, place) -> all.real(form, code, course, given.get(0), place))
                .transparent();
    }

    private static FunctionKind shift(String form, String meaning, Shift code) {
        return FunctionKind.of(form, meaning, 2, (all, given, place) -> all.shifted(code, given, place));
    }

    /** Returns all functions but those of conversion, by name. */
    static Collection<FunctionKind> all() {
        return Collections.unmodifiableCollection(KINDS.values());
    }

    /** Returns the function with a name in capitals; empty for none, and for a conversion. */
    static Optional<FunctionKind> named(String name) {
        return Optional.ofNullable(KINDS.get(name));
    }

    Operand call(String written, List<Operand> arguments, TextPlace place) {
        String name = written.toUpperCase(Locale.ROOT);
        if (arguments.stream().anyMatch(Operand::isBad)) {
            return Operand.bad(place);
        }
        FunctionKind kind = KINDS.get(name);
        if (kind != null) {
            return counts(name, arguments, kind.least(), kind.most(), place)
                    ? kind.call().compile(this, arguments, place)
                    : Operand.bad(place);
        }
        Optional<Operand> converted = conversion(name, arguments, place);
        if (converted.isPresent()) {
            return converted.get();
        }
        if (Blocks.named(name).isPresent()) {
            compiler.mistake(
                    place,
                    name + " is a function block, not a function",
                    "Declare one under VAR, call it in a line of its own, and read its output.");
            return Operand.bad(place);
        }
        compiler.mistake(
                place, "there is no function '" + written + "'", NearestName.hint("function", name, KINDS.keySet()));
        return Operand.bad(place);
    }

    boolean counts(String name, List<Operand> arguments, int least, int most, TextPlace place) {
        int count = arguments.size();
        if (count >= least && count <= most) {
            return true;
        }
        String wanted = least == most ? "" + least : most == OPEN ? least + " or more" : least + " to " + most;
        compiler.mistake(place, name + " has " + count + " arguments; expected " + wanted, "Give " + wanted + ".");
        return false;
    }

    Compiler compiler() {
        return compiler;
    }

    private Operand byOperator(Operator operator, List<Operand> arguments, TextPlace place) {
        Operand result = arguments.get(0);
        Operand all = null;
        for (int i = 1; i < arguments.size(); i++) {
            Operand left = operator.isComparison() ? arguments.get(i - 1) : result;
            result = compiler.binary(operator, left, arguments.get(i), place);
            all = all == null || !operator.isComparison() ? result : compiler.binary(Operator.AND, all, result, place);
        }
        return all;
    }

    /** X_TO_Y, TO_Y, X_TRUNC_Y and TRUNC_Y (6.6.2.5.2). */
    private Optional<Operand> conversion(String name, List<Operand> arguments, TextPlace place) {
        int at = name.indexOf("TO_") == 0 ? 0 : name.indexOf("_TO_") + 1;
        boolean cuts = name.startsWith("TRUNC_") || name.contains("_TRUNC_");
        if (cuts) {
            at = name.startsWith("TRUNC_") ? 0 : name.indexOf("_TRUNC_") + 1;
        } else if (!name.startsWith("TO_") && at == 0) {
            return Optional.empty();
        }
        Optional<DataType> to = DataType.named(name.substring(at + (cuts ? 6 : 3)));
        Optional<DataType> from = at == 0 ? Optional.empty() : DataType.named(name.substring(0, at - 1));
        if (to.isEmpty() || at > 0 && from.isEmpty()) {
            return Optional.empty();
        }
        if (!counts(name, arguments, 1, 1, place)) {
            return Optional.of(Operand.bad(place));
        }
        Operand given = arguments.get(0);
        Operand operand = from.isPresent() ? compiler.as(given, from.get()) : compiler.settled(given);
        if (operand.isBad()) {
            return Optional.of(operand);
        }
        if (cuts && (!operand.type().isReal() || to.get().family() != Family.INTEGER)) {
            compiler.mistake(
                    place,
                    name + " cuts a real number to a whole one",
                    "Use TO_" + to.get().name() + ".");
            return Optional.of(Operand.bad(place));
        }
        if (!Conversions.isDefined(operand.type(), to.get())) {
            compiler.mistake(
                    place,
                    "the standard has no conversion from " + operand.type().name() + " to "
                            + to.get().name(),
                    "Bits become a real number of their own size only: DWORD and REAL, LWORD and LREAL. A number goes by"
                            + " way of a whole one, such as TO_UDINT.");
            return Optional.of(Operand.bad(place));
        }
        return Optional.of(Conversions.convert(operand, to.get(), cuts, place));
    }

    private Operand real(
            String form, UnaryOperator<Code.Real> code, RealCourse course, Operand given, TextPlace place) {
        Operand operand = given.isUntyped() || given.type().family() == Family.INTEGER
                ? compiler.as(given, given.isUntyped() ? compiler.wantedReal() : DataType.LREAL)
                : compiler.wants(given, "a real number", given.type().isReal());
        if (operand.isBad()) {
            return operand;
        }
        Code.Real raw = code.apply(operand.real());
        Code.Ranged range = ranges -> {
            Interval argument = operand.range().at(ranges);
            ranges.mayLackValue(argument, course, form.substring(0, form.indexOf('(')), place);
            return course.of(argument);
        };
        return Operand.real(operand.type(), rounded(raw, operand.type()), range, place);
    }

    static Code.Real rounded(Code.Real raw, DataType type) {
        return type.size() == 32
                ? frame -> Arithmetic.shortReal(frame, raw.at(frame))
                : frame -> Arithmetic.finite(frame, raw.at(frame));
    }

    private Operand absolute(Operand given, TextPlace place) {
        Operand operand = compiler.fitted(given);
        boolean isTime = operand.type() == DataType.TIME;
        if (compiler.wants(
                        operand,
                        "a number",
                        isTime || !operand.isBad() && operand.type().isNumber())
                .isBad()) {
            return Operand.bad(place);
        }
        DataType type = operand.type();
        Code.Ranged range = ranges -> ranges.fit(operand.range().at(ranges).abs(), type, place, "the result of ABS");
        if (type.isReal()) {
            Code.Real x = operand.real();
            return Operand.real(type, frame -> Math.abs(x.at(frame)), range, place);
        }
        if (!type.isSigned()) {
            return operand;
        }
        Code.Whole negative = Arithmetic.negate(operand, place).whole();
        Code.Whole x = operand.whole();
        return Operand.whole(type, frame -> x.at(frame) < 0 ? negative.at(frame) : x.at(frame), range, place);
    }

    private Operand angle(List<Operand> arguments, TextPlace place) {
        Operand y = compiler.as(arguments.get(0), DataType.LREAL);
        Operand x = compiler.as(arguments.get(1), DataType.LREAL);
        if (y.isBad() || x.isBad()) {
            return Operand.bad(place);
        }
        return Operand.real(
                DataType.LREAL,
                frame -> Math.atan2(y.real().at(frame), x.real().at(frame)),
                Operand.fixed(Interval.of(-4, 4), y, x),
                place);
    }

    /** Shifts fill with zeros, rotations go round in the width of the type (table 30). */
    private Operand shifted(Shift shift, List<Operand> arguments, TextPlace place) {
        Operand bits = compiler.wants(
                arguments.get(0),
                "bits",
                arguments.get(0).type() != null && arguments.get(0).type().family() == Family.BITS);
        Operand count = compiler.as(arguments.get(1), DataType.LINT);
        if (bits.isBad() || count.isBad()) {
            return Operand.bad(place);
        }
        Code.Whole value = bits.whole();
        Code.Whole by = count.whole();
        int size = bits.type().size();
        long mask = bits.type().most();
        Code.Whole raw = shift.code(value, by, size);
        Code.Whole code = frame -> raw.at(frame) & mask;
        return Operand.whole(bits.type(), code, Operand.fixed(bits.type().range(), bits, count), place);
    }

    /** How the code of a shift is made of the code of its bits and of the number of places. */
    private interface Shift {
        Code.Whole code(Code.Whole value, Code.Whole by, int size);
    }

    private static long negativeIsInvalid(Frame frame, long count) {
        if (count < 0) {
            frame.invalid();
            return 0;
        }
        return count;
    }

    private static long left(long value, long count, int size) {
        return count >= size ? 0 : value << count;
    }

    private static long right(long value, long count, int size) {
        return count >= size ? 0 : value >>> count;
    }

    private static long turned(long value, long count, int size) {
        long by = Math.floorMod(count, (long) size);
        return by == 0 ? value : value << by | value >>> size - by;
    }

    /** Asks for the quality of a value; the answer itself is always good. */
    static Code.Act evaluation(Operand operand) {
        if (operand.whole() != null) {
            return frame -> operand.whole().at(frame);
        }
        return operand.real() != null
                ? frame -> operand.real().at(frame)
                : frame -> operand.text().at(frame);
    }

    /** (n2 - n1) modulo 2 to the power of the bits: pulses between two readings of a register that rolls over. */
    private Operand difference(List<Operand> arguments, TextPlace place) {
        List<Operand> numbers = arguments.stream()
                .map(operand -> compiler.as(operand, DataType.LINT))
                .toList();
        if (numbers.stream().anyMatch(Operand::isBad)) {
            return Operand.bad(place);
        }
        Code.Whole first = numbers.get(0).whole();
        Code.Whole second = numbers.get(1).whole();
        Code.Whole bits = numbers.get(2).whole();
        return Operand.whole(
                DataType.LINT,
                frame -> {
                    long width = bits.at(frame);
                    long between = second.at(frame) - first.at(frame);
                    if (width < 1 || width > 63) {
                        frame.invalid();
                        return 0;
                    }
                    return between & (1L << width) - 1;
                },
                ranges -> new Interval(
                        java.math.BigDecimal.ZERO, DataType.LINT.range().high()),
                place);
    }
}
