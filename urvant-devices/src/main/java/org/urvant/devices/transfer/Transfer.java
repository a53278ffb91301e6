package org.urvant.devices.transfer;

import java.util.Optional;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.tree.Section;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.project.Device;
import org.urvant.project.configuration.Configuration;

/**
 * Puts a configuration on a device: identity first, then what the device runs now, then, when the caller agrees to the
 * plan, backup, staging, activation, read-back and comparison.
 */
public final class Transfer {
    private final DeviceLink link;

    /** Uses a link on which the caller has logged on. */
    public Transfer(DeviceLink link) {
        this.link = link;
    }

    /**
     * What a download would do.
     *
     * @param identity who the device is
     * @param present what it runs; empty on a device without configuration
     * @param wanted what it is to run
     * @param comparison differences, left what it runs, right what it is to run
     */
    public record Plan(
            Identity identity, Optional<Configuration> present, Configuration wanted, Comparison comparison) {
        /** Returns whether the device runs the wanted configuration already. */
        public boolean isEqual() {
            return present.isPresent() && present.get().fingerprint().equals(wanted.fingerprint());
        }
    }

    /**
     * Asks a device who it is, and refuses when it is not the one that the project means.
     *
     * @throws RefusedException when type or name differ
     */
    public static Identity confirm(DeviceLink link, Device device) {
        Identity identity = link.identify();
        if (!identity.type().equals(device.type().text())) {
            throw new RefusedException(
                    "wrong-device: the device at " + link.address() + " is a " + identity.type() + " (serial "
                            + identity.serial()
                            + "), but " + device.name() + " is a "
                            + device.type().text(),
                    "Check the link address of " + device.name() + ".");
        }
        if (!identity.device().isEmpty() && !identity.device().equals(device.name())) {
            throw new RefusedException(
                    "wrong-device: the device at " + link.address() + " is " + identity.device() + " (serial "
                            + identity.serial() + "), not " + device.name(),
                    "Check the link address of " + device.name() + ".");
        }
        return identity;
    }

    /** Reads what the device runs and compares it with a configuration; changes nothing. */
    public Plan plan(Identity identity, Configuration wanted) {
        Optional<Configuration> present = link.read();
        Section now = present.map(Configuration::parts).orElse(Section.empty());
        return new Plan(identity, present, wanted, Comparison.of(now, wanted.parts()));
    }

    /**
     * Carries a plan out and proves it: what is read back must be what was wanted.
     *
     * @return what the device runs now, as read back
     * @throws RefusedException when the device runs something else than the plan replaces, or does not hold what was sent
     */
    public Configuration run(Plan plan, DeviceLink.BlockWatch progress) {
        link.stage(plan.wanted(), progress);
        link.activate(plan.wanted().fingerprint(), plan.present().map(Configuration::fingerprint));
        Configuration held = link.read()
                .orElseThrow(() -> new RefusedException(
                        "the device at " + link.address() + " has no configuration after the download",
                        "Look at it, and download again.",
                        Step.of(Action.IDENTIFY, "DEVICE")));
        if (!held.fingerprint().equals(plan.wanted().fingerprint())) {
            int count = plan.wanted().differencesTo(held).count();
            throw new RefusedException(
                    "what was read back differs from what was sent in " + count + " places",
                    "The device is not what the project says; see where.",
                    Step.of(Action.COMPARE, "DEVICE"));
        }
        return held;
    }
}
