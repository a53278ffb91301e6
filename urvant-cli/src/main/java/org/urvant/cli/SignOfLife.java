package org.urvant.cli;

import java.util.Locale;
import java.util.function.LongSupplier;
import org.urvant.core.progress.Progress;

/**
 * Shows on a terminal what is being done and how far, once it takes longer than a second; one line that is written over and
 * goes when the work is done. Nothing is written where nobody looks. Thread-safe.
 */
final class SignOfLife implements Progress {
    private static final long PATIENCE_NANOS = 1_000_000_000L;
    private static final long BEAT_MILLIS = 200;

    private final Session session;
    private final LongSupplier ticker;
    private String activity = "";
    private long done;
    private long total;
    private long sinceNanos;
    private boolean isShown;
    private boolean isTicking;

    SignOfLife(Session session) {
        this(session, System::nanoTime);
    }

    SignOfLife(Session session, LongSupplier ticker) {
        this.session = session;
        this.ticker = ticker;
    }

    @Override
    public synchronized void at(String what, long doneNow, long totalNow) {
        if (!session.isTerminal()) {
            return;
        }
        if (what.isEmpty()) {
            clear();
        } else if (activity.isEmpty()) {
            sinceNanos = ticker.getAsLong();
            startTicking();
        }
        activity = what;
        done = doneNow;
        total = totalNow;
    }

    /** Takes the line away before something else is written. */
    synchronized void clear() {
        if (isShown) {
            session.err().print("\r\033[K");
            session.err().flush();
        }
        isShown = false;
        activity = "";
    }

    private void startTicking() {
        if (isTicking) {
            return;
        }
        isTicking = true;
        Thread thread = new Thread(this::tick, "sign-of-life");
        thread.setDaemon(true);
        thread.start();
    }

    private void tick() {
        try {
            while (true) {
                Thread.sleep(BEAT_MILLIS);
                beat();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Writes the line when it is time to. */
    synchronized void beat() {
        long nanos = ticker.getAsLong() - sinceNanos;
        if (activity.isEmpty() || nanos < PATIENCE_NANOS) {
            return;
        }
        String far = total > 0 ? String.format(Locale.ROOT, "  %d %%", 100 * done / total) : "";
        session.err()
                .printf(
                        Locale.ROOT,
                        "\r%s%s  %d s\033[K",
                        session.paint().faint(activity),
                        far,
                        nanos / 1_000_000_000L);
        session.err().flush();
        isShown = true;
    }
}
