package org.urvant.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Locale;
import java.util.Set;
import org.urvant.core.error.UnreachableException;

/** Files of the system. */
final class DiskVolume implements Volume {
    private static final Set<OpenOption> NEW =
            Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
    private static final Set<OpenOption> ANY =
            Set.of(StandardOpenOption.CREATE, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);

    @Override
    public void folder(Path folder) {
        attempt("make the folder", folder, () -> Files.createDirectories(folder));
    }

    @Override
    public void create(Path file, byte[] content) {
        attempt("write", file, () -> {
            try (FileChannel channel = FileChannel.open(file, NEW)) {
                write(channel, 0, content);
            } catch (IOException e) {
                Files.deleteIfExists(file);
                throw e;
            }
        });
    }

    @Override
    public void replace(Path from, Path to) {
        attempt("write", to, () -> {
            try {
                Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            } catch (AtomicMoveNotSupportedException e) {
                Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
            }
        });
    }

    @Override
    public void delete(Path file) {
        attempt("remove", file, () -> Files.deleteIfExists(file));
    }

    @Override
    public void append(Path file, long at, byte[] added) {
        attempt("write", file, () -> {
            try (FileChannel channel = FileChannel.open(file, ANY)) {
                channel.truncate(at);
                write(channel, at, added);
            }
        });
    }

    @Override
    public void sync(Path folder) {
        if (folder.getFileSystem().supportedFileAttributeViews().contains("posix")) { // Windows opens no folders
            attempt("sync the folder", folder, () -> {
                try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
                    channel.force(true);
                }
            });
        }
    }

    private static void write(FileChannel channel, long at, byte[] content) throws IOException {
        channel.position(at);
        ByteBuffer buffer = ByteBuffer.wrap(content);
        while (buffer.hasRemaining()) {
            channel.write(buffer);
        }
        channel.force(true);
    }

    private interface Work {
        void run() throws IOException;
    }

    private static void attempt(String what, Path file, Work work) {
        try {
            work.run();
        } catch (IOException e) {
            throw new UnreachableException(
                    "cannot " + what + " " + file + " (" + reason(e) + "); it is as it was",
                    "Check free space and that you may write there.",
                    e);
        }
    }

    /** Returns why a file could not be used, in a few words. */
    static String reason(IOException e) {
        return e instanceof FileSystemException known && known.getReason() != null
                ? known.getReason().toLowerCase(Locale.ROOT)
                : e.getClass().getSimpleName().replace("Exception", "").replaceAll("(?<=[a-z])(?=[A-Z])", " ");
    }
}
