package org.urvant.core.text;

import java.util.Arrays;
import java.util.Optional;

/**
 * A pattern in which {@code *} stands for any letters, {@code ?} for one, and {@code [a-c1]} for one of those given. Case does
 * not count. It is held against a text
 * letter by letter, as a set of places in the pattern that were reached, so that a text can be given in parts. Costs the
 * length of the text times the places that are open at once.
 */
public final class Glob {
    private static final char ANY = '\uFFFF'; // no character (Unicode, 23.7), as the next
    private static final char ONE_OF = '\uFFFE';
    /** Greatest number of letters that a pattern tells apart. */
    public static final int LONGEST = 62;

    private final char[] letters;
    /** The letters that a place stands for; null where it stands for one. */
    private final String[] choices;
    /** Places at which any letters may be passed over. */
    private final long loops;

    /** Creates the pattern; of more than {@value #LONGEST} letters the rest counts as a star. */
    public Glob(String pattern) {
        char[] found = new char[LONGEST];
        String[] sets = new String[LONGEST];
        long stars = 0;
        int length = 0;
        String folded = fold(pattern);
        for (int i = 0; i < folded.length(); i++) {
            char letter = folded.charAt(i);
            int close = letter == '[' ? folded.indexOf(']', i) : -1;
            if (letter == '*' || length == LONGEST) {
                stars |= 1L << length;
            } else if (close > i) {
                sets[length] = choices(folded.substring(i + 1, close));
                found[length++] = ONE_OF;
                i = close;
            } else {
                found[length++] = letter == '?' ? ANY : letter;
            }
        }
        this.letters = Arrays.copyOf(found, length);
        this.choices = Arrays.copyOf(sets, length);
        this.loops = stars;
    }

    /** Returns the pattern of texts that hold another; brackets in it are letters, for descriptions are in people's words. */
    public static Glob within(String pattern) {
        return new Glob("*" + pattern.replace("[", "[[]") + "*");
    }

    /** Returns the letters between brackets, ranges such as {@code 1-4} written out. */
    private static String choices(String between) {
        StringBuilder letters = new StringBuilder();
        for (int i = 0; i < between.length(); i++) {
            if (i + 2 < between.length() && between.charAt(i + 1) == '-') {
                for (int letter = between.charAt(i); letter <= between.charAt(i + 2); letter++) {
                    letters.append((char) letter);
                }
                i += 2;
            } else {
                letters.append(between.charAt(i));
            }
        }
        return letters.toString();
    }

    /** Returns whether a text is a pattern rather than one name. */
    public static boolean isPattern(String text) {
        return text.indexOf('*') >= 0 || text.indexOf('?') >= 0 || text.indexOf('[') >= 0;
    }

    /** Returns what is wrong with a pattern: brackets without end, or that stand for nothing; empty when nothing is. */
    public static Optional<String> mistake(String pattern) {
        for (int open = pattern.indexOf('['); open >= 0; open = pattern.indexOf('[', open + 1)) {
            int close = pattern.indexOf(']', open);
            if (close < 0) {
                return Optional.of("'[' without ']'");
            }
            if (choices(fold(pattern.substring(open + 1, close))).isEmpty()) {
                return Optional.of("'" + pattern.substring(open, close + 1) + "' stands for no letter");
            }
            open = close;
        }
        return Optional.empty();
    }

    /** Folds case one letter at a time, so that lengths and the user's language do not matter. */
    public static String fold(String text) {
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

    /** Returns whether a whole text is one that the pattern stands for. */
    public boolean fits(String text) {
        return text.length() >= letters.length && isEnd(after(1, text)); // each letter stands for one
    }

    /** Returns whether a text holds a word, which is folded already; case does not count. */
    public static boolean holds(String text, String word) {
        for (int from = 0; from <= text.length() - word.length(); from++) {
            int length = 0;
            while (length < word.length() && fold(text.charAt(from + length)) == word.charAt(length)) {
                length++;
            }
            if (length == word.length()) {
                return true;
            }
        }
        return false;
    }

    /** Returns the places reached after a text, from the places reached before it; 1 before any. */
    public long after(long places, String text) {
        long now = places;
        for (int i = 0; i < text.length() && now != 0; i++) {
            char letter = fold(text.charAt(i));
            long next = now & loops;
            for (long open = now; open != 0; open &= open - 1) {
                int place = Long.numberOfTrailingZeros(open);
                if (place < letters.length && isAt(place, letter)) {
                    next |= 1L << place + 1;
                }
            }
            now = next;
        }
        return now;
    }

    private boolean isAt(int place, char letter) {
        char wanted = letters[place];
        String oneOf = choices[place];
        return oneOf == null ? wanted == letter || wanted == ANY : oneOf.indexOf(letter) >= 0;
    }

    /** Returns whether the end of the pattern is among the places reached. */
    public boolean isEnd(long places) {
        return (places >> letters.length & 1) != 0;
    }
}
