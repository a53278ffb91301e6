package org.urvant.cli;

import java.io.Console;
import java.util.List;
import java.util.Locale;
import org.urvant.core.error.RefusedException;
import picocli.CommandLine.Option;

/** Asks a person before anything is changed. */
final class Consent {
    @Option(
            names = {"-y", "--yes"},
            description = "Go ahead without asking.")
    private boolean yes;

    /** Returns when the person agrees. */
    void ask(String question, String nothing) {
        if (yes) {
            return;
        }
        Console console = System.console();
        String answer = console == null ? null : console.readLine("%s [yes/no] ", question);
        if (answer == null) {
            throw new RefusedException("nobody is there to agree; " + nothing, "Give --yes to go ahead.");
        }
        if (!List.of("y", "yes").contains(answer.strip().toLowerCase(Locale.ROOT))) {
            throw new RefusedException("not agreed; " + nothing, "Run it again when it is wanted.");
        }
    }
}
