package org.urvant.file;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.concurrent.locks.ReentrantLock;
import org.slf4j.LoggerFactory;
import org.urvant.core.error.RefusedException;
import org.urvant.core.error.UnreachableException;

/**
 * A lock on something that several programs change: one holds it, others wait. It is tied to a file that is never removed,
 * says there who holds it, and ends with the program that holds it, however that ends. The thread that holds it may take it
 * again. Where the file system knows no locks, it holds within one program only.
 */
public final class ExclusiveLock implements AutoCloseable {
    private static final Map<Path, ExclusiveLock> KNOWN = new ConcurrentHashMap<>();
    private static final long FAR_BEHIND_THE_TEXT = 1L << 40; // a locked region cannot be read on some systems
    private static final int MOST_TEXT = 400;
    private static final long PAUSE = 10_000_000; // nanoseconds

    private final ReentrantLock inThisProgram = new ReentrantLock();
    private final Path file;
    private FileChannel channel;
    private volatile String holder = "";

    private ExclusiveLock(Path file) {
        this.file = file;
    }

    /**
     * Takes the lock; {@link #close} gives it back.
     *
     * @param file the lock's file, made when there is none
     * @param holder who takes it and for what, as others will read it
     * @param patience how long to wait
     * @throws RefusedException when somebody holds it all that time
     * @throws UnreachableException when the file cannot be made
     */
    public static ExclusiveLock take(Path file, String holder, Duration patience) {
        Path whole = file.toAbsolutePath().normalize();
        ExclusiveLock lock = KNOWN.computeIfAbsent(whole, ExclusiveLock::new);
        long end = System.nanoTime() + patience.toNanos();
        try {
            if (!lock.inThisProgram.tryLock(patience.toNanos(), TimeUnit.NANOSECONDS)) {
                throw held(lock.holder);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw held(lock.holder);
        }
        if (lock.inThisProgram.getHoldCount() == 1) {
            try {
                lock.open(holder, end);
            } catch (RuntimeException e) {
                lock.inThisProgram.unlock();
                throw e;
            }
        }
        return lock;
    }

    /** Only one channel of this program is ever open on the file: to close another would give the lock back. */
    private void open(String taker, long end) {
        Volume.DISK.folder(file.getParent());
        FileChannel opened = null;
        try {
            opened = FileChannel.open(
                    file,
                    Set.of(
                            StandardOpenOption.CREATE,
                            StandardOpenOption.READ,
                            StandardOpenOption.WRITE,
                            LinkOption.NOFOLLOW_LINKS));
            lockRegion(opened, end);
            String text = taker + " since "
                    + DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss")
                            .withZone(ZoneId.systemDefault())
                            .format(Instant.now())
                    + ", process " + ProcessHandle.current().pid();
            opened.truncate(0);
            opened.write(ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8)), 0);
            channel = opened;
            holder = text;
        } catch (IOException e) {
            close(opened);
            throw new UnreachableException(
                    "cannot lock " + file + " (" + DiskVolume.reason(e) + ")", "Check that you may write there.", e);
        } catch (RefusedException e) {
            close(opened);
            throw e;
        }
    }

    private void lockRegion(FileChannel opened, long end) throws IOException {
        while (!isLocked(opened)) {
            if (System.nanoTime() >= end || Thread.currentThread().isInterrupted()) {
                throw held(text(opened));
            }
            LockSupport.parkNanos(PAUSE);
        }
    }

    private boolean isLocked(FileChannel opened) {
        try {
            return opened.tryLock(FAR_BEHIND_THE_TEXT, 1, false) != null;
        } catch (IOException e) {
            LoggerFactory.getLogger(ExclusiveLock.class).warn("{} holds within this program only", file, e);
            return true;
        }
    }

    private static RefusedException held(String holder) {
        return new RefusedException(
                "being changed by " + holder.replaceAll("\\p{Cntrl}", " ") + "; nothing was done",
                "Wait until that is done, then do it again.");
    }

    private static String text(FileChannel opened) throws IOException {
        ByteBuffer text = ByteBuffer.allocate(MOST_TEXT);
        opened.read(text, 0);
        return new String(text.array(), 0, text.position(), StandardCharsets.UTF_8);
    }

    /** Gives the lock back. */
    @Override
    public void close() {
        if (inThisProgram.getHoldCount() == 1) {
            close(channel);
            channel = null;
        }
        inThisProgram.unlock();
    }

    private static void close(FileChannel opened) {
        if (opened != null) {
            try {
                opened.close();
            } catch (IOException e) {
                LoggerFactory.getLogger(ExclusiveLock.class).debug("a lock was not closed", e);
            }
        }
    }
}
