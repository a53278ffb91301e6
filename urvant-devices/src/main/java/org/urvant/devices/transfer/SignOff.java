package org.urvant.devices.transfer;

import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.progress.Desk;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.SigningKey;

/**
 * A person's statement that a configuration was checked on its device. It holds for what the device runs and the project says
 * alike; any later change voids it.
 *
 * @param device name of the device
 * @param serial serial number of the unit
 * @param configuration what both have
 */
public record SignOff(String device, String serial, Configuration configuration) {
    /** How much of a fingerprint must be given so that it is known which page was read. */
    private static final int SHORTEST = 12;

    /**
     * Says what would be signed off; writes nothing.
     *
     * @param read the fingerprint of the page that was read, or its first digits; empty when none was
     * @throws RefusedException when the device runs something else than the project says, or when its page was not read that a
     *     safety-related device needs
     */
    public static SignOff plan(Project project, String name, DeviceLink link, Optional<String> read) {
        Device device = project.device(name);
        Configuration configuration = ConfigurationBuilder.whole(project, device);
        Fingerprint wanted = configuration.fingerprint();
        Identity identity = Transfer.confirm(link, device);
        if (!identity.active().equals(Optional.of(wanted))) {
            throw new RefusedException(
                    name + " does not run what the project says; it cannot be signed off",
                    "Compare first.",
                    Step.of(Action.COMPARE, name));
        }
        confirmRead(project, device, wanted.hex(), read);
        return new SignOff(name, identity.serial(), configuration);
    }

    /** A tool alone never signs off what people's safety rests on: somebody must have had the page before their eyes. */
    private static void confirmRead(Project project, Device device, String fingerprint, Optional<String> read) {
        boolean isSafety =
                project.type(device).filter(type -> type.handling().isSafety()).isPresent();
        if (isSafety && read.isEmpty()) {
            throw new RefusedException(
                    device.name() + " is safety-related; it is signed off only by one who has read its page",
                    "Read the page, and give its fingerprint.",
                    Step.of(Action.REVIEW, device.name()));
        }
        if (read.isPresent() && (read.get().length() < SHORTEST || !fingerprint.startsWith(read.get()))) {
            throw new RefusedException(
                    "the page with fingerprint " + read.get() + " is not about what " + device.name() + " runs",
                    "Read the new page.",
                    Step.of(Action.REVIEW, device.name()));
        }
    }

    /** Returns the fingerprint of what both have. */
    public Fingerprint fingerprint() {
        return configuration.fingerprint();
    }

    /**
     * Puts the statement on record, when who it works for makes it.
     *
     * @param note what was checked
     * @param signing the person's key; empty to leave the statement unsigned
     * @throws RefusedException when nobody agrees, or the project does not have the public key
     */
    public void run(ProjectFolder folder, String note, Optional<SigningKey> signing, Desk desk) {
        signing.filter(key -> !folder.evidence().knows(key)).ifPresent(key -> {
            throw new RefusedException(
                    "the project does not have your public key, so nobody could check the signature",
                    "Put it there.",
                    Step.of(Action.PUBLISH_KEY));
        });
        desk.ask("Do you state that you checked this configuration on this device?", "nothing was signed off");
        folder.history(device).kept().keepState(configuration);
        folder.history(device).signedOff(serial, fingerprint(), note, signing);
    }
}
