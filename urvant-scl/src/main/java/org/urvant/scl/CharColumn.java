package org.urvant.scl;

import java.nio.CharBuffer;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Whole numbers from 0 to 65535 by their place, in the heap or where the file that keeps them is mapped. */
final class CharColumn {
    private final @Nullable CharBuffer kept;
    private final int size;
    /** What is here in the heap; nothing as long as only parts of what is kept were asked for. */
    private volatile char @Nullable [] numbers;

    private int patience;

    CharColumn(char[] numbers) {
        this.kept = null;
        this.size = numbers.length;
        this.numbers = numbers;
    }

    /** @param kept where they lie; they do not change there */
    CharColumn(CharBuffer kept) {
        this.kept = kept;
        this.size = kept.limit();
        this.patience = size / 4;
    }

    int size() {
        return size;
    }

    char get(int index) {
        char[] here = numbers;
        return here != null ? here[index] : there(index);
    }

    /** Returns the first place from one on, and before another, where a number stands; -1 when there is none. */
    int find(int from, int to, int wanted) {
        char[] here = numbers;
        if (here == null) {
            for (int i = from; i < to; i++) {
                if (there(i) == wanted) {
                    return i;
                }
            }
            return -1;
        }
        for (int i = from; i < to; i++) {
            if (here[i] == wanted) {
                return i;
            }
        }
        return -1;
    }

    /** Asked for one by one they are slower than an array; who asks for most of them is given one. */
    private char there(int index) {
        CharBuffer place = Objects.requireNonNull(kept);
        if (--patience < 0) {
            numbers = all();
        }
        return place.get(index);
    }

    char[] all() {
        char[] here = numbers;
        if (here != null) {
            return here;
        }
        char[] copy = new char[size];
        Objects.requireNonNull(kept).get(0, copy);
        return copy;
    }

    /** Returns whether some of them are those of another column, one by one. */
    boolean isSame(int from, CharColumn other, int otherFrom, int count) {
        return part(from, count).equals(other.part(otherFrom, count));
    }

    private CharBuffer part(int from, int count) {
        char[] here = numbers;
        return here != null
                ? CharBuffer.wrap(here, from, count)
                : Objects.requireNonNull(kept).slice(from, count);
    }
}
