package org.urvant.cli;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.RecordedLink;
import org.urvant.devices.transfer.Verification;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
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
        Project project = load(folder);
        Device device = project.device(name);
        if (restart) {
            consent.ask("Restart " + name + "? Its functions pause meanwhile.", "it was not restarted");
            try (DeviceAccess.Open open = access.openToWrite(this, folder, project, device)) {
                open.link().restartAndWait();
            }
        }
        try (MaintenanceLink link = DeviceAccess.link(session, device)) {
            RecordedLink recorded = RecordedLink.of(link, folder.history(name), project, device);
            Optional<Runnable> logOn = access.canLogOn(session)
                    ? Optional.of(() -> access.logOn(
                            this, folder, name, project.typeOf(device).name(), link, recorded))
                    : Optional.empty();
            List<Verification.Item> items = Verification.of(recorded, project, device, session.clock(), logOn);
            boolean sound = items.stream().allMatch(Verification.Item::isSound);
            if (json) {
                sayJson(items.stream()
                        .map(item -> Json.object("item", item.name(), "sound", item.isSound(), "found", item.found()))
                        .toList());
            } else {
                say(paint.strong(name) + "  " + Marked.text(project, device));
                items.forEach(item -> say((item.isSound() ? paint.good("yes  ") : paint.bad("no   "))
                        + String.format(Locale.ROOT, "%-15s", item.name())
                        + item.found()));
            }
            next(remedy(items));
            return sound ? Exit.DONE : Exit.DIFFERENT;
        }
    }

    private String remedy(List<Verification.Item> items) {
        return items.stream()
                .filter(item -> !item.isSound())
                .findFirst()
                .map(item -> item.next()
                        .map(Steps::command)
                        .orElse("give URVANT_PASSWORD or --password-file, and urvant verify " + name))
                .orElse("urvant sign-off " + name);
    }
}
