package org.urvant.benchmarks;

import java.io.BufferedReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.profile.GCProfiler;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.VerboseMode;
import org.urvant.core.evaluation.Evaluation;
import org.urvant.core.evaluation.Evaluator;
import org.urvant.core.evaluation.Treatment;
import org.urvant.core.expression.Expression;
import org.urvant.core.expression.Names;
import org.urvant.core.expression.Type;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.LogicRun;
import org.urvant.core.logic.LogicSource;
import org.urvant.core.range.Interval;

/**
 * Prints the figures of docs/performance.md that are about Structured Text: programs and rules against Java written by hand that
 * does the same with quality and time carried, and reading of programs against reading their bytes. One run of JMH.
 */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 5, time = 500, timeUnit = TimeUnit.MILLISECONDS)
@Measurement(iterations = 6, time = 500, timeUnit = TimeUnit.MILLISECONDS)
@Fork(2)
public class LogicFigures {
    private static final int LINES = 10_000;
    private static final int ROWS = 1 << 10;
    private static final int STRIDE = 37; // the next value is of a row somewhere else

    private final LogicRun scale = start("PROGRAM p VAR_INPUT raw : INT; END_VAR VAR_OUTPUT level : LREAL; END_VAR"
            + " level := LIMIT(0.0, (TO_LREAL(raw) - 4000.0) * 5.0 / 16000.0, 5.0); END_PROGRAM");
    private final LogicRun power =
            start("PROGRAM p VAR_INPUT u, i, cosine : LREAL; on : BOOL; END_VAR VAR_OUTPUT p : LREAL; END_VAR"
                    + " p := SEL(on, 0.0, 1.7320508075688772 * u * i * cosine / 1000.0); END_PROGRAM");
    private final LogicRun interlock =
            start("PROGRAM p VAR_INPUT a, b, c, d : BOOL; n : INT; END_VAR VAR_OUTPUT q : BOOL; END_VAR"
                    + " q := a AND NOT b AND (c OR n > 3) AND NOT d; END_PROGRAM");
    private final LogicRun delayed =
            start("PROGRAM p VAR_INPUT a : BOOL; END_VAR VAR_OUTPUT q : BOOL; END_VAR VAR t : TON; END_VAR"
                    + " t(IN := a, PT := T#200ms, Q => q); END_PROGRAM");
    private final int raw = scale.slot("raw");
    private final int level = scale.slot("level");
    private final int[] analog = {
        power.slot("u"), power.slot("i"), power.slot("cosine"), power.slot("on"), power.slot("p")
    };
    private final int[] logical = {
        interlock.slot("a"),
        interlock.slot("b"),
        interlock.slot("c"),
        interlock.slot("d"),
        interlock.slot("n"),
        interlock.slot("q")
    };
    private final int input = delayed.slot("a");
    private final int output = delayed.slot("q");
    private final ByHand hand = new ByHand();
    private final Evaluation row = new Evaluator(
                    List.of(true),
                    List.of(new Evaluator.Row(
                            List.of(0),
                            Optional.empty(),
                            new Treatment(
                                    new BigDecimal("0.1"),
                                    new BigDecimal("5"),
                                    Interval.ALL,
                                    false,
                                    BigDecimal.ZERO,
                                    Duration.ZERO))))
            .start(hand.sent);
    private final ByHand.Gateway gateway = new ByHand.Gateway(ROWS);
    private final Evaluation rows = new Evaluator(
                    Collections.nCopies(ROWS, true),
                    IntStream.range(0, ROWS)
                            .mapToObj(i -> new Evaluator.Row(
                                    List.of(i),
                                    Optional.empty(),
                                    new Treatment(
                                            BigDecimal.valueOf(gateway.factors[i]),
                                            BigDecimal.valueOf(gateway.offsets[i]),
                                            Interval.ALL,
                                            false,
                                            BigDecimal.ZERO,
                                            Duration.ZERO)))
                            .toList())
            .start(gateway);
    private final double[] measured = new Random(1).doubles(ROWS).toArray();
    private final Map<String, Object> values = new TreeMap<>(Map.of(
            "ct.primary",
            new BigDecimal("400"),
            "ct.secondary",
            new BigDecimal("1"),
            "pick-up",
            new BigDecimal("0.85"),
            "rated",
            new BigDecimal("360"),
            "reaction",
            "trip"));
    private final Expression rule = Expression.parse(
                    "reaction = 'off' OR pick_up * ct.primary / ct.secondary <= 1.2 * rated",
                    Names.NONE.within(Map.of(
                            "ct.primary",
                            Type.NUMBER,
                            "ct.secondary",
                            Type.NUMBER,
                            "pick-up",
                            Type.NUMBER,
                            "rated",
                            Type.NUMBER,
                            "reaction",
                            Type.TEXT)),
                    Type.Kind.LOGICAL,
                    mistake -> {
                        throw new IllegalStateException(mistake.toString());
                    })
            .orElseThrow();
    private final BigDecimal factor = new BigDecimal("1.2");
    private final String text = lines();
    private final byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    private long now = 1_790_000_000_000_000_000L;
    private int turn;

