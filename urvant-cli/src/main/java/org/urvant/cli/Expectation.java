package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.compare.Comparison;
import org.urvant.core.text.Glob;
import org.urvant.project.Project;
import org.urvant.project.compare.Side;
import picocli.CommandLine.Option;

/** What two sides of a comparison are expected to differ in. */
final class Expectation {
    @Option(
            names = "--expect",
            paramLabel = "PATTERN",
            description = "Paths that are expected to differ, such as 'settings.clock.*'; can be given several times.")
    private List<String> expect = new ArrayList<>();

    @Option(names = "--all", description = "Expect nothing to differ: names and addresses count too.")
    private boolean all;

    /** Returns what is wrong with the patterns that were given; empty when nothing is. */
    Optional<String> mistake() {
        return expect.stream()
                .flatMap(pattern ->
                        Side.mistake(pattern).map(mistake -> "--expect is '" + pattern + "': " + mistake).stream())
                .findFirst();
    }

    /** Returns what was given to expect. */
    List<String> given() {
        return expect;
    }

    /** Returns which of the patterns name nothing that differs; they may be misspelt. */
    List<String> idle(Comparison comparison) {
        return expect.stream()
                .filter(pattern -> {
                    Glob glob = new Glob(pattern);
                    return comparison.expected().stream().noneMatch(found -> glob.fits(found.name()));
                })
                .map(pattern -> "--expect '" + pattern + "' names nothing that differs")
                .toList();
    }

    /** What two different things are expected to differ in; two states of one thing in nothing but what is said here. */
    List<String> of(Project project, Sides.Named first, Sides.Named second) {
        List<String> expected = new ArrayList<>(expect);
        boolean areTwo = first.side().isPresent()
                && second.side().isPresent()
                && !first.side().get().owner().equals(second.side().get().owner());
        if (areTwo && !all) {
            expected.addAll(first.side().get().identity());
            expected.addAll(second.side().get().identity());
            expected.addAll(project.conventions().expectedDifferences());
        }
        return expected;
    }
}
