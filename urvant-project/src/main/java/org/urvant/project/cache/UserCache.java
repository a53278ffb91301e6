package org.urvant.project.cache;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.UrvantException;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.FileState;
import org.urvant.file.SafeFile;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SignalIndexFile;
import org.urvant.scl.reading.StoreFile;
import org.urvant.scl.selection.SignalIndex;

/**
 * What makes later commands fast and can be made again at any time, in a folder of the user's own that nobody else can write:
 * what was read of SCL files, indexes of signals and findings, by the digest of what they were made of, and digests of files by their state. Nothing that came with a
 * project is used for it.
 */
public final class UserCache {
    private static final Set<PosixFilePermission> OWNER = PosixFilePermissions.fromString("rwx------");
    private static final Duration LONGEST_KEPT = Duration.ofDays(90);
    private static final long LARGE = 4_000_000;
    private static final long MOST_STATE = 10_000;
    private static final long MOST_FINDINGS = 1_000_000_000;
    private static final long MOST_KEPT = 2_000_000_000; // octets of all files

    private final Optional<Path> folder;
    private final boolean isForgetful;

    /** Opens the cache in a folder of the user's own; it is made when it is not there. */
    public UserCache(Path folder) {
        this(own(folder), false);
    }

    private UserCache(Optional<Path> folder, boolean isForgetful) {
        this.folder = folder;
        this.isForgetful = isForgetful;
    }

    /** Returns the cache as one that has nothing, and keeps all that is made anew. */
    public UserCache forgetful() {
        return new UserCache(folder, true);
    }

