package org.urvant.devices.transfer;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;

/** The list that is gone through after a download or restart: is it the right device, does it run, and does it run this? */
public final class Verification {
    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private static final Duration PAUSE = Duration.ofMillis(100);

    private Verification() {}

    /**
     * One item of the list.
     *
     * @param name what was looked at
     * @param isSound whether it is as the project wants it
     * @param found what was found, and what was wanted where that differs
     * @param next what to do about it; empty when it is sound, or only a person can tell
     */
    public record Item(String name, boolean isSound, String found, Optional<Step> next) {}

    /**
     * Returns the list for a device. It tells which passwords are still those of the factory only to somebody who is logged on,
     * and a password goes to no other device than the one that is meant.
     *
     * @param logOn logs on; empty when nobody can
     */
    public static List<Item> of(
            DeviceLink link, Project project, Device device, InstantSource clock, Optional<Runnable> logOn) {
        List<Item> items = new ArrayList<>();
        Configuration wanted = ConfigurationBuilder.build(project, device);
        Identity identity = link.identify();
        DeviceLink.Health condition = link.condition();
        Step identify = Step.of(Action.IDENTIFY, device.name());
        items.add(sound("answers", link.address() + ", serial number " + identity.serial()));
        items.add(same("name", identity.device(), device.name(), identify));
        items.add(same("type", identity.type(), device.type().text(), identify));
        List<UnitCheck.Mismatch> mismatches = UnitCheck.mismatches(identity, project, device);
        if (mismatches.stream().noneMatch(mismatch -> mismatch.what().equals("firmware"))) {
            items.add(sound("firmware", identity.firmware()));
        }
        mismatches.forEach(mismatch -> items.add(wrong(
                mismatch.what(),
                mismatch.found() + "; expected " + mismatch.expected(),
                Step.of(Action.TAKE_AS_BUILT, device.name()))));
        items.add(
                condition.isRunning()
                        ? sound("runs", "since " + condition.since().truncatedTo(ChronoUnit.SECONDS))
                        : wrong("runs", "no: it is starting", identify));
        items.add(same(
                "configuration",
                identity.active().map(Fingerprint::brief).orElse("none"),
                wanted.fingerprint().brief(),
                Step.of(Action.COMPARE, device.name())));
        Duration ahead = UnitCheck.clockAhead(link.clock(), clock);
        items.add(
                UnitCheck.isClockRight(ahead)
                        ? sound("clock", UnitCheck.clockText(ahead))
                        : wrong("clock", UnitCheck.clockText(ahead), Step.of(Action.SET_CLOCK, device.name())));
        items.add(passwords(link, device, identity, logOn));
        return items;
    }

    private static Item passwords(DeviceLink link, Device device, Identity identity, Optional<Runnable> logOn) {
        boolean isMeant = identity.type().equals(device.type().text())
                && (identity.device().isEmpty() || identity.device().equals(device.name()));
        if (!isMeant || logOn.isEmpty()) {
            return new Item("passwords", false, "not known without logging on", Optional.empty());
        }
        logOn.get().run();
        List<String> accounts = link.factoryAccounts();
        return accounts.isEmpty()
                ? sound("passwords", "no account has that of the factory")
                : wrong(
                        "passwords",
                        "still that of the factory: " + String.join(", ", accounts),
                        Step.of(Action.CHANGE_PASSWORD, device.name(), accounts.get(0)));
    }

    private static Item sound(String name, String found) {
        return new Item(name, true, found, Optional.empty());
    }

    private static Item wrong(String name, String found, Step next) {
        return new Item(name, false, found, Optional.of(next));
    }

    private static Item same(String name, String found, String wanted, Step next) {
        return found.equals(wanted) ? sound(name, found) : wrong(name, found + "; expected " + wanted, next);
    }

    /**
     * Waits until a device that was told to restart does its work again.
     *
     * @param before when it had started before
     * @throws UnreachableException when it is not back within a minute
     */
    public static void awaitRestart(DeviceLink link, Instant before) {
        long end = System.nanoTime() + PATIENCE.toNanos();
        while (System.nanoTime() < end) {
            try {
                DeviceLink.Health condition = link.condition();
                if (condition.isRunning() && condition.since().isAfter(before)) {
                    return;
                }
            } catch (RefusedException | UnreachableException e) {
                // a device that restarts refuses or does not answer; that is what is waited for
            }
            try {
                Thread.sleep(PAUSE.toMillis());
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new UnreachableException("interrupted while waiting for " + link.address(), "Run it again.", e);
            }
        }
        throw new UnreachableException(
                "the device at " + link.address() + " is not back after " + PATIENCE.toSeconds() + " s",
                "Look at the device; it keeps its configuration over a restart.",
                null);
    }
}
