package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import jdk.jfr.Recording;
import jdk.jfr.consumer.RecordedEvent;
import jdk.jfr.consumer.RecordedFrame;
import jdk.jfr.consumer.RecordingFile;

/** Samples a piece of work and says in which of Urvant's parts the processor was. */
final class Profile {
    private static final List<String> PARTS = List.of(
            "org.urvant.scl.selection",
            "org.urvant.scl.OctetPool",
            "org.urvant.scl.SclBuilder",
            "org.urvant.scl.IedCheck",
            "org.urvant.scl.TypeCheck",
            "org.urvant.scl.NetworkSectionCheck",
            "org.urvant.scl.SiteCheck",
            "org.urvant.project.check",
            "org.urvant.scl.reading",
            "org.urvant.scl");

    private Profile() {}

    /** Runs the work a number of times and prints the share of each part, largest first. */
    static void print(Runnable work, int times) throws IOException {
        Path file = Files.createTempFile("profile", ".jfr");
        try (Recording recording = new Recording()) {
            recording.enable("jdk.ExecutionSample").withPeriod(Duration.ofMillis(10));
            recording.start();
            for (int i = 0; i < times; i++) {
                work.run();
            }
            recording.stop();
            recording.dump(file);
        }
        Map<String, Integer> samples = new HashMap<>();
        int all = 0;
        for (RecordedEvent event : RecordingFile.readAllEvents(file)) {
            if (event.getStackTrace() != null) {
                samples.merge(part(event.getStackTrace().getFrames()), 1, Integer::sum);
                all++;
            }
        }
        Files.delete(file);
        int total = Math.max(1, all);
        System.out.println("| part | share |");
        System.out.println("|---|---|");
        samples.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
                .forEach(entry -> System.out.printf(
                        Locale.ROOT, "| `%s` | %.0f %% |%n", entry.getKey(), 100.0 * entry.getValue() / total));
    }

    /** The innermost frame of a named part counts, so that the time of the JDK's own code goes to its caller. */
    private static String part(List<RecordedFrame> frames) {
        for (RecordedFrame frame : frames) {
            String type = frame.getMethod().getType().getName();
            for (String part : PARTS) {
                if (type.startsWith(part)) {
                    return part;
                }
            }
        }
        return "other";
    }
}
