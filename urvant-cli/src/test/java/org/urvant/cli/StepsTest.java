package org.urvant.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Rules;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import picocli.CommandLine;

class StepsTest {
    private static CommandLine commands() {
        PrintWriter nobody = new PrintWriter(Writer.nullWriter());
        Session session = new Session(nobody, nobody, Path.of("."), Map.of(), InstantSource.system(), "tester");
        return Urvant.commandLine(session, null);
    }

    /** Operands as the library gives them, so that what people are told to type is understood. */
    private static List<String> operands(Action action) {
        return switch (action) {
            case SEARCH, START_STAND_IN, RECOVER, PUBLISH_KEY -> List.of();
            case NEW, IMPORT, REMOVE, FORGET, READ_ORDER_CODE -> List.of("X");
            case SET, FIT -> List.of("F11", "E1", "di8");
            case SHOW, MAP, REVIEW, TAKE_AS_BUILT, SELECTORS, IDENTIFY, COMPARE, SET_CLOCK, ACCEPT_LEDGER ->
                List.of("F11");
            case EXPORT -> List.of("values.csv", "F11");
            default -> List.of("F11", "x");
        };
    }

    @ParameterizedTest
    @EnumSource(Action.class)
    void eachStepIsACommandThatIsUnderstood(Action action) {
        String command = Steps.command(new Step(action, operands(action)));
        String[] words = command.substring("urvant ".length()).split(" ");
        assertThatCode(() -> commands().parseArgs(words)).as(command).doesNotThrowAnyException();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            SET       | GW1,clock.backup,SOURCE | Mend it. Run 'urvant set GW1 clock.backup SOURCE'.
            TAKE_BACK | F11,tables.a b.c        | Mend it. Run 'urvant set F11 "tables.a b.c" --default'.
            SETTLE    | K1,bay                  | Mend it. Run 'urvant settle K1 --keep bay'.
            TICK      | Q41,s1                  | Mend it. Run 'urvant selectors Q41 --tick s1'.
            ORDER     | F11,MF2-A               | Mend it. Run 'urvant order-code F11 MF2-A --apply'.
            SEARCH    |                         | Mend it. See 'urvant signals'.
            IMPORT    | l.csv,modbus            | Mend it. Run 'urvant import l.csv --protocol modbus'.
            """)
    void aRemedySaysTheCommand(Action action, String operands, String text) {
        Step step = operands == null ? Step.of(action) : Step.of(action, operands.split(","));
        assertThat(Steps.text(Remedy.of("Mend it.", step))).isEqualTo(text);
        assertThat(Steps.text(Remedy.of("Mend it."))).isEqualTo("Mend it.");
    }

    /** The library knows actions, not commands. */
    @Test
    void noRuleNamesACommand() {
        assertThat(Rules.all().stream().map(rule -> rule.meaning() + rule.remedy()))
                .noneMatch(text -> text.contains("urvant "));
    }
}
