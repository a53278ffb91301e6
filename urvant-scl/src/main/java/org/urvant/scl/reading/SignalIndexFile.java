package org.urvant.scl.reading;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.UnreachableException;
import org.urvant.file.SafeFile;
import org.urvant.scl.selection.SignalIndex;

/** Keeps the index of an SCL file in a cache. What is there may be lost or broken at any time: then it is made again. */
public final class SignalIndexFile {
    private SignalIndexFile() {}

    /** Returns the index that a file holds, or empty when it holds none that this edition of Urvant can use. */
    public static Optional<SignalIndex> read(Path file, String source) {
        try {
            return SignalIndex.read(Files.readAllBytes(file), source);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** Keeps an index, without waiting for the disk. */
    public static void write(Path file, SignalIndex index) {
        try {
            SafeFile.writeNote(file, index.octets());
        } catch (UnreachableException e) {
            LoggerFactory.getLogger(SignalIndexFile.class).debug("the index of {} was not kept", index.source(), e);
        }
    }
}
