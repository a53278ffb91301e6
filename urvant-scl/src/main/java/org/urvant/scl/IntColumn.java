package org.urvant.scl;

import java.nio.IntBuffer;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Whole numbers by their place, in the heap or where the file that keeps them is mapped. */
final class IntColumn {
    private final @Nullable IntBuffer kept;
    private final int size;
    /** What is here in the heap; nothing as long as only parts of what is kept were asked for. */
    private volatile int @Nullable [] numbers;

    private int patience;

    IntColumn(int[] numbers) {
        this.kept = null;
        this.size = numbers.length;
        this.numbers = numbers;
    }

    /** @param kept where they lie; they do not change there */
    IntColumn(IntBuffer kept) {
        this.kept = kept;
        this.size = kept.limit();
        this.patience = size / 4;
    }

    int size() {
        return size;
    }

    int get(int index) {
        int[] here = numbers;
        return here != null ? here[index] : there(index);
    }

    /** Asked for one by one they are slower than an array; who asks for most of them is given one. */
    private int there(int index) {
        IntBuffer place = Objects.requireNonNull(kept);
        if (--patience < 0) {
            numbers = all();
        }
        return place.get(index);
    }

    int[] all() {
        int[] here = numbers;
        if (here != null) {
            return here;
        }
        int[] copy = new int[size];
        Objects.requireNonNull(kept).get(0, copy);
        return copy;
    }

    /** Returns all of them, to go through most; they are in the heap from then on, and not to be changed. */
    int[] here() {
        int[] here = numbers;
        return here != null ? here : brought();
    }

    private synchronized int[] brought() {
        int[] here = all(); // what another thread brought meanwhile
        numbers = here;
        return here;
    }

    /** Returns whether some of them are those of another column, one by one. */
    boolean isSame(int from, IntColumn other, int otherFrom, int count) {
        return part(from, count).equals(other.part(otherFrom, count));
    }

    private IntBuffer part(int from, int count) {
        int[] here = numbers;
        return here != null
                ? IntBuffer.wrap(here, from, count)
                : Objects.requireNonNull(kept).slice(from, count);
    }
}
