package org.urvant.core.language;

/**
 * A token.
 *
 * @param text a word in capitals, a name as written, a sign, or the text of a value
 * @param value value of a literal; null for others
 * @param type name before {@code #} of a literal; null without one
 */
record Token(Kind kind, String text, int line, int column, Object value, String type) {
    enum Kind {
        NAME,
        LITERAL,
        WORD,
        SIGN,
        END
    }

    TextPlace place() {
        return new TextPlace(line, column);
    }

    /** Signs and words are interned, so that a comparison is one of references. */
    boolean is(String sign) {
        return (kind == Kind.SIGN || kind == Kind.WORD) && text.equals(sign);
    }

    String shown() {
        if (kind == Kind.END) {
            return "the end";
        }
        return value instanceof String text ? "'" + text + "' (a text)" : "'" + text + "'";
    }
}
