package org.urvant.project.compare;

import java.util.Collections;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;
import org.urvant.project.configuration.Configuration;

/**
 * The values of a device that differ from those of another state of it.
 *
 * @param state what people call that state, such as {@code downloaded}
 * @param before what stood there, by the path as commands write it; empty text for nothing
 */
public record ChangedValues(String state, SortedMap<String, String> before) {
    public ChangedValues {
        Objects.requireNonNull(state, "state");
        before = Collections.unmodifiableSortedMap(new TreeMap<>(before));
    }

    /** Returns what differs now from another state. */
    public static ChangedValues of(String state, Configuration then, Configuration now) {
        SortedMap<String, String> old = values(then);
        SortedMap<String, String> present = values(now);
        SortedMap<String, String> before = new TreeMap<>();
        old.forEach((path, text) -> {
            if (!text.equals(present.get(path))) {
                before.put(path, text);
            }
        });
        present.keySet().stream().filter(path -> !old.containsKey(path)).forEach(path -> before.put(path, ""));
        return new ChangedValues(state, before);
    }

    /** Returns what stood at a path in the other state, when that is not what stands there now. */
    public Optional<String> before(String path) {
        return Optional.ofNullable(before.get(path));
    }

    private static SortedMap<String, String> values(Configuration configuration) {
        SortedMap<String, String> values = new TreeMap<>();
        add(configuration.parts().section("settings"), "", values);
        add(configuration.parts().section("communications"), "", values);
        return values;
    }

    private static void add(Section section, String prefix, SortedMap<String, String> values) {
        for (var entry : section.nodes().entrySet()) {
            Node node = entry.getValue();
            if (node instanceof Section inner) {
                add(inner, prefix + entry.getKey() + ".", values);
            } else {
                values.put(prefix + entry.getKey(), ((Value) node).text());
            }
        }
    }
}
