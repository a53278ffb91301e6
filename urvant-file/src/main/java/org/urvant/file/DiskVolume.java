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
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.urvant.core.error.UnreachableException;

/** Files of the system. */
final class DiskVolume implements Volume {
    private static final Set<OpenOption> NEW =
            Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
    private static final Set<OpenOption> ANY =
            Set.of(StandardOpenOption.CREATE, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);

    /** Below this, starting threads costs more than waiting. */
    private static final int FEW = 16;

    private static final int WRITERS = 8;

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

    /** A disk waits no longer for what several ask of it than for one of them, so they ask together. */
    @Override
    public void createAll(Map<Path, byte[]> contents) {
        if (contents.size() < FEW) {
            contents.forEach(this::create);
            return;
        }
        ExecutorService writers = Executors.newFixedThreadPool(WRITERS);
        try {
            CompletableFuture.allOf(contents.entrySet().stream()
                            .map(file ->
                                    CompletableFuture.runAsync(() -> create(file.getKey(), file.getValue()), writers))
                            .toArray(CompletableFuture[]::new))
                    .join(); // after a failure too, waits until none is written any more
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException failure ? failure : e;
        } finally {
            writers.shutdown();
        }
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
