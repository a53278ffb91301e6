package org.urvant.cli;

import java.nio.file.Path;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "new",
        description = "Make a project: a folder of small text files, one site.",
        footer = {"", "Example: urvant new skarholm --name \"Skarholm tidal works\""})
final class NewCommand extends Command {
    @Parameters(paramLabel = "DIR", description = "Folder to make.")
    private String folder;

    @Option(names = "--name", paramLabel = "NAME", description = "Name of the site; otherwise the folder's name.")
    private String name;

    NewCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Path root = session.path(folder);
        String site = name == null ? String.valueOf(root.getFileName()) : name;
        ProjectFolder.create(root, site, session.workplace());
        if (json) {
            sayJson(Json.object("project", site, "folder", root));
        } else {
            say("made project '" + site + "' in " + folder);
        }
        next("cd " + folder + ", then urvant import FILE");
        return Exit.DONE;
    }
}
