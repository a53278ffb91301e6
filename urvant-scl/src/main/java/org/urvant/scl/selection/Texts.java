package org.urvant.scl.selection;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Texts by number, each once. Read from octets, a text is decoded when it is first asked for. */
final class Texts {
    private final String[] texts;
    private final byte[] octets;
    private final int[] ends;

    private Texts(String[] texts, byte[] octets, int[] ends) {
        this.texts = texts;
        this.octets = octets;
        this.ends = ends;
    }

    /** Gives numbers to texts; 0 is the empty one. */
    static final class Builder {
        private final Map<String, Integer> numbers = new HashMap<>();
        private final List<String> all = new ArrayList<>();

        Builder() {
            add("");
        }

        int add(String text) {
            if (text.isEmpty() && !all.isEmpty()) {
                return 0;
            }
            Integer known = numbers.putIfAbsent(text, all.size());
            if (known == null) {
                all.add(text);
                return all.size() - 1;
            }
            return known;
        }

        Texts build() {
            return new Texts(all.toArray(String[]::new), new byte[0], new int[0]);
        }
    }

    /** Returns the texts of UTF-8 octets, given the offset at which each ends. */
    static Texts of(byte[] octets, int[] ends) {
        return new Texts(new String[ends.length], octets, ends);
    }

    String get(int number) {
        String text = texts[number];
        if (text == null) {
            int start = number == 0 ? 0 : ends[number - 1];
            text = new String(octets, start, ends[number] - start, StandardCharsets.UTF_8);
            texts[number] = text;
        }
        return text;
    }

    int size() {
        return texts.length;
    }

    /** Returns all texts as UTF-8 octets one after the other, and fills in the offset at which each ends. */
    byte[] octets(int[] offsets) {
        byte[] all = new byte[1024];
        int length = 0;
        for (int i = 0; i < texts.length; i++) {
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
}
