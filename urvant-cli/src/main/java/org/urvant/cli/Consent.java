package org.urvant.cli;

import java.io.Console;
import java.util.List;
import java.util.Locale;
import org.urvant.core.error.RefusedException;
import org.urvant.core.progress.Desk;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Asks a person before anything is changed. */
final class Consent {
    @Option(
            names = {"-y", "--yes"},
            description = "Go ahead without asking.")
    private boolean yes;

    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    /** Returns when the person agrees. */
    void ask(String question, String nothing) {
        if (yes || isRehearsal()) {
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

    /** What is not done need not be agreed to. */
    private boolean isRehearsal() {
        for (CommandSpec at = spec; at != null; at = at.parent()) {
            if (at.userObject() instanceof Command command && command.isRehearsal()) {
                return true;
            }
        }
        return false;
    }

    /** Returns the desk of an operation that a command runs: it asks here, and the command says what happens. */
    Desk desk(Command command) {
        ProgressLine line = new ProgressLine(command.session);
        return new Desk() {
            @Override
            public void ask(String question, String otherwise) {
                Consent.this.ask(question, otherwise);
            }

            @Override
            public void tell(String event) {
                command.say(event);
            }

            @Override
            public void at(String activity, long done, long total) {
                line.confirmed(done, total);
            }
        };
    }
}
