package org.urvant.cli;

import org.urvant.core.configuration.Configuration;
import org.urvant.core.configuration.ConfigurationBuilder;
import org.urvant.core.project.Device;
import org.urvant.core.project.Project;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.MaintenanceLink;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "identify",
        description = "Ask a device who it is, and whether it runs what the project says. Needs no password.",
        footer = {"", "Example: urvant identify GW1"})
final class IdentifyCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    IdentifyCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        Project project = folder().load();
        Device device = project.device(name);
        try (MaintenanceLink link = DeviceAccess.link(session, device)) {
            Identity identity = DeviceAccess.confirm(this, link, device);
            Configuration wanted = ConfigurationBuilder.build(project, device);
            String active = identity.activeFingerprint().map(Fingerprint::hex).orElse("none");
            boolean equal = active.equals(wanted.fingerprint().hex());
            if (json) {
                sayJson(Json.object(
                        "address", link.address(),
                        "device", identity.device(),
                        "type", identity.type(),
                        "firmware", identity.firmware(),
                        "serial", identity.serial(),
                        "active",
                                identity.activeFingerprint()
                                        .map(Fingerprint::hex)
                                        .orElse(null),
                        "project", wanted.fingerprint().hex(),
                        "equal", equal));
            } else {
                say(name + " at " + link.address() + " is a " + identity.type() + ", serial " + identity.serial()
                        + ", firmware " + identity.firmware());
                say("runs     " + active);
                say("project  " + wanted.fingerprint().hex() + "  "
                        + (equal ? paint.good("equal") : paint.warn("different")) + ", "
                        + Marked.text(project, device));
            }
            if (!equal) {
                next("urvant compare " + name);
            }
            return equal ? Exit.DONE : Exit.DIFFERENT;
        }
    }
}
