package org.urvant.cli;

import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Undone;

@picocli.CommandLine.Command(
        name = "undo",
        description =
                "Take the last change of the project back; again, the one before it, and so on. Addresses that were"
                        + " given and what was downloaded stay in the ledger. A file that somebody changed by hand since is not"
                        + " touched.",
        footer = {"", "Example: urvant undo --dry-run"})
final class UndoCommand extends ChangingCommand {

    UndoCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Undone undone = folder.undo(dryRun);
        if (json) {
            sayJson(Json.object("undone", undone.title(), "files", undone.files(), "dryRun", dryRun));
        } else {
            say((dryRun ? "would take back: " : "took back: ") + paint.strong(undone.title()));
            undone.files().forEach(file -> say("  " + file));
        }
        next("urvant check");
        return Exit.DONE;
    }
}
