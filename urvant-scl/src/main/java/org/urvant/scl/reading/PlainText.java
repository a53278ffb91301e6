package org.urvant.scl.reading;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.urvant.scl.SclBuilder;

/** A text or value in which something stands for something else: references, ends of lines (XML 1.0, 2.11, 3.3.3, 4.1). */
final class PlainText {
    private static final String[] REFERENCES = {"&amp;", "&lt;", "&gt;", "&quot;", "&apos;"};
    private static final String MEANT = "&<>\"'";

    private byte[] octets = new byte[64];
    private int length;

    void clear() {
        length = 0;
    }

    /** Returns the UTF-8 octets, the first {@link #length} of which are the text's. */
    byte[] octets() {
        return octets;
    }

    int length() {
        return length;
    }

    int sum() {
        return SclBuilder.sum(octets, 0, length);
    }

    boolean isBlank() {
        return new String(octets, 0, length, StandardCharsets.UTF_8).isBlank();
    }

    /**
     * Adds what octets mean that were found sound.
     *
     * @param isValue whether it is the value of an attribute, where blanks of any kind are spaces
     */
    void add(byte[] in, int from, int to, boolean isValue) throws NotPlain {
        if (length + to - from > octets.length) {
            octets = Arrays.copyOf(octets, Math.max(octets.length * 2, length + to - from));
        }
        for (int at = from; at < to; at++) {
            byte octet = in[at];
            if (octet == '&') {
                int end = reference(in, at, to);
                octet = (byte) meant(in, at, end);
                at = end - 1;
            } else if (octet == '\r') {
                continue; // the end of the line follows
            } else if (isValue && (octet == '\n' || octet == '\t')) {
                octet = ' ';
            }
            octets[length++] = octet;
        }
    }

    private static char meant(byte[] in, int from, int to) {
        String written = new String(in, from, to - from, StandardCharsets.US_ASCII);
        return MEANT.charAt(Arrays.asList(REFERENCES).indexOf(written));
    }

    /** Returns the place behind a reference; those to characters by number are left to the parser. */
    static int reference(byte[] in, int from, int to) throws NotPlain {
        for (String reference : REFERENCES) {
            int length = reference.length();
            if (from + length <= to && new String(in, from, length, StandardCharsets.US_ASCII).equals(reference)) {
                return from + length;
            }
        }
        throw new NotPlain();
    }

    /** Returns the place behind a letter beyond ASCII (Unicode 15.0, table 3-7), of those that XML 1.0, 2.2, lets stand. */
    static int beyondAscii(byte[] in, int from, int to) throws NotPlain {
        int first = in[from] & 0xFF;
        int more = first >= 0xC2 && first <= 0xDF
                ? 1
                : first >= 0xE0 && first <= 0xEF ? 2 : first >= 0xF0 && first <= 0xF4 ? 3 : 0;
        if (more == 0 || from + more >= to) {
            throw new NotPlain();
        }
        int point = first & 0x3F >> more;
        for (int i = 1; i <= more; i++) {
            if ((in[from + i] & 0xC0) != 0x80) {
                throw new NotPlain();
            }
            point = point << 6 | in[from + i] & 0x3F;
        }
        boolean isShortest = more == 1 || point >= (more == 2 ? 0x800 : 0x10000);
        boolean isLetter = point <= 0x10FFFF && (point < 0xD800 || point > 0xDFFF) && (point & 0xFFFE) != 0xFFFE;
        if (!isShortest || !isLetter) {
            throw new NotPlain();
        }
        return from + more + 1;
    }
}
