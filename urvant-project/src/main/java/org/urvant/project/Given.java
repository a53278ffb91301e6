package org.urvant.project;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;

/**
 * The values that are given for a device.
 *
 * @param own those of the device itself, by path
 * @param sheets those of its setting groups, channels and rows, by their prefix
 */
public record Given(SortedMap<String, Entry> own, SortedMap<String, GivenSheet> sheets) {
    /** Nothing is given. */
    public static final Given NOTHING = new Given(new TreeMap<>(), new TreeMap<>());

    public Given {
        own = Collections.unmodifiableSortedMap(new TreeMap<>(own));
        sheets = Collections.unmodifiableSortedMap(new TreeMap<>(sheets));
    }

    /** Returns the same with other values of the device itself. */
    public Given withOwn(SortedMap<String, Entry> others) {
        return new Given(others, sheets);
    }

    /** Returns the same with one sheet added or replaced. */
    public Given with(GivenSheet sheet) {
        SortedMap<String, GivenSheet> more = new TreeMap<>(sheets);
        more.put(sheet.prefix(), sheet);
        return new Given(own, more);
    }

    /** Returns the same without a sheet. */
    public Given without(String prefix) {
        SortedMap<String, GivenSheet> rest = new TreeMap<>(sheets);
        rest.remove(prefix);
        return new Given(own, rest);
    }
}
