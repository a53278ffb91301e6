package org.urvant.core.expression;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeSet;
import org.urvant.core.expression.Expression.Term;
import org.urvant.core.expression.Lexer.Kind;
import org.urvant.core.expression.Lexer.Token;
import org.urvant.core.text.NearestName;

/**
 * Reads and type-checks an expression by recursive descent, with the precedence of IEC 61131-3, table 71: parentheses,
 * functions, unary minus and NOT, * / MOD, + -, comparisons, AND, XOR, OR. After a fault it goes on where it can, so that all
 * faults come in one pass; depth is bounded.
 */
final class Parser {
    private static final int DEEPEST = 60;
    private static final MathContext PRECISION = MathContext.DECIMAL128;
    private static final List<String> COMPARISONS = List.of("=", "<>", "<", "<=", ">", ">=");

    private final String source;
    private final Names names;
    private final Type.Kind wanted;
    private final List<Fault> faults;
    private final List<Token> tokens;
    private final TreeSet<String> paths = new TreeSet<>();
    private final TreeSet<String> ownPaths = new TreeSet<>();
    private int at;
    private int depth;

    /** A part with its type; the type is null after a fault, so that one fault does not cause others. */
    record Typed(Type type, Term term, int column) {
        static Typed bad(int column) {
            return new Typed(null, scope -> null, column);
        }

        boolean isBad() {
            return type == null;
        }
    }

    Parser(String source, Names names, Type.Kind wanted, List<Fault> faults) {
        this.source = source;
        this.names = names;
        this.wanted = wanted;
        this.faults = faults;
        this.tokens = Lexer.tokens(source, faults);
    }

    Optional<Expression> parse() {
        Typed whole = or();
        if (faults.isEmpty() && next().kind() != Kind.END) {
            fault(next(), "found " + next().shown() + "; expected an operator or the end", "Join the two parts.");
        }
        if (!whole.isBad() && whole.type.kind() != wanted) {
            faults.add(new Fault(
                    1,
                    "the expression is " + whole.type.kind().title() + "; expected " + wanted.title(),
                    wanted == Type.Kind.LOGICAL ? "Compare it with something." : "Write a number or a calculation."));
        }
        return faults.isEmpty()
                ? Optional.of(new Expression(source, whole.type, whole.term, paths, ownPaths))
                : Optional.empty();
    }

    private Token next() {
        return tokens.get(at);
    }

    private Token take() {
        Token token = tokens.get(at);
        at = Math.min(tokens.size() - 1, at + 1);
        return token;
    }

    boolean takes(String sign) {
        if (next().is(sign)) {
            take();
            return true;
        }
        return false;
    }

    void fault(Token token, String message, String remedy) {
        faults.add(new Fault(token.column(), message, remedy));
    }

    Typed or() {
        Typed left = xor();
        while (takes("OR")) {
            left = logical(left, xor(), Boolean.TRUE);
        }
        return left;
    }

    private Typed xor() {
        Typed left = and();
        while (takes("XOR")) {
            Typed first = left;
            Typed right = and();
            left = !areLogical(first, right)
                    ? Typed.bad(first.column)
                    : new Typed(
                            Type.LOGICAL, scope -> differ(first.term.at(scope), right.term.at(scope)), first.column);
        }
        return left;
    }

    private static Object differ(Object a, Object b) {
        return a == null || b == null ? null : (Object) !a.equals(b);
    }

    private Typed and() {
        Typed left = comparison();
        while (takes("AND") || takes("&")) {
            left = logical(left, comparison(), Boolean.FALSE);
        }
        return left;
    }

    /** AND and OR: an operand with the deciding value settles the result, whatever the other is. */
    private Typed logical(Typed left, Typed right, Boolean deciding) {
        if (!areLogical(left, right)) {
            return Typed.bad(left.column);
        }
        Boolean other = !deciding;
        return new Typed(
                Type.LOGICAL,
                scope -> {
                    Object a = left.term.at(scope);
                    if (deciding.equals(a)) {
                        return deciding;
                    }
                    Object b = right.term.at(scope);
                    return deciding.equals(b) ? deciding : a == null || b == null ? null : other;
                },
                left.column);
    }

