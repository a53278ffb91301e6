package org.urvant.core.logic;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.language.Term;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;

/** Conformance with IEC 61131-3:2013; expected values are calculated from the standard's text. */
class LanguageTest {
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    static Optional<Logic> read(String text, List<String> mistakes) {
        return Logic.read(
                List.of(LogicSource.of("p.st", text)),
                List.of(),
                (source, mistake) -> mistakes.add(mistake.place().line() + ":"
                        + mistake.place().column() + " " + mistake.message() + " | " + mistake.remedy()));
    }

    static Logic sound(String text) {
        List<String> mistakes = new ArrayList<>();
        Optional<Logic> logic = read(text, mistakes);
        assertThat(mistakes).isEmpty();
        return logic.orElseThrow();
    }

    private static SignalValue result(String type, String expression) {
        LogicRun run = sound("PROGRAM p VAR_INPUT bad : LREAL; off, on : BOOL; END_VAR VAR_OUTPUT y : " + type
                        + "; END_VAR y := " + expression + "; END_PROGRAM")
                .start(ZoneOffset.UTC);
        run.set("bad", new SignalValue(7.0, new Quality(Quality.INVALID), NOW));
        run.set("off", new SignalValue(false, new Quality(Quality.INVALID), NOW));
        run.set("on", new SignalValue(true, Quality.GOOD, NOW));
        run.cycle(NOW);
        return run.value("y");
    }

