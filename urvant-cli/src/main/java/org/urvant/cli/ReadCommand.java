package org.urvant.cli;

import java.nio.file.Path;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "read",
        description = "Read back the configuration that a device runs. The project is not changed.",
        footer = {"", "Example: urvant read GW1 --out GW1-live.json"})
final class ReadCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--out", paramLabel = "FILE", description = "Write what was read to a file.")
    private String file;

    @Mixin
    private DeviceAccess access;

    ReadCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        Optional<Path> target = Optional.ofNullable(file).map(name -> target(name, ".json"));
        ProjectFolder folder = folder();
        Project project = load(folder);
        Device device = project.device(name);
        try (DeviceAccess.Open open = access.open(this, folder, project, device)) {
            Optional<Configuration> held = open.link().read();
            if (held.isEmpty()) {
                throw new RefusedException(name + " has no configuration yet", "Download one: urvant download " + name);
            }
            Configuration configuration = held.get();
            boolean equal = configuration
                    .fingerprint()
                    .equals(ConfigurationBuilder.build(project, device).fingerprint());
            target.ifPresent(path -> SafeFile.write(path, configuration.bytes()));
            if (json) {
                sayJson(configuration.content());
            } else {
                say("read " + configuration.length() + " bytes from " + name + ", fingerprint "
                        + configuration.fingerprint().hex());
                say(equal ? paint.good("equal to the project") : paint.warn("differs from the project"));
            }
            if (!equal) {
                next("urvant compare " + name);
            }
            return equal ? Exit.DONE : Exit.DIFFERENT;
        }
    }
}
