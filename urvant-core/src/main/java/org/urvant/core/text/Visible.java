package org.urvant.core.text;

/**
 * Makes seen in a text what could deceive whoever reads it: control characters, and marks that turn the direction of writing.
 * Names and answers come from files, projects and devices of others.
 */
public final class Visible {
    private static final char REPLACEMENT = '\uFFFD';
    private static final int PICTURES = 0x2400;

    private Visible() {}

    /** Returns whether a character is not seen itself, and can change what is seen of others. */
    public static boolean isHidden(char letter) {
        return letter < ' ' && letter != '\n' && letter != '\t'
                || letter >= '\u007F' && letter < '\u00A0'
                || letter == '\u061C'
                || letter >= '\u200B' && letter <= '\u200F'
                || letter >= '\u2028' && letter <= '\u202E'
                || letter >= '\u2060' && letter <= '\u2069'
                || letter == '\uFEFF';
    }

    /** Returns what is shown in place of a hidden character: its picture, where there is one. */
    public static char shown(char letter) {
        return letter < ' ' ? (char) (PICTURES + letter) : REPLACEMENT;
    }

    /** Returns a text in which nothing is hidden; line feeds and tabs stay. */
    public static String of(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (isHidden(text.charAt(i))) {
                return replaced(text);
            }
        }
        return text;
    }

    private static String replaced(String text) {
        StringBuilder visible = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            visible.append(isHidden(letter) ? shown(letter) : letter);
        }
        return visible.toString();
    }
}
