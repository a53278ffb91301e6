package org.urvant.core.expression;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.language.Mistake;
import org.urvant.core.unit.Unit;

class ExpressionTest {
    private static final Names NAMES = Names.NONE
            .within(Map.of(
                    "ct.primary", new Type(Type.Kind.NUMBER, Unit.AMPERE, List.of()),
                    "rated-voltage", new Type(Type.Kind.NUMBER, Unit.KILOVOLT, List.of()),
                    "clock.source", new Type(Type.Kind.TEXT, null, List.of("sntp", "own")),
                    "listen-only", Type.LOGICAL))
            .within(Map.of("ct.secondary", new Type(Type.Kind.NUMBER, Unit.AMPERE, List.of()), "open", Type.NUMBER));

    private static final Map<String, Object> VALUES = Map.of(
            "ct.primary", new BigDecimal("400"),
            "rated-voltage", new BigDecimal("11"),
            "clock.source", "sntp",
            "listen-only", true,
            "ct.secondary", new BigDecimal("0.3"));

    private static String result(String text, Type.Kind wanted) {
        List<Mistake> mistakes = new ArrayList<>();
        Optional<Expression> expression = Expression.parse(text, NAMES, wanted, mistakes::add);
        if (expression.isEmpty()) {
            return mistakes.get(0).place().column() + ": " + mistakes.get(0).message() + " | "
                    + mistakes.get(0).remedy();
        }
        Scope scope = (depth, path) -> VALUES.get(path);
        return wanted == Type.Kind.LOGICAL
                ? expression.get().test(scope).map(String::valueOf).orElse("unknown")
                : expression.get().number(scope).map(BigDecimal::toPlainString).orElse("unknown");
    }

    /** Precedence after IEC 61131-3, table 71; decimals are exact; what is not known decides nothing. */
    @ParameterizedTest(name = "{0} is {1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            textBlock =
                    """
            ct.primary >= ct.secondary                      | true
            CT.Primary >= ct.SECONDARY                      | true
            0.1 * 3 = ct.secondary                          | true
            2 + 3 * 4 = 14                                  | true
            (2 + 3) * 4 = 20                                | true
            -2 + 5 MOD 3 = 0                                | true
            NOT listen_only OR clock.source = 'sntp'        | true
            TRUE OR TRUE XOR TRUE AND FALSE                 | true
            listen_only AND clock.source <> 'sntp'          | false
            open > 1                                        | unknown
            open > 1 AND FALSE                              | false
            open > 1 OR TRUE                                | true
            open > 1 XOR TRUE                               | unknown
            1 / 0 = 1                                       | unknown
            SEL(listen_only, open, 3) = 3                   | true
            LIMIT(1, ct.secondary, 2) = 1                   | true
            MAX(ct.primary, 500, ct.secondary) = 500        | true
            MIN(ABS(-2), TRUNC(2.9)) = 2                    | true
            LEN(clock.source) = 4                           | true
            1_000 = 1000                                    | true
            """)
    void valuesFollowTheStandard(String text, String expected) {
        assertThat(result(text, Type.Kind.LOGICAL)).isEqualTo(expected);
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            textBlock =
                    """
            ct.primery > 1                | 1: there is no setting 'ct.primery' here   | Did you mean 'ct.primary'?
            listen-only                   | 1: there is no setting 'listen' here       | write _ for it
            clock.source = 'sntpp'        | 16: 'sntpp' is none of the choices         | Did you mean 'sntp'?
            clock.source > 'own'          | 14: a text has no order                    | Use = or <>
            ct.primary = 'x'              | 12: a number is compared with a text       | one kind
            ct.primary > rated_voltage    | 12: A meets kV                             | one unit
            ct.primary                    | 1: the expression is a number; expected BOOL | Compare it
            (1 = 1                        | 7: found the end; expected ')'             | Close
            1 = 1 2                       | 7: found '2'; expected an operator         | Join
            1 = "                         | 5: '"' is no sign of the language          | single quotes
            'abc                          | 1: a text has no end                       | single quote
            MOX(1, 2) = 1                 | 1: there is no function 'MOX'              | 'MAX'
            SEL(TRUE, 1) = 1              | 1: SEL has 2 arguments                     | SEL(condition
            LEN(1) = 1                    | 5: this is a number; expected a text       | a text
            1 AND TRUE                    | 1: this is a number; expected BOOL         | Compare
            >= 3                          | 1: found '>='; expected a name             | Complete
            """)
    void mistakesSayWhereAndHowToMend(String text, String message, String remedy) {
        assertThat(result(text.replace("¶", ""), Type.Kind.LOGICAL))
                .contains(message)
                .contains(remedy);
    }

