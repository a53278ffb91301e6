package org.urvant.cli;

import java.nio.file.Path;
import org.urvant.project.folder.CutOff;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@picocli.CommandLine.Command(
        name = "recover",
        description = {
            "Finish a change that somebody else began and that was cut off, by a power cut or a killed program, when some of"
                    + " its files were written and others not. What you began yourself is finished by the next command.",
            "Look at the files that it names first: a journal can also have come with a copy of the project."
        },
        footer = {"", "Example: urvant recover --set-aside"})
final class RecoverCommand extends Command {
    @Option(names = "--set-aside", description = "Leave the files as they are; keep what was to be written as a copy.")
    private boolean setAside;

    @Option(names = "--dry-run", description = "Only say what was cut off.")
    private boolean dryRun;

    @Mixin
    private final Consent consent;

    RecoverCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        Path start = projectGiven == null ? session.folder() : session.path(projectGiven);
        CutOff cutOff = ProjectFolder.cutOff(start, session.workplace()).orElse(null);
        if (cutOff == null) {
            say("nothing was cut off");
            answer(null, "nothing", "");
            return Exit.DONE;
        }
        say("cut off: " + paint.strong(cutOff.title()) + ", begun by " + cutOff.person() + " at " + cutOff.at());
        cutOff.files().forEach(file -> say("  " + file));
        if (dryRun) {
            answer(cutOff, "nothing", "");
            return Exit.DONE;
        }
        if (setAside) {
            String kept = ProjectFolder.setAside(start, session.workplace());
            say("the files stay as they are; what was to be written is kept in " + kept);
            answer(cutOff, "set-aside", kept);
        } else {
            consent.ask("Finish it?", "nothing was written");
            ProjectFolder.finish(start, session.workplace());
            say("finished");
            answer(cutOff, "finished", "");
        }
        next("urvant check");
        return Exit.DONE;
    }

    private void answer(CutOff cutOff, String done, String kept) {
        if (json) {
            sayJson(Json.object(
                    "cutOff",
                    cutOff == null
                            ? null
                            : Json.object(
                                    "title", cutOff.title(),
                                    "person", cutOff.person(),
                                    "at", cutOff.at(),
                                    "files", cutOff.files()),
                    "done",
                    done,
                    "kept",
                    kept));
        }
    }
}