    @ParameterizedTest(name = "{0}: {1} is {2}")
    @CsvFileSource(resources = "values.csv", delimiter = '|', quoteCharacter = '"', numLinesToSkip = 1)
    void valuesFollowTheStandard(String type, String expression, String expected, String quality) {
        SignalValue value = result(type, expression);
        if (value.value() instanceof Double number) {
            assertThat(number).isCloseTo(Double.parseDouble(expected), within(Math.abs(number) * 1e-12));
        } else {
            assertThat(value.value().toString()).isEqualTo(expected.replace("''", ""));
        }
        assertThat(value.quality().toString()).isEqualTo(quality == null ? "good" : quality);
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvFileSource(resources = "mistakes.csv", delimiter = '|', quoteCharacter = '"', numLinesToSkip = 1)
    void mistakesSayWhereWhatAndHowToMend(String statement, String place, String message, String remedy) {
        List<String> mistakes = new ArrayList<>();
        String text =
                "PROGRAM p\nVAR_INPUT x : INT; b : BOOL; r : LREAL; w : WORD; END_VAR\nVAR t : TON; n : INT; m : (off, auto);"
                        + " s : STRING; k : TIME; END_VAR\nVAR CONSTANT c : INT := 3; END_VAR\n" + statement
                        + "\nEND_PROGRAM";
        assertThat(read(text, mistakes)).as(text).isEmpty();
        assertThat(mistakes).hasSize(1);
        assertThat(mistakes.get(0)).startsWith(place + " ").contains(message).contains(remedy == null ? "" : remedy);
    }

    @Test
    void allMistakesComeInOnePass() {
        List<String> mistakes = new ArrayList<>();
        read(
                """
                PROGRAM one
                VAR a : INTT; b : INT := 'x'; b : BOOL; END_VAR
                  b := ;
                  IF b THEN b = 3; ELSE nn := 1; END_IF;
                  CASE b OF 1: b := 2.5; 'x': b := 4 END_CASE;
                  WHILE b DO b := 1; END_WHILE;
                  b := TRUE + 1;
                END_PROGRAM
                PROGRAM ONE
                  q := 1;
                END_PROGRAM
                """,
                mistakes);
        assertThat(mistakes)
                .extracting(mistake -> mistake.replaceAll(" .*", ""))
                .containsExactly(
                        "2:9", "2:26", "2:31", "3:8", "4:6", "4:15", "4:25", "5:21", "5:26", "5:38", "6:3", "7:8",
                        "9:1", "10:3");
    }

    private static final List<String> LEAVES = List.of(
            "x",
            "b",
            "r",
            "w",
            "n",
            "m",
            "s",
            "k",
            "c",
            "t.Q",
            "t.ET",
            "off",
            "auto",
            "TRUE",
            "FALSE",
            "0",
            "1",
            "7",
            "70000",
            "99999999999999999999",
            "16#FFFF",
            "2.5",
            "0.0",
            "1.0E400",
            "'a'",
            "''",
            "T#1s",
            "T#0s",
            "INT#5",
            "BOOL#1",
            "LREAL#0.1",
            "WORD#16#F",
            "USINT#255",
            "STRING#'a'",
            "nothing");

    private static final List<String> SIGNS =
            List.of("+", "-", "*", "/", "MOD", "**", "<", "<=", ">", ">=", "=", "<>", "AND", "OR", "XOR");

    private static String term(Random random, int depth) {
        int kind = depth == 0 ? 0 : random.nextInt(5);
        if (kind < 2) {
            return LEAVES.get(random.nextInt(LEAVES.size()));
        }
        if (kind == 2) {
            return "(" + term(random, depth - 1) + " " + SIGNS.get(random.nextInt(SIGNS.size())) + " "
                    + term(random, depth - 1) + ")";
        }
        if (kind == 3) {
            return (random.nextBoolean() ? "NOT " : "-") + term(random, depth - 1);
        }
        List<FunctionKind> functions = List.copyOf(Functions.all());
        return functions.get(random.nextInt(functions.size())).name() + "("
                + IntStream.range(0, 1 + random.nextInt(4))
                        .mapToObj(i -> term(random, depth - 1))
                        .collect(Collectors.joining(", "))
                + ")";
    }

    /** Whatever types meet in an expression, it is compiled and runs, or what is wrong with it is told. */
    @Property(tries = 2_000)
    void anyExpressionRunsOrIsRefused(@ForAll long seed) {
        Random random = new Random(seed);
        String target = List.of("n", "o", "y", "s", "k", "m", "u").get(random.nextInt(7));
        String text =
                "PROGRAM p\nVAR_INPUT x : INT; b : BOOL; r : LREAL; w : WORD; END_VAR\nVAR t : TON; n : INT; o : BOOL; y : REAL;"
                        + " u : ULINT; m : (off, auto); s : STRING; k : TIME; END_VAR\nVAR CONSTANT c : INT := 3; END_VAR\n"
                        + target
                        + " := " + term(random, 4) + ";\nEND_PROGRAM";
        List<String> mistakes = new ArrayList<>();
        Optional<Logic> logic = read(text, mistakes);
        assertThat(logic.isPresent()).as(text).isEqualTo(mistakes.isEmpty());
        logic.ifPresent(sound -> {
            LogicRun run = sound.start(ZoneOffset.UTC);
            for (int i = 0; i < 3; i++) {
                run.set("r", new SignalValue(i * 1e300 - 1, Quality.GOOD, NOW));
                run.cycle(NOW.plusSeconds(i));
            }
        });
    }

    @Property(tries = 400)
    void anyTextIsReadOrRefusedWithAPlace(@ForAll @StringLength(max = 60) String text) {
        List<String> mistakes = new ArrayList<>();
        Optional<Logic> logic = read("PROGRAM p\n" + text + "\nEND_PROGRAM", mistakes);
        assertThat(logic.isPresent()).isEqualTo(mistakes.isEmpty());
        assertThat(mistakes).allMatch(mistake -> mistake.matches("(?s)\\d+:\\d+ .+ \\| .+"));
    }

    /** Whatever is cut from a sound program, the rest is read or refused, and never runs away. */
    @Test
    void aProgramCutAnywhereIsRefusedWithAPlace() {
        String text =
                """
                PROGRAM p
                VAR t : TON; n : INT := 16#7F; m : (off, auto) := auto; (* a (* nested *) comment *) END_VAR
                  t(IN := n > 3, PT := T#1h30m, Q => n_);
                  IF m = auto AND NOT t.Q THEN n := LIMIT(0, n + 1, 100); ELSIF FALSE THEN n := -1; END_IF;
                  CASE n OF 1, 2: n := 3; 4 .. 6: n := INT#7; ELSE m := off; END_CASE;
                END_PROGRAM
                """;
        for (int cut = 0; cut < text.length() - 13; cut++) {
            List<String> mistakes = new ArrayList<>();
            assertThat(read(text.substring(0, cut), mistakes))
                    .satisfiesAnyOf(
                            logic -> assertThat(logic).isEmpty(),
                            logic -> assertThat(logic.orElseThrow().programs()).isEmpty());
        }
    }

    /** A sound program with words and signs exchanged, doubled or lost is refused with a place, or runs on without a mistake. */
    @Property(tries = 600)
    void aDamagedProgramIsRefusedOrRuns(@ForAll long seed) throws IOException {
        Random random = new Random(seed);
        String sound = Files.readString(Path.of("../demo/interlock.st"))
                .replaceAll("bi(\\d)", "in$1")
                .replaceAll("(PROGRAM close_release)", "$1 VAR_INPUT in1, in2, in3, in4 : BOOL; END_VAR")
                .replaceAll("VAR_OUTPUT", "VAR_OUTPUT bo3, led1 : BOOL; n : INT; s : STRING;");
        List<String> words = new ArrayList<>(List.of(sound.split("(?<=\\W)|(?=\\W)")));
        for (int i = random.nextInt(4); i >= 0; i--) {
            int at = random.nextInt(words.size());
            String other = words.get(random.nextInt(words.size()));
            switch (random.nextInt(4)) {
                case 0 -> words.remove(at);
                case 1 -> words.add(at, other);
                case 2 -> words.set(at, other);
                default -> words.set(at, words.get(at) + (char) (32 + random.nextInt(95)));
            }
        }
        List<String> mistakes = new ArrayList<>();
        Optional<Logic> logic = read(String.join("", words), mistakes);
        assertThat(logic.isPresent()).isEqualTo(mistakes.isEmpty());
        logic.ifPresent(found -> {
            LogicRun run = found.start(ZoneOffset.UTC);
            for (int i = 0; i < 5; i++) {
                run.cycle(NOW.plusMillis(100L * i));
                found.outputs()
                        .forEach(output -> assertThat(run.value(output).value()).isNotNull());
            }
        });
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = ';',
            textBlock =
                    """
            ten million characters      ; at most 1000000 are read
            ten thousand brackets       ; nested more than 60 deep
            ten thousand signs          ; nested more than 60 deep
            ten thousand IFs            ; nested more than 60 deep
            ten thousand additions      ; more than 1000 operations
            a number without end        ; more than 60 digits
            ten thousand mistakes         ; there are more mistakes
            a comment without end       ; a comment has no end
            """)
    void hostileTextIsRefusedQuickly(String kind, String message) {
        int many = 10_000;
        String text =
                switch (kind) {
                    case "ten million characters" -> "x".repeat(10_000_000);
                    case "ten thousand brackets" -> "y := " + "(".repeat(many) + "1" + ")".repeat(many) + ";";
                    case "ten thousand signs" -> "y := " + "-".repeat(many) + "1;";
                    case "ten thousand IFs" -> "IF TRUE THEN ".repeat(many) + "END_IF;".repeat(many);
                    case "ten thousand additions" -> "y := 1" + "+1".repeat(many) + ";";
                    case "a number without end" -> "y := " + "9".repeat(100_000) + ";";
                    case "ten thousand mistakes" -> "y = 1;".repeat(many);
                    default -> "(* " + "(*".repeat(many);
                };
        List<String> mistakes = new ArrayList<>();
        assertThat(read("PROGRAM p " + text + " END_PROGRAM", mistakes)).isEmpty();
        assertThat(mistakes).hasSizeLessThan(120).anyMatch(mistake -> mistake.contains(message));
    }

    /** Every function and block is explained, and docs/structured-text.md has it. */
    @Test
    void allThatCanBeCalledIsExplained() throws IOException {
        String page = Files.readString(Path.of("../docs/structured-text.md"));
        assertThat(LanguageReference.entries())
                .extracting(LanguageReference.Word::name)
                .containsAll(Functions.all().stream().map(FunctionKind::name).toList())
                .allMatch(name -> page.contains("`" + name));
    }

    /** A text that grows in each cycle ends at the length of its type, and says so. */
    @Test
    void anEndlessTextEndsAtItsLength() {
        LogicRun run = sound("PROGRAM p VAR_OUTPUT s : STRING[100]; END_VAR s := CONCAT(s, 'abc', s); END_PROGRAM")
                .start(ZoneOffset.UTC);
        for (int i = 0; i < 1_000; i++) {
            run.cycle(NOW);
        }
        assertThat((String) run.value("s").value()).hasSize(100);
        assertThat(run.value("s").quality()).hasToString("invalid overflow");
    }

    /** Columns: statements, and the names that get a value there, however deep they stand. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            textBlock =
                    """
            a := b AND c;                                              | a
            IF a THEN b := c; ELSIF d THEN e.f := g; ELSE h := a; END_IF; | b e.f h
            CASE n OF 1: a := b; 2..3: c := d; ELSE e := f; END_CASE;  | a c e
            t(IN := a, PT := T#1s, Q => lamp, ET => run.time);         | lamp run.time
            IF a THEN CASE n OF 1: t(IN := b, Q => c); END_CASE; END_IF; | c
            a := b; a := c;                                            | a a
            """)
    void whatGetsAValueIsFound(String statements, String expected) {
        for (String end : List.of(" END_PROGRAM", "")) { // a text that breaks off is read as far as it goes
            assertThat(SyntaxReader.targets("PROGRAM p " + statements + end))
                    .extracting(Term.Name::text)
                    .containsExactly(expected.split(" "));
        }
    }
}
