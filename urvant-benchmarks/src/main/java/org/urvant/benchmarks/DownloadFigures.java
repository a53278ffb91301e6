package org.urvant.benchmarks;

import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Finding;
import org.urvant.core.tree.Fingerprint;
import org.urvant.devices.link.DeviceLink;
import org.urvant.devices.link.Identity;
import org.urvant.devices.transfer.Download;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.check.ProjectCheck;
import org.urvant.project.configuration.Configuration;
import org.urvant.project.configuration.ConfigurationBuilder;
import org.urvant.project.folder.ProjectFolder;

/**
 * Plans the downloads of all devices of a project with one load and one check of the site, against that check and as many
 * configurations built, the two in turn. The devices answer from memory, so that no line counts.
 */
final class DownloadFigures {
    private static final int ROUNDS = 7;
    private static final int WARM_UP = 5;

    private DownloadFigures() {}

    /** Measures and prints; returns milliseconds a device. */
    static double plans(ProjectFolder folder, int devices) {
        Project project = folder.load();
        Project earlier = changed(project);
        Map<String, Configuration> held = new HashMap<>(); // what devices hold is not made here
        earlier.devices()
                .values()
                .forEach(device -> held.put(device.name(), ConfigurationBuilder.build(earlier, device)));
        List<Double> own = new ArrayList<>();
        List<Double> plain = new ArrayList<>();
        for (int round = 0; round < WARM_UP + ROUNDS; round++) {
            long start = System.nanoTime();
            List<Finding> findings = ProjectCheck.check(project);
            for (Device device : project.devices().values()) {
                Configuration present = held.get(device.name());
                Download.Plan plan = Download.plan(
                        folder, project, findings, device.name(), new Held(device, present), InstantSource.system());
                if (plan.isEqual()) {
                    throw new IllegalStateException(device.name() + " is made to differ");
                }
            }
            long middle = System.nanoTime();
            ProjectCheck.check(project);
            for (Device device : project.devices().values()) {
                ConfigurationBuilder.build(project, device);
            }
            long end = System.nanoTime();
            if (round >= WARM_UP) {
                own.add((middle - start) / 1e6);
                plain.add((end - middle) / 1e6);
            }
        }
        double time = DeviceFigures.median(own);
        System.out.printf(
                Locale.ROOT,
                "| plan of %d downloads : one check of the site and as many configurations built | %.0f | %.0f | %.2f |%n",
                devices,
                time,
                DeviceFigures.median(plain),
                time / DeviceFigures.median(plain));
        return time / devices;
    }

    /** The same site in which each device lacks a value, so that each download has something to do. */
    private static Project changed(Project project) {
        Project changed = project;
        for (Device device : project.devices().values()) {
            String path = device.settings().firstKey();
            changed = changed.with(device.with(device.given().withOwn(without(device, path))));
        }
        return changed;
    }

    private static SortedMap<String, Entry> without(Device device, String path) {
        SortedMap<String, Entry> rest = new TreeMap<>(device.settings());
        rest.remove(path);
        return rest;
    }

    /** A device that answers from memory. */
    private record Held(Device device, Configuration present) implements DeviceLink {
        @Override
        public String address() {
            return "192.0.2.1:8443";
        }

        @Override
        public Identity identify() {
            return new Identity(
                    device.name(),
                    device.type().text(),
                    device.firmware().text(),
                    "S-1",
                    "",
                    "",
                    Optional.empty(),
                    Optional.of(present.fingerprint()));
        }

        @Override
        public Optional<Configuration> read() {
            return Optional.of(present);
        }

        @Override
        public Instant clock() {
            return Instant.now();
        }

        @Override
        public Health condition() {
            return new Health(true, Instant.EPOCH);
        }

        @Override
        public List<String> factoryAccounts() {
            return List.of();
        }

        @Override
        public void logOn(String user, char[] password) {}

        @Override
        public void changePassword(char[] old, char[] password) {}

        @Override
        public void stage(Configuration configuration, BlockWatch progress) {}

        @Override
        public void activate(Fingerprint staged, Optional<Fingerprint> replaces) {}

        @Override
        public void restart() {}

        @Override
        public void setClock(Instant now) {}

        @Override
        public void close() {}
    }
}
