package org.urvant.project;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.urvant.scl.selection.Pick;

/**
 * What people keep by name to find signals with.
 *
 * @param picks kept choices of signals by name
 * @param queries texts of kept queries by name
 */
public record Choices(SortedMap<String, Pick> picks, SortedMap<String, String> queries) {
    /** Nothing is kept. */
    public static final Choices NONE = new Choices(new TreeMap<>(), new TreeMap<>());

    public Choices {
        picks = Collections.unmodifiableSortedMap(new TreeMap<>(picks));
        queries = Collections.unmodifiableSortedMap(new TreeMap<>(queries));
    }

    /** Returns the same with one pick added or replaced. */
    public Choices with(Pick pick) {
        SortedMap<String, Pick> more = new TreeMap<>(picks);
        more.put(pick.name(), pick);
        return new Choices(more, queries);
    }

    /** Returns the same without a pick. */
    public Choices withoutPick(String name) {
        SortedMap<String, Pick> rest = new TreeMap<>(picks);
        rest.remove(name);
        return new Choices(rest, queries);
    }

    /** Returns the same with one query added or replaced; an empty text takes it away. */
    public Choices withQuery(String name, @Nullable String text) {
        SortedMap<String, String> others = new TreeMap<>(queries);
        if (text.isEmpty()) {
            others.remove(name);
        } else {
            others.put(name, text);
        }
        return new Choices(picks, others);
    }
}
