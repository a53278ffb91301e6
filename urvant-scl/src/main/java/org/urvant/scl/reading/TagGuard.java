package org.urvant.scl.reading;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/**
 * Stops a file in which one tag has attributes without end, before the parser sees them: what the parser does with a million
 * different names costs the square of their number. Looks at every octet only where no tag ends for a whole buffer.
 */
final class TagGuard extends FilterInputStream {
    /** Far more than any tag has; a text may hold as many equals signs, but none is known that does. */
    static final int MOST_EQUALS = 10_000;

    private int equals;

    TagGuard(InputStream in) {
        super(in);
    }

    /** Tells the parser's caller why the stream ended. */
    static final class TooMany extends IOException {
        private static final long serialVersionUID = 1;

        private final int found;

        TooMany(int found) {
            super("more than " + MOST_EQUALS + " attributes in one tag");
            this.found = found;
        }

        int found() {
            return found;
        }

        /** Returns the guard's exception that lies behind an exception, or null. */
        static TooMany behind(Throwable mistake) {
            Throwable at = mistake;
            while (at != null && !(at instanceof TooMany)) {
                at = at.getCause();
            }
            return (TooMany) at;
        }
    }

    @Override
    public int read() throws IOException {
        int octet = super.read();
        if (octet == '>') {
            equals = 0;
        } else if (octet == '=') {
            count(1);
        }
        return octet;
    }

    @Override
    public int read(byte[] buffer, int offset, int length) throws IOException {
        int taken = super.read(buffer, offset, length);
        int last = offset + taken - 1;
        while (last >= offset && buffer[last] != '>') {
            last--;
        }
        if (last >= offset) {
            equals = 0;
        }
        int more = 0;
        for (int i = last + 1; i < offset + taken; i++) {
            more += buffer[i] == '=' ? 1 : 0;
        }
        count(more);
        return taken;
    }

    private void count(int more) throws IOException {
        equals += more;
        if (equals > MOST_EQUALS) {
            throw new TooMany(equals);
        }
    }
}
