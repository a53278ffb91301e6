package org.urvant.project;

import java.util.Collections;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.finding.Entry;
import org.urvant.core.finding.Position;

/**
 * Values that a device's file gives for one thing: a setting group, a channel, a row of a table.
 *
 * @param prefix what stands before its paths, such as {@code group.1}, {@code AI1}, {@code recipients.Duty}
 * @param keys keys that lead to it in the file
 * @param values values given, by path
 * @param position where it stands
 */
public record GivenSheet(String prefix, List<String> keys, SortedMap<String, Entry> values, Position position) {
    public GivenSheet {
        keys = List.copyOf(keys);
        values = Collections.unmodifiableSortedMap(new TreeMap<>(values));
    }
}
