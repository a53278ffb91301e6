package org.urvant.cli;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Project;
import org.urvant.project.change.PickChange;
import org.urvant.project.change.SignalMapping;
import org.urvant.scl.selection.Query;
import picocli.CommandLine.Option;

/** Which signals are mapped, what is calculated of them, and from which address on; and how they are read. */
final class SignalChoice {
    @Option(names = "--pick", paramLabel = "PICK", description = "Map what a kept choice finds.")
    private String pickName;

    @Option(
            names = "--ied",
            split = ",",
            paramLabel = "IED",
            description = "Relays to apply the pick or query to; otherwise all that it fits.")
    private List<String> iedNames = List.of();

    @Option(
            names = "--start",
            paramLabel = "ADDRESS",
            description = "First address to try; otherwise the project's address plan holds.")
    private Integer start;

    @Option(
            names = "--as",
            paramLabel = "EXPRESSION",
            description =
                    "Calculate one value from the signals, in Structured Text: x is the signal, x1 and x2 are the first"
                            + " and second of several.")
    private String expression;

    @Option(names = "--name", paramLabel = "NAME", description = "Name of the calculated value.")
    private String name;

    @Option(
            names = "--over",
            paramLabel = "CONNECTION",
            description = "Connection over which points of lists are read, if several can.")
    private String over;

    Optional<String> over() {
        return Optional.ofNullable(over);
    }

    Optional<String> name() {
        return Optional.ofNullable(name);
    }

    /** Returns whether signals are chosen or calculated by more than their references. */
    boolean isGiven() {
        return pickName != null || !iedNames.isEmpty() || start != null || expression != null;
    }

    /** Returns what of the pick means nothing on the relays that it is applied to; it may be misspelt. */
    List<String> idle(Project project) {
        return pickName == null
                ? List.of()
                : PickChange.idle(project, pickName, iedNames).stream()
                        .map(idle -> (idle.isQuery()
                                        ? "query '" + idle.term() + "' of the pick finds nothing on "
                                        : idle.term() + ", which the pick takes out, is not found anyway on ")
                                + Command.some(idle.ieds()))
                        .toList();
    }

    SignalMapping.Request request(List<String> signals, Map<String, String> queries, Optional<String> to) {
        boolean isQuery = signals.stream().anyMatch(term -> term.contains(":")); // no signal or channel has one
        return new SignalMapping.Request(
                isQuery ? List.of() : signals,
                isQuery ? Optional.of(Query.parse(Query.text(signals), queries)) : Optional.empty(),
                Optional.ofNullable(pickName),
                iedNames,
                to,
                start == null ? OptionalInt.empty() : OptionalInt.of(start),
                calculation(),
                over());
    }

    private Optional<SignalMapping.Calculation> calculation() {
        if (expression == null && name != null) {
            throw new RefusedException(
                    "--name is for a calculated value", "Give --as too; names of signals follow the conventions.");
        }
        return Optional.ofNullable(expression).map(text -> new SignalMapping.Calculation(text, name()));
    }
}
