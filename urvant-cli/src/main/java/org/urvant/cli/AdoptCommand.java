package org.urvant.cli;

import java.util.List;
import org.urvant.core.compare.Comparison;
import org.urvant.core.configuration.Configuration;
import org.urvant.core.configuration.ConfigurationBuilder;
import org.urvant.core.fault.RefusedException;
import org.urvant.core.project.Device;
import org.urvant.core.project.Project;
import org.urvant.formats.project.ProjectFolder;
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
        Configuration held;
        try (DeviceAccess.Open open = access.open(this, folder, project, device)) {
            held = open.link()
                    .read()
                    .orElseThrow(() -> new RefusedException(
                            name + " has no configuration yet", "Download one: urvant download " + name));
        }
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
        consent.ask("Take what " + name + " runs into the project?", "the project is as it was");
        List<String> kept = folder.adopt(project, device, held);
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
}
