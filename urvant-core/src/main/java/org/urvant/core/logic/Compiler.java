package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import org.urvant.core.language.Mistake;
import org.urvant.core.language.Operator;
import org.urvant.core.language.Term;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.DataType.Family;
import org.urvant.core.range.Interval;
import org.urvant.core.text.NearestName;

/** Gives terms their types and compiles them to closures; all mistakes come in one pass. */
final class Compiler implements Term.Visitor<Operand> {
    private final Symbols symbols;
    private final Consumer<Mistake> mistakes;
    private final Functions functions = new Functions(this);
    private final List<Variable> read = new ArrayList<>();

    /** The type that the present term's value is to have; null where nothing says so. Constants without a type take it. */
    private DataType wanted;

    Compiler(Symbols symbols, Consumer<Mistake> mistakes) {
        this.symbols = symbols;
        this.mistakes = mistakes;
    }

    void mistake(TextPlace place, String message, String remedy) {
        mistakes.accept(new Mistake(place, message, remedy));
    }

    List<Variable> read() {
        return read;
    }

    /** Compiles a term whose value is to have a type; constants in it that have none take it where they can. */
    Operand compile(Term term, DataType type) {
        DataType outer = wanted;
        wanted = type;
        try {
            return term.accept(this);
        } finally {
            wanted = outer;
        }
    }

    /** Returns the type that a real number without one is to have. */
    DataType wantedReal() {
        return wanted != null && wanted.isReal() ? wanted : DataType.LREAL;
    }

    @Override
    public Operand literal(Term.Literal literal) {
        TextPlace place = literal.place();
        Object value =
                literal.value() instanceof Boolean logical ? BigInteger.valueOf(logical ? 1 : 0) : literal.value();
        if (value instanceof Term.Span span) {
            return Operand.constant(DataType.TIME, BigInteger.valueOf(span.nanos()), place);
        }
        if (literal.type() == null) {
            return literal.value() instanceof Boolean
                    ? Operand.constant(DataType.BOOL, value, place)
                    : Operand.untyped(value, place);
        }
        Optional<DataType> type = DataType.named(literal.type()).or(() -> symbols.enumeration(literal.type()));
        if (type.isEmpty()) {
            mistake(
                    place,
                    "there is no type '" + literal.type() + "'",
                    NearestName.hint("type", literal.type().toUpperCase(Locale.ROOT), DataType.names()));
            return Operand.bad(place);
        }
        return constant(Operand.untyped(value, place), type.get());
    }

    private Operand constant(Operand constant, DataType type) {
        Optional<Operand> typed = Conversions.constant(constant, type);
        if (typed.isPresent()) {
            return typed.get();
        }
        Object value = constant.constant();
        String shown = value instanceof Operand.Word word ? word.text() : String.valueOf(value);
        boolean isNumber = Arithmetic.decimal(value) != null;
        if (type.family() == Family.ENUMERATION && !isNumber) {
            mistake(
                    constant.start(),
                    "'" + shown + "' is none of the values",
                    NearestName.hint("value", shown, type.values()));
        } else if (isNumber && type.isNumber() && !(value instanceof BigDecimal && !type.isReal())) {
            mistake(
                    constant.start(),
                    shown + " is outside of " + type.name() + ", " + type.range(),
                    "Use a wider type.");
        } else {
            mistake(
                    constant.start(),
                    "this is " + constant.shown() + "; expected " + type.name(),
                    type == DataType.BOOL ? "Write TRUE or FALSE, or compare it." : "Give a value of that type.");
        }
        return Operand.bad(constant.start());
    }

    @Override
    public Operand name(Term.Name name) {
        Optional<Object> found = symbols.find(name.text());
        if (found.isPresent()) {
            if (found.get() instanceof Variable variable) {
                read.add(variable);
                return Operand.variable(variable, name.place());
            }
            if (found.get() instanceof Operand constant) {
                return new Operand(
                        constant.type(),
                        constant.whole(),
                        constant.real(),
                        constant.text(),
                        constant.range(),
                        constant.constant(),
                        -1,
                        name.place());
            }
            mistake(
                    name.place(),
                    "'" + name.text() + "' is a function block",
                    "Read one of its outputs, such as " + name.text() + ".Q.");
            return Operand.bad(name.place());
        }
        if (symbols.isWord(name.text())) {
            return Operand.untyped(new Operand.Word(name.text()), name.place());
        }
        unknown(name);
        return Operand.bad(name.place());
    }

    void unknown(Term.Name name) {
        mistake(
                name.place(),
                "there is no signal or variable '" + name.text() + "'",
                NearestName.of(Symbols.key(name.text()), symbols.names())
                        .map(near -> "Did you mean '" + near + "'?")
                        .orElse("Declare it under VAR, or name a signal of the device."));
    }

