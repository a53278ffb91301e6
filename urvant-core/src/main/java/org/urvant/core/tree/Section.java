package org.urvant.core.tree;

import java.util.Collections;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/** A section: nodes by name, sorted by name in the order of UTF-16 code units. Immutable. */
public record Section(SortedMap<String, Node> nodes) implements Node {
    public Section {
        nodes = Collections.unmodifiableSortedMap(new TreeMap<>(nodes));
    }

    /** Returns a section without nodes. */
    public static Section empty() {
        return new Section(new TreeMap<>());
    }

    /** Returns a section with the given nodes. */
    public static Section of(Map<String, ? extends Node> nodes) {
        return new Section(new TreeMap<>(nodes));
    }

    /** Returns the node with a name, or empty. */
    public Optional<Node> node(String name) {
        return Optional.ofNullable(nodes.get(name));
    }

    /** Returns the section with a name; an empty one when there is none. */
    public Section section(String name) {
        return nodes.get(name) instanceof Section section ? section : empty();
    }

    /** Returns the text of the value with a name, or empty when there is no such value. */
    public Optional<String> text(String name) {
        return nodes.get(name) instanceof Value value ? Optional.of(value.text()) : Optional.empty();
    }

    /** Returns how many values stand in this section and below it. */
    public int valueCount() {
        int count = 0;
        for (Node node : nodes.values()) {
            count += node instanceof Section section ? section.valueCount() : 1;
        }
        return count;
    }
}
