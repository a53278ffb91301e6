package org.urvant.core.logic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.error.MalformedInputException;
import org.urvant.core.logic.Signal.Flow;
import org.urvant.core.range.Interval;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

/** Random programs against a plain reading of the standard: whole numbers as they are, cut to the width after each step. */
class ArithmeticTest {
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");
    private static final List<DataType> WHOLE = List.of(
            DataType.SINT,
            DataType.INT,
            DataType.DINT,
            DataType.LINT,
            DataType.USINT,
            DataType.UINT,
            DataType.UDINT,
            DataType.ULINT);
    private static final List<String> NAMES = List.of("a", "b", "c");

    /** A value as the standard means it, and whether some step on the way had no right result. */
    private record Value(BigInteger number, boolean isInvalid) {}

    /** A random expression and what it must give. */
    private static final class Sum {
        private final Random random;
        private final DataType type;
        private final Map<String, BigInteger> inputs;

        Sum(Random random, DataType type, Map<String, BigInteger> inputs) {
            this.random = random;
            this.type = type;
            this.inputs = inputs;
        }

        Value make(int depth, StringBuilder text) {
            if (depth == 0 || random.nextInt(5) == 0) {
                String name = NAMES.get(random.nextInt(NAMES.size()));
                text.append(name);
                return new Value(inputs.get(name), false);
            }
            int kind = random.nextInt(7);
            if (kind == 5 && type.isSigned()) {
                text.append("(-");
                Value inner = make(depth - 1, text);
                text.append(')');
                return cut(inner.number.negate(), inner.isInvalid);
            }
            if (kind == 6) {
                text.append("LIMIT(a, ");
                Value inner = make(depth - 1, text);
                text.append(", b)");
                BigInteger limited = inputs.get("a").max(inner.number).min(inputs.get("b"));
                return new Value(limited, inner.isInvalid);
            }
            String operator = List.of("+", "-", "*", "/", " MOD ").get(kind % 5);
            text.append('(');
            Value left = make(depth - 1, text);
            text.append(operator);
            Value right = make(depth - 1, text);
            text.append(')');
            return apply(operator, left, right);
        }

        private Value apply(String operator, Value left, Value right) {
            boolean isInvalid = left.isInvalid || right.isInvalid;
            BigInteger a = left.number;
            BigInteger b = right.number;
            return switch (operator) {
                case "+" -> cut(a.add(b), isInvalid);
                case "-" -> cut(a.subtract(b), isInvalid);
                case "*" -> cut(a.multiply(b), isInvalid);
                case "/" -> b.signum() == 0 ? new Value(BigInteger.ZERO, true) : cut(a.divide(b), isInvalid);
                default -> new Value(b.signum() == 0 ? BigInteger.ZERO : a.remainder(b), isInvalid);
            };
        }

        private Value cut(BigInteger number, boolean isInvalid) {
            BigInteger least = type.range().low().toBigInteger();
            BigInteger most = type.range().high().toBigInteger();
            BigInteger within = number.max(least).min(most);
            return new Value(within, isInvalid || !within.equals(number));
        }
    }

    private static BigInteger random(Random random, DataType type) {
        BigInteger least = type.range().low().toBigInteger();
        BigInteger size = type.range().high().toBigInteger().subtract(least);
        return switch (random.nextInt(4)) {
            case 0 -> least;
            case 1 -> least.add(size);
            case 2 -> BigInteger.valueOf(random.nextInt(5)).max(least);
            default -> least.add(new BigInteger(size.bitLength(), random).mod(size.add(BigInteger.ONE)));
        };
    }

    private static Object asInput(BigInteger number) {
        return number.bitLength() < 64 ? (Object) number.longValue() : number;
    }

    private static BigInteger asWhole(Object value) {
        return value instanceof BigInteger huge ? huge : BigInteger.valueOf((Long) value);
    }

