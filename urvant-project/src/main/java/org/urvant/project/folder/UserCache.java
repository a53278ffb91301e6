package org.urvant.project.folder;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.scl.reading.SignalIndexFile;
import org.urvant.scl.selection.SignalIndex;

/**
 * What makes later commands fast and can be made again at any time, in a folder of the user's own that nobody else can write:
 * indexes of signals by the digest of what they were made of, and digests of files by their state. Nothing that came with a
 * project is used for it.
 */
final class UserCache {
    private static final Set<PosixFilePermission> OWNER = PosixFilePermissions.fromString("rwx------");
    private static final Duration LONGEST_KEPT = Duration.ofDays(90);
    private static final long MOST_STATE = 10_000;

    private final Optional<Path> folder;

    UserCache(Workplace workplace) {
        this.folder = own(workplace.cache());
    }

    /** Returns the folder, made if need be; empty when it cannot be made or others can write it. */
    private static Optional<Path> own(Path folder) {
        try {
            boolean isNew = Files.notExists(folder, LinkOption.NOFOLLOW_LINKS);
            Files.createDirectories(folder);
            if (!Files.getFileStore(folder).supportsFileAttributeView("posix")) {
                return Optional.of(folder);
            }
            if (isNew) {
                Files.setPosixFilePermissions(folder, OWNER);
            }
            return OWNER.containsAll(Files.getPosixFilePermissions(folder, LinkOption.NOFOLLOW_LINKS))
                    ? Optional.of(folder)
                    : Optional.empty();
        } catch (IOException | SecurityException e) {
            LoggerFactory.getLogger(UserCache.class).debug("no cache in {}", folder, e);
            return Optional.empty();
        }
    }

    /** Returns the index that was made of what has a digest. */
    Optional<SignalIndex> index(String digest, String shownAs) {
        return folder.map(at -> at.resolve(digest + ".index"))
                .filter(Files::isRegularFile)
                .flatMap(file -> SignalIndexFile.read(file, shownAs));
    }

    /** Keeps the index that was made of what has a digest. */
    void keep(String digest, SignalIndex index) {
        folder.ifPresent(at -> {
            sweep(at);
            SignalIndexFile.write(at.resolve(digest + ".index"), index);
        });
    }

    private static void sweep(Path folder) {
        long oldest = System.currentTimeMillis() - LONGEST_KEPT.toMillis();
        try (Stream<Path> kept = Files.list(folder)) {
            kept.filter(file -> SafeFile.modified(file) < oldest).forEach(SafeFile::delete);
        } catch (IOException | UrvantException e) {
            LoggerFactory.getLogger(UserCache.class).debug("old files stay in {}", folder, e);
        }
    }

    /**
     * Returns the digest of a file. One that is the same, as long and as old as when it was digested before is not read again,
     * unless it was written so shortly before that a second write could bear the same time.
     */
    String digest(Path file, long most) throws IOException {
        String state = state(file);
        Optional<Path> note = folder.map(
                at -> at.resolve(Fingerprint.of(file.toAbsolutePath().toString().getBytes(StandardCharsets.UTF_8))
                                .hex() + ".digest"));
        Optional<String> known = note.filter(Files::isRegularFile)
                .map(path -> SafeFile.readText(path, MOST_STATE, "digest"))
                .filter(text -> text.startsWith(state + "\n"))
                .map(text -> text.substring(state.length() + 1));
        if (known.isPresent()) {
            return known.get();
        }
        String digest = Fingerprint.of(SafeFile.read(file, most)).hex();
        if (note.isPresent() && isOld(file) && state(file).equals(state)) {
            keepNote(note.get(), state + "\n" + digest);
        }
        return digest;
    }

    private static void keepNote(Path note, String text) {
        try {
            SafeFile.writeNote(note, text.getBytes(StandardCharsets.UTF_8));
        } catch (UrvantException e) {
            LoggerFactory.getLogger(UserCache.class).debug("no note in {}", note, e);
        }
    }

    /** What a file system says of a file; the time of its last change of any kind cannot be set back by a program. */
    private static String state(Path file) throws IOException {
        BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class);
        return now.fileKey() + " " + now.size() + " " + now.lastModifiedTime() + " " + changed(file);
    }

    private static Object changed(Path file) throws IOException {
        return Files.getFileStore(file).supportsFileAttributeView("unix") ? Files.getAttribute(file, "unix:ctime") : "";
    }

    private static boolean isOld(Path file) throws IOException {
        long changed = changed(file) instanceof FileTime time ? time.toMillis() : 0;
        long newest = Math.max(changed, Files.getLastModifiedTime(file).toMillis());
        return System.currentTimeMillis() - newest > ProjectFiles.COARSEST_FILE_TIME;
    }
}
