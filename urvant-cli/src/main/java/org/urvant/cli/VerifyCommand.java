package org.urvant.cli;

import java.util.List;
import org.urvant.core.configuration.ConfigurationBuilder;
import org.urvant.core.project.Device;
import org.urvant.core.project.Project;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.Verification;
import org.urvant.formats.project.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "verify",
        description = "Go through the list after a download or restart: identity, versions, state, configuration.",
        footer = {"", "Examples: urvant verify GW1", "          urvant verify GW1 --restart"})
final class VerifyCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--restart", description = "Restart the device first, and wait until it runs again.")
    private boolean restart;

    @Mixin
    private DeviceAccess access;

    @Mixin
    private Consent consent;

    VerifyCommand(Session session) {
        super(session);
        this.access = new DeviceAccess();
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(name);
        if (restart) {
            consent.ask("Restart " + name + "? Its functions pause meanwhile.", "it was not restarted");
            try (DeviceAccess.Open open = access.open(this, folder, project, device)) {
                DeviceLink.Condition before = open.link().condition();
                open.link().restart();
                Verification.awaitRestart(open.link(), before.since());
            }
        }
        try (MaintenanceLink link = DeviceAccess.link(session, device)) {
            List<Verification.Item> items = Verification.of(link, device, ConfigurationBuilder.build(project, device));
            boolean sound = items.stream().allMatch(Verification.Item::isSound);
            if (json) {
                sayJson(items.stream()
                        .map(item -> Json.object("item", item.name(), "sound", item.isSound(), "found", item.found()))
                        .toList());
            } else {
                say(paint.strong(name) + "  " + Marked.text(project, device));
                items.forEach(item -> say((item.isSound() ? paint.good("yes  ") : paint.bad("no   "))
                        + String.format("%-15s", item.name())
                        + item.found()));
            }
            next(sound ? "urvant sign-off " + name : "urvant compare " + name);
            return sound ? Exit.DONE : Exit.DIFFERENT;
        }
    }
}
