package org.urvant.cli;

import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.devices.link.Identity;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@picocli.CommandLine.Command(
        name = "sign-off",
        description =
                "State that you checked the configuration on the device. Holds only while project and device are equal;"
                        + " any later change voids it.",
        footer = {"", "Example: urvant sign-off GW1 --note \"point-to-point test with the control centre passed\""})
final class SignOffCommand extends Command {
    @Parameters(paramLabel = "DEVICE", description = "Name of the device.")
    private String name;

    @Option(names = "--note", paramLabel = "TEXT", defaultValue = "", description = "What was checked.")
    private String note;

    @Option(
            names = "--read",
            paramLabel = "FINGERPRINT",
            description =
                    "The fingerprint, or its first twelve digits, of the review page that you read; safety-related"
                            + " devices need it.")
    private String read;

    @Mixin
    private Consent consent;

    SignOffCommand(Session session) {
        super(session);
        this.consent = new Consent();
    }

    @Override
    public Integer call() {
        ProjectFolder folder = folder();
        Project project = folder.load();
        Device device = project.device(name);
        Configuration wanted = ConfigurationBuilder.build(project, device);
        try (MaintenanceLink link = DeviceAccess.link(session, device)) {
            Identity identity = DeviceAccess.confirm(this, link, device);
            if (!identity.active().equals(Optional.of(wanted.fingerprint()))) {
                throw new RefusedException(
                        name + " does not run what the project says; it cannot be signed off",
                        "Compare first: urvant compare " + name);
            }
            confirmRead(project, device, wanted.fingerprint().hex());
            say(name + ", serial " + identity.serial() + ", runs "
                    + wanted.fingerprint().hex());
            consent.ask("Do you state that you checked this configuration on this device?", "nothing was signed off");
            folder.history(name).signedOff(identity.serial(), wanted.fingerprint(), note);
            say(paint.good("signed off") + " by " + session.person());
            next("urvant history " + name);
            return Exit.DONE;
        }
    }

    /** A tool alone never signs off what people's safety rests on: somebody must have had the page before their eyes. */
    private void confirmRead(Project project, Device device, String fingerprint) {
        boolean isSafety =
                project.type(device).filter(type -> type.handling().isSafety()).isPresent();
        if (isSafety && read == null) {
            throw new RefusedException(
                    name + " is safety-related; it is signed off only by one who has read its page",
                    "Run 'urvant review " + name + "', read the page, and give its fingerprint with --read.");
        }
        if (read != null && (read.length() < 12 || !fingerprint.startsWith(read))) {
            throw new RefusedException(
                    "the page with fingerprint " + read + " is not about what " + name + " runs",
                    "Run 'urvant review " + name + "' again and read the new page.");
        }
    }
}
