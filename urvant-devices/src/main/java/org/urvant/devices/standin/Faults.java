package org.urvant.devices.standin;

import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.atomic.AtomicLong;
import org.urvant.core.fault.UnknownNameException;

/**
 * How a stand-in misbehaves, to try what happens then. Each fault strikes once. Thread-safe.
 */
public final class Faults {
    private static final long NEVER = Long.MAX_VALUE;

    private final AtomicLong bytesUntilDrop = new AtomicLong(NEVER);
    private final AtomicLong blocksUntilCorrupt = new AtomicLong(NEVER);
    private final AtomicLong writesUntilPowerOff = new AtomicLong(NEVER);
    private final AtomicLong bytesPerSecond = new AtomicLong(NEVER);

    private Faults() {}

    /** Returns a stand-in's manners when it has no faults; they may be changed while it runs. */
    public static Faults none() {
        return new Faults();
    }

    /**
     * Returns the faults that words such as {@code drop-after=500} name: {@code drop-after} bytes, {@code corrupt-block}
     * number, {@code power-off-at-write} number, {@code bytes-per-second}.
     *
     * @throws UnknownNameException when a word names no fault
     */
    public static Faults of(Iterable<String> words) {
        Faults faults = new Faults();
        Map<String, AtomicLong> known = new HashMap<>(Map.of(
                "drop-after", faults.bytesUntilDrop,
                "corrupt-block", faults.blocksUntilCorrupt,
                "power-off-at-write", faults.writesUntilPowerOff,
                "bytes-per-second", faults.bytesPerSecond));
        for (String word : words) {
            String[] parts = word.split("=", 2);
            AtomicLong fault = known.get(parts[0]);
            if (fault == null || parts.length < 2 || !parts[1].matches("\\d{1,9}")) {
                throw new UnknownNameException(
                        "fault",
                        word,
                        known.keySet().stream().map(name -> name + "=N").toList());
            }
            fault.set(Long.parseLong(parts[1]));
        }
        return faults;
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