    /** Returns the name under which something is kept that has a name of any form. */
    public static String name(String text) {
        return Fingerprint.of(text.getBytes(StandardCharsets.UTF_8)).hex();
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
    public Optional<SignalIndex> index(String digest, String shownAs) {
        return kept(digest, ".index").flatMap(file -> SignalIndexFile.read(file, shownAs));
    }

    /** Keeps the index that was made of what has a digest. */
    public void keep(String digest, SignalIndex index) {
        place(digest, ".index").ifPresent(file -> SignalIndexFile.write(file, index));
    }

    /** Returns what was read of an SCL file that has a digest. */
    Optional<SclFile> store(String digest, String shownAs) {
        return kept(digest, ".store").flatMap(file -> StoreFile.read(file, digest, shownAs));
    }

    /** Keeps what was read of an SCL file that has a digest. */
    void keep(String digest, SclFile file) {
        place(digest, ".store").ifPresent(at -> StoreFile.write(at, digest, file));
    }

    /**
     * Returns findings that were kept.
     *
     * @param name under which, as {@link #name} makes it
     * @param of all that they rest on; another text than they were kept with, or another edition of Urvant, makes them unknown
     */
    public Optional<SclCheck.Result> findings(String name, String of) {
        return key(of).flatMap(key -> kept(name, ".findings").flatMap(file -> {
            try {
                return FindingForm.read(key, SafeFile.read(file, MOST_FINDINGS));
            } catch (UrvantException e) {
                return Optional.empty();
            }
        }));
    }

    /** Returns what was kept in pieces under a name, by the name of each; none when it is not there or not whole. */
    Map<String, byte[]> pieces(String name) {
        return kept(name, ".pieces")
                .map(file -> {
                    try {
                        return pieces(SafeFile.read(file, MOST_FINDINGS));
                    } catch (UrvantException e) {
                        return Map.<String, byte[]>of();
                    }
                })
                .orElse(Map.of());
    }

    private static Map<String, byte[]> pieces(byte[] octets) {
        Map<String, byte[]> pieces = new TreeMap<>();
        try {
            ByteBuffer form = ByteBuffer.wrap(octets);
            for (int left = form.getInt(); left > 0; left--) {
                byte[] name = new byte[within(form.getInt(), form)];
                form.get(name);
                byte[] piece = new byte[within(form.getInt(), form)];
                form.get(piece);
                pieces.put(new String(name, StandardCharsets.UTF_8), piece);
            }
            return form.hasRemaining() ? Map.of() : pieces;
        } catch (BufferUnderflowException e) {
            return Map.of();
        }
    }

    private static int within(int length, ByteBuffer form) {
        if (length < 0 || length > form.remaining()) {
            throw new BufferUnderflowException();
        }
        return length;
    }

    /** Keeps pieces under a name, in place of those that were kept under it; each has to tell whether it is whole. */
    void keepPieces(String name, Map<String, byte[]> pieces) {
        place(name, ".pieces").ifPresent(file -> {
            try {
                SafeFile.writeNote(file, to -> {
                    to.accept(number(pieces.size()));
                    pieces.forEach((piece, octets) -> {
                        byte[] letters = octets(piece);
                        to.accept(number(letters.length));
                        to.accept(ByteBuffer.wrap(letters));
                        to.accept(number(octets.length));
                        to.accept(ByteBuffer.wrap(octets));
                    });
                });
            } catch (UrvantException e) {
                LoggerFactory.getLogger(UserCache.class).debug("no note in {}", file, e);
            }
        });
    }

    private static ByteBuffer number(int number) {
        return ByteBuffer.allocate(4).putInt(number).flip();
    }

    /** Keeps findings under a name, in place of those that were kept under it. */
    public void keep(String name, String of, SclCheck.Result findings) {
        key(of).ifPresent(key ->
                place(name, ".findings").ifPresent(file -> note(file, FindingForm.octets(key, findings))));
    }

    static Optional<String> key(String of) {
        return Edition.current().map(edition -> name(edition + of));
    }

    private Optional<Path> kept(String name, String ending) {
        return folder.filter(at -> !isForgetful)
                .map(at -> at.resolve(name + ending))
                .filter(Files::isRegularFile);
    }

    /** Returns the file to keep something in; what is old, or more than is kept, goes first. */
    private Optional<Path> place(String name, String ending) {
        folder.ifPresent(UserCache::sweep);
        return folder.map(at -> at.resolve(name + ending));
    }

    /** A file of the cache; one that is gone by now was modified at 0. */
    private record Kept(Path file, long modified, long size) {
        static Kept of(Path file) {
            return new Kept(file, SafeFile.modified(file), SafeFile.length(file));
        }
    }

    private static void sweep(Path folder) {
        long oldest = System.currentTimeMillis() - LONGEST_KEPT.toMillis();
        try (Stream<Path> all = Files.list(folder)) {
            List<Kept> newest = all.map(Kept::of) // each is looked at once, for others write here meanwhile
                    .filter(kept -> kept.modified > 0)
                    .sorted(Comparator.comparingLong(Kept::modified).reversed())
                    .toList();
            long size = 0;
            for (Kept kept : newest) {
                size += kept.size;
                if (size > MOST_KEPT || kept.modified < oldest) {
                    SafeFile.delete(kept.file);
                }
            }
        } catch (IOException | UncheckedIOException | UrvantException e) {
            LoggerFactory.getLogger(UserCache.class).debug("old files stay in {}", folder, e);
        }
    }

    /**
     * Returns the digest of a file. One that is the same, as long and as old as when it was digested before is not read again,
     * unless it was written so shortly before that a second write could bear the same time.
     */
    public String digest(Path file, long most) {
        return digest(file, () -> Fingerprint.of(SafeFile.read(file, most)).hex());
    }

    /** Returns the digest of a file, digested by somebody else if it must be. */
    String digest(Path file, Supplier<String> digesting) {
        Optional<String> known = knownDigest(file);
        if (known.isPresent()) {
            return known.get();
        }
        Optional<FileState> before = state(file);
        String digest = digesting.get();
        before.filter(FileState::isOld)
                .filter(state -> state(file).equals(before))
                .ifPresent(state -> place(name(file.toAbsolutePath().toString()), ".digest")
                        .ifPresent(note -> note(note, octets(state.text() + "\n" + digest))));
        return digest;
    }

    /** Notes the digest of a file that was just written. Of a large one it waits until its time is one that can be relied on. */
    public void knows(Path file, String digest) {
        Optional<FileState> written = state(file);
        if (written.filter(state -> state.size() > LARGE && !state.isOld()).isPresent()) {
            FileState.await();
        }
        if (state(file).equals(written)) { // nobody else wrote it meanwhile
            digest(file, () -> digest);
        }
    }

    /** Returns the digest of a file that is as it was when it was digested last; empty when it is not. */
    Optional<String> knownDigest(Path file) {
        Optional<FileState> now = state(file);
        return kept(name(file.toAbsolutePath().toString()), ".digest")
                .filter(note -> now.isPresent())
                .map(note -> SafeFile.readText(note, MOST_STATE, "digest"))
                .filter(text -> text.startsWith(now.get().text() + "\n"))
                .map(text -> text.substring(now.get().text().length() + 1));
    }

    private static Optional<FileState> state(Path file) {
        try {
            return Optional.of(FileState.of(file));
        } catch (IOException e) {
            return Optional.empty(); // who reads it will say what is wrong
        }
    }

    private static byte[] octets(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static void note(Path file, byte[] octets) {
        try {
            SafeFile.writeNote(file, octets);
        } catch (UrvantException e) {
            LoggerFactory.getLogger(UserCache.class).debug("no note in {}", file, e);
        }
    }
}
