package org.urvant.core.logic;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.language.Mistake;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

/** One expression over two contacts, a measured value of -100 to 2000, one of any size, and a whole number of 0 to 3. */
class TransformTest {
    private static final Instant NOON = Instant.parse("2026-11-23T12:00:00Z");
    private static final List<Signal> VALUES = List.of(
            signal("x1", DataType.BOOL, null),
            signal("x2", DataType.BOOL, null),
            signal("x3", DataType.LREAL, Interval.of(-100, 2000)),
            signal("x4", DataType.LREAL, null),
            signal("x5", DataType.LINT, Interval.of(0, 3)));

    private static Signal signal(String name, DataType type, Interval range) {
        return new Signal(name, type, Signal.Flow.INPUT, range, null, "");
    }

    private static Transform read(String text) {
        return Transform.read(text, VALUES, Map.of("x", "x3"), mistake -> {
                    throw new AssertionError(mistake);
                })
                .orElseThrow();
    }

    /** The age is of the newest that the value is made of, known of a bad one, and of none that never came. */
    @Test
    void theAgeOfAValueGrowsByItself() {
        LogicRun run = Logic.read(
                        List.of(LogicSource.of(
                                "p",
                                "PROGRAM p VAR_INPUT a, b : LREAL; END_VAR VAR_OUTPUT s, t : UDINT; END_VAR"
                                        + " s := AGE(a + b); t := AGE(b); END_PROGRAM")),
                        List.of(),
                        (source, mistake) -> {
                            throw new AssertionError(mistake);
                        })
                .orElseThrow()
                .start(ZoneOffset.UTC);
        run.set("a", new SignalValue(1.0, new Quality(Quality.INVALID), NOON));
        run.cycle(NOON.plusMillis(2_300));
        assertThat(run.value("s")).isEqualTo(new SignalValue(2L, Quality.GOOD, NOON.plusMillis(2_300)));
        assertThat(run.due()).isEqualTo(LogicRun.nanos(NOON.plusSeconds(3)));
        assertThat(run.value("t").quality().bits()).isEqualTo(Quality.INVALID);
        run.set("b", new SignalValue(1.0, Quality.GOOD, NOON.plusSeconds(9)));
        run.cycle(NOON.plusSeconds(8));
        assertThat(run.value("s").value()).isEqualTo(0L);
        assertThat(run.due()).isEqualTo(LogicRun.nanos(NOON.plusSeconds(10)));
    }

    /** Columns: expression, what it gives, its range by interval arithmetic. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "PAIR(x1, x2)         | whole   | 0 to 3",
                "NOT x1 AND x2        | logical | 0 to 1",
                "x5 = 2               | logical | 0 to 1",
                "x / 1000             | real    | -0.1 to 2",
                "x3 * x3              | real    | -200000 to 4000000",
                "x5 * 2               | whole   | 0 to 6",
                "SEL(x1, 4, 5)        | whole   | 0 to 5",
                "LIMIT(0.0, x4, 5.0)  | real    | 0 to 5",
                "LREAL_TO_INT(x3)     | whole   | -100 to 2000",
                "MIN(AGE(x4), 65535)  | whole   | 0 to 65535",
                "x4 + 1               | real    | … to …"
            })
    void itKnowsWhatItGives(String text, String kind, String range) {
        Transform transform = read(text);
        assertThat(transform.isLogical()).isEqualTo(kind.equals("logical"));
        assertThat(transform.isWhole()).isEqualTo(kind.equals("whole"));
        assertThat(transform.isPair()).isEqualTo(text.startsWith("PAIR"));
        assertThat(transform.range()).hasToString(range);
        assertThat(transform.remarks()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "x3 >                    | 5  | expected a name",
                "x1 + 1                  | 1  | this is BOOL; expected a number",
                "voltage * 2             | 1  | there is no signal or variable 'voltage'",
                "x1; result_of_row := x2 | 3  | found ';'",
                "result_of_row + 1       | 1  | cannot be used in its own calculation",
                "PAIR(x3, x1)            | 6  | this is LREAL; expected BOOL",
                "PAIR(x1)                | 1  | PAIR",
                "ROUNDED(x3)             | 1  | there is no function 'ROUNDED'"
            })
    void whatIsWrongIsSaidWithItsPlace(String text, int column, String message) {
        List<Mistake> mistakes = new ArrayList<>();
        assertThat(Transform.read(text, VALUES, Map.of(), mistakes::add)).isEmpty();
        assertThat(mistakes).anySatisfy(mistake -> {
            assertThat(mistake.place().line()).isEqualTo(1);
            assertThat(mistake.place().column()).isEqualTo(column);
            assertThat(mistake.message()).contains(message);
        });
    }

    @Test
    void aDivisorThatCanBeZeroIsRemarked() {
        assertThat(read("1 / x3").remarks()).singleElement().satisfies(remark -> {
            assertThat(remark.kind()).isEqualTo(Remark.Kind.ZERO_DIVISOR);
            assertThat(remark.place().line()).isEqualTo(1);
        });
        assertThat(read("1 / LIMIT(1.0, x3, 5.0)").remarks()).isEmpty();
    }

    /** The table of a double point by two contacts: in between, off, on, bad (IEC 61850-7-3, Dbpos). */
    @ParameterizedTest
    @CsvSource({"false,false,0", "true,false,1", "false,true,2", "true,true,3"})
    void twoContactsMakeADoublePoint(boolean off, boolean on, long position) {
        LogicRun run = read("PAIR(x1, x2)").logic().start(ZoneOffset.UTC);
        Instant later = NOON.plusSeconds(1);
        run.set("x1", new SignalValue(off, Quality.GOOD, NOON));
        run.set("x2", new SignalValue(on, new Quality(Quality.QUESTIONABLE), later));
        run.cycle(later);
        SignalValue result = run.value(Transform.RESULT);
        assertThat(result.value()).isEqualTo(position);
        assertThat(result.quality()).isEqualTo(new Quality(Quality.QUESTIONABLE));
        assertThat(result.time()).isEqualTo(later);
    }
}
