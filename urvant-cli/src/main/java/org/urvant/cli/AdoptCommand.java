package org.urvant.cli;

import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.compare.Comparison;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ConfigurationFile;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "adopt",
        description =
                "The other way from download: take the values and mappings that a device runs into the project. Says first"
                        + " what changes.",
        footer = {"", "Example: urvant adopt GW1"})
final class AdoptCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @picocli.CommandLine.Option(
            names = "--from",
            paramLabel = "FILE",
            description = "Take the values from a configuration's file rather than from the device.")
    private String file;

    @Mixin
    private Consent consent;

    @Mixin
    private DeviceAccess access;

    AdoptCommand(Session session) {
        super(session);
        this.consent = new Consent();
        this.access = new DeviceAccess();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(name);
        Configuration held = file == null ? running(folder, project, device) : filed(device);
        Comparison comparison = Comparison.of(ConfigurationBuilder.build(project, device), held);
        Differences.lines(comparison, paint).forEach(this::say);
        if (json) {
            sayJson(Json.object(
                    "device", name, "equal", comparison.isEqual(), "differences", Differences.json(comparison)));
        }
        if (comparison.isEqual()) {
            say(paint.good("equal") + ": nothing to adopt");
            return Exit.DONE;
        }
        consent.ask(
                "Take what " + (file == null ? name + " runs" : file + " holds") + " into the project?",
                "the project is as it was");
        List<String> kept = folder.replace(project, Adoption.adopt(project, name, held));
        kept.forEach(file -> say("kept a copy in " + file));
        Project after = folder.load();
        Comparison left = Comparison.of(ConfigurationBuilder.build(after, after.device(name)), held);
        if (!left.isEqual()) {
            say(paint.warn("could not be taken over:"));
            Differences.lines(left, paint).forEach(this::say);
        }
        say("adopted " + count(comparison.count() - left.count(), "difference") + " from " + name);
        next("urvant check " + name);
        return left.isEqual() ? Exit.DONE : Exit.DIFFERENT;
    }

    private Configuration running(ProjectFolder folder, Project project, Device device) {
        try (DeviceAccess.Open open = access.open(this, folder, project, device)) {
            return open.link()
                    .read()
                    .orElseThrow(() -> new RefusedException(
                            name + " has no configuration yet", "Download one: urvant download " + name));
        }
    }

    private Configuration filed(Device device) {
        ConfigurationFile read = ConfigurationFile.read(session.path(file), file);
        String type =
                read.configuration().parts().section("hardware").text("type").orElse("unknown");
        if (!type.equals(device.type().text())) {
            throw new RefusedException(
                    file + " is for a " + type + ", and " + name + " is a "
                            + device.type().text(),
                    "Name a file for a device of the same type.");
        }
        say(file + " was made by " + read.madeBy());
        return read.configuration();
    }
}
