package org.urvant.scl;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Octets by their place, in the heap or where the file that keeps them is mapped. */
final class ByteColumn {
    private final @Nullable ByteBuffer kept;
    private final int size;
    /** What is here in the heap; nothing as long as only parts of what is kept were asked for. */
    private volatile byte @Nullable [] numbers;

    private int patience;

    ByteColumn(byte[] numbers) {
        this.kept = null;
        this.size = numbers.length;
        this.numbers = numbers;
    }

    /** @param kept where they lie; they do not change there */
    ByteColumn(ByteBuffer kept) {
        this.kept = kept;
        this.size = kept.limit();
        this.patience = size / 4;
    }

    int size() {
        return size;
    }

    byte get(int index) {
        byte[] here = numbers;
        return here != null ? here[index] : there(index);
    }

    /** Asked for one by one they are slower than an array; who asks for most of them is given one. */
    private byte there(int index) {
        ByteBuffer place = Objects.requireNonNull(kept);
        if (--patience < 0) {
            numbers = all();
        }
        return place.get(index);
    }

    byte[] all() {
        byte[] here = numbers;
        if (here != null) {
            return here;
        }
        byte[] copy = new byte[size];
        Objects.requireNonNull(kept).get(0, copy);
        return copy;
    }

    /** Returns the text of some of them, which are UTF-8. */
    String text(int from, int length) {
        byte[] here = numbers;
        if (here != null) {
            return new String(here, from, length, StandardCharsets.UTF_8);
        }
        byte[] letters = new byte[length];
        Objects.requireNonNull(kept).get(from, letters);
        return new String(letters, StandardCharsets.UTF_8);
    }

    /** Returns all of them, to go through most; they are in the heap from then on, and not to be changed. */
    byte[] here() {
        byte[] here = numbers;
        return here != null ? here : brought();
    }

    private synchronized byte[] brought() {
        byte[] here = all(); // what another thread brought meanwhile
        numbers = here;
        return here;
    }

    /** Returns whether some of them are those of another column, one by one. */
    boolean isSame(int from, ByteColumn other, int otherFrom, int count) {
        return part(from, count).equals(other.part(otherFrom, count));
    }

    private ByteBuffer part(int from, int count) {
        byte[] here = numbers;
        return here != null
                ? ByteBuffer.wrap(here, from, count)
                : Objects.requireNonNull(kept).slice(from, count);
    }
}
