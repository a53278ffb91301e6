package org.urvant.core.compare;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.urvant.core.tree.Node;
import org.urvant.core.tree.Section;
import org.urvant.core.tree.Value;

/**
 * Finds rows again that have another name on the other side: those of equal content first, in the order of their names; then
 * those that share more than half of their values, and among these one that no other row of its table has. Costs the number of
 * values.
 */
final class RowMatch {
    private RowMatch() {}

    /**
     * Returns the name on the left by the name on the right.
     *
     * @param gone rows of the left table whose names the right one does not have
     * @param come rows of the right table whose names the left one does not have
     */
    static SortedMap<String, String> of(
            Section left, Section right, Map<String, Section> gone, Map<String, Section> come) {
        SortedMap<String, String> matched = new TreeMap<>();
        Map<Section, Deque<String>> byContent = new HashMap<>();
        gone.forEach((name, row) ->
                byContent.computeIfAbsent(row, key -> new ArrayDeque<>()).add(name));
        Set<String> taken = new HashSet<>();
        come.forEach((name, row) -> {
            Deque<String> same = byContent.get(row);
            if (same != null && !same.isEmpty() && !row.nodes().isEmpty()) {
                matched.put(name, same.peek());
                taken.add(same.poll());
            }
        });
        if (taken.size() < gone.size() && matched.size() < come.size()) {
            alike(values(left), values(right), gone.keySet(), come.keySet(), taken, matched);
        }
        return matched;
    }

    private static void alike(
            Map<String, Set<String>> lefts,
            Map<String, Set<String>> rights,
            Set<String> gone,
            Set<String> come,
            Set<String> taken,
            Map<String, String> matched) {
        Map<String, String> ownLeft = own(lefts);
        Map<String, String> ownRight = own(rights);
        List<String> open =
                come.stream().filter(name -> !matched.containsKey(name)).toList();
        for (String name : open) {
            Set<String> values = rights.get(name);
            Map<String, Integer> votes = new TreeMap<>();
            for (String value : values) {
                String from = name.equals(ownRight.get(value)) ? ownLeft.get(value) : null;
                if (from != null && gone.contains(from) && !taken.contains(from)) {
                    votes.merge(from, 1, Integer::sum);
                }
            }
            votes.entrySet().stream()
                    .filter(vote -> 2 * common(lefts.get(vote.getKey()), values)
                            > Math.max(lefts.get(vote.getKey()).size(), values.size()))
                    .max(Map.Entry.comparingByValue())
                    .ifPresent(vote -> {
                        matched.put(name, vote.getKey());
                        taken.add(vote.getKey());
                    });
        }
    }

    /** Returns the rows that alone of all have a value, by that value. */
    private static Map<String, String> own(Map<String, Set<String>> rows) {
        Map<String, String> owners = new HashMap<>();
        rows.forEach((name, values) -> values.forEach(value -> owners.merge(value, name, (one, other) -> "")));
        return owners;
    }

    private static long common(Set<String> one, Set<String> other) {
        return one.stream().filter(other::contains).count();
    }

    private static Map<String, Set<String>> values(Section table) {
        Map<String, Set<String>> rows = new TreeMap<>();
        table.nodes().forEach((name, node) -> {
            if (node instanceof Section row) {
                rows.put(name, valuesOf(row));
            }
        });
        return rows;
    }

    private static Set<String> valuesOf(Section row) {
        Set<String> values = new HashSet<>();
        List<Map.Entry<String, Section>> open = new ArrayList<>(List.of(Map.entry("", row)));
        while (!open.isEmpty()) {
            Map.Entry<String, Section> section = open.remove(open.size() - 1);
            for (Map.Entry<String, Node> node : section.getValue().nodes().entrySet()) {
                String path = section.getKey() + "." + node.getKey();
                if (node.getValue() instanceof Value value) {
                    values.add(path + "=" + value.text());
                } else {
                    open.add(Map.entry(path, (Section) node.getValue()));
                }
            }
        }
        return values;
    }
}
