package org.urvant.cli;

import java.time.Duration;
import java.util.List;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.UnitCheck;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
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
        Project project = load(folder());
        Device device = project.device(name);
        try (MaintenanceLink link = DeviceAccess.link(session, device)) {
            Identity identity = DeviceAccess.confirm(this, link, device);
            Configuration wanted = ConfigurationBuilder.build(project, device);
            String active = identity.active().map(Fingerprint::hex).orElse("none");
            List<UnitCheck.Mismatch> mismatches = UnitCheck.mismatches(identity, project, device);
            Duration ahead = UnitCheck.clockAhead(link.clock(), session.clock());
            boolean equal = active.equals(wanted.fingerprint().hex());
            if (json) {
                sayJson(Json.object(
                        "address", link.address(),
                        "device", identity.device(),
                        "type", identity.type(),
                        "firmware", identity.firmware(),
                        "serial", identity.serial(),
                        "hardware", identity.hardware(),
                        "mac", identity.mac(),
                        "clockAheadMillis", ahead.toMillis(),
                        "mismatches",
                                mismatches.stream()
                                        .map(UnitCheck.Mismatch::text)
                                        .toList(),
                        "active", identity.active().map(Fingerprint::hex).orElse(null),
                        "project", wanted.fingerprint().hex(),
                        "equal", equal));
            } else {
                say(name + " at " + link.address() + " is a " + identity.type() + ", serial " + identity.serial()
                        + ", firmware " + identity.firmware());
                for (UnitCheck.Mismatch mismatch : mismatches) {
                    say(paint.bad(mismatch.rule().id()) + "  " + mismatch.text());
                }
                if (!UnitCheck.isClockRight(ahead)) {
                    say(paint.warn("clock") + "    " + UnitCheck.clockText(ahead));
                }
                say("runs     " + active);
                say("project  " + wanted.fingerprint().hex() + "  "
                        + (equal ? paint.good("equal") : paint.warn("different")) + ", "
                        + Marked.text(project, device));
            }
            if (!mismatches.isEmpty()) {
                next("urvant fit " + name + " --as-built");
            } else if (!equal) {
                next("urvant compare " + name);
            }
            return equal && mismatches.isEmpty() ? Exit.DONE : Exit.DIFFERENT;
        }
    }
}
