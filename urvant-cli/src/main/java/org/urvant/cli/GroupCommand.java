package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Project;
import org.urvant.project.change.GroupChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "group",
        description = "Hold two setting groups of a device against each other, copy one over another, or take one out.",
        footer = {
            "",
            "Examples: urvant group F11 compare 1 2",
            "          urvant group F11 copy 1 2",
            "          urvant group F11 remove 2"
        })
final class GroupCommand extends Command {
    private static final List<String> ACTIONS = List.of("compare", "copy", "remove");

    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Parameters(index = "1", paramLabel = "ACTION", description = "compare, copy, remove.")
    private String action;

    @Parameters(index = "2", paramLabel = "GROUP", description = "Number of the setting group.")
    private int group;

    @Parameters(
            index = "3",
            arity = "0..1",
            paramLabel = "OTHER",
            description = "The other one: to compare, or to copy to.")
    private Integer other;

    @Option(names = "--dry-run", description = "Only say what would change.")
    private boolean dryRun;

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
        boolean isChange = !action.equals("compare");
        ProjectFolder folder = changing(isChange && !dryRun);
        Project project = folder.load();
        if (!isChange) {
            return compare(project);
        }
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

    private int compare(Project project) {
        List<GroupChange.Differing> differing = GroupChange.compare(project, name, group, other);
        if (json) {
            sayJson(differing.stream()
                    .map(each -> Json.object("setting", each.path(), "one", each.one(), "other", each.other()))
                    .toList());
        } else if (differing.isEmpty()) {
            say("setting groups " + group + " and " + other + " of " + name + " hold the same values");
        } else {
            Table table = new Table("setting", "group " + group, "group " + other);
            differing.forEach(each -> table.row(each.path(), shown(each.one()), shown(each.other())));
            say(table);
        }
        return differing.isEmpty() ? Exit.DONE : Exit.DIFFERENT;
    }

    private static String shown(String text) {
        return text.isEmpty() ? "–" : text;
    }
}
