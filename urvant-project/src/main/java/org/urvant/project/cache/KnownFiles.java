package org.urvant.project.cache;

import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicReference;
import org.urvant.core.error.UrvantException;
import org.urvant.core.progress.Progress;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.SafeFile;
import org.urvant.scl.SclCheck;
import org.urvant.scl.SclFile;
import org.urvant.scl.reading.SclImport;
import org.urvant.scl.reading.SclReader;
import org.urvant.scl.selection.SignalIndex;

/** SCL files as read, checked and indexed: from the user's cache where it has them, else made and kept there. */
public final class KnownFiles {
    private static final long MOST_BYTES = Integer.MAX_VALUE - 8L;

    private final UserCache cache;
    private final Progress progress;

    /** Creates the view of a user's cache; {@code progress} is told how far the reading of a file is that is not known. */
    public KnownFiles(UserCache cache, Progress progress) {
        this.cache = cache;
        this.progress = progress;
    }

    /**
     * A file, and the digest of the octets that it was read from.
     *
     * @param digest SHA-256 in hexadecimal digits
     * @param file its views
     */
    public record Read(String digest, SclFile file) {}

    /**
     * A file that was looked into.
     *
     * @param digest SHA-256 of its octets in hexadecimal digits
     * @param size how many octets it has
     * @param content the octets, when they had to be read
     * @param file its views
     * @param check what is wrong in it
     */
    public record Looked(String digest, long size, Optional<byte[]> content, SclFile file, SclCheck.Result check) {}

    /**
     * Returns the views of a file.
     *
     * @param shownAs name that positions show
     * @throws UrvantException when it cannot be read
     */
    public Read read(Path file, String shownAs) {
        String known = cache.digest(file, MOST_BYTES);
        Optional<SclFile> kept = cache.store(known, shownAs);
        if (kept.isPresent()) {
            return new Read(known, kept.get());
        }
        byte[] content = SafeFile.read(file, MOST_BYTES);
        CompletableFuture<String> digest = digest(content);
        SclFile read = new SclReader(progress).read(content, shownAs);
        cache.keep(digest.join(), read);
        return new Read(digest.join(), read);
    }

    /** Returns the signals of a file. */
    public SignalIndex index(Path file, String shownAs) {
        String known = cache.digest(file, MOST_BYTES);
        return cache.index(known, shownAs).orElseGet(() -> {
            Read read = read(file, shownAs);
            SignalIndex made = SignalIndex.of(read.file());
            cache.keep(read.digest(), made);
            return made;
        });
    }

    /** Returns a file with its findings. */
    public Looked look(Path file, String shownAs) {
        Optional<String> known = cache.knownDigest(file);
        if (known.isPresent()) {
            Optional<SclFile> store = cache.store(known.get(), shownAs);
            Optional<SclCheck.Result> check = cache.findings(name(known.get(), shownAs), known.get());
            if (store.isPresent() && check.isPresent()) {
                return new Looked(known.get(), SafeFile.length(file), Optional.empty(), store.get(), check.get());
            }
        }
        AtomicReference<Looked> made = new AtomicReference<>();
        cache.digest(file, () -> {
            made.set(lookAnew(file, shownAs));
            return made.get().digest();
        });
        Looked looked = made.get();
        return looked == null ? lookAnew(file, shownAs) : looked; // of a known digest all else may be lost
    }

    private Looked lookAnew(Path file, String shownAs) {
        byte[] content = SafeFile.read(file, MOST_BYTES);
        CompletableFuture<String> digesting = digest(content);
        SclImport read = SclImport.of(content, shownAs, progress);
        String digest = digesting.join();
        cache.keep(digest, read.file());
        cache.keep(digest, read.index());
        cache.keep(name(digest, shownAs), digest, read.check());
        return new Looked(digest, content.length, Optional.of(content), read.file(), read.check());
    }

    /** Findings show the name of their file. */
    private static String name(String digest, String shownAs) {
        return UserCache.name(digest + " " + shownAs);
    }

    /** Begins to digest beside other work. */
    private static CompletableFuture<String> digest(byte[] content) {
        return CompletableFuture.supplyAsync(() -> Fingerprint.of(content).hex());
    }
}
