package org.urvant.core.text;

import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Shortens names to what a device or display can hold: words by a dictionary first, then a cut, then a counter until the
 * name is unlike all others.
 */
public final class ShortName {
    private ShortName() {}

    /**
     * Returns a name of at most so many characters that is not taken.
     *
     * @param longest greatest length in characters; 0 for no limit
     * @param abbreviations what whole words become, by the word in lower case
     * @param taken names that are in use
     */
    public static String of(String name, int longest, Map<String, String> abbreviations, Set<String> taken) {
        String shorter = spaced(name);
        int limit = longest == 0 ? Integer.MAX_VALUE : longest;
        if (length(shorter) > limit) {
            shorter = abbreviated(shorter, abbreviations);
        }
        shorter = cut(shorter, limit);
        String candidate = shorter;
        for (int count = 2; taken.contains(candidate); count++) {
            String mark = " " + count;
            candidate = cut(shorter, limit - mark.length()) + mark;
        }
        return candidate;
    }

    /** Returns a text with one blank where white space stands, and none at its ends. */
    public static String spaced(String text) {
        String stripped = text.strip();
        if (isSpaced(stripped)) {
            return stripped; // as most are
        }
        StringBuilder spaced = new StringBuilder(text.length());
        boolean isPending = false;
        for (int i = 0; i < text.length(); i++) {
            char each = text.charAt(i);
            if (Character.isWhitespace(each)) {
                isPending = spaced.length() > 0;
            } else {
                if (isPending) {
                    spaced.append(' ');
                }
                isPending = false;
                spaced.append(each);
            }
        }
        return spaced.toString();
    }

    private static boolean isSpaced(String text) {
        boolean isAfterBlank = false;
        for (int i = 0; i < text.length(); i++) {
            boolean isBlank = Character.isWhitespace(text.charAt(i));
            if (isBlank && (isAfterBlank || text.charAt(i) != ' ')) {
                return false;
            }
            isAfterBlank = isBlank;
        }
        return true;
    }

    private static String abbreviated(String name, Map<String, String> abbreviations) {
        StringBuilder text = new StringBuilder();
        for (String word : name.split(" ")) {
            String brief = abbreviations.getOrDefault(word.toLowerCase(Locale.ROOT), word);
            boolean capital = !word.isEmpty() && Character.isUpperCase(word.charAt(0)) && !brief.equals(word);
            text.append(text.isEmpty() ? "" : " ")
                    .append(capital ? brief.substring(0, 1).toUpperCase(Locale.ROOT) + brief.substring(1) : brief);
        }
        return text.toString();
    }

    private static String cut(String name, int limit) {
        return length(name) <= limit
                ? name
                : name.substring(0, name.offsetByCodePoints(0, limit)).stripTrailing();
    }

    private static int length(String text) {
        return text.codePointCount(0, text.length());
    }
}
