package org.urvant.scl;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Numbers texts from zero in the order in which they first come, keeping each once as UTF-8 octets: no string is made of a text
 * that nobody asks for. Open addressing, at most half full.
 */
final class OctetPool {
    private byte[] letters = new byte[1024];
    private int[] ends = new int[64];
    private int[] sums = new int[64];
    private int[] slots = empty(128);
    private int size;

    /** Another one in each run, so that nobody can write a file all texts of which have one sum. */
    static final int FACTOR = (int) System.nanoTime() << 3 | 3;

    /** Returns the sum of octets by which the pool finds them: that of no octets is 0, and each makes of it a factor times it and itself. */
    static int sum(byte[] in, int from, int to) {
        int sum = 0;
        for (int i = from; i < to; i++) {
            sum = FACTOR * sum + in[i];
        }
        return sum;
    }

    int add(String text) {
        byte[] octets = text.getBytes(StandardCharsets.UTF_8);
        return add(octets, 0, octets.length, sum(octets, 0, octets.length));
    }

    /**
     * Returns the number of a text, adding it when it is new.
     *
     * @param to the place behind its last octet
     * @param sum what {@link #sum} says of it
     */
    int add(byte[] in, int from, int to, int sum) {
        int slot = slot(sum);
        while (slots[slot] >= 0) {
            int known = slots[slot];
            if (sums[known] == sum && isSame(known, in, from, to)) {
                return known;
            }
            slot = slot + 1 & slots.length - 1;
        }
        if (size == ends.length) {
            grow();
            slot = free(sum);
        }
        int start = start(size);
        int end = start + to - from;
        if (end > letters.length) {
            letters = Arrays.copyOf(letters, Math.max(end, letters.length * 2));
        }
        System.arraycopy(in, from, letters, start, to - from);
        ends[size] = end;
        sums[size] = sum;
        slots[slot] = size;
        return size++;
    }

    /** Most are short, and then this is faster than what Java has for it. */
    private boolean isSame(int known, byte[] in, int from, int to) {
        int start = start(known);
        if (ends[known] - start != to - from) {
            return false;
        }
        for (int i = from; i < to; i++) {
            if (letters[start++] != in[i]) {
                return false;
            }
        }
        return true;
    }

    /** Adds the texts of another pool in their order; returns their numbers here by those there. */
    int[] addAll(OctetPool other) {
        int[] numbers = new int[other.size];
        for (int i = 0; i < other.size; i++) {
            numbers[i] = add(other.letters, other.start(i), other.ends[i], other.sums[i]);
        }
        return numbers;
    }

    /** Returns all texts; of no use after this. */
    StringPool close() {
        slots = new int[0];
        sums = slots;
        return new StringPool(
                new ByteColumn(Arrays.copyOf(letters, start(size))), new IntColumn(Arrays.copyOf(ends, size)));
    }

    private int start(int number) {
        return number == 0 ? 0 : ends[number - 1];
    }

    private void grow() {
        ends = Arrays.copyOf(ends, size * 2);
        sums = Arrays.copyOf(sums, size * 2);
        slots = empty(size * 4);
        for (int i = 0; i < size; i++) {
            slots[free(sums[i])] = i;
        }
    }

    private int free(int sum) {
        int slot = slot(sum);
        while (slots[slot] >= 0) {
            slot = slot + 1 & slots.length - 1;
        }
        return slot;
    }

    private int slot(int sum) {
        return place(sum, slots);
    }

    /** Returns the place of a table, as long as a power of two, from which on a sum is looked for. */
    static int place(int sum, int[] table) {
        int mixed = sum * 0x9E3779B9;
        return (mixed ^ mixed >>> 16) & table.length - 1;
    }

    /** Returns a table in which nothing stands. */
    static int[] empty(int length) {
        int[] slots = new int[length];
        Arrays.fill(slots, -1);
        return slots;
    }
}
