package org.urvant.core.logic;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.urvant.core.language.Operator;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.DataType.Family;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.text.NearestName;

/** The standard functions (IEC 61131-3, 6.6.2.5) and the few of our own. */
final class Functions {
    private static final Map<String, Operator> OPERATORS = Map.ofEntries(
            Map.entry("ADD", Operator.ADD),
            Map.entry("SUB", Operator.SUBTRACT),
            Map.entry("MUL", Operator.MULTIPLY),
            Map.entry("DIV", Operator.DIVIDE),
            Map.entry("ADD_TIME", Operator.ADD),
            Map.entry("SUB_TIME", Operator.SUBTRACT),
            Map.entry("MUL_TIME", Operator.MULTIPLY),
            Map.entry("DIV_TIME", Operator.DIVIDE),
            Map.entry("EXPT", Operator.POWER),
            Map.entry("GT", Operator.GREATER),
            Map.entry("GE", Operator.AT_LEAST),
            Map.entry("EQ", Operator.EQUAL),
            Map.entry("LE", Operator.AT_MOST),
            Map.entry("LT", Operator.LESS),
            Map.entry("NE", Operator.DIFFERENT));
    private static final Set<String> REALS =
            Set.of("SQRT", "LN", "LOG", "EXP", "SIN", "COS", "TAN", "ASIN", "ACOS", "ATAN");
    private static final Set<String> OTHERS = Set.of(
            "ABS",
            "ATAN2",
            "MOVE",
            "SHL",
            "SHR",
            "ROL",
            "ROR",
            "SEL",
            "MAX",
            "MIN",
            "LIMIT",
            "MUX",
            "TRUNC",
            "IS_GOOD",
            "HAS_VALUE",
            "VALUE_OR",
            "COUNT_DIFFERENCE");

    /** Functions whose result has the type of their arguments, so that these may have the type that the result is to have. */
    static final Set<String> TRANSPARENT = Set.of(
            "SEL",
            "MUX",
            "MAX",
            "MIN",
            "LIMIT",
            "ABS",
            "MOVE",
            "SQRT",
            "LN",
            "LOG",
            "EXP",
            "SIN",
            "COS",
            "TAN",
            "ASIN",
            "ACOS",
            "ATAN",
            "VALUE_OR",
            "ADD",
            "SUB",
            "MUL",
            "DIV");

    private final Compiler compiler;

    Functions(Compiler compiler) {
        this.compiler = compiler;
    }

    /** Returns the names of all functions but those of conversion. */
    static Set<String> names() {
        Set<String> names = new TreeSet<>(OPERATORS.keySet());
        names.addAll(REALS);
        names.addAll(OTHERS);
        names.addAll(TextFunctions.NAMES);
        return names;
    }

