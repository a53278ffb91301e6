package org.urvant.core.expression;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.language.Mistake;
import org.urvant.core.range.Interval;

/** What expressions over settings can be, from the limits of the settings (F8). */
class ExpressionRangeTest {
    private static final Names NAMES = Names.NONE.within(Map.of(
            "low",
            number(0, 10),
            "high",
            number(20, 100),
            "wide",
            number(-50, 50),
            "open",
            Type.NUMBER,
            "mode",
            new Type(Type.Kind.TEXT, null, List.of("off", "slow", "fast")),
            "free",
            Type.TEXT,
            "on",
            Type.LOGICAL));

    private static Type number(long low, long high) {
        return new Type(Type.Kind.NUMBER, null, List.of(), Interval.of(low, high));
    }

    private static Expression read(String text, Type.Kind kind) {
        List<Mistake> mistakes = new ArrayList<>();
        Optional<Expression> expression = Expression.parse(text, NAMES, kind, mistakes::add);
        assertThat(mistakes).as(text).isEmpty();
        return expression.orElseThrow();
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            low + high               | 20 to 110
            low - high               | -100 to -10
            high - low               | 10 to 100
            low * wide               | -500 to 500
            wide * wide              | -2500 to 2500
            high / 4                 | 5 to 25
            high / low               | … to …
            high / (low + 1)         | 1.81818181818 to 100
            high MOD 7               | 0 to 7
            wide MOD 7               | -7 to 7
            -high                    | -100 to -20
            ABS(wide)                | 0 to 50
            MIN(low, high, 5)        | 0 to 5
            MAX(low, high)           | 20 to 100
            LIMIT(0, wide, 25)       | 0 to 25
            SEL(on, low, high)       | 0 to 100
            SEL(low > high, low, 3)  | 0 to 10
            TRUNC(high / 3)          | 6 to 33
            LEN(mode)                | 0 to …
            open + low               | … to …
            MIN(open, low)           | … to 10
            3 * 4                    | 12
            """)
    void numbersHaveARange(String text, String expected) {
        assertThat(read(text, Type.Kind.NUMBER).range()).hasToString(expected);
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            low < high                    | true
            low <= 10                     | true
            low < 10                      | open
            high > low                    | true
            high >= 20                    | true
            low > high                    | false
            low >= high                   | false
            low = high                    | false
            low <> high                   | true
            low = 5                       | open
            3 = 3                         | true
            3 <> 3                        | false
            mode = 'off'                  | open
            mode <> 'off'                 | open
            free = 'x'                    | open
            on                            | open
            NOT on                        | open
            NOT (low < high)              | false
            on OR low < high              | true
            on AND low > high             | false
            on AND low < high             | open
            low < high XOR low > high     | true
            on XOR TRUE                   | open
            open > 3                      | open
            """)
    void conditionsAreDecidedOrOpen(String text, String expected) {
        assertThat(read(text, Type.Kind.LOGICAL).decided().map(String::valueOf).orElse("open"))
                .isEqualTo(expected);
    }

    /** Whatever the settings are within their limits, the value is in the range, and a decided condition is as it was decided. */
    @Property(tries = 1_000)
    void everyValueIsInItsRange(@ForAll long seed) {
        Random random = new Random(seed);
        String text = sum(random, 3);
        Expression sum = read(text, Type.Kind.NUMBER);
        Expression condition = read(
                text + List.of(" < ", " <= ", " > ", " >= ", " = ", " <> ").get(random.nextInt(6)) + sum(random, 2),
                Type.Kind.LOGICAL);
        for (int i = 0; i < 20; i++) {
            Map<String, Object> values = new TreeMap<>(Map.of(
                    "low", decimal(random, 0, 10),
                    "high", decimal(random, 20, 100),
                    "wide", decimal(random, -50, 50),
                    "on", random.nextBoolean()));
            Scope scope = (depth, path) -> values.get(path);
            sum.number(scope).ifPresent(number -> assertThat(sum.range().contains(number))
                    .as("%s = %s with %s, told %s", text, number, values, sum.range())
                    .isTrue());
            if (condition.decided().isPresent() && condition.test(scope).isPresent()) {
                assertThat(condition.test(scope))
                        .as("%s with %s", condition, values)
                        .isEqualTo(condition.decided());
            }
        }
    }

    private static BigDecimal decimal(Random random, int low, int high) {
        return random.nextInt(4) == 0
                ? BigDecimal.valueOf(random.nextBoolean() ? low : high)
                : BigDecimal.valueOf(low * 100L + random.nextInt((high - low) * 100), 2);
    }

    private static String sum(Random random, int depth) {
        if (depth == 0) {
            return List.of("low", "high", "wide", "3", "0.5").get(random.nextInt(5));
        }
        String a = sum(random, depth - 1);
        String b = sum(random, depth - 1);
        return switch (random.nextInt(9)) {
            case 0 -> "(" + a + " + " + b + ")";
            case 1 -> "(" + a + " - " + b + ")";
            case 2 -> "(" + a + " * " + b + ")";
            case 3 -> "(" + a + " / " + b + ")";
            case 4 -> "(" + a + " MOD " + b + ")";
            case 5 -> "MIN(" + a + ", " + b + ")";
            case 6 -> "ABS(" + a + ")";
            case 7 -> "SEL(on, " + a + ", " + b + ")";
            default -> "LIMIT(" + a + ", " + b + ", high)";
        };
    }
}
