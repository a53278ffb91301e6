package org.urvant.cli;

import java.util.List;
import org.urvant.project.Project;
import org.urvant.project.change.RowChange;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "enable",
        description =
                "Switch mappings on, or off with --off. Commands arrive switched off and are switched on knowingly.",
        footer = {"", "Example: urvant enable GW1 \"F01 Breaker control\""})
final class EnableCommand extends ChangingCommand {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String deviceName;

    @Parameters(
            index = "1..*",
            arity = "1..*",
            paramLabel = "ROW",
            description = "Names, keys, sources or destinations of rows.")
    private List<String> wanted;

    @Option(names = "--off", description = "Switch them off.")
    private boolean off;

    EnableCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        folder.save(project, RowChange.use(project, deviceName, wanted, !off));
        say("switched " + (off ? "off" : "on") + " " + String.join(", ", wanted));
        next("urvant check " + deviceName);
        return Exit.DONE;
    }
}
