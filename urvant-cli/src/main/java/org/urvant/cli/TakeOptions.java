package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.project.change.TakingOver;
import picocli.CommandLine.Option;

/** Which differences are taken over, and into which of the two sides. */
final class TakeOptions {
    @Option(
            names = "--take",
            paramLabel = "PATTERN",
            description = "Paths of differences to take over into --into, such as '*.overcurrent.*'; several times.")
    private List<String> patterns = new ArrayList<>();

    @Option(
            names = "--into",
            paramLabel = "SIDE",
            description = "The side, one of the two named, that becomes like the other one in what is taken.")
    private String into;

    boolean isAsked() {
        return !patterns.isEmpty();
    }

    String into() {
        return into;
    }

    List<String> patterns() {
        return List.copyOf(patterns);
    }

    /** Returns what is wrong with what was given; empty when nothing is. */
    Optional<String> mistake() {
        return isAsked() == (into != null)
                ? Optional.empty()
                : Optional.of("--take says what is taken over, and --into into which side; give both");
    }

    /** @param called names on the side that is changed, by those on the other one */
    TakingOver plan(
            Project project, Sides.Named first, Sides.Named second, List<String> expected, Map<String, String> called) {
        if (!into.equals(first.name()) && !into.equals(second.name())) {
            throw new UnknownNameException("side", into, List.of(first.name(), second.name()));
        }
        boolean isFirst = into.equals(first.name());
        return TakingOver.plan(
                project,
                (isFirst ? first : second).tree(),
                (isFirst ? second : first).tree(),
                expected,
                patterns,
                called);
    }
}
