package org.urvant.core.selection;

/** A pattern in which {@code *} stands for any letters and {@code ?} for one. Case does not count. Costs length × stars. */
final class Glob {
    private final String pattern;

    Glob(String pattern) {
        this.pattern = fold(pattern);
    }

    /** Folds case one letter at a time, so that lengths and the user's language do not matter. */
    static String fold(String text) {
        char[] letters = text.toCharArray();
        for (int i = 0; i < letters.length; i++) {
            letters[i] = Character.toLowerCase(Character.toUpperCase(letters[i]));
        }
        return new String(letters);
    }

    boolean fits(String given) {
        String text = fold(given);
        int p = 0;
        int star = -1;
        int from = 0;
        int t = 0;
        while (t < text.length()) {
            if (p < pattern.length() && pattern.charAt(p) == '*') {
                star = p++;
                from = t;
            } else if (p < pattern.length() && (pattern.charAt(p) == '?' || pattern.charAt(p) == text.charAt(t))) {
                p++;
                t++;
            } else if (star >= 0) {
                p = star + 1;
                t = ++from;
            } else {
                return false;
            }
        }
        while (p < pattern.length() && pattern.charAt(p) == '*') {
            p++;
        }
        return p == pattern.length();
    }
}
