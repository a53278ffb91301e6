package org.urvant.devices.transfer;

import java.time.Duration;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import org.urvant.core.compare.Comparison;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Finding;
import org.urvant.core.finding.Step;
import org.urvant.core.progress.Desk;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.project.Device;
import org.urvant.project.DeviceRecord;
import org.urvant.project.Project;
import org.urvant.project.check.DownloadCheck;
import org.urvant.project.check.DownloadRules;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.DeviceHistory;
import org.urvant.project.folder.ProjectFolder;

/**
 * Puts the configuration that a project says on a device, with all that belongs to it: what stands against it, who answers,
 * what changes and what that causes, a backup, the transfer, the proof by reading back, the ledger, the restart.
 */
public final class Download {
    private Download() {}

    /**
     * What a download would do; nothing was written anywhere for it.
     *
     * @param device name of the device
     * @param basis what it rests on: the project's files for the device, as they were
     * @param transfer what runs, what is to run, and in what the two differ
     * @param effects what it causes
     * @param address where the device answers
     * @param unfinished an earlier download that the device took, of which something is still due
     * @param clockAhead how far the device's clock is ahead of the time; negative when it is behind
     * @param project the site that it was made of
     */
    public record Plan(
            String device,
            Fingerprint basis,
            Transfer.Plan transfer,
            List<Finding> effects,
            String address,
            Optional<DeviceRecord.Intention> unfinished,
            Duration clockAhead,
            Project project) {
        public Plan {
            effects = List.copyOf(effects);
        }

        /** Returns whether the device runs the wanted configuration already, and nothing is due. */
        public boolean isEqual() {
            return transfer.isEqual() && unfinished.isEmpty();
        }

        /** Returns whether the device must restart afterwards. */
        public boolean needsRestart() {
            return unfinished.filter(DeviceRecord.Intention::restarts).isPresent()
                    || effects.stream().anyMatch(effect -> effect.rule() == DownloadRules.RESTART_NEEDED);
        }
    }

    /**
     * What a download has done.
     *
     * @param held what the device runs now, as it was read back
     * @param backup name of the file that keeps what was there; empty when nothing was
     * @param isRestarted whether the device restarted and runs again
     */
    public record Outcome(Configuration held, Optional<String> backup, boolean isRestarted) {}

    /**
     * Refuses what must not go on a device: errors stand against it, or it can only be set by hand.
     *
     * @param findings the findings about the whole site, checked once for any number of devices
     */
    public static void refuse(Project project, List<Finding> findings, String name) {
        Device device = project.device(name);
        if (ProjectCheck.blocks(findings, device)) {
            throw new RefusedException(
                    "errors stand against " + name + "; nothing was sent", "Mend them, and check again.");
        }
        DownloadCheck.refusals(project.typeOf(device), device).stream()
                .findFirst()
                .ifPresent(refusal -> {
                    throw new RefusedException(
                            refusal.rule().id() + ": " + refusal.message(),
                            refusal.remedy(),
                            refusal.mend().steps().toArray(Step[]::new));
                });
    }

    /**
     * Says what a download would do: reads what the device runs, and changes nothing, in the project neither.
     *
     * @param findings the findings about the whole site, checked once for any number of devices
     * @param link a link on which the caller has logged on
     * @throws RefusedException when errors stand against the device, or another one answers
     */
    public static Plan plan(
            ProjectFolder folder,
            Project project,
            List<Finding> findings,
            String name,
            DeviceLink link,
            InstantSource clock) {
        refuse(project, findings, name);
        Device device = project.device(name);
        Identity identity = Transfer.confirm(link, device);
        UnitCheck.refuseOther(identity, project, device);
        Transfer.Plan transfer = new Transfer(link).plan(identity, ConfigurationBuilder.build(project, device));
        return new Plan(
                name,
                folder.basisAsRead(name),
                transfer,
                effects(project, device, transfer),
                link.address(),
                due(device, transfer),
                UnitCheck.clockAhead(link.clock(), clock),
                project);
    }

    /** A download whose answer was lost may have reached the device: then it runs what was meant, and nobody wrote that down. */
    private static Optional<DeviceRecord.Intention> due(Device device, Transfer.Plan transfer) {
        return device.record()
                .unfinished()
                .filter(intention ->
                        intention.serial().equals(transfer.identity().serial()))
                .filter(intention -> transfer.present()
                        .map(Configuration::fingerprint)
                        .filter(intention.fingerprint()::equals)
                        .isPresent());
    }

