package org.urvant.core.expression;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import org.urvant.core.expression.Checker.Typed;
import org.urvant.core.expression.Expression.Step;
import org.urvant.core.language.Term;
import org.urvant.core.language.TextPlace;
import org.urvant.core.text.NearestName;

/** The standard functions (IEC 61131-3, 6.6.2.5) that rules need. */
final class Functions {
    private static final List<String> KNOWN = List.of("ABS", "HAS_VALUE", "LEN", "LIMIT", "MAX", "MIN", "SEL", "TRUNC");

    private Functions() {}

    static Typed call(Checker checker, Term.Call call, List<Typed> arguments) {
        String function = call.function().toUpperCase(Locale.ROOT);
        TextPlace place = call.place();
        if (!KNOWN.contains(function)) {
            checker.mistake(
                    place,
                    "there is no function '" + call.function() + "'",
                    NearestName.hint("function", function, KNOWN));
            return Typed.bad(place);
        }
        if (arguments.stream().anyMatch(Typed::isBad) || !fits(checker, place, function, arguments)) {
            return Typed.bad(place);
        }
        return new Typed(type(function, arguments), step(function, arguments), place);
    }

    private static boolean fits(Checker checker, TextPlace place, String function, List<Typed> arguments) {
        int count = arguments.size();
        boolean counted =
                switch (function) {
                    case "ABS", "HAS_VALUE", "LEN", "TRUNC" -> count == 1;
                    case "LIMIT", "SEL" -> count == 3;
                    default -> count >= 2;
                };
        if (!counted) {
            String form =
                    switch (function) {
                        case "SEL" -> "SEL(condition, otherwise, when true)";
                        case "LIMIT" -> "LIMIT(least, value, most)";
                        default -> function + "(value, …)";
                    };
            checker.mistake(place, function + " has " + count + " arguments", "Write " + form + ".");
            return false;
        }
        boolean sound = true;
        for (int i = 0; i < count && !function.equals("HAS_VALUE"); i++) {
            sound &= checker.isKind(arguments.get(i), wanted(function, arguments, i));
        }
        for (int i = function.equals("SEL") ? 2 : 1; sound && i < count; i++) {
            sound = checker.haveOneUnit(place, arguments.get(i - 1), arguments.get(i));
        }
        return sound;
    }

    private static Type.Kind wanted(String function, List<Typed> arguments, int index) {
        return switch (function) {
            case "LEN" -> Type.Kind.TEXT;
            case "SEL" ->
                index == 0 ? Type.Kind.LOGICAL : arguments.get(1).type().kind();
            default -> Type.Kind.NUMBER;
        };
    }

    private static Type type(String function, List<Typed> arguments) {
        return switch (function) {
            case "LEN" -> Type.NUMBER;
            case "HAS_VALUE" -> Type.LOGICAL;
            case "SEL" ->
                arguments.get(1).type().kind() == Type.Kind.TEXT ? Type.TEXT : withUnit(arguments.subList(1, 3));
            default -> withUnit(arguments);
        };
    }

    private static Type withUnit(List<Typed> arguments) {
        return arguments.stream()
                .map(Typed::type)
                .filter(type -> type.unit() != null)
                .findFirst()
                .orElse(arguments.get(0).type());
    }

    private static Step step(String function, List<Typed> arguments) {
        List<Step> steps = arguments.stream().map(Typed::step).toList();
        if (function.equals("SEL")) {
            return scope -> {
                Object chosen = steps.get(0).at(scope);
                return chosen == null
                        ? null
                        : steps.get((Boolean) chosen ? 2 : 1).at(scope);
            };
        }
        if (function.equals("HAS_VALUE")) {
            return scope -> {
                Object value = steps.get(0).at(scope);
                return value != null && !value.equals("");
            };
        }
        return scope -> {
            List<Object> values = new ArrayList<>();
            steps.forEach(step -> values.add(step.at(scope)));
            return values.stream().anyMatch(Objects::isNull) ? null : apply(function, values);
        };
    }

    private static Object apply(String function, List<Object> values) {
        if (function.equals("LEN")) {
            String text = (String) values.get(0);
            return BigDecimal.valueOf(text.codePointCount(0, text.length()));
        }
        List<BigDecimal> numbers = values.stream().map(BigDecimal.class::cast).toList();
        return switch (function) {
            case "ABS" -> numbers.get(0).abs();
            case "TRUNC" -> new BigDecimal(numbers.get(0).toBigInteger());
            case "LIMIT" -> numbers.get(1).max(numbers.get(0)).min(numbers.get(2));
            case "MIN" -> numbers.stream().reduce(BigDecimal::min).orElseThrow();
            default -> numbers.stream().reduce(BigDecimal::max).orElseThrow();
        };
    }
}