    @Property(tries = 1_500)
    void wholeNumbersKeepTheirWidth(@ForAll long seed) {
        Random random = new Random(seed);
        DataType type = WHOLE.get(random.nextInt(WHOLE.size()));
        Map<String, BigInteger> inputs = new TreeMap<>();
        NAMES.forEach(name -> inputs.put(name, random(random, type)));
        StringBuilder text = new StringBuilder();
        Value expected = new Sum(random, type, inputs).make(3, text);
        LogicRun run = LanguageTest.sound("PROGRAM p VAR_INPUT a, b, c : " + type + "; END_VAR VAR_OUTPUT y : " + type
                        + "; END_VAR y := " + text + "; END_PROGRAM")
                .start(ZoneOffset.UTC);
        inputs.forEach((name, number) -> run.set(name, new SignalValue(asInput(number), Quality.GOOD, NOW)));
        run.cycle(NOW);
        SignalValue seen = run.value("y");
        assertThat(asWhole(seen.value())).as("%s of %s", text, inputs).isEqualTo(expected.number);
        assertThat(seen.quality().isInvalid()).as("%s of %s", text, inputs).isEqualTo(expected.isInvalid);
    }

    /** From each type to each other one: the value where it fits, else the nearest and overflow; of bits, those on the right. */
    @Property(tries = 800)
    void conversionsKeepTheValueOrSayThatTheyCannot(@ForAll long seed) {
        Random random = new Random(seed);
        DataType from = WHOLE.get(random.nextInt(WHOLE.size()));
        DataType to = WHOLE.get(random.nextInt(WHOLE.size()));
        BigInteger number = random(random, from);
        LogicRun run = LanguageTest.sound(
                        "PROGRAM p VAR_INPUT a : " + from + "; x : LREAL; END_VAR VAR_OUTPUT y, z : " + to
                                + "; r : LREAL; s : " + from + "; END_VAR y := " + from + "_TO_" + to
                                + (isBits(to) ? "(a); z := 0; " : "(a); z := TO_" + to + "(x); ")
                                + (isBits(from) ? "" : "r := TO_LREAL(a); ") + "s := STRING_TO_" + from
                                + "(TO_STRING(a)); END_PROGRAM")
                .start(ZoneOffset.UTC);
        boolean isTransfer = isBits(from) || isBits(to);
        double real = (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(24));
        run.set("a", new SignalValue(asInput(number), Quality.GOOD, NOW));
        run.set("x", new SignalValue(real, Quality.GOOD, NOW));
        run.cycle(NOW);
        if (isTransfer) {
            BigInteger room = BigInteger.ONE.shiftLeft(to.size());
            BigInteger bits = number.mod(BigInteger.ONE.shiftLeft(from.size())).mod(room);
            boolean isNegative = to.range().low().signum() < 0 && bits.testBit(to.size() - 1);
            assertThat(asWhole(run.value("y").value())).isEqualTo(isNegative ? bits.subtract(room) : bits);
            assertThat(run.value("y").quality()).isEqualTo(Quality.GOOD);
        } else {
            check(run.value("y"), number, to);
        }
        if (!isBits(to)) {
            BigDecimal nearest = new BigDecimal(real).setScale(0, RoundingMode.HALF_EVEN);
            check(run.value("z"), nearest.toBigInteger(), to);
        }
        if (!isBits(from)) {
            assertThat((Double) run.value("r").value()).isEqualTo(number.doubleValue());
        }
        assertThat(asWhole(run.value("s").value())).isEqualTo(number);
    }

    private static boolean isBits(DataType type) {
        return type.family() == DataType.Family.BITS;
    }

    private static void check(SignalValue seen, BigInteger wanted, DataType type) {
        BigInteger least = type.range().low().toBigInteger();
        BigInteger most = type.range().high().toBigInteger();
        BigInteger within = wanted.max(least).min(most);
        assertThat(asWhole(seen.value())).isEqualTo(within);
        assertThat(seen.quality().has(Quality.Mark.OVERFLOW)).isEqualTo(!within.equals(wanted));
    }

