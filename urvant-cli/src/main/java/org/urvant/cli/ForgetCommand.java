package org.urvant.cli;

import org.urvant.core.error.RefusedException;
import org.urvant.devices.link.KnownDevices;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "forget",
        description = "Forget the certificate of an address, after its device was replaced or reset on purpose.",
        footer = {"", "Example: urvant forget 192.0.2.20:8443"})
final class ForgetCommand extends Command {
    @Parameters(paramLabel = "ADDRESS:PORT", description = "Address as the device's link gives it.")
    private String address;

    ForgetCommand(Session session) {
        super(session);
    }

    @Override
    public Integer call() {
        if (!new KnownDevices(session.home().resolve("known-devices")).forget(address)) {
            throw new RefusedException(address + " is not known", "Nothing needs to be forgotten.");
        }
        say("forgot " + address + "; the next contact counts as the first");
        return Exit.DONE;
    }
}
