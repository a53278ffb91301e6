package org.urvant.project.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.urvant.core.tree.Fingerprint;
import org.urvant.file.FileState;
import org.urvant.file.SafeFile;

/**
 * Digests of files. One that is the same, as long and as old as when it was digested last is not read again, unless it was
 * written so shortly before that a second write could bear the same time.
 */
final class Digests {
    private static final long MOST_BYTES = Integer.MAX_VALUE - 8L;

    private final Map<Path, Digested> known = new HashMap<>();

    private record Digested(FileState state, String digest) {}

    /** Returns the SHA-256 of a file in hexadecimal digits; empty when there is none. */
    Optional<String> of(Path file) {
        try {
            FileState now = FileState.of(file);
            Digested before = known.get(file);
            if (before != null && before.state().equals(now)) {
                return Optional.of(before.digest());
            }
            String digest = Fingerprint.of(SafeFile.read(file, MOST_BYTES)).hex();
            if (now.isOld()) {
                known.put(file, new Digested(now, digest));
            }
            return Optional.of(digest);
        } catch (NoSuchFileException e) {
            return Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
