package org.urvant.core.device;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A prepared set of values to begin with.
 *
 * @param name name within the type
 * @param meaning what it is for, in plain words
 * @param firmware firmware version that it was made for
 * @param values values by path, tables' rows included
 */
public record Example(String name, String meaning, String firmware, SortedMap<String, String> values) {
    public Example {
        values = Collections.unmodifiableSortedMap(new TreeMap<>(values));
    }
}