    /**
     * F8: where the ranges say that every result fits, no run with inputs in their ranges overflows; and every value that is
     * seen lies in the range that was told for a result that does not fit.
     */
    @Property(tries = 600)
    void whatIsNotRemarkedNeverOverflows(@ForAll long seed) {
        Random random = new Random(seed);
        DataType type = WHOLE.get(random.nextInt(WHOLE.size() - 1));
        List<Signal> signals = new ArrayList<>();
        Map<String, long[]> bounds = new TreeMap<>();
        for (String name : NAMES) {
            long room = Math.min(200, type.most());
            long low = type.isSigned() ? random.nextInt((int) room) - room / 2 : random.nextInt((int) room / 2);
            long high = Math.min(type.most(), low + random.nextInt(40));
            bounds.put(name, new long[] {low, high});
            signals.add(new Signal(name, type, Flow.INPUT, Interval.of(low, high), null, ""));
        }
        Map<String, BigInteger> some = new TreeMap<>();
        NAMES.forEach(name -> some.put(name, BigInteger.valueOf(bounds.get(name)[0])));
        StringBuilder text = new StringBuilder();
        new Sum(random, type, some).make(3, text);
        Logic logic = Logic.read(
                        List.of(LogicSource.of(
                                "p.st",
                                "PROGRAM p VAR_OUTPUT y : " + type + "; END_VAR IF a > b THEN y := " + text
                                        + "; ELSE y := c; END_IF; END_PROGRAM")),
                        signals,
                        (source, mistake) -> assertThat(mistake).isNull())
                .orElseThrow();
        if (!logic.remarks().isEmpty()) {
            return;
        }
        LogicRun run = logic.start(ZoneOffset.UTC);
        for (int i = 0; i < 20; i++) {
            bounds.forEach((name, bound) -> run.set(
                    name,
                    new SignalValue(bound[0] + random.nextInt((int) (bound[1] - bound[0]) + 1), Quality.GOOD, NOW)));
            run.cycle(NOW);
            assertThat(run.value("y").quality()).as("%s", text).isEqualTo(Quality.GOOD);
        }
    }

    /** REAL is a number of 32 bits after each step, LREAL one of 64 (ISO/IEC 60559). */
    @Property(tries = 300)
    void realNumbersAreThoseOfTheMachine(@ForAll double a, @ForAll double b) {
        LogicRun run = LanguageTest.sound(
                        "PROGRAM p VAR_INPUT a, b : LREAL; f, g : REAL; END_VAR"
                                + " VAR_OUTPUT s, d, p, q : LREAL; t, r : REAL; less : BOOL; END_VAR"
                                + " s := a + b; d := a - b; p := a * b; q := a / b; t := f * g; r := f + g; less := a < b; END_PROGRAM")
                .start(ZoneOffset.UTC);
        float f = (float) Math.max(-1e30, Math.min(1e30, a));
        float g = (float) Math.max(-1e30, Math.min(1e30, b));
        Map<String, Double> inputs = Map.of("a", a, "b", b, "f", (double) f, "g", (double) g);
        inputs.forEach((name, number) -> run.set(name, new SignalValue(number, Quality.GOOD, NOW)));
        run.cycle(NOW);
        Map<String, Double> expected = new TreeMap<>(
                Map.of("s", a + b, "d", a - b, "p", a * b, "q", a / b, "t", (double) (f * g), "r", (double) (f + g)));
        expected.forEach((name, number) -> {
            SignalValue seen = run.value(name);
            double most = name.equals("t") || name.equals("r") ? Float.MAX_VALUE : Double.MAX_VALUE;
            double wanted = Double.isNaN(number) ? 0 : Math.max(-most, Math.min(most, number));
            assertThat((Double) seen.value()).as(name).isEqualTo(wanted);
            assertThat(seen.quality().isInvalid())
                    .as(name)
                    .isEqualTo(Double.isNaN(number) || Double.isInfinite(number));
        });
        assertThat(run.value("less").value()).isEqualTo(a < b);
    }

