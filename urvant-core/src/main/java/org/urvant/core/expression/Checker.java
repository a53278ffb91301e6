package org.urvant.core.expression;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.urvant.core.expression.Expression.Step;
import org.urvant.core.language.Mistake;
import org.urvant.core.language.Operator;
import org.urvant.core.language.Term;
import org.urvant.core.language.TextPlace;
import org.urvant.core.text.NearestName;

/** Gives the terms of an expression their types and makes them ready to run; all mistakes come in one pass. */
final class Checker implements Term.Visitor<Checker.Typed> {
    static final MathContext PRECISION = MathContext.DECIMAL128;

    private final Names names;
    private final Consumer<Mistake> mistakes;
    private final TreeSet<String> paths = new TreeSet<>();
    private final TreeSet<String> ownPaths = new TreeSet<>();

    /** A part with its type; the type is null after a mistake, so that one mistake does not cause others. */
    record Typed(Type type, Step step, TextPlace start) {
        static Typed bad(TextPlace start) {
            return new Typed(null, scope -> null, start);
        }

        boolean isBad() {
            return type == null;
        }
    }

    Checker(Names names, Consumer<Mistake> mistakes) {
        this.names = names;
        this.mistakes = mistakes;
    }

    /** Returns the expression; the mistakes that were reported say whether it is sound. */
    Expression check(String source, Term term, Type.Kind wanted) {
        Typed whole = term.accept(this);
        if (!whole.isBad() && whole.type.kind() != wanted) {
            mistake(
                    TextPlace.START,
                    "the expression is " + whole.type.kind().title() + "; expected " + wanted.title(),
                    wanted == Type.Kind.LOGICAL ? "Compare it with something." : "Write a number or a calculation.");
        }
        Object reach = whole.isBad() ? RangeFinder.OPEN : term.accept(new RangeFinder(names));
        return new Expression(source, reach, whole.isBad() ? Type.LOGICAL : whole.type, whole.step, paths, ownPaths);
    }

    void mistake(TextPlace place, String message, String remedy) {
        mistakes.accept(new Mistake(place, message, remedy));
    }

    @Override
    public Typed literal(Term.Literal literal) {
        TextPlace place = literal.place();
        if (literal.type() != null || literal.value() instanceof Term.Span) {
            mistake(
                    place,
                    "a value with its type before it has no place here",
                    "Write the number in the unit of the setting, or the text.");
            return Typed.bad(place);
        }
        if (literal.value() instanceof String text) {
            return new Typed(new Type(Type.Kind.TEXT, null, List.of(text)), scope -> text, place);
        }
        if (literal.value() instanceof Boolean logical) {
            return new Typed(Type.LOGICAL, scope -> logical, place);
        }
        BigDecimal number = number(literal);
        return new Typed(Type.NUMBER, scope -> number, place);
    }

    static BigDecimal number(Term.Literal literal) {
        return literal.value() instanceof BigInteger whole ? new BigDecimal(whole) : (BigDecimal) literal.value();
    }

    @Override
    public Typed name(Term.Name name) {
        Optional<Names.Found> found = names.find(name.text());
        if (found.isEmpty()) {
            String written = name.text().toLowerCase(Locale.ROOT);
            mistake(
                    name.place(),
                    "there is no setting '" + name.text() + "' here",
                    NearestName.hint("name", written, names.all())
                            + (names.all().stream().anyMatch(known -> known.startsWith(written + "_"))
                                    ? " A hyphen is minus; write _ for it in a name."
                                    : ""));
            return Typed.bad(name.place());
        }
        int scopeDepth = found.get().depth();
        String path = found.get().path();
        paths.add(path);
        if (scopeDepth == 0) {
            ownPaths.add(path);
        }
        return new Typed(found.get().type(), scope -> scope.value(scopeDepth, path), name.place());
    }

    @Override
    public Typed call(Term.Call call) {
        List<Typed> arguments = call.arguments().stream()
                .map(argument -> argument.term().accept(this))
                .toList();
        if (call.arguments().stream().anyMatch(argument -> argument.name() != null)) {
            mistake(
                    call.place(),
                    "the arguments of " + call.function() + " have names",
                    "Give them by their position.");
            return Typed.bad(call.place());
        }
        return Functions.call(this, call, arguments);
    }

    @Override
    public Typed unary(Term.Unary unary) {
        Typed inner = unary.operand().accept(this);
        boolean isNot = unary.operator() == Operator.NOT;
        if (!isKind(inner, isNot ? Type.Kind.LOGICAL : Type.Kind.NUMBER)) {
            return Typed.bad(unary.place());
        }
        Step step = scope -> {
            Object value = inner.step.at(scope);
            return value == null ? null : isNot ? (Object) !(Boolean) value : ((BigDecimal) value).negate();
        };
        return new Typed(isNot ? Type.LOGICAL : inner.type, step, unary.place());
    }

    @Override
    public Typed binary(Term.Binary binary) {
        Typed left = binary.left().accept(this);
        Typed right = binary.right().accept(this);
        Operator operator = binary.operator();
        if (operator.isComparison()) {
            return comparison(binary, left, right);
        }
        if (!operator.isLogical()) {
            return arithmetic(binary, left, right);
        }
        if (!(isKind(left, Type.Kind.LOGICAL) & isKind(right, Type.Kind.LOGICAL))) {
            return Typed.bad(left.start);
        }
        return new Typed(
                Type.LOGICAL,
                operator == Operator.XOR
                        ? scope -> differ(left.step.at(scope), right.step.at(scope))
                        : joined(left.step, right.step, operator == Operator.OR),
                left.start);
    }

