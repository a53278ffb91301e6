package org.urvant.cli;

import java.io.FilterWriter;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.urvant.core.text.Visible;

/** Passes on what Urvant itself writes to a terminal, colours and the line of progress, and makes seen all else that is hidden. */
final class VisibleWriter extends FilterWriter {
    /** A return to the begin of the line before anything else, colours and faces of letters, "clear to the end of the line". */
    private static final Pattern OWN = Pattern.compile("^\r|\033\\[(?:[0-9;]{1,8}m|K)");

    private final boolean isTerminal;

    private VisibleWriter(Writer out, boolean isTerminal) {
        super(out);
        this.isTerminal = isTerminal;
    }

    /**
     * Returns a writer that passes on to another one, which it flushes at each line as that one does.
     *
     * @param isTerminal whether colours and the line of progress are wanted there; else nothing hidden passes
     */
    static PrintWriter of(PrintWriter out, boolean isTerminal) {
        return out instanceof Passing ? out : new Passing(out, isTerminal);
    }

    private static final class Passing extends PrintWriter {
        Passing(PrintWriter out, boolean isTerminal) {
            super(new VisibleWriter(out, isTerminal), true);
        }
    }

    @Override
    public void write(String text, int offset, int length) throws IOException {
        String part = text.substring(offset, offset + length);
        if (!isTerminal) {
            out.write(Visible.of(part));
            return;
        }
        Matcher own = OWN.matcher(part);
        StringBuilder visible = new StringBuilder(part.length());
        int at = 0;
        while (own.find()) {
            visible.append(Visible.of(part.substring(at, own.start()))).append(own.group());
            at = own.end();
        }
        visible.append(Visible.of(part.substring(at)));
        out.write(visible.toString());
    }

    @Override
    public void write(char[] letters, int offset, int length) throws IOException {
        write(new String(letters, offset, length), 0, length);
    }

    @Override
    public void write(int letter) throws IOException {
        write(String.valueOf((char) letter), 0, 1);
    }
}