    /** AND and OR chains: a valid operand that decides settles alone; else the best that decides; else all count. */
    @Property(tries = 500)
    void logicHasTheQualityOfWhatDecides(@ForAll long seed) {
        Random random = new Random(seed);
        boolean isAnd = random.nextBoolean();
        int count = 2 + random.nextInt(3);
        StringBuilder names = new StringBuilder();
        StringBuilder chain = new StringBuilder();
        boolean[] values = new boolean[count];
        int[] qualities = new int[count];
        boolean[] turned = new boolean[count];
        for (int i = 0; i < count; i++) {
            names.append(i == 0 ? "" : ", ").append("x").append(i);
            turned[i] = random.nextBoolean();
            chain.append(i == 0 ? "" : isAnd ? " AND " : " OR ")
                    .append(turned[i] ? "NOT x" : "x")
                    .append(i);
            values[i] = random.nextBoolean();
            qualities[i] = List.of(0, 0, Quality.QUESTIONABLE, Quality.INVALID).get(random.nextInt(4));
        }
        LogicRun run = LanguageTest.sound("PROGRAM p VAR_INPUT " + names
                        + " : BOOL; END_VAR VAR_OUTPUT y : BOOL; END_VAR y := " + chain + "; END_PROGRAM")
                .start(ZoneOffset.UTC);
        int best = Integer.MAX_VALUE;
        int all = 0;
        for (int i = 0; i < count; i++) {
            run.set("x" + i, new SignalValue(values[i], new Quality(qualities[i]), NOW));
            boolean decides = values[i] != turned[i] != isAnd;
            best = decides ? Math.min(best, qualities[i]) : best;
            all |= qualities[i];
        }
        run.cycle(NOW);
        boolean decided = best != Integer.MAX_VALUE;
        assertThat(run.value("y").value()).as("%s", chain).isEqualTo(decided != isAnd);
        assertThat(run.value("y").quality().bits()).as("%s", chain).isEqualTo(decided ? best : all);
    }

