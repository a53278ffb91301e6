package org.urvant.scl.reading;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.urvant.scl.SclBuilder;

/** A place in the octets of a file, its line, and how letters, blanks, names and comments are passed over from there. */
abstract class PlainCursor {
    static final byte PLAIN = 0;
    static final byte BLANK = 1; // space and tab
    static final byte LINE = 2;
    static final byte RETURN = 3;
    static final byte REFERENCE = 4;
    static final byte OPEN = 5;
    static final byte BRACKET = 6;
    static final byte BEYOND_ASCII = 7;
    static final byte WRONG = 8;
    static final byte[] KINDS = new byte[256];
    static final boolean[] IN_NAMES = new boolean[256];

    static {
        Arrays.fill(KINDS, 0, ' ', WRONG);
        Arrays.fill(KINDS, 128, 256, BEYOND_ASCII);
        KINDS[' '] = BLANK;
        KINDS['\t'] = BLANK;
        KINDS['\n'] = LINE;
        KINDS['\r'] = RETURN;
        KINDS['&'] = REFERENCE;
        KINDS['<'] = OPEN;
        KINDS[']'] = BRACKET;
        for (char c : "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_-.:".toCharArray()) {
            IN_NAMES[c] = true;
        }
    }

    final byte[] in;
    int to;
    int at;
    int line = 1;
    int lineStart;
    private final PlainNames names = new PlainNames();

    PlainCursor(byte[] in) {
        this.in = in;
        this.to = in.length;
    }

    /** Returns how many lines begin in what was read but the first. */
    int lines() {
        return line - 1;
    }

    /** Passes over the declaration of XML, if there is one. */
    final void declaration() throws NotPlain {
        if (!startsWith("<?xml")) {
            return;
        }
        int end = at;
        while (end < to && in[end] != '>') {
            end++;
        }
        String written = new String(in, at, end - at, StandardCharsets.ISO_8859_1);
        if (end == to
                || !written.matches(
                        "<\\?xml version=\"1\\.0\"( encoding=\"([Uu][Tt][Ff]-8)\")?( standalone=\"(yes|no)\")? ?\\?")) {
            throw new NotPlain();
        }
        at = end + 1;
    }

    /** Returns whether a word of ASCII stands here. */
    final boolean startsWith(String word) {
        for (int i = 0; i < word.length(); i++) {
            if (at + i >= to || in[at + i] != word.charAt(i)) {
                return false;
            }
        }
        return true;
    }

    /** Passes over blanks and ends of lines; returns whether there were any. */
    final boolean blanks() throws NotPlain {
        int from = at;
        while (at < to) {
            byte kind = KINDS[in[at] & 0xFF];
            if (kind == LINE) {
                newLine();
            } else if (kind == RETURN) {
                returned();
            } else if (kind != BLANK) {
                break;
            }
            at++;
        }
        return at > from;
    }

    /** A new line begins behind this place. */
    final void newLine() {
        line++;
        lineStart = at + 1;
    }

    /** A return is a part of the end of a line; alone it is one too, which hardly any program writes. */
    final void returned() throws NotPlain {
        if (at + 1 >= to || in[at + 1] != '\n') {
            throw new NotPlain();
        }
    }

    /** Passes over a comment, if one stands here; returns whether one did. */
    final boolean comment() throws NotPlain {
        if (at + 1 >= to || in[at + 1] != '!') {
            return false;
        }
        if (!startsWith("<!--")) {
            throw new NotPlain();
        }
        at += 4;
        while (!startsWith("--")) {
            if (at >= to) {
                throw new NotPlain();
            }
            switch (KINDS[in[at] & 0xFF]) {
                case LINE -> newLine();
                case RETURN -> returned();
                case BEYOND_ASCII -> at = PlainText.beyondAscii(in, at, to) - 1;
                case WRONG -> throw new NotPlain();
                default -> {
                    // any other letter may stand in a comment
                }
            }
            at++;
        }
        if (!startsWith("-->")) {
            throw new NotPlain();
        }
        at += 3;
        return true;
    }

    /** Passes over a name, and returns it. */
    final PlainNames.Name name() throws NotPlain {
        int from = at;
        int end = from;
        int sum = 0;
        while (end < to && IN_NAMES[in[end] & 0xFF]) {
            sum = SclBuilder.SUM_FACTOR * sum + in[end++];
        }
        at = end;
        PlainNames.Name name = names.of(in, from, end, sum);
        if (!name.isSound()) {
            throw new NotPlain();
        }
        return name;
    }

    /** Passes over what is more than one octet but the last of these, and says what may not stand in a text. */
    final void special(byte kind) throws NotPlain {
        switch (kind) {
            case LINE -> newLine();
            case RETURN -> returned();
            case REFERENCE -> at = PlainText.reference(in, at, to) - 1;
            case BEYOND_ASCII -> at = PlainText.beyondAscii(in, at, to) - 1;
            case OPEN, WRONG -> throw new NotPlain();
            default -> {
                // a blank or a bracket
            }
        }
    }
}
