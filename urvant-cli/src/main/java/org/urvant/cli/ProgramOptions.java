package org.urvant.cli;

import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.point.Access;
import org.urvant.core.point.Form;
import org.urvant.core.point.Shape;
import org.urvant.project.Project;
import org.urvant.project.change.ProgramMapping;
import org.urvant.project.change.SignalMapping;
import picocli.CommandLine.Option;

/** What programs of a device read and write of its mapping. */
final class ProgramOptions {
    private static final Map<String, Form> KINDS =
            Map.of("state", Form.LOGICAL, "position", Form.DOUBLE, "whole", Form.WHOLE, "number", Form.REAL);

    @Option(
            names = "--program",
            paramLabel = "IDENTIFIER",
            description =
                    "Give programs of the device the one signal to read as mapped.IDENTIFIER; without a signal, map"
                            + " what they write there, see --kind and --onto.")
    private String identifier;

    @Option(
            names = "--kind",
            paramLabel = "KIND",
            description = "What programs write: state, position, whole or number.")
    private String kind;

    @Option(names = "--command", description = "Programs are commanded the value, instead of giving it.")
    private boolean isCommand;

    boolean isAsked() {
        return identifier != null;
    }

    String identifier() {
        return identifier;
    }

    void requireIdentifier() {
        if (!isAsked() && (kind != null || isCommand)) {
            throw new RefusedException(
                    "--kind and --command are for values of programs", "Give --program IDENTIFIER too.");
        }
    }

    /** Refuses what is said by the signal, or by the point that is written. */
    void requirePlain(boolean isOnto, boolean isElse) {
        if (kind != null || isCommand || !isElse) {
            throw new RefusedException(
                    isOnto ? "programs write the point as its list says" : "programs read the signal as it is",
                    "Leave out --kind, --command, --to and --name" + (isOnto ? "." : ", or leave out the signal."));
        }
    }

    /** Returns the mapping of a value that programs write to a connection. */
    SignalMapping written(Project project, String device, Optional<String> name, Optional<String> to) {
        Form form = Optional.ofNullable(kind)
                .map(KINDS::get)
                .orElseThrow(() -> new RefusedException(
                        kind == null
                                ? "what kind of value programs give is open"
                                : "'" + kind + "' is no kind of value",
                        "Give --kind state, position, whole or number."));
        return ProgramMapping.ofPrograms(
                project, device, identifier, name, Shape.of(form, isCommand ? Access.COMMAND : Access.READ), to);
    }
}
