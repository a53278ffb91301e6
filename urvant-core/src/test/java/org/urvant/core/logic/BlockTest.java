package org.urvant.core.logic;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.logic.Simulation.Change;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

/** Traces over time after figure 15 and tables 43 to 46 of IEC 61131-3:2013, and of the blocks of our own. */
class BlockTest {
    private static final Instant MONDAY = Instant.parse("2026-11-23T08:00:00Z");

    private static Map<String, String[]> series(String text) {
        Map<String, String[]> series = new LinkedHashMap<>();
        for (String one : text.split(";")) {
            series.put(one.split("=")[0], one.split("=")[1].split(" "));
        }
        return series;
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvFileSource(resources = "blocks.csv", delimiter = '|', numLinesToSkip = 1)
    void blocksFollowTheirTraces(String block, String call, String given, String expected) {
        LogicRun run = LanguageTest.sound("PROGRAM p VAR_INPUT a, b : BOOL; x : LREAL; END_VAR"
                        + " VAR_OUTPUT q, r : BOOL; n : LINT; y : LREAL; e : TIME; END_VAR VAR i : INT; k : " + block
                        + "; END_VAR " + call.replace("n := i", "")
                        + (call.contains("=> i") ? " n := i;" : "") + " END_PROGRAM")
                .start(ZoneOffset.UTC);
        Map<String, String[]> inputs = series(given);
        Map<String, String[]> outputs = series(expected);
        Map<String, List<String>> seen = new LinkedHashMap<>();
        int cycles = inputs.values().iterator().next().length;
        for (int i = 0; i < cycles; i++) {
            Instant now = MONDAY.plusSeconds(i);
            for (Map.Entry<String, String[]> input : inputs.entrySet()) {
                String value = input.getValue()[i];
                Object typed = input.getKey().equals("x") ? (Object) Double.valueOf(value) : value.equals("1");
                run.set(input.getKey(), new SignalValue(typed, Quality.GOOD, now));
            }
            run.cycle(now);
            outputs.keySet().forEach(output -> seen.computeIfAbsent(output, key -> new ArrayList<>())
                    .add(shown(run.value(output).value(), output)));
        }
        outputs.forEach(
                (output, values) -> assertThat(seen.get(output)).as(output).containsExactly(values));
    }

    private static String shown(Object value, String output) {
        if (value instanceof Boolean on) {
            return on ? "1" : "0";
        }
        if (output.equals("e")) {
            return String.valueOf(((Duration) value).toSeconds());
        }
        return value instanceof Double number ? number.toString().replaceAll("\\.0$", "") : value.toString();
    }

    /** F16: a minute of 10, 20 s invalid, then 40: invalid times are left out, and said as long as they are in the span. */
    @Test
    void aMeanLeavesOutWhatWasInvalid() {
        LogicRun run = LanguageTest.sound("PROGRAM p VAR_INPUT x : LREAL; END_VAR VAR m : SLIDING_MEAN; END_VAR"
                        + " VAR_OUTPUT y : LREAL; END_VAR m(IN := x, SPAN := T#60s, OUT => y); END_PROGRAM")
                .start(ZoneOffset.UTC);
        Quality invalid = new Quality(Quality.INVALID);
        Map<Integer, String> seen = new TreeMap<>();
        for (int second = 0; second <= 200; second++) {
            Instant now = MONDAY.plusSeconds(second);
            boolean isLost = second >= 40 && second < 60;
            double value = second < 40 ? 10 : isLost ? 9999 : 40;
            run.set("x", new SignalValue(value, isLost ? invalid : Quality.GOOD, now));
            run.cycle(now);
            seen.put(second, run.value("y").value() + " " + run.value("y").quality());
        }
        assertThat(seen.get(39)).isEqualTo("10.0 good");
        assertThat(seen.get(40)).as("at once").isEqualTo("10.0 questionable inaccurate");
        assertThat(seen.get(59)).isEqualTo("10.0 questionable inaccurate");
        assertThat(seen.get(80)).as("20 s of 10 and 20 s of 40 are left").isEqualTo("25.0 questionable inaccurate");
        assertThat(seen.get(119)).endsWith("questionable inaccurate");
        assertThat(seen.get(120)).isEqualTo("40.0 good");
        run.set("x", new SignalValue(1.0, invalid, MONDAY.plusSeconds(201)));
        for (int second = 201; second <= 400; second++) {
            run.cycle(MONDAY.plusSeconds(second));
        }
        assertThat(run.value("y").quality().isInvalid()).isTrue();
    }

    /** A state that held is stamped with its edge, or with its acceptance when that is wanted (F24). */
    @ParameterizedTest
    @CsvSource({"FALSE, 1", "TRUE, 3"})
    void aHeldStateHasTheTimeOfItsEdge(String atAcceptance, int second) {
        LogicRun run = LanguageTest.sound(
                        "PROGRAM p VAR_INPUT a : BOOL; END_VAR VAR_OUTPUT q : BOOL; END_VAR VAR h : HOLD; END_VAR"
                                + " h(IN := a, RISE := T#2s, AT_ACCEPTANCE := " + atAcceptance
                                + ", Q => q); END_PROGRAM")
                .start(ZoneOffset.UTC);
        for (int i = 0; i < 5; i++) {
            run.set("a", new SignalValue(i > 0, Quality.GOOD, MONDAY.plusSeconds(i)));
            run.cycle(MONDAY.plusSeconds(i));
        }
        assertThat(run.value("q").time()).isEqualTo(MONDAY.plusSeconds(second));
    }

    @Test
    void whatIsDoneUnderAConditionHasItsQualityAndTheNewestTime() {
        LogicRun run = LanguageTest.sound(
                        "PROGRAM p VAR_INPUT c : BOOL; x, z : LREAL; END_VAR VAR_OUTPUT y, w : LREAL; END_VAR"
                                + " IF c THEN y := x; ELSE y := z; END_IF; w := x + 1.0; END_PROGRAM")
                .start(ZoneOffset.UTC);
        Quality test = Quality.GOOD.with(Quality.Mark.TEST);
        run.set("c", new SignalValue(true, test, MONDAY.plusSeconds(5)));
        run.set("x", new SignalValue(2.0, Quality.parse("old-data").orElseThrow(), MONDAY));
        run.set("z", new SignalValue(2.0, new Quality(Quality.INVALID), MONDAY.plusSeconds(9)));
        run.cycle(MONDAY.plusSeconds(10));
        assertThat(run.value("y").quality()).hasToString("questionable old-data test");
        assertThat(run.value("y").time()).isEqualTo(MONDAY.plusSeconds(5));
        assertThat(run.value("w").quality()).hasToString("questionable old-data");
        assertThat(run.value("w").time()).isEqualTo(MONDAY);
    }

    /** In Oslo the clock leaps from 02:00 to 03:00 on 2026-03-29 and goes back from 03:00 to 02:00 on 2026-10-25 (F28). */
    @ParameterizedTest(name = "{0} at {1}: {2}")
    @CsvSource({
        "2026-03-29, T#2h30m, 2026-03-29T01:00:00Z", "2026-10-25, T#2h30m, 2026-10-25T00:30:00Z",
        "2026-10-25, T#3h30m, 2026-10-25T02:30:00Z", "2026-06-01, T#21h59m, 2026-06-01T19:59:00Z"
    })
    void aScheduleRunsOnceOnEachDay(String day, String at, Instant expected) {
        Logic logic = LanguageTest.sound("PROGRAM p VAR_OUTPUT q : BOOL; END_VAR VAR s : SCHEDULE; END_VAR s(AT := "
                + at + ", Q => q); END_PROGRAM");
        ZoneId oslo = ZoneId.of("Europe/Oslo");
        List<Change> changes = new ArrayList<>();
        new Simulation(
                        LocalDateTime.parse(day + "T00:00").atZone(oslo).toInstant(),
                        Duration.ofHours(23),
                        Duration.ofSeconds(1),
                        oslo)
                .run(logic, List.of(), List.of("q"), changes::add);
        assertThat(changes.stream()
                        .filter(change -> change.value().value().equals(true))
                        .map(Change::at))
                .containsExactly(expected);
    }

    /** 22:00 to 06:00 is eight hours, but seven when the clock leaps forward and nine when it goes back (F27, F28). */
    @ParameterizedTest(name = "{0}: {1} h")
    @CsvSource({"2026-03-28, 7", "2026-10-24, 9", "2026-06-01, 8"})
    void aWindowOverMidnightFollowsTheClockOnTheWall(String day, long hours) {
        Logic logic = LanguageTest.sound("PROGRAM p VAR_OUTPUT q : BOOL; END_VAR VAR w : TIME_WINDOW; END_VAR"
                + " w(FROM := T#22h, TO := T#6h, Q => q); END_PROGRAM");
        ZoneId oslo = ZoneId.of("Europe/Oslo");
        List<Change> changes = new ArrayList<>();
        Simulation.Outcome outcome = new Simulation(
                        LocalDateTime.parse(day + "T12:00").atZone(oslo).toInstant(),
                        Duration.ofHours(22),
                        Duration.ofMillis(100),
                        oslo)
                .run(logic, List.of(), List.of("q"), changes::add);
        assertThat(changes).hasSize(3);
        assertThat(Duration.between(changes.get(1).at(), changes.get(2).at())).isEqualTo(Duration.ofHours(hours));
        assertThat(outcome.cycles()).isEqualTo(792_001);
        assertThat(outcome.calculated()).isLessThan(20);
    }

    /** Passing over cycles changes nothing: each block, with random inputs, gives the trace of a run through all cycles. */
    @Property(tries = 30)
    void aSimulationGivesWhatAllCyclesGive(@ForAll long seed) {
        Logic logic = LanguageTest.sound(
                """
                PROGRAM p
                VAR_INPUT a, b : BOOL; x : LREAL; END_VAR
                VAR_OUTPUT q1, q2, q3, q4, q5, q6, q7, q8 : BOOL; n : INT; c : LINT; e : TIME; y, z : LREAL;
                  q9, qa, qb, qc, qd : BOOL; END_VAR
                VAR t1 : TON; t2 : TOF; t3 : TP; h : HOLD; s : SENDING; st : STEPS; k : COUNTER; w : TIME_WINDOW; r : R_TRIG;
                  d : SCHEDULE; t4 : TON; db : DEAD_BAND; sm : SLIDING_MEAN; ev : EVERY; pm : PERMISSIVE; bl : BLOCKING; END_VAR
                  t1(IN := a, PT := T#700ms, Q => q1);
                  t2(IN := b, PT := T#1.1s, Q => q2);
                  t3(IN := a XOR b, PT := T#500ms, Q => q3);
                  h(IN := a, RISE := T#300ms, FALL := T#900ms, Q => q4);
                  s(INHIBIT := b, ACTIVE := a, AFTER := T#2s, Q => q5);
                  st(ADVANCE := q1, BACK := q2 AND b, LAST := 4, N => n);
                  r(CLK := q4);
                  k(IN := r.Q, BITS := 3, N => c);
                  w(FROM := T#8h3s, TO := T#8h7s, Q => q6);
                  d(AT := T#8h5s, Q => q7);
                  sm(IN := x, SPAN := T#60s, OUT => z);
                  ev(PERIOD := T#1.05s, Q => q9);
                  pm(CARRIER := a, ZONE := b, SENDS := b, SEND_TIME := T#800ms, TRIP => qa, SEND => qb);
                  bl(CARRIER := a, ZONE := b, REVERSE := q3, WAIT := T#400ms, SEND_TIME := T#600ms, TRIP => qc, SEND => qd);
                  db(IN := x, WIDTH := 3.0, OUT => y);
                  t4(IN := q7 OR t4.ET > T#0s AND t4.ET < T#1s, PT := T#2s, Q => q8);
                  IF a THEN e := t4.ET; END_IF;
                END_PROGRAM
                """);
        Random random = new Random(seed);
        List<Stimulus> stimuli = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            Duration after = Duration.ofMillis(random.nextInt(11_000));
            boolean isReal = i % 4 == 3;
            Object value = isReal ? (Object) (double) random.nextInt(10) : random.nextBoolean();
            Quality quality = random.nextInt(5) == 0 ? new Quality(Quality.INVALID) : Quality.GOOD;
            stimuli.add(new Stimulus(
                    after,
                    isReal ? "x" : random.nextBoolean() ? "a" : "b",
                    new SignalValue(value, quality, MONDAY.plus(after))));
        }
        List<Change> quick = new ArrayList<>();
        Simulation simulation = new Simulation(MONDAY, Duration.ofSeconds(12), Duration.ofMillis(100), ZoneOffset.UTC);
        Simulation.Outcome outcome = simulation.run(logic, stimuli, logic.outputs(), quick::add);
        assertThat(quick).isEqualTo(throughAllCycles(logic, stimuli));
        assertThat(outcome.calculated()).isLessThan(outcome.cycles());
    }

    private static List<Change> throughAllCycles(Logic logic, List<Stimulus> stimuli) {
        LogicRun run = logic.start(ZoneOffset.UTC);
        List<Change> changes = new ArrayList<>();
        Map<String, SignalValue> seen = new LinkedHashMap<>();
        List<Stimulus> left = new ArrayList<>(stimuli);
        left.sort(Comparator.comparing(Stimulus::after));
        for (int i = 0; i <= 120; i++) {
            Instant now = MONDAY.plusMillis(i * 100L);
            while (!left.isEmpty() && left.get(0).after().toMillis() <= i * 100L) {
                run.set(left.get(0).name(), left.remove(0).value());
            }
            run.cycle(now);
            for (String output : logic.outputs()) {
                SignalValue value = run.value(output);
                SignalValue before = seen.put(output, value);
                if (before == null
                        || !before.value().equals(value.value())
                        || !before.quality().equals(value.quality())) {
                    changes.add(new Change(now, output, value));
                }
            }
        }
        return changes;
    }
}
