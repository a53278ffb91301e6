package org.urvant.scl;

import java.util.OptionalLong;

/** Reads the whole numbers of SCL attributes; a number too long to be one is none. */
final class Numbers {
    private static final int MOST_DIGITS = 18;

    private Numbers() {}

    static OptionalLong parse(String text) {
        if (areDigits(text, MOST_DIGITS)) {
            return OptionalLong.of(Long.parseLong(text));
        }
        String plain = text.strip(); // blanks around a number mean nothing (XML Schema 1.0, part 2, 4.3.6)
        return plain.length() < text.length() ? parse(plain) : OptionalLong.empty();
    }

    /** Returns whether a text is digits alone, some but not more than the most; without a pattern, for millions are asked. */
    static boolean areDigits(String text, int most) {
        boolean digits = !text.isEmpty() && text.length() <= most;
        for (int i = 0; digits && i < text.length(); i++) {
            digits = text.charAt(i) >= '0' && text.charAt(i) <= '9';
        }
        return digits;
    }

    static long parse(String text, long otherwise) {
        return parse(text).orElse(otherwise);
    }
}
