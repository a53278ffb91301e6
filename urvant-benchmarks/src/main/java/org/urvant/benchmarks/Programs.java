package org.urvant.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.TimeUnit;

/** Runs programs as a user's shell would, each in a process of its own with a class data archive, and measures them. */
final class Programs {
    private static final long POLL_MILLIS = 4;

    private final Path user;
    private final List<String> before;

    /**
     * @param user folder of the user's own that the programs work with
     * @param before words before the command line, such as {@code taskset -c 0}
     */
    Programs(Path user, String... before) {
        this.user = user;
        this.before = List.of(before);
    }

    /** How a program ran. */
    record Run(double millis, double peakMegabytes) {}

    /** Makes an archive of what a program loads. */
    Path archive(List<String> training, Path folder) throws IOException, InterruptedException {
        Path archive = Files.createTempDirectory("figures").resolve("classes.jsa");
        List<String> keeping = new ArrayList<>(List.of("org.urvant.cli.KeptClasses", archive.toString()));
        keeping.addAll(training);
        run(List.of(), keeping, folder, Set.of(0));
        if (!Files.exists(archive)) {
            throw new IllegalStateException("no archive was made of " + training);
        }
        return archive;
    }

    /** Runs a program with the options of the command's own launcher. */
    Run run(Path archive, List<String> program, Path folder) throws IOException, InterruptedException {
        return run(
                List.of("-XX:SharedArchiveFile=" + archive, "-XX:-UsePerfData", "-XX:TieredStopAtLevel=1"),
                program,
                folder,
                Set.of(0, 1)); // a check that finds something ends with 1
    }

    /** Runs a program with Java's own options. */
    Run plain(List<String> program, Path folder) throws IOException, InterruptedException {
        return run(List.of(), program, folder, Set.of(0));
    }

    private Run run(List<String> options, List<String> program, Path folder, Set<Integer> good)
            throws IOException, InterruptedException {
        List<String> line = new ArrayList<>(before);
        line.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        line.addAll(List.of("-XX:+UseSerialGC", "-Xlog:disable"));
        line.addAll(options);
        line.addAll(List.of("-cp", System.getProperty("java.class.path")));
        line.addAll(program);
        ProcessBuilder builder = new ProcessBuilder(line)
                .directory(folder.toFile())
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD);
        builder.environment().put("NO_COLOR", "1");
        builder.environment().put("URVANT_HOME", user.toString());
        long start = System.nanoTime();
        Process process = builder.start();
        Path status = Path.of("/proc", String.valueOf(process.pid()), "status");
        double peak = 0;
        while (!process.waitFor(POLL_MILLIS, TimeUnit.MILLISECONDS)) {
            peak = Math.max(peak, peak(status));
        }
        double millis = (System.nanoTime() - start) / 1e6;
        if (!good.contains(process.exitValue())) {
            throw new IllegalStateException(program + " ended with " + process.exitValue());
        }
        return new Run(millis, peak);
    }

    /** Returns the greatest memory of a process so far in MB, as Linux tells it; 0 when it does not. */
    private static double peak(Path status) {
        try {
            for (String line : Files.readAllLines(status)) {
                if (line.startsWith("VmHWM:")) {
                    return Long.parseLong(line.replaceAll("\\D", "")) / 1000.0;
                }
            }
        } catch (IOException e) {
            return 0; // it ended just now
        }
        return 0;
    }
}
