package org.urvant.core.expression;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import org.urvant.core.language.Operator;
import org.urvant.core.language.Term;
import org.urvant.core.range.Interval;

/**
 * Finds what an expression can be, given the ranges and choices of what it reads: an {@link Interval} of numbers, a list of
 * texts (empty for any), a Boolean when it is decided, or {@link #OPEN}. Only for expressions that were found sound.
 */
final class RangeFinder implements Term.Visitor<Object> {
    /** A logical value that can be both. */
    static final Object OPEN = new Object();

    private final Names names;

    RangeFinder(Names names) {
        this.names = names;
    }

    @Override
    public Object literal(Term.Literal literal) {
        if (literal.value() instanceof Boolean) {
            return literal.value();
        }
        return literal.value() instanceof String text ? List.of(text) : Interval.of(Checker.number(literal));
    }

    @Override
    public Object name(Term.Name name) {
        Type type = names.find(name.text()).orElseThrow().type();
        return switch (type.kind()) {
            case NUMBER -> type.range();
            case TEXT -> type.choices();
            default -> OPEN;
        };
    }

    @Override
    public Object unary(Term.Unary unary) {
        Object inner = unary.operand().accept(this);
        if (unary.operator() == Operator.NEGATE) {
            return ((Interval) inner).negate();
        }
        return inner == OPEN ? OPEN : (Object) !(Boolean) inner;
    }

    @Override
    public Object binary(Term.Binary binary) {
        Object left = binary.left().accept(this);
        Object right = binary.right().accept(this);
        Operator operator = binary.operator();
        if (operator.isComparison()) {
            return left instanceof Interval a && right instanceof Interval b
                    ? compared(operator, a, b)
                    : left instanceof List<?> first && right instanceof List<?> second
                            ? told(first, second, operator == Operator.EQUAL)
                            : OPEN;
        }
        if (left instanceof Interval a && right instanceof Interval b) {
            return switch (operator) {
                case ADD -> a.add(b);
                case SUBTRACT -> a.subtract(b);
                case MULTIPLY -> a.multiply(b);
                case DIVIDE -> a.divide(b);
                default -> a.remainder(b);
            };
        }
        if (operator == Operator.XOR) {
            return left == OPEN || right == OPEN ? OPEN : (Object) !left.equals(right);
        }
        Boolean deciding = operator == Operator.OR;
        if (deciding.equals(left) || deciding.equals(right)) {
            return deciding;
        }
        return left == OPEN || right == OPEN ? OPEN : (Object) !deciding;
    }

    private static Object told(List<?> first, List<?> second, boolean whenEqual) {
        if (first.isEmpty() || second.isEmpty()) {
            return OPEN;
        }
        if (Collections.disjoint(first, second)) {
            return !whenEqual;
        }
        return first.size() == 1 && second.size() == 1 ? (Object) whenEqual : OPEN;
    }

    private static Object compared(Operator operator, Interval a, Interval b) {
        return switch (operator) {
            case LESS -> isBelow(a, b, false) ? TRUE : isBelow(b, a, true) ? FALSE : OPEN;
            case AT_MOST -> isBelow(a, b, true) ? TRUE : isBelow(b, a, false) ? FALSE : OPEN;
            case GREATER -> isBelow(b, a, false) ? TRUE : isBelow(a, b, true) ? FALSE : OPEN;
            case AT_LEAST -> isBelow(b, a, true) ? TRUE : isBelow(a, b, false) ? FALSE : OPEN;
            default -> {
                boolean apart = isBelow(a, b, false) || isBelow(b, a, false);
                boolean same = a.single().isPresent() && a.equals(b);
                yield apart ? operator == Operator.DIFFERENT : same ? (Object) (operator == Operator.EQUAL) : OPEN;
            }
        };
    }

    private static final Object TRUE = Boolean.TRUE;
    private static final Object FALSE = Boolean.FALSE;

    private static boolean isBelow(Interval a, Interval b, boolean orEqual) {
        if (a.high() == null || b.low() == null) {
            return false;
        }
        int order = a.high().compareTo(b.low());
        return order < 0 || orEqual && order == 0;
    }

    @Override
    public Object call(Term.Call call) {
        List<Object> arguments = new ArrayList<>();
        call.arguments().forEach(argument -> arguments.add(argument.term().accept(this)));
        String function = call.function().toUpperCase(Locale.ROOT);
        switch (function) {
            case "HAS_VALUE":
                return OPEN;
            case "LEN":
                return new Interval(BigDecimal.ZERO, null);
            case "SEL":
                Object chooser = arguments.get(0);
                return chooser == OPEN
                        ? joined(arguments.get(1), arguments.get(2))
                        : arguments.get((Boolean) chooser ? 2 : 1);
            case "ABS":
                return ((Interval) arguments.get(0)).abs();
            case "TRUNC":
                return ((Interval) arguments.get(0)).truncate();
            default:
                List<Interval> all =
                        arguments.stream().map(Interval.class::cast).toList();
                return switch (function) {
                    case "MIN" -> all.stream().reduce(Interval::min).orElseThrow();
                    case "MAX" -> all.stream().reduce(Interval::max).orElseThrow();
                    default -> all.get(1).max(all.get(0)).min(all.get(2));
                };
        }
    }

    private static Object joined(Object one, Object other) {
        if (one instanceof Interval a && other instanceof Interval b) {
            return a.hull(b);
        }
        if (one instanceof List<?> a && other instanceof List<?> b) {
            List<Object> all = new ArrayList<>(a);
            all.addAll(b);
            return a.isEmpty() || b.isEmpty() ? List.of() : all;
        }
        return one.equals(other) ? one : OPEN;
    }
}
