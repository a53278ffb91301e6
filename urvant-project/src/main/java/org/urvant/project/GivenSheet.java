package org.urvant.project;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;

/**
 * Values that are given for one thing: a setting group, a channel, a row of a table.
 *
 * @param kind what they are given for
 * @param prefix what stands before its paths, such as {@code group.1}, {@code AI1}, {@code recipients.Duty}
 * @param values values given, by path
 * @param position where it stands
 */
public record GivenSheet(Kind kind, String prefix, SortedMap<String, Entry> values, Position position) {
    /** The prefix of a setting group begins with this. */
    public static final String GROUP = "group";

    /** What values can be given for. */
    public enum Kind {
        GROUP,
        CHANNEL,
        ROW
    }

    public GivenSheet {
        values = Collections.unmodifiableSortedMap(new TreeMap<>(values));
    }

    /** Returns whether this is a row of a table. */
    public boolean isRow() {
        return kind == Kind.ROW;
    }

    /** Returns the same under another prefix. */
    public GivenSheet at(String other) {
        return new GivenSheet(kind, other, values, position);
    }

    /** Returns whether this is a row of a table within a setting group. */
    public boolean isGroupRow() {
        return kind == Kind.ROW && prefix.startsWith(GROUP + ".") && prefix.split("\\.", 4).length == 4;
    }
}
