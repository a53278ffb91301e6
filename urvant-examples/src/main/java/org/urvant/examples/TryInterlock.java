package org.urvant.examples;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.urvant.core.device.DeviceType;
import org.urvant.core.logic.Logic;
import org.urvant.core.logic.Simulation;
import org.urvant.core.logic.Simulation.Stimulus;
import org.urvant.core.signal.Quality;
import org.urvant.core.signal.SignalValue;
import org.urvant.file.SafeFile;
import org.urvant.project.Device;
import org.urvant.project.Project;
import org.urvant.project.behaviour.DeviceLogic;
import org.urvant.project.change.NewDevice;
import org.urvant.project.folder.ProjectFolder;
import org.urvant.project.folder.Workplace;

/** Gives a feeder relay a program, type-checks it against the relay's signals, and runs it for a second. */
public final class TryInterlock {
    private TryInterlock() {}

    /** Plays it on the demo data. */
    public static void main(String[] arguments) throws IOException {
        Stage.play("interlock.st", TryInterlock::run);
    }

    static String run(Path programs, Path root) {
        ProjectFolder folder = ProjectFolder.create(
                root, "Skarholm tidal works", new Workplace("example", InstantSource.system(), root.resolve("user")));
        folder.change(site -> NewDevice.add(site, "F11", NewDevice.Start.of("marrowby-f2")));
        folder.change(
                site -> site.with(site.device("F11").withLogic(SafeFile.readText(programs, 1_000_000, "programs"))));

        Project project = folder.load();
        Device device = project.device("F11");
        DeviceType type = project.typeOf(device);
        Logic logic = DeviceLogic.of(type, device)
                .compile((place, mistake) -> System.out.println(place + " " + mistake.message()))
                .orElseThrow();
        logic.remarks().forEach(remark -> System.out.println(remark.message()));

        Instant begin = Instant.parse("2026-11-23T08:00:00Z");
        Instant pressed = begin.plusMillis(100);
        List<Stimulus> command =
                List.of(new Stimulus(Duration.ofMillis(100), "bi3", new SignalValue(true, Quality.GOOD, pressed)));
        List<String> trace = new ArrayList<>();
        new Simulation(begin, Duration.ofSeconds(1), type.software().logic().cycle(), ZoneOffset.UTC)
                .run(
                        logic,
                        command,
                        List.of("bi3", "led1"),
                        change -> trace.add(change.name() + " " + change.value().value() + " at "
                                + Duration.between(begin, change.at()).toMillis() + " ms"));
        return String.join(", ", trace);
    }
}
