package org.urvant.devices.standin;

import java.nio.file.Path;
import java.util.Collections;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.device.DeviceType;
import org.urvant.core.error.RefusedException;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Step;
import org.urvant.core.finding.Step.Action;
import org.urvant.project.Device;
import org.urvant.project.Project;

/** The stand-ins of a project, started together: one for each device whose maintenance link is on this computer. */
public final class Bench implements AutoCloseable {
    private static final String LOOPBACK = "127.";

    private final SortedMap<String, StandIn> standIns;

    private Bench(SortedMap<String, StandIn> standIns) {
        this.standIns = standIns;
    }

    /**
     * Starts them; when one cannot be started, none is.
     *
     * @param state folder in which each keeps its state, in a folder of its device's name
     * @param failures how they misbehave
     * @throws RefusedException when no device has a link on this computer
     */
    public static Bench start(Project project, Path state, Failures failures) {
        Bench bench = new Bench(new TreeMap<>());
        try {
            for (Device device : project.devices().values()) {
                String link = device.maintenanceLink().map(Entry::text).orElse("");
                Optional<DeviceType> type = project.type(device);
                if (link.startsWith(LOOPBACK) && type.isPresent()) {
                    int colon = link.lastIndexOf(':');
                    bench.standIns.put(
                            device.name(),
                            StandIn.start(
                                    state.resolve(device.name()),
                                    StandInProfile.of(type.get(), device),
                                    link.substring(0, colon),
                                    Integer.parseInt(link.substring(colon + 1)),
                                    failures));
                }
            }
        } catch (RuntimeException e) {
            bench.close();
            throw e;
        }
        if (bench.standIns.isEmpty()) {
            throw new RefusedException(
                    "no device has a loopback link",
                    "Give one.",
                    Step.of(Action.SET, "DEVICE", "link", "127.0.0.1:8443"));
        }
        return bench;
    }

    /** Returns what runs, by the name of the device. */
    public SortedMap<String, StandIn> standIns() {
        return Collections.unmodifiableSortedMap(standIns);
    }

    /** Stops them; they keep their state. */
    @Override
    public void close() {
        standIns.values().forEach(StandIn::close);
    }
}
