package org.urvant.benchmarks.torture;

import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import org.urvant.core.error.UrvantException;

/**
 * One reader under hostile input. It may take what it is given or refuse it in the one family of exceptions; anything else,
 * or too much time or memory, is a mistake of the reader.
 */
final class HostileReader {
    private static final long MOST_NANOS = 5_000_000_000L;
    private static final long MOST_ALLOCATED = 1_500_000_000L;
    private static final ThreadMXBean THREADS = (ThreadMXBean) ManagementFactory.getThreadMXBean();

    private final String name;
    private final List<byte[]> corpus;
    private final Work work;
    private final List<Mistake> mistakes = new ArrayList<>();
    private long inputs;
    private long taken;
    private long mostNanos;
    private long mostAllocated;

    /** What is done with an input. */
    interface Work {
        /** Reads an input and does with it what a user would. */
        void read(byte[] input) throws Exception;
    }

    /** An input that a reader did not bear, and how that showed. */
    record Mistake(String reader, long seed, byte[] input, String found) {}

    HostileReader(String name, List<byte[]> corpus, Work work) {
        this.name = name;
        this.corpus = List.copyOf(corpus);
        this.work = work;
    }

    String name() {
        return name;
    }

    List<byte[]> corpus() {
        return corpus;
    }

    /** Gives the reader the input that a seed makes. */
    void feed(long seed) {
        give(seed, new Mutator(seed).next(corpus));
    }

    private void give(long seed, byte[] input) {
        long thread = Thread.currentThread().getId();
        long allocated = THREADS.getThreadAllocatedBytes(thread);
        long begin = THREADS.getCurrentThreadCpuTime(); // that of the clock says how busy the machine is
        inputs++;
        try {
            work.read(input);
            taken++;
        } catch (UrvantException e) {
            if (e.getMessage() == null || e.getMessage().isBlank() || e.remedy().isBlank()) {
                mistakes.add(new Mistake(name, seed, input, "refused without a word"));
            }
        } catch (Exception | Error e) {
            mistakes.add(new Mistake(name, seed, input, e.toString()));
        }
        long nanos = THREADS.getCurrentThreadCpuTime() - begin;
        long bytes = THREADS.getThreadAllocatedBytes(thread) - allocated;
        mostNanos = Math.max(mostNanos, nanos);
        mostAllocated = Math.max(mostAllocated, bytes);
        if (nanos > MOST_NANOS || bytes > MOST_ALLOCATED) {
            mistakes.add(new Mistake(
                    name, seed, input, "took " + nanos / 1_000_000 + " ms and " + bytes / 1_000_000 + " MB"));
        }
    }

    List<Mistake> mistakes() {
        return List.copyOf(mistakes);
    }

    long inputs() {
        return inputs;
    }

    long taken() {
        return taken;
    }

    /** Returns the line of the table: inputs, how many were taken, mistakes, greatest time and memory of one input. */
    String line() {
        return "| " + name + " | " + inputs + " | " + taken + " | " + mistakes.size() + " | " + mostNanos / 1_000_000
                + " | " + mostAllocated / 1_000_000 + " |";
    }
}
