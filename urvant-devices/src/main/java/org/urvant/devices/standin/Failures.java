package org.urvant.devices.standin;

import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.atomic.AtomicLong;
import org.urvant.core.error.UnknownNameException;

/**
 * How a stand-in misbehaves, to try what happens then. Each failure strikes once. Thread-safe.
 */
public final class Failures {
    private static final long NEVER = Long.MAX_VALUE;

    private final AtomicLong bytesUntilDrop = new AtomicLong(NEVER);
    private final AtomicLong blocksUntilCorrupt = new AtomicLong(NEVER);
    private final AtomicLong writesUntilPowerOff = new AtomicLong(NEVER);
    private final AtomicLong bytesPerSecond = new AtomicLong(NEVER);

    private Failures() {}

    /** Returns a stand-in's manners when it has no failures; they may be changed while it runs. */
    public static Failures none() {
        return new Failures();
    }

    /**
     * Returns the failures that words such as {@code drop-after=500} name: {@code drop-after} bytes, {@code corrupt-block}
     * number, {@code power-off-at-write} number, {@code bytes-per-second}.
     *
     * @throws UnknownNameException when a word names no failure
     */
    public static Failures of(Iterable<String> words) {
        Failures failures = new Failures();
        Map<String, AtomicLong> known = new HashMap<>(Map.of(
                "drop-after", failures.bytesUntilDrop,
                "corrupt-block", failures.blocksUntilCorrupt,
                "power-off-at-write", failures.writesUntilPowerOff,
                "bytes-per-second", failures.bytesPerSecond));
        for (String word : words) {
            String[] parts = word.split("=", 2);
            AtomicLong failure = known.get(parts[0]);
            if (failure == null || parts.length < 2 || !parts[1].matches("\\d{1,9}")) {
                throw new UnknownNameException(
                        "failure",
                        word,
                        known.keySet().stream().map(name -> name + "=N").toList());
            }
            failure.set(Long.parseLong(parts[1]));
        }
        return failures;
    }

    /** Cuts the line once so many bytes of contents have passed it, in either direction. */
    public void dropAfterBytes(long bytes) {
        bytesUntilDrop.set(bytes);
    }

    /** Alters one bit of a block that arrives, counted from 1. */
    public void corruptBlock(long number) {
        blocksUntilCorrupt.set(number);
    }

    /** Takes the power away in the middle of a disk operation, counted from 1. */
    public void powerOffAtWrite(long number) {
        writesUntilPowerOff.set(number);
    }

    /** Makes the line slow. */
    public void bytesPerSecond(long bytes) {
        bytesPerSecond.set(bytes);
    }

    /** Returns how many of the next bytes pass before the line is cut; all of them when it is not. */
    int passing(int bytes) throws InterruptedException {
        long rate = bytesPerSecond.get();
        if (rate != NEVER) {
            Thread.sleep(bytes * 1000L / Math.max(1, rate));
        }
        long left = bytesUntilDrop.get();
        if (left == NEVER) {
            return bytes;
        }
        if (left >= bytes) {
            bytesUntilDrop.addAndGet(-bytes);
            return bytes;
        }
        bytesUntilDrop.set(NEVER);
        return (int) left;
    }

    boolean corruptsNextBlock() {
        return strikes(blocksUntilCorrupt);
    }

    boolean powerGoesAtNextWrite() {
        return strikes(writesUntilPowerOff);
    }

    private static boolean strikes(AtomicLong count) {
        if (count.get() == NEVER) {
            return false;
        }
        if (count.decrementAndGet() > 0) {
            return false;
        }
        count.set(NEVER);
        return true;
    }
}
