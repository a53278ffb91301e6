package org.urvant.cli;

import java.util.List;
import org.urvant.project.Project;
import org.urvant.project.change.Renaming;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.reference.Reference;
import org.urvant.project.reference.References;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "rename",
        description =
                "Give a device, or a connection, row or program of it, a bay, pick or query another name; all that names"
                        + " it follows. Texts for people stay as they are.",
        footer = {
            "",
            "Examples: urvant rename RTU2 RTU7",
            "          urvant rename GW1 scada grid-control",
            "          urvant rename RTU1 recipients.Duty Night --dry-run",
            "          urvant rename bay K1 K11"
        })
final class RenameCommand extends ChangingCommand {
    private static final int FEW = 6;

    @Parameters(
            paramLabel = "NAME",
            arity = "2..4",
            description = "What it is called now, with its device before it, or its kind; last the new name.")
    private List<String> words;

    RenameCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        Renaming renaming = Renaming.of(
                project, References.find(project, words.subList(0, words.size() - 1)), words.get(words.size() - 1));
        List<String> follows = renaming.follows(project).stream()
                .map(Reference::toString)
                .distinct()
                .toList();
        folder.carryOut(renaming.change(project));
        if (json) {
            sayJson(Json.object(
                    "kind", renaming.from().kind().word(),
                    "from", renaming.from().name(),
                    "to", renaming.to(),
                    "follows", follows,
                    "written", !dryRun));
        } else {
            sayDone("renamed", "rename", renaming.from() + " to " + renaming.to());
            follows.stream().limit(FEW).forEach(follower -> say("  follows: " + follower));
            if (follows.size() > FEW) {
                say("  … and " + count(follows.size() - FEW, "place") + " more that follow");
            }
        }
        next("urvant check");
        return Exit.DONE;
    }
}