    @Test
    void hostileTextIsRefusedQuickly() {
        assertThat(result("(".repeat(900) + "1" + ")".repeat(900), Type.Kind.NUMBER))
                .contains("nested more than");
        assertThat(result("-".repeat(1_999) + "1", Type.Kind.NUMBER)).contains("nested more than");
        assertThat(result("1+".repeat(5_000) + "1", Type.Kind.NUMBER)).contains("longer than");
        assertThat(result("1" + "+1".repeat(900), Type.Kind.NUMBER)).isEqualTo("901");
    }

    @Property(tries = 500)
    void anyTextIsReadOrRefusedWithAPlace(@ForAll @StringLength(max = 40) String text) {
        List<Mistake> mistakes = new ArrayList<>();
        boolean read =
                Expression.parse(text, NAMES, Type.Kind.LOGICAL, mistakes::add).isPresent();
        assertThat(read).isEqualTo(mistakes.isEmpty());
        assertThat(mistakes)
                .allSatisfy(mistake -> assertThat(mistake.place().column()).isBetween(1, text.length() + 1));
    }

    @Test
    void whatAnExpressionReadsIsKnown() {
        Expression expression = Expression.parse("ct.primary > ct.secondary", NAMES, Type.Kind.LOGICAL, mistake -> {})
                .orElseThrow();
        assertThat(expression.paths()).containsExactly("ct.primary", "ct.secondary");
        assertThat(expression.ownPaths()).containsExactly("ct.secondary");
        assertThat(expression).hasToString("ct.primary > ct.secondary");
    }

    /** A tree of random operations, written with all parentheses and with none that precedence makes needless. */
    private record Tree(String sign, Tree left, Tree right, BigDecimal leaf) {
        static Tree random(Random random, int depth) {
            if (depth == 0 || random.nextInt(4) == 0) {
                return new Tree(
                        null, null, null, new BigDecimal(random.nextInt(2_000)).movePointLeft(random.nextInt(3)));
            }
            String sign = List.of("+", "-", "*").get(random.nextInt(3));
            return new Tree(sign, random(random, depth - 1), random(random, depth - 1), null);
        }

        BigDecimal value() {
            if (sign == null) {
                return leaf;
            }
            return switch (sign) {
                case "+" -> left.value().add(right.value());
                case "-" -> left.value().subtract(right.value());
                default -> left.value().multiply(right.value());
            };
        }

        String all() {
            return sign == null ? leaf.toPlainString() : "(" + left.all() + " " + sign + " " + right.all() + ")";
        }

        int rank() {
            return sign == null ? 3 : sign.equals("*") ? 2 : 1;
        }

        String few() {
            if (sign == null) {
                return leaf.toPlainString();
            }
            String first = left.rank() < rank() ? "(" + left.few() + ")" : left.few();
            // the operators bind to the left: what stands on the right of one of the same rank keeps its parentheses
            String second = right.rank() <= rank() ? "(" + right.few() + ")" : right.few();
            return first + sign + second;
        }
    }

    @Test
    void arithmeticIsExactAndBindsAsTheStandardSays() {
        Random random = new Random(3);
        for (int i = 0; i < 400; i++) {
            Tree tree = Tree.random(random, 1 + i % 4);
            String expected = tree.value().stripTrailingZeros().toPlainString();
            for (String text : List.of(tree.all(), tree.few())) {
                assertThat(new BigDecimal(result(text, Type.Kind.NUMBER)).stripTrailingZeros())
                        .as(text)
                        .isEqualByComparingTo(expected);
            }
        }
    }

    /** The truth tables of the operators, with unknown as the third value. */
    @ParameterizedTest(name = "{0} {1}")
    @CsvSource({
        "T, T, T, T, F",
        "T, F, F, T, T",
        "T, U, U, T, U",
        "F, T, F, T, T",
        "F, F, F, F, F",
        "F, U, F, U, U",
        "U, T, U, T, U",
        "U, F, F, U, U",
        "U, U, U, U, U"
    })
    void whatIsNotKnownDecidesOnlyWhatItMust(String left, String right, String and, String or, String xor) {
        assertThat(logic(left, "AND", right)).isEqualTo(and);
        assertThat(logic(left, "OR", right)).isEqualTo(or);
        assertThat(logic(left, "XOR", right)).isEqualTo(xor);
    }

    private static String logic(String left, String operator, String right) {
        String known = result(term(left) + " " + operator + " " + term(right), Type.Kind.LOGICAL);
        return known.equals("unknown") ? "U" : known.equals("true") ? "T" : "F";
    }

    private static String term(String letter) {
        return letter.equals("T") ? "TRUE" : letter.equals("F") ? "FALSE" : "(open = 1)";
    }
}
