package org.urvant.scl;

import java.util.Arrays;

/** Numbers strings from zero in the order in which they first come, keeping each once. Open addressing, at most half full. */
final class StringPool {
    private String[] strings = new String[64];
    private int[] slots = filled(128);
    private int size;

    /** Returns the number of a string, adding it when it is new. */
    int add(String string) {
        int slot = slot(slots, string);
        if (slots[slot] >= 0) {
            return slots[slot];
        }
        if (size == strings.length) {
            strings = Arrays.copyOf(strings, size * 2);
            slots = filled(size * 4);
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
    void close() {
        strings = Arrays.copyOf(strings, size);
        slots = new int[0];
    }

    String get(int number) {
        return strings[number];
    }

    int size() {
        return size;
    }

    private int slot(int[] table, String string) {
        int hash = string.hashCode() * 0x9E3779B9;
        int slot = (hash ^ hash >>> 16) & table.length - 1;
        while (table[slot] >= 0 && !strings[table[slot]].equals(string)) {
            slot = slot + 1 & table.length - 1;
        }
        return slot;
    }

    private static int[] filled(int length) {
        int[] slots = new int[length];
        Arrays.fill(slots, -1);
        return slots;
    }
}
