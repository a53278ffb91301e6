package org.urvant.file.yaml;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.urvant.core.finding.Position;

/** A node of a YAML document: a text, a list or a map, with its place. Immutable. */
public sealed interface YamlNode {
    /** Returns where the node begins. */
    Position position();

    /** Returns the span of the node's own text, in code points from the start of the document, end exclusive. */
    Span span();

    /** A stretch of the document's text in code points, end exclusive. */
    record Span(int start, int end) {}

    /** A scalar as it was written, unquoted; never typed. */
    record Text(String text, Position position, Span span) implements YamlNode {}

    /** A list. */
    record Items(List<YamlNode> items, Position position, Span span) implements YamlNode {
        public Items {
            items = List.copyOf(items);
        }
    }

    /**
     * A map in the order of the document.
     *
     * @param entries values by key
     * @param keys places of the keys
     * @param isFlow whether it is written with braces
     */
    record Fields(
            Map<String, YamlNode> entries, Map<String, Position> keys, boolean isFlow, Position position, Span span)
            implements YamlNode {
        public Fields {
            entries = Collections.unmodifiableMap(new LinkedHashMap<>(entries));
            keys = Map.copyOf(keys);
        }
    }
}
