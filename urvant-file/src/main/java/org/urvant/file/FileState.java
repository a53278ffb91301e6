package org.urvant.file;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;

/**
 * What a file system says of a file, by which it is known again without being read.
 *
 * @param text which file it is, its length and its times; that of its last change of any kind cannot be set back by a program
 * @param size length in bytes
 * @param newest the newer of the times
 */
public record FileState(String text, long size, Instant newest) {
    /** What the coarsest file systems keep of a time. */
    private static final Duration COARSEST = Duration.ofSeconds(2);
    /** What is enough where times are finer than milliseconds, for then they are kept to the tick of the system's clock. */
    private static final Duration TICKS = Duration.ofMillis(100);

    /** Returns the state of a file. */
    public static FileState of(Path file, LinkOption... options) throws IOException {
        BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class, options);
        Object changed = hasChangeTime(file) ? Files.getAttribute(file, "unix:ctime", options) : "";
        Instant written = now.lastModifiedTime().toInstant();
        Instant newest =
                changed instanceof FileTime time && time.toInstant().isAfter(written) ? time.toInstant() : written;
        return new FileState(
                now.fileKey() + " " + now.size() + " " + now.lastModifiedTime() + " " + changed, now.size(), newest);
    }

    private static boolean hasChangeTime(Path file) {
        return file.getFileSystem().supportedFileAttributeViews().contains("unix");
    }

    /** Waits until a file that was just written may be old, where times are fine. */
    public static void await() {
        try {
            Thread.sleep(TICKS.toMillis() + 5);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Returns whether the file was written so long ago that a second write would bear another time. */
    public boolean isOld() {
        Duration least = newest.getNano() % 1_000_000 == 0 ? COARSEST : TICKS;
        return newest.plus(least).isBefore(Instant.now());
    }
}
