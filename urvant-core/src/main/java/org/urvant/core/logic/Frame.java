package org.urvant.core.logic;

import java.time.ZoneId;
import java.util.Arrays;
import org.urvant.core.signal.Quality;

/**
 * The variables of a run. While a statement runs, {@code quality} and {@code time} gather the worst quality and the newest time
 * of what it reads, so that no value has to be wrapped. One thread at a time.
 */
final class Frame {
    /** The time of a value that nothing with a time went into. */
    static final long NO_TIME = Long.MIN_VALUE;

    final long[] longs;
    final double[] reals;
    final String[] texts;
    final int[] qualities;
    final long[] times;
    final Object[] stores;

    /** Worst quality and newest time of what the present statement has read. */
    int quality;

    long time = NO_TIME;

    /** Quality and time of the conditions around the present statement. */
    int outerQuality;

    long outerTime = NO_TIME;

    /** Now, in nanoseconds since 1970 UTC. */
    long now;

    final ZoneId zone;

    /** When what the present cycle has read changes by itself, at the earliest. */
    long due = BlockKind.NEVER;

    /** Whether anything that a later cycle can read was changed. */
    boolean changed;

    Frame(int slots, int stores, ZoneId zone) {
        this.longs = new long[slots];
        this.reals = new double[slots];
        this.texts = new String[slots];
        this.qualities = new int[slots];
        this.times = new long[slots];
        this.stores = new Object[stores];
        this.zone = zone;
        Arrays.fill(texts, "");
    }

    void begin() {
        quality = outerQuality;
        time = outerTime;
    }

    private void used(int slot) {
        quality |= qualities[slot];
        long read = times[slot];
        if (read > time) {
            time = read;
        }
    }

    long readLong(int slot) {
        used(slot);
        return longs[slot];
    }

    double readReal(int slot) {
        used(slot);
        return reals[slot];
    }

    String readText(int slot) {
        used(slot);
        return texts[slot];
    }

    void storeLong(int slot, long value) {
        if (longs[slot] != value || qualities[slot] != quality) {
            longs[slot] = value;
            changed = true;
        }
        stamp(slot);
    }

    /** Copies a whole number with its quality and time. */
    void copyLong(int from, int to) {
        long value = longs[from];
        int worst = outerQuality | qualities[from];
        if (longs[to] != value || qualities[to] != worst) {
            longs[to] = value;
            qualities[to] = worst;
            changed = true;
        }
        times[to] = Math.max(outerTime, times[from]);
    }

    /** Stores a constant; it is as good as the conditions around it. */
    void storeConstant(int slot, long value) {
        if (longs[slot] != value || qualities[slot] != outerQuality || times[slot] == 0) {
            begin();
            storeLong(slot, value);
        } else if (outerTime > times[slot]) {
            times[slot] = outerTime;
        }
    }

    void storeReal(int slot, double value) {
        if (reals[slot] != value || qualities[slot] != quality) {
            reals[slot] = value;
            changed = true;
        }
        stamp(slot);
    }

    void storeText(int slot, String value) {
        if (!texts[slot].equals(value) || qualities[slot] != quality) {
            texts[slot] = value;
            changed = true;
        }
        stamp(slot);
    }

    /** A value that only constants went into has the time of its first cycle. */
    private void stamp(int slot) {
        qualities[slot] = quality;
        if (time != NO_TIME) {
            times[slot] = time;
        } else if (times[slot] == 0) {
            times[slot] = now;
        }
    }

    /** Says that something which was read changes by itself at a time to come. */
    void changesAt(long nanos) {
        due = Math.min(due, nanos);
    }

    /** Marks the present value as one that its type cannot hold. */
    void overflow() {
        quality |= Quality.OVERFLOWED;
    }

    /** Marks the present value as one that does not exist. */
    void invalid() {
        quality |= Quality.INVALID;
    }
}
