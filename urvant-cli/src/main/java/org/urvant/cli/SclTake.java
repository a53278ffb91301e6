package org.urvant.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.file.SafeFile;
import org.urvant.project.change.TakingOver;
import org.urvant.scl.reading.SclLimits;
import org.urvant.scl.reading.SclTaking;

/** Takes differences over from one SCL file into a copy of another one; the files themselves are those of their tools. */
final class SclTake {
    private final Command command;
    private final List<String> names;
    private final List<Path> paths;

    /**
     * @param pair the two files
     * @param place where one is that was named
     */
    SclTake(Command command, List<Sides.Named> pair, Function<Sides.Named, Path> place) {
        this.command = command;
        this.names = pair.stream().map(Sides.Named::name).toList();
        this.paths = pair.stream().map(place).toList();
    }

    int run(TakeOptions take, String out, boolean isRehearsal) {
        int into = names.indexOf(take.into());
        if (into < 0) {
            throw new UnknownNameException("side", take.into(), names);
        }
        if (out == null && !isRehearsal) {
            throw command.wrongUse("--out names the file to write; an SCL file itself is not changed");
        }
        if (out != null && !Sides.isNamedScl(out)) {
            throw command.wrongUse("--out is '" + out + "'; expected the name of an SCL file, such as merged.scd");
        }
        if (out != null && Files.exists(command.session.path(out))) {
            throw new RefusedException(out + " is there already", "Name a file that is not there.");
        }
        SclTaking plan = command.during(
                "comparing",
                () -> SclTaking.plan(input(into), input(1 - into), take.patterns(), out == null ? take.into() : out));
        say(plan);
        if (plan.taken().isEmpty()) {
            return Exit.DIFFERENT;
        }
        if (!isRehearsal) {
            SafeFile.write(command.session.path(out), plan.content());
            command.say("took over " + Command.count(plan.taken().size(), "difference") + " into " + out + "; "
                    + take.into() + " is as it was");
        }
        if (!plan.arisen().isEmpty()) {
            command.say(command.paint.warn(
                    "wrong in " + (out == null ? "it" : out) + " then, and not in " + take.into() + ":"));
            Findings.lines(plan.arisen(), command.session, false).forEach(command::say);
        }
        if (!isRehearsal) {
            command.next(
                    command.hasProject()
                            ? "urvant look " + out // says what it would bring, and how
                            : "urvant compare " + out + " " + names.get(1 - into));
        }
        return plan.left().isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }

    private SclTaking.Input input(int side) {
        return new SclTaking.Input(SafeFile.read(paths.get(side), SclLimits.STANDARD.bytes()), names.get(side));
    }

    private void say(SclTaking plan) {
        plan.taken().forEach(placed -> command.say(TakingOver.told(placed)));
        if (!plan.along().isEmpty()) {
            command.say("with that, as they are one thing in the file:");
            plan.along().forEach(placed -> command.say("  " + TakingOver.told(placed)));
        }
        new TakingOverView(command).left(plan.left(), plan.reasons());
    }
}
