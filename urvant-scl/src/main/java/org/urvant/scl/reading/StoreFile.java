package org.urvant.scl.reading;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileChannel.MapMode;
import java.nio.file.Path;
import java.util.Optional;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.UnreachableException;
import org.urvant.file.SafeFile;
import org.urvant.scl.SclFile;
import org.urvant.scl.StoreForm;

/** Keeps what was read of an SCL file in a cache. What is there may be lost or broken at any time: then it is made again. */
public final class StoreFile {
    private StoreFile() {}

    /**
     * Returns what a file holds, or empty when it holds nothing that this edition of Urvant can use.
     *
     * @param digest SHA-256 of the SCL file in hexadecimal digits
     * @param source name that positions show
     */
    public static Optional<SclFile> read(Path file, String digest, String source) {
        try (FileChannel channel = FileChannel.open(file)) {
            return channel.size() > Integer.MAX_VALUE
                    ? Optional.empty()
                    : StoreForm.read(channel.map(MapMode.READ_ONLY, 0, channel.size()), digest, source);
        } catch (IOException
                | InternalError
                | UnsupportedOperationException e) { // pages gone since, nothing mapped there
            LoggerFactory.getLogger(StoreFile.class).debug("nothing kept of {}", source, e);
            return Optional.empty();
        }
    }

    /** Keeps what was read of a file, without waiting for the disk. */
    public static void write(Path file, String digest, SclFile read) {
        try {
            SafeFile.writeNote(file, to -> StoreForm.write(read, digest, to));
        } catch (UnreachableException e) {
            LoggerFactory.getLogger(StoreFile.class).debug("what was read of {} was not kept", read.source(), e);
        }
    }
}