    private boolean areLogical(Typed left, Typed right) {
        return isKind(left, Type.Kind.LOGICAL) & isKind(right, Type.Kind.LOGICAL);
    }

    boolean isKind(Typed typed, Type.Kind kind) {
        if (typed.isBad()) {
            return false;
        }
        if (typed.type.kind() != kind) {
            faults.add(new Fault(
                    typed.column,
                    "this is " + typed.type.kind().title() + "; expected " + kind.title(),
                    kind == Type.Kind.LOGICAL ? "Compare it with something." : "Use " + kind.title() + " here."));
            return false;
        }
        return true;
    }

    private Typed comparison() {
        Typed left = sum();
        Token operator = next();
        if (operator.kind() != Kind.SIGN || !COMPARISONS.contains(operator.text())) {
            return left;
        }
        take();
        Typed right = sum();
        if (left.isBad() || right.isBad() || !areComparable(operator, left, right)) {
            return Typed.bad(left.column);
        }
        String sign = operator.text();
        return new Typed(
                Type.LOGICAL,
                scope -> {
                    Object a = left.term.at(scope);
                    Object b = right.term.at(scope);
                    return a == null || b == null ? null : (Object) holds(sign, a, b);
                },
                left.column);
    }

    private static boolean holds(String sign, Object a, Object b) {
        if (!(a instanceof BigDecimal first)) {
            return a.equals(b) == sign.equals("=");
        }
        int order = first.compareTo((BigDecimal) b);
        return switch (sign) {
            case "=" -> order == 0;
            case "<>" -> order != 0;
            case "<" -> order < 0;
            case "<=" -> order <= 0;
            case ">" -> order > 0;
            default -> order >= 0;
        };
    }

    private boolean areComparable(Token operator, Typed left, Typed right) {
        if (left.type.kind() != right.type.kind()) {
            fault(
                    operator,
                    left.type.kind().title() + " is compared with "
                            + right.type.kind().title(),
                    "Compare values of one kind.");
            return false;
        }
        boolean ordered = !List.of("=", "<>").contains(operator.text());
        if (left.type.kind() != Type.Kind.NUMBER && ordered) {
            fault(operator, left.type.kind().title() + " has no order", "Use = or <>.");
            return false;
        }
        return haveOneUnit(operator, left, right) && canBe(left, right) && canBe(right, left);
    }

