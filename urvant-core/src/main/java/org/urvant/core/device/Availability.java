package org.urvant.core.device;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What a device must have so that something of its type is there.
 *
 * @param since oldest firmware that has it; empty text when all have it
 * @param licence licence that it needs; empty text for none
 * @param words oldest firmware that has a word of its choices, by the word; none for those that are there with it
 */
public record Availability(String since, String licence, SortedMap<String, String> words) {
    /** Every device has it. */
    public static final Availability ALWAYS = new Availability("", "");

    public Availability {
        words = Collections.unmodifiableSortedMap(new TreeMap<>(words));
    }

    /** Creates one without words of its own. */
    public Availability(String since, String licence) {
        this(since, licence, new TreeMap<>());
    }

    /** Returns the oldest firmware that has it with a value; empty text when all have it. */
    public String since(String value) {
        return words.getOrDefault(value, since);
    }
}
