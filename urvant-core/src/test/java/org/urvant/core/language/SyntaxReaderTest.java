package org.urvant.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SyntaxReaderTest {
    /** A term written with all its parentheses, so that precedence is seen. */
    private static final class Shown implements Term.Visitor<String> {
        @Override
        public String literal(Term.Literal literal) {
            Object value = literal.value();
            if (value instanceof Term.Span span) {
                return span.nanos() + "ns";
            }
            return (literal.type() == null ? "" : literal.type() + "#")
                    + (value instanceof String text
                            ? "'" + text.replace("\n", "⏎").replace("\t", "→") + "'"
                            : value);
        }

        @Override
        public String name(Term.Name name) {
            return name.text();
        }

        @Override
        public String unary(Term.Unary unary) {
            return "(" + unary.operator().sign() + " " + unary.operand().accept(this) + ")";
        }

        @Override
        public String binary(Term.Binary binary) {
            return "(" + binary.left().accept(this) + " " + binary.operator().sign() + " "
                    + binary.right().accept(this) + ")";
        }

        @Override
        public String call(Term.Call call) {
            List<String> arguments = new ArrayList<>();
            call.arguments()
                    .forEach(argument -> arguments.add(
                            (argument.name() == null ? "" : argument.name() + (argument.isOutput() ? "=>" : ":="))
                                    + argument.term().accept(this)));
            return call.function() + arguments;
        }
    }

    private static String read(String text) {
        List<Mistake> mistakes = new ArrayList<>();
        Optional<Term> term = SyntaxReader.expression(text, 500, mistakes::add);
        return term.map(found -> found.accept(new Shown()))
                .orElseGet(() -> mistakes.get(0).place().line() + ":"
                        + mistakes.get(0).place().column() + " "
                        + mistakes.get(0).message());
    }

    /** Precedence after table 71, literals after 6.3. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            a OR b AND c                  | (a OR (b AND c))
            a OR b XOR c AND d            | (a OR (b XOR (c AND d)))
            a & b                         | (a AND b)
            a = b < c                     | (a = (b < c))
            a < b = c                     | ((a < b) = c)
            a + b * c - d                 | ((a + (b * c)) - d)
            a - b - c                     | ((a - b) - c)
            a / b MOD c                   | ((a / b) MOD c)
            a * b ** c                    | (a * (b ** c))
            -a ** b                       | ((- a) ** b)
            NOT a AND b                   | ((NOT a) AND b)
            NOT (a AND b)                 | (NOT (a AND b))
            not A and B                   | ((NOT A) AND B)
            - - a                         | (- (- a))
            +a                            | a
            a<>b                          | (a <> b)
            f(a, g(b), x := 3, q => d)    | f[a, g[b], x:=3, q=>d]
            f()                           | f[]
            t1.q                          | t1.q
            steps.1.text                  | steps.1.text
            12                            | 12
            1_000_000                     | 1000000
            1.5                           | 1.5
            1.5E-3                        | 0.0015
            2.0e3                         | 2.0E+3
            16#Ff_00                      | 65280
            2#1010                        | 10
            8#17                          | 15
            INT#5                         | INT#5
            INT#-5                        | INT#-5
            UINT#16#FF                    | UINT#255
            REAL#1.5                      | REAL#1.5
            BOOL#TRUE                     | BOOL#true
            BOOL#1                        | BOOL#1
            mode#auto                     | mode#'auto'
            STRING#'ab'                   | STRING#'ab'
            T#1d2h3m4s5ms6us7ns           | 93784005006007ns
            time#1.5h                     | 5400000000000ns
            T#-15s                        | -15000000000ns
            t#90m                         | 5400000000000ns
            LT#1h_30m                     | 5400000000000ns
            'it$'s $$5$L$41$t'            | 'it's $5⏎A→'
            ''                            | ''
            a (* c (* d *) e *) + b       | (a + b)
            a /* c */ + b // end          | (a + b)
            """)
    void termsFollowTheStandard(String text, String expected) {
        assertThat(read(text)).isEqualTo(expected);
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            textBlock =
                    """
            a +             | 1:4 found the end; expected a name
            (a              | 1:3 found the end; expected ')'
            a b             | 1:3 found 'b'; expected an operator
            f(a,)           | 1:5 found ')'; expected a name
            f(a             | 1:4 found the end; expected ')'
            THEN            | 1:1 found 'THEN'; expected a name
            16#             | 1:1 there is no number of base 16
            2#2             | 1:1 there is no number of base 2
            5#1             | 1:1 there is no base 5
            INT#            | 1:1 there is no value after 'INT#'
            T#              | 1:1 '' is no length of time
            T#1s1h          | 1:1 '1s1h' is no length of time
            T#1.5h3m        | 1:1 '1.5h3m' is no length of time
            T#5             | 1:1 '5' is no length of time
            T#999999999999d | 1:1 '999999999999d' is no length of time
            'a$zb'          | 1:3 '$z' is no character
            'ab             | 1:1 a text has no end
            a ? b           | 1:3 '?' is no sign
            a (* b          | 1:3 a comment has no end
            1.5E9999        | 1:4 an exponent has more than three digits
            """)
    void mistakesNameTheirPlace(String text, String expected) {
        assertThat(read(text)).startsWith(expected);
    }

    @Test
    void aNameOfVeryManyPartsIsAMistake() {
        for (int parts : new int[] {499, 60_000}) {
            List<String> mistakes = new ArrayList<>();
            SyntaxReader.programs(
                    "PROGRAM p\n  a := x" + ".x".repeat(parts) + ";\nEND_PROGRAM\n",
                    mistake -> mistakes.add(mistake.message()));
            assertThat(mistakes).isEqualTo(parts == 499 ? List.of() : List.of("a name has more than 1000 letters"));
        }
    }

    /** Texts that can be cut into parts in many ways: each is read once, or this test comes to no end. */
    @ParameterizedTest
    @ValueSource(strings = {"9", "9_9", "99s", "9.9"})
    void aLongLengthOfTimeIsRefusedAtOnce(String part) {
        String digits = part.repeat(190 / part.length());
        assertThat(Spans.parse(digits)).isNull();
        assertThat(Spans.parse(digits + "x")).isNull();
        assertThat(read("T#" + digits)).contains("is no length of time");
    }

    @Property(tries = 1_000)
    void aLengthOfTimeIsReadAsItIsWritten(@ForAll @LongRange(min = -Long.MAX_VALUE) long nanos) {
        String written = Spans.written(nanos);
        assertThat(written).startsWith("T#");
        assertThat(Spans.parse(written.substring(2))).isEqualTo(nanos);
    }

    /** Statements and declarations as they come out of the text. */
    @Test
    void aProgramIsReadWholly() {
        List<Mistake> mistakes = new ArrayList<>();
        List<ProgramText> programs = SyntaxReader.programs(
                """
                PROGRAM first
                VAR a, b : INT := 3; s : STRING[20]; m : (off, on) := on; END_VAR
                VAR_INPUT x : BOOL; END_VAR
                VAR_OUTPUT y : REAL; END_VAR
                VAR CONSTANT k : TIME := T#5s; END_VAR
                VAR t : TON; END_VAR
                  ;
                  t(x, PT := k);
                  IF x THEN a := 1; b := 2; ELSIF t.Q THEN a := 3; ELSE ; END_IF;
                  CASE a OF
                    1, 2 .. 5: b := 1;
                    -3: b := 2; a := 0;
                    ELSE y := 1.0;
                  END_CASE;
                END_PROGRAM
                PROGRAM second END_PROGRAM
                """,
                mistakes::add);
        assertThat(mistakes).isEmpty();
        assertThat(programs).extracting(ProgramText::name).containsExactly("first", "second");
        ProgramText first = programs.get(0);
        assertThat(first.declarations())
                .extracting(declaration -> declaration.section() + " " + declaration.name() + " "
                        + declaration.type().name() + declaration.type().values() + " "
                        + declaration.type().length())
                .containsExactly(
                        "VAR a INT[] -1",
                        "VAR b INT[] -1",
                        "VAR s STRING[] 20",
                        "VAR m [off, on] -1",
                        "VAR_INPUT x BOOL[] -1",
                        "VAR_OUTPUT y REAL[] -1",
                        "CONSTANT k TIME[] -1",
                        "VAR t TON[] -1");
        assertThat(first.statements()).hasSize(3);
        Statement.Choice choice = (Statement.Choice) first.statements().get(1);
        assertThat(choice.branches()).hasSize(2);
        assertThat(choice.branches().get(0).body()).hasSize(2);
        assertThat(choice.otherwise()).isEmpty();
        Statement.Selection selection = (Statement.Selection) first.statements().get(2);
        assertThat(selection.cases()).hasSize(2);
        assertThat(selection.cases().get(0).labels()).hasSize(2);
        assertThat(selection.cases().get(1).body()).hasSize(2);
        assertThat(selection.otherwise()).hasSize(1);
        assertThat(selection.place()).isEqualTo(new TextPlace(10, 3));
    }
}