    boolean haveOneUnit(Token operator, Typed left, Typed right) {
        if (left.type.unit() != null && right.type.unit() != null && left.type.unit() != right.type.unit()) {
            fault(
                    operator,
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
            faults.add(new Fault(
                    written.column,
                    "'" + words.get(0) + "' is none of the choices",
                    NearestName.hint("choice", words.get(0), known)));
            return false;
        }
        return true;
    }

    private Typed sum() {
        Typed left = product();
        while (next().is("+") || next().is("-")) {
            Token operator = take();
            left = arithmetic(operator, left, product());
        }
        return left;
    }

    private Typed product() {
        Typed left = unary();
        while (next().is("*") || next().is("/") || next().is("MOD")) {
            Token operator = take();
            left = arithmetic(operator, left, unary());
        }
        return left;
    }

    private Typed arithmetic(Token operator, Typed left, Typed right) {
        if (!(isKind(left, Type.Kind.NUMBER) & isKind(right, Type.Kind.NUMBER))) {
            return Typed.bad(left.column);
        }
        boolean additive = operator.is("+") || operator.is("-");
        if (additive && !haveOneUnit(operator, left, right)) {
            return Typed.bad(left.column);
        }
        Type type = !additive ? Type.NUMBER : left.type.unit() == null ? right.type : left.type;
        String sign = operator.text();
        return new Typed(
                type,
                scope -> {
                    Object a = left.term.at(scope);
                    Object b = right.term.at(scope);
                    return a == null || b == null ? null : calculate(sign, (BigDecimal) a, (BigDecimal) b);
                },
                left.column);
    }

    /** Division by zero has no value, nor has a remainder whose whole quotient is too long. */
    private static BigDecimal calculate(String sign, BigDecimal a, BigDecimal b) {
        try {
            return switch (sign) {
                case "+" -> a.add(b, PRECISION);
                case "-" -> a.subtract(b, PRECISION);
                case "*" -> a.multiply(b, PRECISION);
                case "/" -> a.divide(b, PRECISION);
                default -> a.remainder(b, PRECISION);
            };
        } catch (ArithmeticException e) {
            return null;
        }
    }

    private Typed unary() {
        if (++depth > DEEPEST) {
            fault(next(), "the expression is nested more than " + DEEPEST + " deep", "Split it into several rules.");
            at = tokens.size() - 1;
            depth--;
            return Typed.bad(next().column());
        }
        Token token = next();
        Typed result;
        if (takes("NOT")) {
            Typed inner = unary();
            result = !isKind(inner, Type.Kind.LOGICAL)
                    ? Typed.bad(token.column())
                    : new Typed(
                            Type.LOGICAL,
                            scope -> {
                                Object value = inner.term.at(scope);
                                return value == null ? null : (Object) !(Boolean) value;
                            },
                            token.column());
        } else if (takes("-")) {
            Typed inner = unary();
            result = !isKind(inner, Type.Kind.NUMBER)
                    ? Typed.bad(token.column())
                    : new Typed(
                            inner.type,
                            scope -> {
                                Object value = inner.term.at(scope);
                                return value == null ? null : ((BigDecimal) value).negate();
                            },
                            token.column());
        } else {
            result = primary();
        }
        depth--;
        return result;
    }

    private Typed primary() {
        Token token = take();
        if (token.kind() == Kind.NUMBER) {
            BigDecimal number = new BigDecimal(token.text());
            return new Typed(Type.NUMBER, scope -> number, token.column());
        }
        if (token.kind() == Kind.TEXT) {
            String text = token.text();
            return new Typed(new Type(Type.Kind.TEXT, null, List.of(text)), scope -> text, token.column());
        }
        if (token.kind() == Kind.NAME) {
            return takes("(") ? Functions.call(this, token, arguments()) : name(token);
        }
        if (token.is("TRUE") || token.is("FALSE")) {
            Boolean value = token.is("TRUE");
            return new Typed(Type.LOGICAL, scope -> value, token.column());
        }
        if (token.is("(")) {
            Typed inner = or();
            close();
            return inner;
        }
        if (faults.isEmpty()) {
            fault(token, "found " + token.shown() + "; expected a name, a number, a text or '('", "Complete it.");
        }
        return Typed.bad(token.column());
    }

    private List<Typed> arguments() {
        List<Typed> arguments = new ArrayList<>();
        do {
            arguments.add(or());
        } while (takes(","));
        close();
        return arguments;
    }

    private void close() {
        if (!takes(")") && faults.isEmpty()) {
            fault(next(), "found " + next().shown() + "; expected ')'", "Close the parenthesis.");
        }
    }

    private Typed name(Token token) {
        Optional<Names.Found> found = names.find(token.text());
        if (found.isEmpty()) {
            fault(
                    token,
                    "there is no setting '" + token.text() + "' here",
                    NearestName.hint("name", token.text().toLowerCase(Locale.ROOT), names.all())
                            + (next().is("-") ? " A hyphen is minus; write _ for it in a name." : ""));
            return Typed.bad(token.column());
        }
        int scopeDepth = found.get().depth();
        String path = found.get().path();
        paths.add(path);
        if (scopeDepth == 0) {
            ownPaths.add(path);
        }
        return new Typed(found.get().type(), scope -> scope.value(scopeDepth, path), token.column());
    }
}
