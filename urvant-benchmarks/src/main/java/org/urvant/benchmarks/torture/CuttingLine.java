package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;

/** A line between a client and a device that can be cut after a number of bytes, counted in both directions together. */
final class CuttingLine implements AutoCloseable {
    private static final int BLOCK = 16_384;
    private static final long DEAD_NANOS = 300_000_000L;

    private final ServerSocket entrance;
    private final int port;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private final AtomicLong left = new AtomicLong(Long.MAX_VALUE);
    private volatile boolean isCut;
    private volatile long deadUntil = System.nanoTime();

    /** @param port where the device listens on this machine */
    CuttingLine(int port) throws IOException {
        this.port = port;
        this.entrance = new ServerSocket(0, 50, InetAddress.getByName("127.0.0.1"));
        thread(this::accept);
    }

    String address() {
        return "127.0.0.1:" + entrance.getLocalPort();
    }

    /** Cuts all that runs over the line after so many bytes more; for a moment nothing gets through then. */
    void cutAfter(long bytes) {
        isCut = false;
        left.set(bytes);
    }

    /** Returns whether it was cut since the last {@link #cutAfter}; lets all pass again. */
    boolean mend() {
        left.set(Long.MAX_VALUE);
        deadUntil = System.nanoTime();
        return isCut;
    }

    private static void thread(Runnable work) {
        Thread thread = new Thread(work);
        thread.setDaemon(true);
        thread.start();
    }

    private void accept() {
        while (!entrance.isClosed()) {
            try {
                join(entrance.accept());
            } catch (IOException e) {
                // closed, or nobody there any more
            }
        }
    }

    /** While the line is being cut nobody joins, or it would cut who comes after it. */
    private synchronized void join(Socket client) throws IOException {
        if (System.nanoTime() < deadUntil) {
            client.close();
            return;
        }
        Socket device = new Socket("127.0.0.1", port);
        open.add(client);
        open.add(device);
        thread(() -> pass(client, device));
        thread(() -> pass(device, client));
    }

    private void pass(Socket from, Socket to) {
        byte[] block = new byte[BLOCK];
        try (from;
                to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            for (int count = in.read(block); count >= 0; count = in.read(block)) {
                long remains = left.addAndGet(-count);
                if (remains < 0) {
                    out.write(block, 0, (int) Math.max(0, count + remains));
                    left.set(Long.MAX_VALUE);
                    cut();
                    return;
                }
                out.write(block, 0, count);
            }
        } catch (IOException e) {
            // the other end is gone
        }
    }

    private synchronized void cut() {
        isCut = true;
        deadUntil = System.nanoTime() + DEAD_NANOS;
        for (Socket socket : open) {
            try {
                socket.close();
            } catch (IOException e) {
                // gone already
            }
        }
        open.clear();
    }

    @Override
    public void close() throws IOException {
        entrance.close();
        cut();
    }
}