    private static LogicRun start(String text) {
        return logic(text).start(ZoneOffset.UTC);
    }

    private static Logic logic(String text) {
        return Logic.read(List.of(LogicSource.of("p", text)), List.of(), (source, mistake) -> {
                    throw new IllegalStateException(mistake.toString());
                })
                .orElseThrow();
    }

    /** Ten thousand lines as people write them: timers, conditions, sums. */
    private static String lines() {
        StringBuilder text = new StringBuilder();
        for (int part = 0; part < LINES / 10; part++) {
            String n = String.valueOf(part);
            text.append("PROGRAM part")
                    .append(n)
                    .append("\nVAR_INPUT in")
                    .append(n)
                    .append(" : BOOL; x")
                    .append(n)
                    .append(
                            " : LREAL; END_VAR (* one of many *)\nVAR t : TON; high : HYSTERESIS; END_VAR\nVAR_OUTPUT out")
                    .append(n)
                    .append(" : BOOL; END_VAR\n  t(IN := in")
                    .append(n)
                    .append(", PT := T#1s500ms);\n  high(IN := x")
                    .append(n)
                    .append(" * 0.125 + 4.0, ON := 90.0, OFF := 85.0);\n  IF t.Q AND NOT high.Q OR x")
                    .append(n)
                    .append(" > 100.0 THEN\n    out")
                    .append(n)
                    .append(" := in")
                    .append(n)
                    .append(";\n  END_IF;\nEND_PROGRAM\n");
        }
        return text.toString();
    }

    private void next() {
        turn++;
        now += 10_000_000L;
    }

    @Benchmark
    public double scaleUrvant() {
        next();
        scale.setWhole(raw, turn & 0x7FFF, turn & 1, now);
        scale.cycle(now);
        return scale.real(level);
    }

    @Benchmark
    public double scaleByHand() {
        next();
        hand.rawValue = turn & 0x7FFF;
        hand.rawQuality = turn & 1;
        hand.rawTime = now;
        hand.scale();
        return hand.result;
    }

    @Benchmark
    public double rowUrvant() {
        next();
        row.advance(now);
        row.real(0, turn & 0x7FFF, turn >> 6 & 1, now);
        return hand.sent.value;
    }

    @Benchmark
    public double rowByHand() {
        next();
        hand.row(turn & 0x7FFF, turn >> 6 & 1, now, now);
        return hand.sent.value;
    }

    @Benchmark
    public double rowsUrvant() {
        next();
        rows.advance(now);
        rows.real(turn * STRIDE & ROWS - 1, measured[turn & ROWS - 1], turn >> 16 & 1, now);
        return gateway.values[0];
    }

    @Benchmark
    public double rowsByHand() {
        next();
        gateway.row(turn * STRIDE & ROWS - 1, measured[turn & ROWS - 1], turn >> 16 & 1, now, now);
        return gateway.values[0];
    }

    @Benchmark
    public double powerUrvant() {
        next();
        power.setReal(analog[0], 11_000 + (turn & 63), 0, now);
        power.setReal(analog[1], turn & 511, turn & 1, now);
        power.setReal(analog[2], 0.9, 0, now);
        power.setWhole(analog[3], turn >> 4 & 1, 0, now);
        power.cycle(now);
        return power.real(analog[4]);
    }

    @Benchmark
    public double powerByHand() {
        next();
        set(0, 11_000 + (turn & 63), 0);
        set(1, turn & 511, turn & 1);
        set(2, 0.9, 0);
        hand.bits[3] = (turn >> 4 & 1) != 0;
        hand.qualities[3] = 0;
        hand.times[3] = now;
        hand.power();
        return hand.result;
    }

    private void set(int index, double value, int quality) {
        hand.reals[index] = value;
        hand.qualities[index] = quality;
        hand.times[index] = now;
    }

