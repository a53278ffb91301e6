package org.urvant.core.selection;

import java.util.Arrays;

/**
 * A pattern in which {@code *} stands for any letters and {@code ?} for one. Case does not count. It is held against a text
 * letter by letter, as a set of places in the pattern that were reached, so that a text can be given in parts. Costs the
 * length of the text times the places that are open at once.
 */
final class Glob {
    private static final char ANY = 0;
    private static final int LONGEST = 62;

    private final char[] letters;
    /** Places at which any letters may be passed over. */
    private final long loops;

    /** Creates the pattern; of more than {@value #LONGEST} letters the rest counts as a star. */
    Glob(String pattern) {
        char[] found = new char[LONGEST];
        long stars = 0;
        int length = 0;
        for (char letter : fold(pattern).toCharArray()) {
            if (letter == '*' || length == LONGEST) {
                stars |= 1L << length;
            } else {
                found[length++] = letter == '?' ? ANY : letter;
            }
        }
        this.letters = Arrays.copyOf(found, length);
        this.loops = stars;
    }

    /** Folds case one letter at a time, so that lengths and the user's language do not matter. */
    static String fold(String text) {
        char[] folded = text.toCharArray();
        for (int i = 0; i < folded.length; i++) {
            folded[i] = fold(folded[i]);
        }
        return new String(folded);
    }

    private static char fold(char letter) {
        return letter < 128
                ? letter >= 'A' && letter <= 'Z' ? (char) (letter + 32) : letter
                : Character.toLowerCase(Character.toUpperCase(letter));
    }

    boolean fits(String text) {
        return isEnd(after(1, text));
    }

    /** Returns the places reached after a text, from the places reached before it; 1 before any. */
    long after(long places, String text) {
        long now = places;
        for (int i = 0; i < text.length() && now != 0; i++) {
            char letter = fold(text.charAt(i));
            long next = now & loops;
            for (long open = now; open != 0; open &= open - 1) {
                int place = Long.numberOfTrailingZeros(open);
                if (place < letters.length && (letters[place] == letter || letters[place] == ANY)) {
                    next |= 1L << place + 1;
                }
            }
            now = next;
        }
        return now;
    }

    boolean isEnd(long places) {
        return (places >> letters.length & 1) != 0;
    }
}
