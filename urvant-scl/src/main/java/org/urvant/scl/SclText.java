package org.urvant.scl;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import org.urvant.core.error.RefusedException;

/**
 * The text of a file that was read, with the places of its elements in it: so that one can be changed where it stands and all
 * around it, comments and blanks too, stays. The text is sound XML, for it was read.
 */
final class SclText {
    final String text;
    private final int[] starts;
    /** Where the content begins, behind the start tag. */
    private final int[] contents;
    /** Where the end tag begins; the end of the element when it has none. */
    private final int[] closes;

    private final int[] ends;

    /** Places of an attribute: of the blank before it, its value without quotes, and the end behind them. */
    record Place(int start, int value, int valueEnd, int end) {}

    private SclText(String text, int elements) {
        this.text = text;
        this.starts = new int[elements];
        this.contents = new int[elements];
        this.closes = new int[elements];
        this.ends = new int[elements];
    }

    /** Finds the elements of a file in its text; rows of the file's store are their numbers. */
    static SclText of(SclFile file, String text) {
        SclText found = new SclText(text, file.store.size());
        int count = found.scan();
        if (count != file.store.size()) {
            throw new RefusedException(
                    file.name() + " was read with " + file.store.size() + " elements and has " + count + " now",
                    "It was changed meanwhile; compare again.");
        }
        return found;
    }

    private int scan() {
        Deque<Integer> open = new ArrayDeque<>();
        int row = 0;
        for (int at = text.indexOf('<'); at >= 0; at = text.indexOf('<', at)) {
            if (text.startsWith("<!--", at)) {
                at = behind("-->", at);
            } else if (text.startsWith("<![CDATA[", at)) {
                at = behind("]]>", at);
            } else if (text.startsWith("<?", at)) {
                at = behind("?>", at);
            } else if (text.startsWith("</", at)) {
                int closed = open.pop();
                closes[closed] = at;
                at = behind(">", at);
                ends[closed] = at;
            } else {
                int end = endOfTag(at);
                boolean isEmpty = text.charAt(end - 2) == '/';
                if (row < starts.length) {
                    starts[row] = at;
                    contents[row] = end;
                    closes[row] = end;
                    ends[row] = end;
                    if (!isEmpty) {
                        open.push(row);
                    }
                }
                row++;
                at = end;
            }
        }
        return row;
    }

    private int behind(String mark, int from) {
        return text.indexOf(mark, from) + mark.length();
    }

    private int endOfTag(int start) {
        char quote = 0;
        for (int at = start; ; at++) {
            char letter = text.charAt(at);
            if (quote != 0) {
                quote = letter == quote ? 0 : quote;
            } else if (letter == '"' || letter == '\'') {
                quote = letter;
            } else if (letter == '>') {
                return at + 1;
            }
        }
    }

    int start(int row) {
        return starts[row];
    }

    int content(int row) {
        return contents[row];
    }

    int close(int row) {
        return closes[row];
    }

    int end(int row) {
        return ends[row];
    }

    /** Returns whether an element is one tag, such as {@code <Val/>}. */
    boolean isOneTag(int row) {
        return text.charAt(contents[row] - 2) == '/' && closes[row] == contents[row];
    }

    /** Returns the element's name as written, with its prefix. */
    String name(int row) {
        int end = starts[row] + 1;
        while (" \t\r\n/>".indexOf(text.charAt(end)) < 0) {
            end++;
        }
        return text.substring(starts[row] + 1, end);
    }

    /** Returns the prefix of a name; empty text when it has none. */
    static String prefix(String name) {
        int colon = name.indexOf(':');
        return colon < 0 ? "" : name.substring(0, colon);
    }

    /** Returns where the attributes of an element stand, by their names as written. */
    Map<String, Place> attributes(int row) {
        Map<String, Place> found = new LinkedHashMap<>();
        int at = starts[row] + 1 + name(row).length();
        while (true) {
            int start = at;
            while (Character.isWhitespace(text.charAt(at))) {
                at++;
            }
            if (text.charAt(at) == '/' || text.charAt(at) == '>') {
                return found;
            }
            int equal = text.indexOf('=', at);
            String name = text.substring(at, equal).strip();
            int quote = equal + 1;
            while (Character.isWhitespace(text.charAt(quote))) {
                quote++;
            }
            int end = text.indexOf(text.charAt(quote), quote + 1);
            found.put(name, new Place(start, quote + 1, end, end + 1));
            at = end + 1;
        }
    }

    /** Returns where new attributes of an element go: behind the last one. */
    int behindAttributes(int row) {
        int at = starts[row] + 1 + name(row).length();
        for (Place place : attributes(row).values()) {
            at = place.end();
        }
        return at;
    }

    /** Returns the line break and blanks before a place; empty text when something else stands there. */
    String indentation(int place) {
        int line = text.lastIndexOf('\n', place - 1);
        if (line < 0 || !text.substring(line, place).isBlank()) {
            return "";
        }
        return text.substring(line > 0 && text.charAt(line - 1) == '\r' ? line - 1 : line, place);
    }
}
