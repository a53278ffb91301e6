package org.urvant.cli;

import java.util.Optional;
import java.util.stream.Stream;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Project;
import org.urvant.project.change.CompanionMapping;
import org.urvant.project.change.LinkMapping;
import org.urvant.project.change.SignalMapping;
import picocli.CommandLine.Option;

/** Points that say something about values or connections: whether they are good, how old they are, whether one answers. */
final class CompanionOptions {
    @Option(
            names = "--validity",
            description =
                    "For each value that goes to a connection without quality, map to a point of its own whether it is"
                            + " good.")
    private boolean isValidity;

    @Option(
            names = "--age",
            description =
                    "For each value that goes to a connection without time, map to a point of its own how many seconds old"
                            + " it is.")
    private boolean isAge;

    @Option(
            names = "--links",
            description =
                    "For each connection of which the device tells it, map whether the other end answers to a point of its"
                            + " own.")
    private boolean isLinks;

    boolean isAsked() {
        return isValidity || isAge || isLinks;
    }

    /** Refuses what cannot be asked together. */
    void require(boolean isAlone) {
        long asked = Stream.of(isValidity, isAge, isLinks).filter(is -> is).count();
        if (!isAlone || asked > 1) {
            throw new RefusedException(
                    isLinks
                            ? "--links is for all connections of a device"
                            : (isAge ? "--age" : "--validity") + " is for all values that are mapped to a connection",
                    "Give --to beside it, and nothing else.");
        }
    }

    SignalMapping plan(Project project, String device, Optional<String> to) {
        return isLinks
                ? LinkMapping.plan(project, device, to)
                : CompanionMapping.plan(
                        project, device, to, isAge ? CompanionMapping.About.AGE : CompanionMapping.About.QUALITY);
    }
}
