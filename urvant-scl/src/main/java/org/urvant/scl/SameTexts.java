package org.urvant.scl;

import java.util.Arrays;

/**
 * Which texts of one file are which of another: each pair is compared letter by letter once, and by numbers from then on. A pool has
 * each text once, so a text is one text of the other pool or none.
 */
final class SameTexts {
    private static final int UNKNOWN = -1;

    private final StringPool texts;
    private final StringPool others;
    private final int[] known;

    SameTexts(StringPool texts, StringPool others) {
        this.texts = texts;
        this.others = others;
        this.known = new int[texts.size()];
        Arrays.fill(known, UNKNOWN);
    }

    /** Returns whether a text of the one pool is a text of the other, by their numbers. */
    boolean isSame(int text, int other) {
        if (known[text] != UNKNOWN) {
            return known[text] == other;
        }
        boolean isSame = texts.isSame(text, others, other);
        if (isSame) {
            known[text] = other;
        }
        return isSame;
    }

    /** Returns whether a run of texts is one of the other pool, text by text. */
    boolean areSame(int[] numbers, int from, int[] otherNumbers, int otherFrom, int count) {
        for (int i = 0; i < count; i++) {
            int text = numbers[from + i];
            int other = otherNumbers[otherFrom + i];
            if (known[text] != other && !isSame(text, other)) {
                return false;
            }
        }
        return true;
    }

    /** Returns whether all texts have the same numbers on both sides. */
    boolean areAll() {
        for (int text = 0; text < known.length; text++) {
            if (text >= others.size() || !isSame(text, text)) {
                return false;
            }
        }
        return true;
    }
}
