package org.urvant.benchmarks.torture;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.urvant.core.error.UrvantException;

/** The line of a download cut after each number of bytes, and then one more download: nothing may be lost, half or doubled. */
final class CutLines {
    private static final int LANES = 12; // with a cut line there is mostly waiting
    private static final int RESTARTS = 10; // one in so many
    private static final int CUTS_OF_A_SITE = 40; // or its record grows until reading it takes the time

    private final Path demo;
    private final Path work;
    private final int first;
    private final int stride;
    private int next;
    private int shortest = Integer.MAX_VALUE; // bytes of a download after which the device does not restart
    private int last = Integer.MAX_VALUE; // and of one after which it does
    private int downloads;
    private int cuts;
    private int mistakes;

    CutLines(Path demo, Path work, int first, int stride) {
        this.demo = demo;
        this.work = work;
        this.first = first;
        this.stride = stride;
        this.next = first;
    }

    /**
     * Cuts the line after {@code first} bytes of TLS, {@code first + stride} and so on, until a download is over before.
     *
     * @return what was counted, as a line of the table
     */
    String run() throws InterruptedException, IOException {
        ExecutorService lanes = Executors.newFixedThreadPool(LANES);
        List<Future<Void>> running = new ArrayList<>();
        for (int number = 0; number < LANES; number++) {
            Path place = work.resolve("lane-" + number);
            running.add(lanes.submit(() -> lane(place)));
        }
        lanes.shutdown();
        for (Future<Void> lane : running) {
            try {
                lane.get();
            } catch (ExecutionException e) {
                throw new IOException(e.getCause());
            }
        }
        String bytes = stride == 1 ? "each of " + first : first + ", " + (first + stride);
        return "| line of a download cut after " + bytes + " … " + last + " bytes of TLS | " + cuts + " cuts in "
                + downloads + " downloads | " + mistakes + " |";
    }

    private Void lane(Path place) throws IOException, InterruptedException {
        for (int site = 0; isLeft(); site++) {
            try (CutSite made = new CutSite(demo, place.resolve("site-" + site))) {
                for (int round = 0; round < CUTS_OF_A_SITE && isLeft(); round++) {
                    int bytes = take();
                    boolean restarts = round % RESTARTS == 0 || isLong(bytes);
                    try {
                        count(bytes, restarts, made.cutAfter(bytes, restarts));
                    } catch (UrvantException e) {
                        System.err.println("cut after " + bytes + " bytes: " + e.getMessage());
                        count(bytes, restarts, true);
                        addMistakes(1);
                    }
                }
                addMistakes(made.mistakes());
            }
        }
        return null;
    }

    private synchronized boolean isLeft() {
        return next <= last;
    }

    private synchronized int take() {
        int taken = next;
        next += stride;
        return taken;
    }

    private synchronized boolean isLong(int bytes) {
        return bytes >= shortest;
    }

    private synchronized void count(int bytes, boolean restarts, boolean isCut) {
        downloads++;
        if (isCut) {
            cuts++;
        } else if (restarts) {
            last = Math.min(last, bytes);
        } else {
            shortest = Math.min(shortest, bytes);
        }
    }

    private synchronized void addMistakes(int found) {
        mistakes += found;
    }
}
