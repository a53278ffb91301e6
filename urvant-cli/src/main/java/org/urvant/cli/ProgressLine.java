package org.urvant.cli;

import java.util.Locale;
import org.urvant.devices.link.DeviceLink;

/** Shows how far a transfer is, how fast it goes and how long it still takes; one line that is written over. */
final class ProgressLine implements DeviceLink.BlockWatch {
    private final Session session;
    private final long startNanos = System.nanoTime();
    private long first = -1;
    private boolean ended;

    ProgressLine(Session session) {
        this.session = session;
    }

    @Override
    public void confirmed(long done, long total) {
        if (first < 0) {
            first = done;
            if (done > 0 && done < total) {
                session.err().println("goes on after " + done + " bytes that the device has from an earlier attempt");
            }
        }
        if (!session.isTerminal() || ended) {
            return;
        }
        double seconds = (System.nanoTime() - startNanos) / 1e9;
        double rate = seconds > 0 ? (done - first) / seconds : 0;
        String left = rate > 0 ? String.format(Locale.ROOT, ", %.0f s left", (total - done) / rate) : "";
        session.err()
                .printf(
                        Locale.ROOT,
                        "\r%s %d of %d bytes, %.1f kB/s%s\033[K",
                        bar(done, total),
                        done,
                        total,
                        rate / 1000,
                        done < total ? left : "");
        ended = done >= total;
        session.err().print(ended ? "\n" : "");
        session.err().flush();
    }

    private static String bar(long done, long total) {
        int full = total == 0 ? 20 : (int) (20 * done / total);
        return "█".repeat(full) + "░".repeat(20 - full);
    }
}