    private static Object differ(Object a, Object b) {
        return a == null || b == null ? null : (Object) !a.equals(b);
    }

    /** AND and OR: an operand with the deciding value settles the result, whatever the other is. */
    private static Step joined(Step left, Step right, Boolean deciding) {
        Boolean other = !deciding;
        return scope -> {
            Object a = left.at(scope);
            if (deciding.equals(a)) {
                return deciding;
            }
            Object b = right.at(scope);
            return deciding.equals(b) ? deciding : a == null || b == null ? null : other;
        };
    }

    boolean isKind(Typed typed, Type.Kind kind) {
        if (typed.isBad()) {
            return false;
        }
        if (typed.type.kind() != kind) {
            mistake(
                    typed.start,
                    "this is " + typed.type.kind().title() + "; expected " + kind.title(),
                    kind == Type.Kind.LOGICAL ? "Compare it with something." : "Use " + kind.title() + " here.");
            return false;
        }
        return true;
    }

    private Typed comparison(Term.Binary binary, Typed left, Typed right) {
        if (left.isBad() || right.isBad() || !areComparable(binary, left, right)) {
            return Typed.bad(left.start);
        }
        Operator operator = binary.operator();
        return new Typed(
                Type.LOGICAL,
                scope -> {
                    Object a = left.step.at(scope);
                    Object b = right.step.at(scope);
                    return a == null || b == null ? null : (Object) holds(operator, a, b);
                },
                left.start);
    }

    private static boolean holds(Operator operator, Object a, Object b) {
        if (!(a instanceof BigDecimal first)) {
            return a.equals(b) == (operator == Operator.EQUAL);
        }
        int order = first.compareTo((BigDecimal) b);
        return switch (operator) {
            case EQUAL -> order == 0;
            case DIFFERENT -> order != 0;
            case LESS -> order < 0;
            case AT_MOST -> order <= 0;
            case GREATER -> order > 0;
            default -> order >= 0;
        };
    }

    private boolean areComparable(Term.Binary binary, Typed left, Typed right) {
        if (left.type.kind() != right.type.kind()) {
            mistake(
                    binary.place(),
                    left.type.kind().title() + " is compared with "
                            + right.type.kind().title(),
                    "Compare values of one kind.");
            return false;
        }
        if (left.type.kind() != Type.Kind.NUMBER && binary.operator().needsOrder()) {
            mistake(binary.place(), left.type.kind().title() + " has no order", "Use = or <>.");
            return false;
        }
        return haveOneUnit(binary.place(), left, right) && canBe(left, right) && canBe(right, left);
    }

    boolean haveOneUnit(TextPlace place, Typed left, Typed right) {
        if (left.type.unit() != null && right.type.unit() != null && left.type.unit() != right.type.unit()) {
            mistake(
                    place,
                    left.type.unit().symbol() + " meets " + right.type.unit().symbol(),
                    "Give the two settings one unit; numbers are taken in the unit of their setting.");
            return false;
        }
        return true;
    }

    /** A text that a choice can never be is a mistake of writing. */
    private boolean canBe(Typed choice, Typed written) {
        List<String> known = choice.type.choices();
        List<String> words = written.type.choices();
        if (words.size() == 1 && known.size() > 1 && !known.contains(words.get(0))) {
            mistake(
                    written.start,
                    "'" + words.get(0) + "' is none of the choices",
                    NearestName.hint("choice", words.get(0), known));
            return false;
        }
        return true;
    }

    private Typed arithmetic(Term.Binary binary, Typed left, Typed right) {
        Operator operator = binary.operator();
        if (operator == Operator.POWER) {
            mistake(binary.place(), "** is left to programs", "Multiply; rules calculate with exact decimals.");
            return Typed.bad(left.start);
        }
        if (!(isKind(left, Type.Kind.NUMBER) & isKind(right, Type.Kind.NUMBER))) {
            return Typed.bad(left.start);
        }
        boolean additive = operator == Operator.ADD || operator == Operator.SUBTRACT;
        if (additive && !haveOneUnit(binary.place(), left, right)) {
            return Typed.bad(left.start);
        }
        Type type = !additive ? Type.NUMBER : left.type.unit() == null ? right.type : left.type;
        return new Typed(
                type,
                scope -> {
                    Object a = left.step.at(scope);
                    Object b = right.step.at(scope);
                    return a == null || b == null ? null : calculate(operator, (BigDecimal) a, (BigDecimal) b);
                },
                left.start);
    }

    /** Division by zero has no value, nor has a remainder whose whole quotient is too long. */
    private static BigDecimal calculate(Operator operator, BigDecimal a, BigDecimal b) {
        try {
            return switch (operator) {
                case ADD -> a.add(b, PRECISION);
                case SUBTRACT -> a.subtract(b, PRECISION);
                case MULTIPLY -> a.multiply(b, PRECISION);
                case DIVIDE -> a.divide(b, PRECISION);
                default -> a.remainder(b, PRECISION);
            };
        } catch (ArithmeticException e) {
            return null;
        }
    }
}
