package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.compare.Comparison;
import org.urvant.project.Project;
import org.urvant.project.compare.Accepted;
import picocli.CommandLine.Option;

/** Which differences are as wanted, and why. */
final class AcceptOptions {
    @Option(
            names = "--accept",
            paramLabel = "PATTERN",
            description = "Paths of differences that are as wanted; kept with the site until a value changes.")
    private List<String> patterns = new ArrayList<>();

    @Option(names = "--reason", paramLabel = "TEXT", description = "Why they are; without it they are open again.")
    private String reason;

    boolean isAsked() {
        return !patterns.isEmpty();
    }

    /** Returns what is wrong with what was given; empty when nothing is. */
    Optional<String> mistake() {
        return reason == null || isAsked()
                ? Optional.empty()
                : Optional.of("--reason is the reason of --accept; say what is accepted");
    }

    /** Returns the site in which they are accepted. */
    Project of(Project project, Sides.Named first, Sides.Named second, Comparison comparison) {
        return Accepted.accept(
                project,
                first.tree(),
                second.tree(),
                comparison,
                patterns,
                Optional.ofNullable(reason).orElse(""));
    }
}
