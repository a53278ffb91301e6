package org.urvant.core.logic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.urvant.core.logic.Signal.Flow;
import org.urvant.core.range.Interval;

/** What is sound but probably not meant, and the ranges of results (F8). */
class RemarkTest {
    private static final List<Signal> SIGNALS = List.of(
            new Signal("level", DataType.LREAL, Flow.INPUT, Interval.of(0, 60), null, ""),
            new Signal("flow", DataType.INT, Flow.INPUT, Interval.of(-200, 200), null, ""),
            Signal.of("raw", DataType.INT, Flow.INPUT),
            Signal.of("free", DataType.LREAL, Flow.INPUT),
            Signal.of("trip", DataType.BOOL, Flow.OUTPUT));

    private static List<Remark> remarks(String... programs) {
        List<LogicSource> sources = new ArrayList<>();
        for (String program : programs) {
            sources.add(LogicSource.of(
                    "p" + (sources.size() + 1) + ".st", "PROGRAM q" + sources.size() + " " + program + " END_PROGRAM"));
        }
        List<String> mistakes = new ArrayList<>();
        List<Remark> remarks = Logic.read(sources, SIGNALS, (source, mistake) -> mistakes.add(mistake.toString()))
                .map(Logic::remarks)
                .orElse(List.of());
        assertThat(mistakes).isEmpty();
        return remarks;
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            VAR u : USINT; END_VAR u := TO_USINT(level * 5.0);                             | DOES_NOT_FIT 0 to 300; USINT holds 0 to 255
            VAR u : USINT; END_VAR u := TO_USINT(LIMIT(0.0, level * 5.0, 255.0));          |
            VAR u : USINT; END_VAR u := TO_USINT(flow);                                    | DOES_NOT_FIT -200 to 200; USINT holds 0 to 255
            VAR u : USINT; END_VAR u := TO_USINT(ABS(flow));                               |
            VAR n : INT; END_VAR n := flow * 200;                                          | DOES_NOT_FIT -40000 to 40000; INT holds -32768 to 32767
            VAR n : DINT; END_VAR n := flow * DINT#200;                                    |
            VAR n : INT; END_VAR n := raw + 1;                                             | DOES_NOT_FIT -32767 to 32768; INT
            VAR n : INT; END_VAR n := n + 1;                                               |
            VAR n : INT; END_VAR n := TO_INT(free * 100.0);                                |
            VAR y : LREAL; END_VAR y := MUX(TO_INT(level / 20.0), 1.0, 2.0);               | NO_VALUE MUX chooses by 0 to 1, and its number can be 0 to 3
            VAR y : LREAL; END_VAR y := MUX(SEL(level > 9.0, 0, 1), 1.0, 2.0);             |
            VAR y : LREAL; END_VAR y := LIMIT(50.0, level, 10.0);                          | NO_VALUE LIMIT keeps its value from 50 to 10, which is no range
            VAR y : LREAL; END_VAR y := LIMIT(10.0, level, 50.0);                          |
            VAR y : LREAL; END_VAR y := LIMIT(level, 20.0, 50.0);                          |
            VAR e : R_TRIG; END_VAR CASE raw OF 1: e(CLK := level > 9.0, Q => trip); END_CASE; | BLOCK_SOMETIMES the block 'e' is called on some ways only
            VAR e : R_TRIG; END_VAR CASE raw OF 1: e(CLK := TRUE); ELSE e(CLK := level > 9.0, Q => trip); END_CASE; | BLOCK_OPEN CLK of the block 'e' is always TRUE
            VAR s : RS; END_VAR IF level > 9.0 THEN s(S := raw > 1, R1 := raw > 2, Q1 => trip); END_IF; |
            VAR t : TON; END_VAR IF level > 9.0 THEN t(IN := raw > 1, PT := T#1s, Q => trip); END_IF; | BLOCK_SOMETIMES the block 't' is called on some ways only
            VAR t : TON; END_VAR t(IN := raw > 1, PT := T#1s); IF t.Q THEN trip := TRUE; END_IF; |
            VAR y : LREAL; END_VAR y := 1.0 / level;                                       | ZERO_DIVISOR can be 0 to 60
            VAR y : LREAL; END_VAR y := SQRT(level - 1.0);                                 | NO_VALUE SQRT has a value from 0 on, and what it is given can be -1 to 59
            VAR y : LREAL; END_VAR y := LOG(level);                                        | NO_VALUE LOG has a value above 0
            VAR y : LREAL; END_VAR y := LN(level + 1.0);                                   |
            VAR y : LREAL; END_VAR y := ACOS(level / 60.0) + SQRT(free);                   |
            VAR n : USINT; END_VAR n := TO_USINT(SQRT(level + 4.0) * 32.0);                | DOES_NOT_FIT 64 to 256; USINT holds 0 to 255
            VAR y : LREAL; END_VAR y := (level - 1.0) ** 0.5;                              | NO_VALUE the power of 0.5 has a value from 0 on
            VAR y : LREAL; END_VAR y := level ** -0.5;                                     | NO_VALUE the power of -0.5 has a value above 0
            VAR y : LREAL; END_VAR y := level ** -2;                                       | ZERO_DIVISOR can be 0 to 60
            VAR y : LREAL; END_VAR y := (1.0 / level) ** 2;                                | ZERO_DIVISOR can be 0 to 60
            VAR n : INT; END_VAR n := TO_INT((level - 100.0) ** 2);                        |
            VAR n : INT; END_VAR n := TO_INT((level - 200.0) ** 2);                        | DOES_NOT_FIT 19600 to 40000; INT
            VAR n : INT; END_VAR n := TO_INT((level - 40.0) ** 3);                         | DOES_NOT_FIT -64000 to 8000; INT
            trip := level > 100.0;                                                         | CONDITION_NEEDLESS always FALSE: the left side can be 0 to 60, the right side 100
            trip := level > 60.0;                                                          | CONDITION_NEEDLESS always FALSE
            trip := level >= 60.0;                                                         |
            trip := level <= 60.0;                                                         | CONDITION_NEEDLESS always TRUE
            trip := level = 3.3;                                                           | FRACTIONS_COMPARED compared for equality
            trip := level <> level * 0.5;                                                  | FRACTIONS_COMPARED compared for equality
            trip := level <> 0.0;                                                          |
            trip := TO_INT(level) = 3;                                                     |
            trip := 0.0 <= level;                                                          | CONDITION_NEEDLESS always TRUE
            trip := flow < -200;                                                           | CONDITION_NEEDLESS always FALSE
            trip := flow <> 201;                                                           | CONDITION_NEEDLESS always TRUE
            trip := flow = 200;                                                            |
            trip := raw > 32000;                                                           |
            trip := free > 1000.0;                                                         |
            VAR n : INT; END_VAR n := n + 1; trip := n > 5;                                |
            VAR n : INT := 3; END_VAR trip := n > 5;                                       |
            VAR y : LREAL; END_VAR y := 1.0 / (level + 1.0);                               |
            VAR n : INT; m : USINT; END_VAR IF trip THEN n := 5; ELSE n := 300; END_IF; m := TO_USINT(n);| DOES_NOT_FIT 5 to 300; USINT
            VAR t : TON; END_VAR t(PT := T#1s);                                            | BLOCK_OPEN 't' has no IN
            VAR t : TON; END_VAR                                                           | BLOCK_OPEN 't' is never called
            VAR_OUTPUT o : BOOL; END_VAR                                                   | NEVER_SET 'o' never gets a value
            trip := level > 5.0; trip := flow > 3;                                         | DRIVEN_TWICE a second time
            IF level > 5.0 THEN trip := TRUE; ELSE trip := FALSE; END_IF;                  |
            VAR n : INT; END_VAR trip := n > 3;                                            | NEVER_SET 'n' is read and never gets a value
            VAR n : INT := 4; END_VAR trip := n > 3;                                       |
            VAR t : TON; END_VAR t(IN := trip, PT := T#0s);                                | BLOCK_OPEN PT of the block 't' is not above 0
            VAR t : TON; END_VAR t(IN := trip, PT := -T#2s);                               | BLOCK_OPEN PT of the block 't' is not above 0
            VAR t : TON; END_VAR t(TRUE, T#2s);                                            | BLOCK_OPEN IN of the block 't' is always TRUE
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := 50.0, OFF := 45.0);            |
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := 45.0, OFF := 50.0);            | BLOCK_OPEN 'h' is to go on above 45.0 and off below 50.0, so between the two
            VAR h : HYSTERESIS; END_VAR h(level, 45.0, 50.0);                               | BLOCK_OPEN 'h' is to go on above 45.0 and off below 50.0
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := 10.0, OFF := 15.0, BELOW := TRUE); |
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := 15.0, OFF := 10.0, BELOW := TRUE); | BLOCK_OPEN 'h' is to go on below 15.0 and off above 10.0
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := 500.0, OFF := 45.0);           | CONDITION_NEEDLESS never goes on: IN can be 0 to 60, and ON is 500
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := 50.0, OFF := -1.0);            | CONDITION_NEEDLESS never goes off: IN can be 0 to 60, and OFF is -1
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := -5.0, OFF := 15.0, BELOW := TRUE); | CONDITION_NEEDLESS never goes on
            VAR h : HYSTERESIS; END_VAR h(IN := level, ON := 10.0, OFF := 75.0, BELOW := TRUE); | CONDITION_NEEDLESS never goes off
            VAR h : HYSTERESIS; END_VAR h(IN := free, ON := 500.0, OFF := 45.0);            |
            VAR s : SR; END_VAR s(S1 := trip, R := FALSE);                                 | BLOCK_OPEN R of the block 's' is always FALSE
            VAR s : RS; END_VAR s(S := trip, R1 := Trip);                                  | CONDITION_NEEDLESS S and R1 of the block 's' are given the same
            VAR c : CTU; END_VAR c(CU := trip, PV := 5);                                   | BLOCK_OPEN 'c' has no R
            VAR c : CTU; END_VAR c(CU := trip, R := flow > 3, PV := 0);                    | BLOCK_OPEN PV of the block 'c'
            VAR t : TON; END_VAR t(IN := trip, PT := T#1s); t(IN := flow > 3, PT := T#2s); | BLOCK_TWICE 't' is called a second time
            VAR t : TON; END_VAR IF flow > 3 THEN t(IN := trip, PT := T#1s); ELSE t(IN := FALSE, PT := T#1s); END_IF; | BLOCK_OPEN always FALSE
            VAR t : TON; END_VAR IF flow > 3 THEN t(IN := trip, PT := T#1s); ELSE t(IN := NOT trip, PT := T#1s); END_IF; |
            VAR t : TON; END_VAR IF flow > 3 THEN t(IN := trip, PT := T#1s); END_IF; t(IN := NOT trip, PT := T#1s); | BLOCK_TWICE second time
            trip := flow > 3 AND level > 5.0 AND FLOW > 3;                                 | CONDITION_NEEDLESS the same stands on both sides of AND
            trip := flow > 3 OR level > 5.0 OR NOT (flow > 3);                             | CONDITION_NEEDLESS always TRUE
            trip := NOT (flow > 3) AND flow > 3;                                           | CONDITION_NEEDLESS always FALSE
            trip := flow > flow;                                                           | CONDITION_NEEDLESS both sides of >
            trip := flow > 3 AND flow > 30;                                                |
            IF flow > 3 THEN trip := TRUE; ELSIF flow > 3 THEN trip := FALSE; END_IF;      | CONDITION_NEEDLESS was asked in line 1 already
            trip := trip OR flow > 3;                                                      | HELD_FOREVER 'trip' keeps itself on
            trip := (trip OR flow > 3) AND level > 5.0;                                    |
            trip := trip OR flow > 3; IF level > 5.0 THEN trip := FALSE; END_IF;           |
            """)
    void remarksComeFromRangesAndUse(String program, String expected) {
        List<Remark> remarks = new ArrayList<>(remarks(program));
        remarks.removeIf(remark -> remark.kind() == Remark.Kind.NEVER_READ); // of most that these set
        if (expected == null) {
            assertThat(remarks).isEmpty();
        } else {
            assertThat(remarks).hasSize(1);
            assertThat(remarks.get(0).kind() + " " + remarks.get(0).message())
                    .startsWith(expected.split(" ")[0])
                    .contains(expected.substring(expected.indexOf(' ') + 1));
        }
    }

    @Test
    void twoProgramsThatDriveOneOutputAreNamed() {
        assertThat(remarks("trip := level > 5.0;", "trip := flow > 3;"))
                .singleElement()
                .satisfies(remark -> {
                    assertThat(remark.source()).isEqualTo("p2.st");
                    assertThat(remark.message()).contains("q0").contains("q1");
                });
    }

    /** Ten thousand statements that lean on each other are gone through in a moment. */
    @Test
    void aLongProgramIsGoneThrough() {
        StringBuilder text = new StringBuilder("VAR v0 : DINT;");
        for (int i = 1; i <= 3_000; i++) {
            text.append(" v").append(i).append(" : DINT;");
        }
        text.append(" END_VAR\n");
        for (int i = 1; i <= 3_000; i++) {
            text.append("IF v")
                    .append(i - 1)
                    .append(" > 3 THEN v")
                    .append(i)
                    .append(" := v")
                    .append(i - 1)
                    .append(" + flow; ELSE v")
                    .append(i)
                    .append(" := 1; END_IF;\n");
        }
        assertThat(remarks(text.toString()))
                .extracting(remark -> remark.kind() + " " + remark.message())
                .containsExactly("NEVER_SET 'v0' is read and never gets a value", "NEVER_READ 'v3000' is never read");
    }
}
