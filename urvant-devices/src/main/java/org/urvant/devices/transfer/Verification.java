package org.urvant.devices.transfer;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;
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
     */
    public record Item(String name, boolean isSound, String found) {}

    /**
     * Returns the list for a device.
     *
     * @param factoryAccounts users that the device says still have their factory password; null when nobody is logged on, so
     *     that it was not asked
     */
    public static List<Item> of(
            DeviceLink link, Project project, Device device, InstantSource clock, List<String> factoryAccounts) {
        List<Item> items = new ArrayList<>();
        Configuration wanted = ConfigurationBuilder.build(project, device);
        Identity identity = link.identify();
        DeviceLink.Health condition = link.condition();
        items.add(new Item("answers", true, link.address() + ", serial number " + identity.serial()));
        items.add(same("name", identity.device(), device.name()));
        items.add(same("type", identity.type(), device.type().text()));
        List<UnitCheck.Mismatch> mismatches = UnitCheck.mismatches(identity, project, device);
        if (mismatches.stream().noneMatch(mismatch -> mismatch.what().equals("firmware"))) {
            items.add(new Item("firmware", true, identity.firmware()));
        }
        mismatches.forEach(mismatch ->
                items.add(new Item(mismatch.what(), false, mismatch.found() + "; expected " + mismatch.expected())));
        items.add(new Item(
                "runs",
                condition.isRunning(),
                condition.isRunning()
                        ? "since " + condition.since().truncatedTo(ChronoUnit.SECONDS)
                        : "no: it is starting"));
        items.add(same(
                "configuration",
                identity.active().map(Fingerprint::brief).orElse("none"),
                wanted.fingerprint().brief()));
        Duration ahead = UnitCheck.clockAhead(link.clock(), clock);
        items.add(new Item("clock", UnitCheck.isClockRight(ahead), UnitCheck.clockText(ahead)));
        items.add(passwords(factoryAccounts));
        return items;
    }

    private static Item passwords(List<String> factoryAccounts) {
        if (factoryAccounts == null) {
            return new Item("passwords", false, "not known without logging on");
        }
        return new Item(
                "passwords",
                factoryAccounts.isEmpty(),
                factoryAccounts.isEmpty()
                        ? "no account has that of the factory"
                        : "still that of the factory: " + String.join(", ", factoryAccounts));
    }

    private static Item same(String name, String found, String wanted) {
        return new Item(name, found.equals(wanted), found.equals(wanted) ? found : found + "; expected " + wanted);
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
