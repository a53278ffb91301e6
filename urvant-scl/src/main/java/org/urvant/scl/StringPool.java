package org.urvant.scl;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Numbers strings from zero in the order in which they first come, keeping each once. Open addressing, at most half full. Read
 * from octets, a string is decoded when it is first asked for.
 */
public final class StringPool {
    private static final int MOST_STEPS = 500;

    private final @Nullable ByteColumn letters;
    private final @Nullable IntColumn ends;
    private String[] strings;
    private int[] slots;
    private int size;
    /** What own sums of strings multiply by, once so many share one of Java's that somebody must have meant it; else 0. */
    private int factor;

    /** Creates an empty pool. */
    public StringPool() {
        letters = null;
        ends = null;
        strings = new String[64];
        slots = OctetPool.empty(128);
    }

    /**
     * Creates a pool of what {@link #letters} gave; strings can only be had by their numbers.
     *
     * @param letters UTF-8 octets of all strings, one after the other
     * @param ends offset at which each ends
     */
    public StringPool(byte[] letters, int[] ends) {
        this(new ByteColumn(letters), new IntColumn(ends));
    }

    StringPool(ByteColumn letters, IntColumn ends) {
        this.letters = letters;
        this.ends = ends;
        strings = new String[ends.size()];
        slots = new int[0];
        size = ends.size();
    }

    /** Returns the number of a string, adding it when it is new. */
    public int add(String string) {
        int slot = slot(slots, string);
        if (slots[slot] >= 0) {
            return slots[slot];
        }
        if (size == strings.length) {
            strings = Arrays.copyOf(strings, size * 2);
            slots = OctetPool.empty(size * 4);
            for (int i = 0; i < size; i++) {
                slots[slot(slots, strings[i])] = i;
            }
            slot = slot(slots, string);
        }
        strings[size] = string;
        slots[slot] = size;
        return size++;
    }

    /** Returns the number of a string, or -1 when it was never added. */
    int find(String string) {
        return slots[slot(slots, string)];
    }

    /** Gives back what only adding and finding need; after this, strings can only be had by their numbers. */
    public void close() {
        strings = Arrays.copyOf(strings, size);
        slots = new int[0];
    }

    /** Returns the string with a number. */
    public String get(int number) {
        String string = strings[number];
        if (string == null) {
            int start = start(number);
            string = Objects.requireNonNull(letters).text(start, end(number) - start);
            strings[number] = string;
        }
        return string;
    }

    /** Returns whether a string is one of another pool, by their numbers; what was read from octets is not decoded for it. */
    boolean isSame(int number, StringPool other, int otherNumber) {
        ByteColumn own = letters;
        ByteColumn theirs = other.letters;
        return own == null || theirs == null
                ? get(number).equals(other.get(otherNumber))
                : Arrays.equals(
                        own.here(),
                        start(number),
                        end(number),
                        theirs.here(),
                        other.start(otherNumber),
                        other.end(otherNumber));
    }

    private int start(int number) {
        return number == 0 ? 0 : end(number - 1);
    }

    private int end(int number) {
        return Objects.requireNonNull(ends).get(number);
    }

    /** Returns how many strings there are. */
    public int size() {
        return size;
    }

    /** Returns all strings as UTF-8 octets one after the other, and fills in the offset at which each ends. */
    public byte[] letters(int[] offsets) {
        if (letters != null) {
            for (int i = 0; i < size; i++) {
                offsets[i] = end(i);
            }
            return letters.all();
        }
        byte[] all = new byte[1024];
        int length = 0;
        for (int i = 0; i < size; i++) {
            byte[] one = get(i).getBytes(StandardCharsets.UTF_8);
            if (length + one.length > all.length) {
                all = Arrays.copyOf(all, Math.max(all.length * 2, length + one.length));
            }
            System.arraycopy(one, 0, all, length, one.length);
            length += one.length;
            offsets[i] = length;
        }
        return Arrays.copyOf(all, length);
    }

    private int slot(int[] table, String string) {
        int slot = first(table, string);
        int steps = 0;
        while (table[slot] >= 0 && !strings[table[slot]].equals(string)) {
            slot = slot + 1 & table.length - 1;
            if (++steps > MOST_STEPS && factor == 0) {
                factor = OctetPool.FACTOR;
                Arrays.fill(table, -1);
                for (int i = 0; i < size; i++) {
                    table[slot(table, strings[i])] = i;
                }
                return slot(table, string);
            }
        }
        return slot;
    }

    private int first(int[] table, String string) {
        int sum = 0;
        if (factor == 0) {
            sum = string.hashCode();
        } else {
            for (int i = 0; i < string.length(); i++) {
                sum = factor * sum + string.charAt(i);
            }
        }
        return OctetPool.place(sum, table);
    }
}
