package org.urvant.cli;

import org.urvant.core.compare.Comparison;
import org.urvant.core.error.RefusedException;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.change.Adoption;
import org.urvant.project.change.Change;
import org.urvant.project.configuration.Configuration;
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
final class AdoptCommand extends ChangingCommand {
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
        Project project = load(folder);
        Device device = project.device(name);
        Adoption adoption = Adoption.plan(project, name, file == null ? running(folder, project, device) : filed());
        Comparison brings = adoption.brings();
        say(Differences.lines(brings, paint));
        if (json) {
            sayJson(Json.object("device", name, "equal", brings.isEqual(), "differences", Differences.json(brings)));
        }
        if (brings.isEqual()) {
            say(paint.good("equal") + ": nothing to adopt");
            return Exit.DONE;
        }
        if (dryRun) {
            folder.rehearse(); // and no sooner: what the device was asked is on record
        }
        consent.ask(
                "Take what " + (file == null ? name + " runs" : file + " holds") + " into the project?",
                "the project is as it was");
        folder.carryOut(Change.of(project, adoption.after()).keepingOld()).forEach(this::sayKept);
        if (!adoption.left().isEqual()) {
            say(paint.warn("could not be taken over:"));
            say(Differences.lines(adoption.left(), paint));
        }
        say("adopted " + count(adoption.count(), "difference") + " from " + name);
        next("urvant check " + name);
        return adoption.left().isEqual() ? Exit.DONE : Exit.DIFFERENT;
    }

    @Override
    boolean asksDevices() {
        return true;
    }

    private Configuration running(ProjectFolder folder, Project project, Device device) {
        try (DeviceAccess.Open open = access.open(this, folder, project, device)) {
            return open.link()
                    .read()
                    .orElseThrow(() -> new RefusedException(
                            name + " has no configuration yet", "Download one: urvant download " + name));
        }
    }

    private Configuration filed() {
        ConfigurationFile read = ConfigurationFile.read(session.path(file), file);
        say(file + " was made by " + read.madeBy());
        return read.configuration();
    }
}
