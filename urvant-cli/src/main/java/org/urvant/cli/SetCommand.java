package org.urvant.cli;

import org.urvant.core.project.Project;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "set",
        description = "Give a device's setting a value; comments and order in its file stay.",
        footer = {"", "Examples: urvant set GW1 watchdog.time 10", "          urvant set GW1 scada.common-address 47"})
final class SetCommand extends Command {
    @Parameters(index = "0", paramLabel = "DEVICE", description = "Name of the device.")
    private String device;

    @Parameters(index = "1", paramLabel = "SETTING", description = "Path of the setting, as 'urvant show' lists it.")
    private String path;

    @Parameters(index = "2", paramLabel = "VALUE", description = "New value, with or without unit.")
    private String value;

    SetCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        String before = folder.set(project, device, path, value);
        if (json) {
            sayJson(Json.object("device", device, "setting", path, "before", before, "value", value));
        } else {
            say(device + " " + path + ": " + before + " → " + value);
        }
        next("urvant check " + device);
        return Exit.DONE;
    }
}