    Operand call(String written, List<Operand> arguments, TextPlace place) {
        String name = written.toUpperCase(Locale.ROOT);
        if (arguments.stream().anyMatch(Operand::isBad)) {
            return Operand.bad(place);
        }
        if (OPERATORS.containsKey(name)) {
            return byOperator(name, OPERATORS.get(name), arguments, place);
        }
        if (REALS.contains(name)) {
            return counts(name, arguments, 1, 1, place) ? real(name, arguments.get(0), place) : Operand.bad(place);
        }
        if (TextFunctions.NAMES.contains(name)) {
            return new TextFunctions(compiler, this).call(name, arguments, place);
        }
        if (OTHERS.contains(name)) {
            return other(name, arguments, place);
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
        compiler.mistake(place, "there is no function '" + written + "'", NearestName.hint("function", name, names()));
        return Operand.bad(place);
    }

    boolean counts(String name, List<Operand> arguments, int least, int most, TextPlace place) {
        int count = arguments.size();
        if (count >= least && count <= most) {
            return true;
        }
        String wanted =
                least == most ? "" + least : most == Integer.MAX_VALUE ? least + " or more" : least + " to " + most;
        compiler.mistake(place, name + " has " + count + " arguments; expected " + wanted, "Give " + wanted + ".");
        return false;
    }

    private Operand byOperator(String name, Operator operator, List<Operand> arguments, TextPlace place) {
        boolean extends_ = operator == Operator.ADD && name.equals("ADD")
                || operator == Operator.MULTIPLY && name.equals("MUL")
                || operator.isComparison() && operator != Operator.DIFFERENT;
        if (!counts(name, arguments, 2, extends_ ? Integer.MAX_VALUE : 2, place)) {
            return Operand.bad(place);
        }
        if (name.endsWith("_TIME")
                && (arguments.get(0).type() != DataType.TIME
                        || name.matches("(ADD|SUB)_TIME") && arguments.get(1).type() != DataType.TIME)) {
            compiler.mistake(place, name + " works on TIME", "Give it lengths of time.");
            return Operand.bad(place);
        }
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

    private Operand real(String name, Operand given, TextPlace place) {
        Operand operand = given.isUntyped() || given.type().family() == Family.INTEGER
                ? compiler.as(given, given.isUntyped() ? compiler.wantedReal() : DataType.LREAL)
                : compiler.wants(given, "a real number", given.type().isReal());
        if (operand.isBad()) {
            return operand;
        }
        Code.Real x = operand.real();
        Code.Real raw =
                switch (name) {
                    case "SQRT" -> frame -> Math.sqrt(x.at(frame));
                    case "LN" -> frame -> Math.log(x.at(frame));
                    case "LOG" -> frame -> Math.log10(x.at(frame));
                    case "EXP" -> frame -> Math.exp(x.at(frame));
                    case "SIN" -> frame -> Math.sin(x.at(frame));
                    case "COS" -> frame -> Math.cos(x.at(frame));
                    case "TAN" -> frame -> Math.tan(x.at(frame));
                    case "ASIN" -> frame -> Math.asin(x.at(frame));
                    case "ACOS" -> frame -> Math.acos(x.at(frame));
                    default -> frame -> Math.atan(x.at(frame));
                };
        Interval range = name.equals("SIN") || name.equals("COS") ? Interval.of(-1, 1) : Interval.ALL;
        return Operand.real(operand.type(), rounded(raw, operand.type()), Operand.fixed(range, operand), place);
    }

    static Code.Real rounded(Code.Real raw, DataType type) {
        return type.size() == 32
                ? frame -> Arithmetic.shortReal(frame, raw.at(frame))
                : frame -> Arithmetic.finite(frame, raw.at(frame));
    }

    private Operand other(String name, List<Operand> arguments, TextPlace place) {
        return switch (name) {
            case "ABS" -> counts(name, arguments, 1, 1, place) ? absolute(arguments.get(0), place) : Operand.bad(place);
            case "MOVE" ->
                counts(name, arguments, 1, 1, place) ? compiler.fitted(arguments.get(0)) : Operand.bad(place);
            case "TRUNC" ->
                counts(name, arguments, 1, 1, place)
                        ? conversion("TRUNC_DINT", arguments, place).orElseThrow()
                        : Operand.bad(place);
            case "ATAN2" -> counts(name, arguments, 2, 2, place) ? angle(arguments, place) : Operand.bad(place);
            case "SHL", "SHR", "ROL", "ROR" ->
                counts(name, arguments, 2, 2, place) ? shifted(name, arguments, place) : Operand.bad(place);
            case "IS_GOOD", "HAS_VALUE" ->
                counts(name, arguments, 1, 1, place) ? quality(name, arguments.get(0), place) : Operand.bad(place);
            case "COUNT_DIFFERENCE" ->
                counts(name, arguments, 3, 3, place) ? difference(arguments, place) : Operand.bad(place);
            default -> new Selections(compiler, this).call(name, arguments, place);
        };
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
    private Operand shifted(String name, List<Operand> arguments, TextPlace place) {
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
        Code.Whole code =
                switch (name) {
                    case "SHL" -> frame -> left(value.at(frame), negativeIsInvalid(frame, by.at(frame)), size) & mask;
                    case "SHR" -> frame -> right(value.at(frame), negativeIsInvalid(frame, by.at(frame)), size);
                    case "ROL" -> frame -> turned(value.at(frame), by.at(frame), size) & mask;
                    default -> frame -> turned(value.at(frame), -by.at(frame), size) & mask;
                };
        return Operand.whole(bits.type(), code, Operand.fixed(bits.type().range(), bits, count), place);
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
    private Operand quality(String name, Operand given, TextPlace place) {
        Operand operand = compiler.settled(given);
        int bad = name.equals("IS_GOOD") ? Quality.QUESTIONABLE : Quality.INVALID;
        Code.Act evaluated = evaluation(operand);
        return Operand.logical(
                frame -> {
                    int before = frame.quality;
                    frame.quality = 0;
                    evaluated.run(frame);
                    boolean holds = (frame.quality & bad) != bad;
                    frame.quality = before;
                    return holds ? 1 : 0;
                },
                place,
                operand);
    }

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
