package org.urvant.cli;

import java.util.Optional;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "save",
        description = "Record a device's configuration as the one to go on from; ends the mark 'edited'.",
        footer = {"", "Example: urvant save GW1 --reason \"second feeder added\""})
final class SaveCommand extends ChangingCommand {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--reason", paramLabel = "TEXT", defaultValue = "", description = "What it is for.")
    private String reason;

    SaveCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        ProjectFolder folder = changing();
        Project project = load(folder);
        Device device = project.device(name);
        Configuration configuration = ConfigurationBuilder.whole(project, device);
        if (!device.record().saved().equals(Optional.of(configuration.fingerprint()))) {
            folder.recordAddresses(project, name);
            folder.history(name).saved(configuration, reason);
        }
        sayDone(
                "saved",
                "save",
                name + ", fingerprint " + configuration.fingerprint().hex());
        next("urvant download " + name);
        return Exit.DONE;
    }
}