    @Benchmark
    public long interlockUrvant() {
        next();
        for (int i = 0; i < 4; i++) {
            interlock.setWhole(logical[i], turn >> i + 2 & 1, 0, now);
        }
        interlock.setWhole(logical[4], turn & 7, turn & 1, now);
        interlock.cycle(now);
        return interlock.whole(logical[5]);
    }

    @Benchmark
    public boolean interlockByHand() {
        next();
        for (int i = 0; i < 4; i++) {
            hand.bits[i] = (turn >> i + 2 & 1) != 0;
            hand.qualities[i] = 0;
            hand.times[i] = now;
        }
        hand.number = turn & 7;
        hand.qualities[4] = turn & 1;
        hand.times[4] = now;
        hand.interlock();
        return hand.resultBit;
    }

    @Benchmark
    public long delayUrvant() {
        next();
        delayed.setWhole(input, turn >> 5 & 1, 0, now);
        delayed.cycle(now);
        return delayed.whole(output);
    }

    @Benchmark
    public boolean delayByHand() {
        next();
        hand.delay((turn >> 5 & 1) != 0, 0, now);
        return hand.resultBit;
    }

    @Benchmark
    public boolean ruleUrvant() {
        return rule.test((depth, path) -> values.get(path)).orElse(true);
    }

    @Benchmark
    public boolean ruleByHand() {
        if ("off".equals(values.get("reaction"))) {
            return true;
        }
        BigDecimal pickUp = (BigDecimal) values.get("pick-up");
        BigDecimal primary = (BigDecimal) values.get("ct.primary");
        BigDecimal secondary = (BigDecimal) values.get("ct.secondary");
        BigDecimal rated = (BigDecimal) values.get("rated");
        if (pickUp == null || primary == null || secondary == null || rated == null || secondary.signum() == 0) {
            return true;
        }
        return pickUp.multiply(primary, MathContext.DECIMAL128)
                        .divide(secondary, MathContext.DECIMAL128)
                        .compareTo(factor.multiply(rated, MathContext.DECIMAL128))
                <= 0;
    }

    @Benchmark
    public Object readUrvant() {
        return logic(new String(bytes, StandardCharsets.UTF_8));
    }

    /** The same bytes as lines of characters. */
    @Benchmark
    public long readByHand() throws IOException {
        try (BufferedReader reader =
                new BufferedReader(new InputStreamReader(new ByteArrayInputStream(bytes), StandardCharsets.UTF_8))) {
            long sum = 0;
            for (String line = reader.readLine(); line != null; line = reader.readLine()) {
                for (int i = 0; i < line.length(); i++) {
                    sum += line.charAt(i);
                }
            }
            return sum;
        }
    }

    /** Measures and prints. */
    public static void main(String[] arguments) throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder()
                        .include(LogicFigures.class.getName())
                        .addProfiler(GCProfiler.class)
                        .verbosity(VerboseMode.SILENT)
                        .build())
                .run();
        Map<String, Double> nanos = new TreeMap<>();
        Map<String, Double> memory = new TreeMap<>();
        for (RunResult result : results) {
            String label = result.getPrimaryResult().getLabel();
            nanos.put(label, result.getPrimaryResult().getScore());
            result.getSecondaryResults().forEach((name, secondary) -> {
                if (name.endsWith("alloc.rate.norm")) {
                    memory.put(label, secondary.getScore());
                }
            });
        }
        System.out.println("| what | urvant ns | by hand ns | ratio | bytes made by urvant | by hand |");
        System.out.println("|---|---|---|---|---|---|");
        List<String[]> rows = new ArrayList<>(List.of(
                new String[] {"scale", "measured value scaled and limited"},
                new String[] {"rows", "value scaled by one of a thousand rows of a mapping"},
                new String[] {"row", "value scaled by the only row of a mapping"},
                new String[] {"power", "power from voltage, current and cosine, chosen by SEL"},
                new String[] {"interlock", "interlock of five inputs"},
                new String[] {"delay", "contact through TON"},
                new String[] {"rule", "rule of a device type, exact decimals"},
                new String[] {"read", "10,000 lines read, checked and compiled : the same bytes read as lines"}));
        for (String[] row : rows) {
            double own = nanos.get(row[0] + "Urvant");
            double plain = nanos.get(row[0] + "ByHand");
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %,.1f | %,.1f | %.2f | %,.0f | %,.0f |%n",
                    row[1],
                    own,
                    plain,
                    own / plain,
                    memory.get(row[0] + "Urvant"),
                    memory.get(row[0] + "ByHand"));
        }
    }
}
