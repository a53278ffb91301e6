package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.project.change.GroupChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "group",
        description = "Copy a setting group of a device over another, or take one out.",
        footer = {
            "",
            "Examples: urvant group F11 copy 1 2",
            "          urvant group F11 remove 2",
            "Compare: urvant compare F11:group.1 F11:group.2"
        })
final class GroupCommand extends ChangingCommand {
    private static final List<String> ACTIONS = List.of("copy", "remove");

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Parameters(index = "1", paramLabel = "ACTION", description = "copy, remove.")
    private String action;

    @Parameters(index = "2", paramLabel = "GROUP", description = "Number of the setting group.")
    private int group;

    @Parameters(index = "3", arity = "0..1", paramLabel = "OTHER", description = "The one to copy to.")
    private Integer other;

    @Mixin
    private Consent consent;

    GroupCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        if (!ACTIONS.contains(action)) {
            throw new UnknownNameException("action", action, ACTIONS);
        }
        boolean isRemoval = action.equals("remove");
        if (isRemoval == (other != null)) {
            throw new RefusedException(
                    isRemoval ? "two groups are named" : "the other group is not named",
                    isRemoval ? "Name the one that goes." : "Name both, such as 1 2.");
        }
        ProjectFolder folder = changing();
        Project project = load(folder);
        Project after =
                isRemoval ? GroupChange.removed(project, name, group) : GroupChange.copied(project, name, group, other);
        say(
                isRemoval
                        ? "setting group " + group + " of " + name + " goes"
                        : "setting group " + other + " of " + name + " becomes as group " + group + " is");
        if (!dryRun) {
            consent.ask("Do this?", "nothing was changed");
            folder.save(project, after);
            next("urvant check " + name);
        }
        return Exit.DONE;
    }
}
