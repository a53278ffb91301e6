package org.urvant.project.behaviour;

import java.util.List;
import java.util.Map;
import org.urvant.core.finding.Rule;
import org.urvant.core.finding.RuleList;
import org.urvant.core.finding.RuleRoom;
import org.urvant.core.logic.Remark;

/** Rules about programs. */
public final class LogicRules implements RuleRoom {
    private static final RuleList ALL = new RuleList();

    public static final Rule RESULT_DOES_NOT_FIT = ALL.error(
            "result-does-not-fit",
            "N123",
            "What a calculation can give, from the ranges of its sources, is more than its destination can hold.",
            "Use a wider type, limit the value, or change what it follows from.");
    public static final Rule PROGRAM_WRONG = ALL.error(
            "program-wrong",
            "N125",
            "A program is not Structured Text as Urvant reads it, or uses what the device does not have, so it cannot run.",
            "Correct it at the line and column named; docs/structured-text.md says what can be written.");
    public static final Rule LOGIC_NOT_POSSIBLE = ALL.error(
            "logic-not-possible",
            "N125",
            "A device of this type runs no programs, or not so many or so long ones.",
            "Take the programs out, or choose a type that can run them.");
    public static final Rule DIVISOR_CAN_BE_ZERO = ALL.warning(
            "divisor-can-be-zero",
            "N121",
            "A divisor can be zero within the range of its sources; the result has no value then.",
            "Test the divisor first, or limit it.");
    public static final Rule FUNCTION_WITHOUT_VALUE = ALL.warning(
            "function-without-value",
            "N121",
            "A function can be given what it has no value for, within the range of its sources, such as the root of a negative number; the result has no value then.",
            "Test what it is given first, or limit it.");
    public static final Rule OUTPUT_DRIVEN_TWICE = ALL.warning(
            "output-driven-twice",
            "N125",
            "An output is given values in two places, and only the last one counts.",
            "Let one place do it, joined with AND, OR or IF.");
    public static final Rule BLOCK_INPUT_OPEN = ALL.warning(
            "block-input-open",
            "N125",
            "A function block is never called, or an input that it cannot do without is not connected or never changes.",
            "Connect the input, or take the block out.");
    public static final Rule BLOCK_CALLED_TWICE = ALL.warning(
            "block-called-twice",
            "N125",
            "A function block is called twice in one cycle. It has one state, so a timer or a counter serves neither of the two.",
            "Declare a block for each.");
    public static final Rule BLOCK_CALLED_SOMETIMES = ALL.note(
            "block-called-sometimes",
            "N125",
            "A function block that waits or looks for edges is called under a condition alone. In other cycles its times stand still and its outputs stay as they are.",
            "Call it in every cycle, and let the condition be a part of its input.");
    public static final Rule CONDITION_NEEDLESS = ALL.warning(
            "condition-needless",
            "N125",
            "A condition asks the same twice, can never hold or must always hold, or was asked before on the same way.",
            "Write what is meant.");
    public static final Rule FRACTIONS_COMPARED = ALL.note(
            "fractions-compared",
            "N125",
            "Numbers with fractions are compared for equality. Calculated ones seldom are equal to the last digit: 0.1 + 0.2 is not 0.3.",
            "Compare with a margin, such as ABS(a - b) < 0.05.");
    public static final Rule VARIABLE_NEVER_READ = ALL.note(
            "variable-never-read",
            "N125",
            "A program declares a variable and never reads it.",
            "Use it, or take it out.");
    public static final Rule OUTPUT_NEVER_SET = ALL.warning(
            "output-never-set",
            "N125",
            "A program declares an output, or reads a variable, and never gives it a value.",
            "Give it a value, or take it out.");

    /** Rules of remarks on the calculation of one value that its own place tells; what it can be is held against its destination. */
    public static final Map<Remark.Kind, Rule> OF_CALCULATIONS = Map.of(
            Remark.Kind.ZERO_DIVISOR,
            DIVISOR_CAN_BE_ZERO,
            Remark.Kind.NO_VALUE,
            FUNCTION_WITHOUT_VALUE,
            Remark.Kind.CONDITION_NEEDLESS,
            CONDITION_NEEDLESS,
            Remark.Kind.FRACTIONS_COMPARED,
            FRACTIONS_COMPARED);

    /** Made when the rules are first asked for. */
    public LogicRules() {}

    @Override
    public List<Rule> rules() {
        return ALL.rules();
    }
}
