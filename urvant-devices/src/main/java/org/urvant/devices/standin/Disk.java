package org.urvant.devices.standin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import org.urvant.formats.file.SafeFile;

/** The stand-in's flash disk: a folder, with the few operations that the firmware of a device would use. */
final class Disk {
    private final Path folder;

    Disk(Path folder) {
        this.folder = folder;
        try {
            Files.createDirectories(folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    Path path(String file) {
        return folder.resolve(file);
    }

    Optional<byte[]> read(String file) {
        try {
            return Files.exists(path(file)) ? Optional.of(Files.readAllBytes(path(file))) : Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Writes bytes at an offset, cuts the file after them, and syncs it. */
    void write(String file, int offset, byte[] content) {
        try (FileChannel channel = FileChannel.open(path(file), StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
            ByteBuffer buffer = ByteBuffer.wrap(content);
            channel.position(offset);
            while (buffer.hasRemaining()) {
                channel.write(buffer);
            }
            channel.truncate((long) offset + content.length);
            channel.force(true);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Renames a file over another in one step, and syncs the folder. */
    void rename(String from, String to) {
        try {
            SafeFile.move(path(from), path(to));
            SafeFile.syncFolder(folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
