package org.urvant.cli;

import java.util.Arrays;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "password",
        description = "Give a device another password: typed twice, or from URVANT_NEW_PASSWORD in the environment.",
        footer = {"", "Example: urvant password GW1"})
final class PasswordCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Mixin
    private DeviceAccess access;

    PasswordCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = load(folder);
        Device device = project.device(name);
        try (DeviceAccess.Open open = access.openToWrite(this, folder, project, device)) {
            char[] password = DeviceAccess.newPassword(session, device);
            try {
                String factory = open.user().account().factoryPassword();
                if (factory.equals(new String(password))) {
                    throw new RefusedException("that is the factory password", "Choose one that others do not know.");
                }
                open.link().changePassword(open.user().password(), password);
            } finally {
                Arrays.fill(password, ' ');
            }
        }
        say("changed the password of " + name);
        return Exit.DONE;
    }
}
