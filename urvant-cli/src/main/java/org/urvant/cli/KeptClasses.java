package org.urvant.cli;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.RefusedException;
import org.urvant.file.ExclusiveLock;
import org.urvant.file.SafeFile;
import org.urvant.project.cache.UserCache;

/**
 * The loaded form of the classes, which makes starts fast: made after the first command, beside what the user does, by
 * playing the demo once, and again when Java or Urvant are others. Whatever goes wrong with it, commands work without.
 */
final class KeptClasses {
    /** Names the file that a launcher has Java start with, {@code -XX:SharedArchiveFile}. */
    static final String PROPERTY = "urvant.classes";

    private static final String FAILED = " failed";
    private static final Duration LONGEST = Duration.ofMinutes(10);

    private final String classPath;
    private final Path file;
    private final Path key;
    private final Path made;
    private final Path list;
    private final Path lock;

    KeptClasses(Path file, String classPath) {
        this.classPath = classPath;
        this.file = file;
        this.key = file.resolveSibling(file.getFileName() + ".key");
        this.made = file.resolveSibling(file.getFileName() + ".new");
        this.list = file.resolveSibling(file.getFileName() + ".list");
        this.lock = file.resolveSibling(file.getFileName() + ".lock");
    }

    /** Sees to the file that the launcher named, if it named one; returns at once. */
    static void keep() {
        String named = System.getProperty(PROPERTY);
        if (named == null) {
            return;
        }
        KeptClasses kept = of(named);
        if (!kept.isCurrent() && kept.isPossible()) {
            try {
                List<String> command = new ArrayList<>(kept.java());
                command.add(KeptClasses.class.getName());
                command.add(named);
                new ProcessBuilder(command)
                        .redirectErrorStream(true)
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .start()
                        .getOutputStream()
                        .close();
            } catch (IOException e) {
                LoggerFactory.getLogger(KeptClasses.class).debug("no class data", e);
            }
        }
    }

    private static KeptClasses of(String named) {
        return new KeptClasses(Path.of(named), System.getProperty("java.class.path"));
    }

    /** Makes the file that is the first argument, by a program that follows with its arguments; the demo when none does. */
    public static void main(String[] arguments) throws IOException, InterruptedException {
        List<String> program = List.of(arguments).subList(1, arguments.length);
        of(arguments[0]).make(program.isEmpty() ? List.of(Main.class.getName(), "demo") : program);
    }

    /** Returns whether the file was made by this Java from these classes, or could not be, which stays so. */
    boolean isCurrent() {
        try {
            String made = Files.readString(key);
            return made.equals(now()) && Files.exists(file) || made.equals(now() + FAILED);
        } catch (IOException e) {
            return false;
        }
    }

    /** Returns whether the file's folder can be written, or made; else each command would try in vain. */
    boolean isPossible() {
        Path folder = file.toAbsolutePath().getParent();
        while (folder != null && Files.notExists(folder)) {
            folder = folder.getParent();
        }
        return folder != null && Files.isWritable(folder);
    }

    /**
     * Makes the file by running a program once, unless somebody else is at it.
     *
     * @return whether it was made
     */
    boolean make(List<String> program) throws IOException, InterruptedException {
        new UserCache(file.toAbsolutePath().getParent()); // made so that nobody else can write it
        ExclusiveLock mine;
        try {
            mine = ExclusiveLock.take(lock, "keeping the classes", Duration.ZERO);
        } catch (RefusedException e) {
            return false;
        }
        try {
            return made(program);
        } finally {
            Files.deleteIfExists(made);
            Files.deleteIfExists(list);
            mine.close();
        }
    }

    /** Which classes are loaded is listed first, and then they are kept with all that Java itself needs to begin. */
    private boolean made(List<String> program) throws IOException, InterruptedException {
        List<String> listing = new ArrayList<>(
                List.of("-XX:DumpLoadedClassList=" + list, "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC"));
        listing.addAll(program);
        boolean isMade = runs(listing) && Files.exists(list);
        if (isMade) {
            leaveOutOldLinks();
            isMade = runs(List.of(
                            "-Xshare:dump",
                            "-XX:SharedClassListFile=" + list,
                            "-XX:SharedArchiveFile=" + made,
                            "-XX:+UseG1GC")) // the only one that keeps objects, too
                    && Files.exists(made);
        }
        if (!isMade) {
            SafeFile.writeText(key, now() + FAILED);
            return false;
        }
        Files.deleteIfExists(key);
        Files.move(made, file, StandardCopyOption.REPLACE_EXISTING);
        SafeFile.writeText(key, now());
        return true;
    }

    /**
     * Takes out what would have classes of the old form linked, as those of picocli are: linked they are not kept, and they are
     * half of what a short command loads.
     */
    private void leaveOutOldLinks() throws IOException {
        List<String> lines = Files.readAllLines(list).stream()
                .filter(line -> !(line.startsWith("@lambda") && line.contains("picocli/")))
                .toList();
        Files.write(list, lines);
    }

    private boolean runs(List<String> options) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(java());
        command.addAll(options);
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        process.getOutputStream().close();
        boolean isOver = process.waitFor(LONGEST.toMinutes(), TimeUnit.MINUTES);
        if (!isOver) {
            process.destroyForcibly().waitFor();
        }
        return isOver && process.exitValue() == 0;
    }

    /** What the file depends on: which Java runs, and which jars. */
    private String now() throws IOException {
        StringBuilder text = new StringBuilder(System.getProperty("java.vm.version"))
                .append(' ')
                .append(System.getProperty("java.home"));
        for (String each : classPath.split(File.pathSeparator)) {
            BasicFileAttributes jar = Files.readAttributes(Path.of(each), BasicFileAttributes.class);
            text.append('\n')
                    .append(each)
                    .append(' ')
                    .append(jar.size())
                    .append(' ')
                    .append(jar.lastModifiedTime());
        }
        return UserCache.name(text.toString());
    }

    private List<String> java() {
        return List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-cp", classPath);
    }
}