    /** Positions and lengths count characters from 1, whatever the characters (table 36). */
    @Property(tries = 400)
    void textsAreCutByCharacters(@ForAll long seed) {
        Random random = new Random(seed);
        List<String> letters = List.of("a", "ø", "€", "𝄞", "b");
        List<String> characters = new ArrayList<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            characters.add(letters.get(random.nextInt(letters.size())));
        }
        int count = random.nextInt(5);
        int position = 1 + random.nextInt(5);
        LogicRun run = LanguageTest.sound("PROGRAM p VAR_INPUT s : STRING; n, k : INT; END_VAR"
                        + " VAR_OUTPUT left, right, mid, cut, put : STRING; len, at : INT; END_VAR"
                        + " left := LEFT(s, n); right := RIGHT(s, n); mid := MID(s, n, k); cut := DELETE(s, n, k);"
                        + " put := INSERT(s, 'X', n); len := LEN(s); at := FIND(s, 'b'); END_PROGRAM")
                .start(ZoneOffset.UTC);
        run.set("s", new SignalValue(String.join("", characters), Quality.GOOD, NOW));
        run.set("n", new SignalValue((long) count, Quality.GOOD, NOW));
        run.set("k", new SignalValue((long) position, Quality.GOOD, NOW));
        run.cycle(NOW);
        int length = characters.size();
        int from = Math.min(length, position - 1);
        int to = Math.min(length, from + count);
        assertThat(run.value("len").value()).isEqualTo((long) length);
        assertThat(run.value("left").value()).isEqualTo(joined(characters, 0, Math.min(count, length)));
        assertThat(run.value("right").value()).isEqualTo(joined(characters, Math.max(0, length - count), length));
        assertThat(run.value("mid").value()).isEqualTo(joined(characters, from, to));
        assertThat(run.value("cut").value()).isEqualTo(joined(characters, 0, from) + joined(characters, to, length));
        assertThat(run.value("at").value()).isEqualTo(characters.indexOf("b") + 1L);
        int behind = Math.min(count, length);
        assertThat(run.value("put").value())
                .isEqualTo(joined(characters, 0, behind) + "X" + joined(characters, behind, length));
    }

    private static String joined(List<String> characters, int from, int to) {
        return String.join("", characters.subList(from, Math.max(from, to)));
    }

    /** A name of an input is found without regard to case, a wrong one is refused with the nearest, as is a wrong value. */
    @Test
    void aRunRefusesWhatDoesNotFit() {
        LogicRun run = LanguageTest.sound("PROGRAM p VAR_INPUT level : USINT; mode : (off, auto); END_VAR"
                        + " VAR_OUTPUT y : BOOL; END_VAR y := level > 3 AND mode = auto; END_PROGRAM")
                .start(ZoneOffset.UTC);
        run.set("LEVEL", new SignalValue(4L, Quality.GOOD, NOW));
        run.set("mode", new SignalValue("AUTO", Quality.GOOD, NOW));
        run.cycle(NOW);
        assertThat(run.value("y").value()).isEqualTo(true);
        assertThat(run.value("Mode").value()).isEqualTo("auto");
        assertThat(catchThrowable(() -> run.set("levle", new SignalValue(1L, Quality.GOOD, NOW))))
                .hasMessageContaining("there is no signal 'levle'");
        assertThat(catchThrowable(() -> run.set("y", new SignalValue(true, Quality.GOOD, NOW))))
                .as("an output is not set from outside")
                .isNotNull();
    }

    /** Columns: a declared type, a value that is none of it; NaN, infinities, indexes and numbers out of range, long texts. */
    @ParameterizedTest
    @CsvSource({
        "USINT,256",
        "USINT,-1",
        "USINT,1.5",
        "USINT,true",
        "INT,99999999999999999999",
        "ULINT,-1",
        "ULINT,18446744073709551616",
        "LINT,1.5",
        "BYTE,256",
        "'(off, auto)',2",
        "'(off, auto)',-1",
        "'(off, auto)',on",
        "REAL,NaN",
        "LREAL,Infinity",
        "REAL,1e39",
        "STRING[3],four",
        "TIME,1500",
        "BOOL,1"
    })
    void aValueOfAnotherTypeIsRefusedAtOnce(String type, String written) {
        LogicRun run = LanguageTest.sound("PROGRAM p VAR_INPUT x : " + type
                        + "; r : LREAL; END_VAR VAR_OUTPUT y : BOOL; END_VAR y := r > 1.0; END_PROGRAM")
                .start(ZoneOffset.UTC);
        Object value = written.equals("true")
                ? (Object) true
                : written.matches("-?[0-9]+")
                        ? asInput(new BigInteger(written))
                        : written.matches("-?[0-9.]+(e[0-9]+)?|NaN|Infinity")
                                ? (Object) Double.valueOf(written)
                                : written;
        assertThatThrownBy(() -> run.set("x", new SignalValue(value, Quality.GOOD, NOW)))
                .isInstanceOf(MalformedInputException.class)
                .hasMessageContaining("is no value of x, which is");
        int output = run.slot("y");
        assertThatThrownBy(() -> run.setWhole(output, 1, 0, 0)).hasMessageContaining("is that of no input");
        assertThatThrownBy(() -> run.setWhole(run.slot("r"), 1, 0, 0)).hasMessageContaining("no value of r");
        assertThatThrownBy(() -> run.setReal(run.slot("r"), Double.NaN, 0, 0)).hasMessageContaining("no value of r");
    }
}
