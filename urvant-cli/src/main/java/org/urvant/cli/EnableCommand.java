package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.UnknownNameException;
import org.urvant.project.Device;
import org.urvant.project.Mapping;
import org.urvant.project.Project;
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

    @Parameters(index = "1..*", arity = "1..*", paramLabel = "MAPPING", description = "Names or keys of mappings.")
    private List<String> wanted;

    @Option(names = "--off", description = "Switch them off.")
    private boolean off;

    EnableCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = folder.load();
        Device device = project.device(deviceName);
        List<Mapping> rows = new ArrayList<>(device.mappings());
        for (String name : wanted) {
            boolean found = false;
            for (int i = 0; i < rows.size(); i++) {
                if (rows.get(i).name().equals(name) || rows.get(i).key().equals(name)) {
                    rows.set(i, rows.get(i).withUse(!off));
                    found = true;
                }
            }
            if (!found) {
                throw new UnknownNameException(
                        "mapping", name, rows.stream().map(Mapping::name).toList());
            }
        }
        folder.save(project, project.with(device.withMappings(rows)));
        say("switched " + (off ? "off" : "on") + " " + String.join(", ", wanted));
        next("urvant check " + deviceName);
        return Exit.DONE;
    }
}