    /** Checks the site and plans as {@link #plan(ProjectFolder, Project, List, String, DeviceLink, InstantSource)} does. */
    public static Plan plan(ProjectFolder folder, String name, DeviceLink link, InstantSource clock) {
        Project project = folder.load();
        return plan(folder, project, ProjectCheck.check(project), name, link, clock);
    }

    private static List<Finding> effects(Project project, Device device, Transfer.Plan plan) {
        if (plan.isEqual()) {
            return List.of(); // of the transfer; what an earlier download left is said by itself
        }
        boolean isSignedOff = plan.present().isPresent()
                && device.record().signedOff().equals(plan.present().map(Configuration::fingerprint));
        Comparison comparison = plan.comparison();
        return DownloadCheck.effects(project.typeOf(device), device, comparison, isSignedOff);
    }

    /**
     * Carries a plan out, when who it works for agrees: keeps what was there, transfers, reads back, compares, writes the
     * ledger, sets the clock when that is wanted, restarts the device where that is needed and waits for it.
     *
     * @param time what the device's clock is set from; empty to leave it
     * @throws RefusedException when nobody agrees, or what the plan rested on has changed since: the project, or what the
     *     device runs
     */
    public static Outcome run(
            ProjectFolder folder, Plan plan, DeviceLink link, Desk desk, Optional<InstantSource> time) {
        desk.ask(
                plan.transfer().isEqual()
                        ? "Finish the download to " + plan.device() + " that was cut off?"
                        : "Overwrite what " + plan.device() + " runs?",
                "nothing was sent");
        if (!folder.basis(plan.device()).equals(plan.basis())) {
            throw new RefusedException(
                    "the project was changed since the plan was made; nothing was sent", "Plan it again.");
        }
        DeviceHistory history = folder.history(plan.device());
        RecordedLink recorded = RecordedLink.of(
                link, history, Optional.of(plan.transfer().wanted().fingerprint()));
        recorded.meets(plan.transfer().identity());
        plan.unfinished().filter(intention -> !intention.isConfirmed()).ifPresent(intention -> {
            history.downloaded(link.address(), intention);
            desk.tell("the download of " + intention.fingerprint().brief()
                    + " that was cut off had reached the device; it is in the ledger now");
        });
        Configuration held = plan.transfer().wanted();
        Optional<String> backup = plan.unfinished().map(DeviceRecord.Intention::backup);
        if (!plan.transfer().isEqual()) {
            folder.recordAddresses(plan.project(), plan.device());
            backup = plan.transfer().present().map(history.kept()::keep);
            backup.ifPresent(file -> desk.tell("kept what was there in " + file));
            held = send(plan, backup, recorded, history, desk);
        }
        time.ifPresent(source -> desk.tell("clock " + UnitCheck.setClock(recorded, source)));
        if (plan.needsRestart()) {
            recorded.restartAndWait();
            desk.tell("restarted, runs again");
        }
        return new Outcome(held, backup, plan.needsRestart());
    }

    /** Writes down what is meant before the device is told, so that whatever is cut off can be finished. */
    private static Configuration send(
            Plan plan, Optional<String> backup, DeviceLink link, DeviceHistory history, Desk desk) {
        DeviceRecord.Intention intention = new DeviceRecord.Intention(
                plan.transfer().wanted().fingerprint(),
                plan.transfer().identity().serial(),
                plan.transfer()
                        .present()
                        .map(Configuration::fingerprint)
                        .map(Fingerprint::hex)
                        .orElse("none"),
                backup.orElse("none"),
                plan.needsRestart(),
                false);
        history.downloadBegun(link.address(), intention);
        Configuration held = new Transfer(link)
                .run(plan.transfer(), (done, total) -> desk.at("sending to " + plan.device(), done, total));
        history.downloaded(link.address(), intention);
        history.kept().keepState(held);
        desk.tell("downloaded " + held.length() + " bytes, activated, read back: equal, fingerprint "
                + held.fingerprint().brief());
        return held;
    }

    /** Carries a plan out and leaves the device's clock as it is. */
    public static Outcome run(ProjectFolder folder, Plan plan, DeviceLink link, Desk desk) {
        return run(folder, plan, link, desk, Optional.empty());
    }

    /** Carries a plan out that was agreed to beforehand. */
    public static Outcome run(ProjectFolder folder, Plan plan, DeviceLink link) {
        return run(folder, plan, link, Desk.AGREED);
    }
}
