package org.urvant.devices.standin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import org.urvant.file.Volume;

/**
 * The stand-in's flash disk: a folder, with the few operations that the firmware of a device would use. A power cut can
 * strike each of them: a write then leaves half of its bytes, a sync loses half of what was not yet on the disk, and a
 * rename or removal does not happen.
 */
final class Disk {
    private final Path folder;
    private final Failures failures;

    Disk(Path folder, Failures failures) {
        this.folder = folder;
        this.failures = failures;
        try {
            Files.createDirectories(folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Path path(String file) {
        return folder.resolve(file);
    }

    Optional<byte[]> read(String file) {
        try {
            return Files.exists(path(file)) ? Optional.of(Files.readAllBytes(path(file))) : Optional.empty();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Returns the length of a file in bytes; 0 when there is none. */
    long length(String file) {
        try {
            return Files.exists(path(file)) ? Files.size(path(file)) : 0;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Writes bytes at an offset, cuts the file after them, and syncs it: two operations. */
    void write(String file, int offset, byte[] content) {
        try (FileChannel channel = FileChannel.open(path(file), StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
            int half = content.length / 2;
            boolean torn = failures.powerGoesAtNextWrite();
            ByteBuffer buffer = ByteBuffer.wrap(content, 0, torn ? half : content.length);
            channel.truncate(offset);
            channel.position(offset);
            while (buffer.hasRemaining()) {
                channel.write(buffer);
            }
            if (torn) {
                throw new PowerLostException("the write of " + file);
            }
            if (failures.powerGoesAtNextWrite()) {
                channel.truncate((long) offset + half);
                throw new PowerLostException("the sync of " + file);
            }
            channel.force(true);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Renames a file over another in one step, and syncs the folder. */
    void rename(String from, String to) {
        if (failures.powerGoesAtNextWrite()) {
            throw new PowerLostException("the renaming of " + from);
        }
        Volume.DISK.replace(path(from), path(to));
        Volume.DISK.sync(folder);
    }

    /** Writes a whole file beside and renames it over the old one. */
    void replace(String file, byte[] content) {
        write(file + ".new", 0, content);
        rename(file + ".new", file);
    }

    void delete(String file) {
        if (failures.powerGoesAtNextWrite()) {
            throw new PowerLostException("the removal of " + file);
        }
        Volume.DISK.delete(path(file));
    }
}
