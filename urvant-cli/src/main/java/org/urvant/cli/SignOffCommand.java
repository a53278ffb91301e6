package org.urvant.cli;

import java.util.Optional;
import org.urvant.devices.link.MaintenanceLink;
import org.urvant.devices.transfer.SignOff;
import org.urvant.project.Project;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.SigningKey;
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
        Project project = load(folder);
        try (MaintenanceLink link = DeviceAccess.link(session, project.device(name))) {
            DeviceAccess.confirm(this, link, project.device(name));
            SignOff signOff = SignOff.plan(project, name, link, Optional.ofNullable(read));
            say(name + ", serial " + signOff.serial() + ", runs "
                    + signOff.fingerprint().hex());
            Optional<SigningKey> key = SigningKey.of(session.workplace());
            signOff.run(folder, note, key, consent.desk(this));
            say(paint.good("signed off") + " by " + session.person() + ", "
                    + key.map(signing ->
                                    "signed with key " + signing.fingerprint().substring(0, 12))
                            .orElse("not signed: there is no signing key (urvant signing-key --make)"));
            next("urvant history " + name);
            return Exit.DONE;
        }
    }
}
