package org.urvant.cli;

import java.util.Optional;
import picocli.CommandLine.Option;

/** The setting group that a command is about. */
final class GroupOption {
    @Option(
            names = "--group",
            paramLabel = "NUMBER",
            description = "Setting group; the one in use after a start when not given.")
    private Integer number;

    /** Returns the group that was named; empty for the one in use after a start. */
    Optional<Integer> number() {
        return Optional.ofNullable(number);
    }
}
