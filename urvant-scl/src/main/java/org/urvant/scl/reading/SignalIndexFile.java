package org.urvant.scl.reading;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.slf4j.LoggerFactory;
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
        Path beside = file.resolveSibling(file.getFileName() + ".new");
        try {
            Files.createDirectories(file.getParent());
            Files.write(beside, index.octets());
            SafeFile.move(beside, file);
        } catch (IOException e) {
            LoggerFactory.getLogger(SignalIndexFile.class).debug("the index of {} was not kept", index.source(), e);
        }
    }
}