    @Override
    public Operand call(Term.Call call) {
        List<Operand> arguments = new ArrayList<>();
        String function = call.function().toUpperCase(Locale.ROOT);
        boolean chooses = function.equals("SEL") || function.equals("MUX");
        for (Term.Argument argument : call.arguments()) {
            boolean isValue = Functions.named(function)
                            .filter(FunctionKind::isTransparent)
                            .isPresent()
                    && !(chooses && arguments.isEmpty());
            arguments.add(compile(argument.term(), isValue ? wanted : null));
            if (argument.name() != null) {
                mistake(argument.place(), "arguments of functions have no names here", "Give them by their position.");
            }
        }
        return functions.call(call.function(), arguments, call.place());
    }

    @Override
    public Operand unary(Term.Unary unary) {
        Operand operand = compile(unary.operand(), wanted);
        if (operand.isBad()) {
            return operand;
        }
        if (unary.operator() == Operator.NOT) {
            Operand bits = operand.isUntyped() ? as(operand, DataType.BOOL) : operand;
            boolean fits = !bits.isBad()
                    && (bits.type() == DataType.BOOL || bits.type().family() == Family.BITS);
            Operand sound = bits.isBad() ? bits : wants(bits, "BOOL or bits", fits);
            return sound.isBad() ? sound : Comparisons.not(sound);
        }
        if (operand.isUntyped() && operand.constant() instanceof BigInteger whole) {
            return Operand.untyped(whole.negate(), unary.place());
        }
        if (operand.isUntyped() && operand.constant() instanceof BigDecimal number) {
            return Operand.untyped(number.negate(), unary.place());
        }
        boolean isSigned = operand.type() != null
                && (operand.type() == DataType.TIME
                        || operand.type().isNumber() && operand.type().isSigned());
        Operand sound = wants(operand, "a number with a sign", isSigned);
        return sound.isBad() ? sound : Arithmetic.negate(sound, unary.place());
    }

    @Override
    public Operand binary(Term.Binary binary) {
        DataType type = binary.operator().isComparison() ? null : wanted;
        Operand left = compile(binary.left(), type);
        Operand right = compile(binary.right(), type);
        if (left.isBad() || right.isBad()) {
            return Operand.bad(left.start());
        }
        return binary(binary.operator(), left, right, binary.place());
    }

    Operand binary(Operator operator, Operand left, Operand right, TextPlace place) {
        if (left.isBad() || right.isBad()) {
            return Operand.bad(left.start());
        }
        if (operator == Operator.POWER) {
            return power(left, right, place);
        }
        boolean scalesTime = left.type() == DataType.TIME
                && right.type() != DataType.TIME
                && (operator == Operator.MULTIPLY || operator == Operator.DIVIDE);
        if (scalesTime) {
            Operand given = settled(right);
            Operand factor = given.isBad()
                    ? given
                    : wants(given, "a number", given.type().isNumber());
            return factor.isBad() ? factor : Arithmetic.scaledTime(operator, left, factor, place);
        }
        if (left.isUntyped() && right.isUntyped() && !operator.isComparison()) {
            Object folded = Arithmetic.fold(operator, left.constant(), right.constant());
            if (folded != null) {
                return Operand.untyped(folded, left.start());
            }
        }
        List<Operand> both = unified(List.of(left, right), place);
        if (both.isEmpty()) {
            return Operand.bad(left.start());
        }
        DataType type = both.get(0).type();
        if (operator.isComparison()) {
            boolean ordered = type.family() != Family.ENUMERATION && type != DataType.BOOL;
            if (operator.needsOrder() && !ordered) {
                mistake(place, type.name() + " has no order", "Use = or <>.");
                return Operand.bad(left.start());
            }
            return Comparisons.compare(operator, both.get(0), both.get(1));
        }
        if (operator.isLogical()) {
            boolean fits = type == DataType.BOOL || type.family() == Family.BITS;
            Operand sound = wants(both.get(0), "BOOL or bits", fits);
            return sound.isBad() ? sound : Comparisons.join(operator, both.get(0), both.get(1));
        }
        boolean additive = operator == Operator.ADD || operator == Operator.SUBTRACT;
        boolean fits = operator == Operator.MOD
                ? type.family() == Family.INTEGER
                : type.isNumber() || type == DataType.TIME && additive;
        Operand sound = wants(both.get(0), operator == Operator.MOD ? "a whole number" : "a number", fits);
        return sound.isBad() ? sound : Arithmetic.apply(operator, both.get(0), both.get(1), place);
    }

    private Operand power(Operand left, Operand right, TextPlace place) {
        Operand base = left.isUntyped() || left.type().family() == Family.INTEGER ? as(left, DataType.LREAL) : left;
        Operand exponent = as(right, DataType.LREAL);
        if (base.isBad()
                || exponent.isBad()
                || wants(base, "a real number", base.type().isReal()).isBad()) {
            return Operand.bad(place);
        }
        Code.Real x = base.real();
        Code.Real y = exponent.real();
        return Operand.real(
                base.type(),
                Functions.rounded(frame -> Math.pow(x.at(frame), y.at(frame)), base.type()),
                ranges -> {
                    Interval raised = base.range().at(ranges);
                    Optional<BigDecimal> to = exponent.range().at(ranges).single();
                    return to.isEmpty() ? Interval.ALL : ranges.power(raised, to.get(), place);
                },
                left.start());
    }

    /** Returns the operand when it is what was wanted, else reports. */
    Operand wants(Operand operand, String what, boolean fits) {
        if (fits || operand.isBad()) {
            return operand;
        }
        mistake(operand.start(), "this is " + operand.shown() + "; expected " + what, "Use " + what + " here.");
        return Operand.bad(operand.start());
    }

    /** Returns an operand as one of a type, where that loses nothing; else reports and returns a bad one. */
    Operand as(Operand operand, DataType type) {
        if (operand.isBad()) {
            return operand;
        }
        if (operand.isUntyped()) {
            return constant(operand, type);
        }
        if (operand.type().widensTo(type)) {
            return Conversions.widened(operand, type);
        }
        boolean isWord = operand.isConstant() && operand.type().isText() && type.family() == Family.ENUMERATION;
        if (isWord) {
            return constant(operand, type);
        }
        String remedy = type.family() == Family.ENUMERATION
                ? "Give one of " + String.join(", ", type.values()) + "."
                : type == DataType.BOOL && operand.type().isNumber()
                        ? "Compare it with something."
                        : "Convert it with TO_" + type.name().replaceAll("\\[.*", "") + "(…).";
        mistake(operand.start(), "this is " + operand.type().name() + "; expected " + type.name(), remedy);
        return Operand.bad(operand.start());
    }

    /** Gives a constant without a type the usual one: DINT or LINT, LREAL, STRING. */
    Operand settled(Operand operand) {
        if (!operand.isUntyped()) {
            return operand;
        }
        Object value = operand.constant();
        if (value instanceof BigInteger whole) {
            return constant(
                    operand, DataType.DINT.range().contains(new BigDecimal(whole)) ? DataType.DINT : DataType.LINT);
        }
        if (value instanceof BigDecimal) {
            return constant(operand, DataType.LREAL);
        }
        return constant(operand, DataType.STRING);
    }

    /** Gives a constant without a type the one that the value is to have, where it can be one of it; else the usual one. */
    Operand fitted(Operand operand) {
        return operand.isUntyped() && wanted != null
                ? Conversions.constant(operand, wanted).orElseGet(() -> settled(operand))
                : settled(operand);
    }

    private boolean allFit(List<Operand> operands, DataType type) {
        return type != null
                && operands.stream()
                        .allMatch(operand -> operand.isUntyped()
                                && Conversions.constant(operand, type).isPresent());
    }

    /** Returns all operands as ones of the least type that holds them; empty, and a report, when there is none. */
    List<Operand> unified(List<Operand> operands, TextPlace place) {
        DataType type = null;
        for (Operand operand : operands) {
            if (operand.isBad()) {
                return List.of();
            }
            if (operand.type() == null || type != null && operand.type().widensTo(type)) {
                continue;
            }
            if (type != null && !type.widensTo(operand.type())) {
                boolean isWord = operand.type().isText() && operand.isConstant() && type.family() == Family.ENUMERATION;
                if (isWord) {
                    continue;
                }
                mistake(
                        place,
                        type.name() + " meets " + operand.type().name(),
                        "Convert one of them, such as with TO_"
                                + (type.isReal() || operand.type().isReal()
                                        ? "LREAL"
                                        : type.name().replaceAll("\\[.*", ""))
                                + "(…).");
                return List.of();
            }
            type = operand.type();
        }
        if (allFit(operands, wanted)) {
            type = wanted;
        }
        if (type == null) {
            boolean hasFraction = operands.stream().anyMatch(operand -> operand.constant() instanceof BigDecimal);
            type = hasFraction ? DataType.LREAL : settled(operands.get(0)).type();
        }
        if (type == null) {
            return List.of(); // no type holds that number, which was told
        }
        // A whole number keeps its type beside a fraction that is written out: INT + 0.5 is a mistake of types.
        List<Operand> unified = new ArrayList<>();
        for (Operand operand : operands) {
            if (operand.isUntyped() && operand.constant() instanceof BigDecimal && type.family() == Family.INTEGER) {
                String real = type.widensTo(DataType.REAL) ? "TO_REAL" : "TO_LREAL";
                mistake(
                        operand.start(),
                        operand.constant() + " has a fraction and meets " + type.name() + ", which holds whole numbers",
                        "Convert the whole number first, with " + real + "(…).");
                return List.of();
            }
            Operand typed = as(operand, type);
            if (typed.isBad()) {
                return List.of();
            }
            unified.add(typed);
        }
        return unified;
    }
}
