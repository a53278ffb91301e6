package org.urvant.scl;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Which logical node belongs to which part of the site. A node that the substation section does not name belongs to the
 * innermost part that holds all nodes of its IED that are named, if that is a bay or within one.
 */
final class SitePlaces {
    private final SclStore store;
    /** Rows of named nodes, rising, and beside them the rows of their parts. */
    private final int[] nodes;

    private final int[] parts;
    private final Map<String, Integer> byIed = new HashMap<>();

    SitePlaces(SclFile file) {
        this.store = file.store;
        Map<String, Map<String, Integer>> named = new HashMap<>();
        for (int top : store.children(0, null)) {
            if (SitePart.kind(store.tag(top)) != null) {
                for (int row = top; row < store.end(top); row++) {
                    if (store.tag(row) == Tag.L_NODE) {
                        add(row, named);
                    }
                }
            }
        }
        long[] pairs = new long[named.values().stream().mapToInt(Map::size).sum()];
        int count = 0;
        for (Map.Entry<String, Map<String, Integer>> entry : named.entrySet()) {
            Ied ied = file.ied(entry.getKey()).orElse(null);
            if (ied != null) {
                for (LogicalDevice device : ied.logicalDevices()) {
                    String before = device.instance() + "/";
                    for (LogicalNode node : device.nodes()) {
                        Integer part = entry.getValue().get(before + node.name());
                        if (part != null && count < pairs.length) {
                            pairs[count++] = (long) node.row << 32 | part;
                        }
                    }
                }
            }
        }
        Arrays.sort(pairs, 0, count);
        nodes = new int[count];
        parts = new int[count];
        for (int i = 0; i < count; i++) {
            nodes[i] = (int) (pairs[i] >> 32);
            parts[i] = (int) pairs[i];
        }
    }

    private void add(int row, Map<String, Map<String, Integer>> named) {
        String ied = store.attribute(row, "iedName", "None");
        if (ied.equals("None")) {
            return;
        }
        int part = store.parent(row);
        String node = store.attribute(row, "ldInst", "") + "/" + store.attribute(row, "prefix", "")
                + store.attribute(row, "lnClass", "") + store.attribute(row, "lnInst", "");
        named.computeIfAbsent(ied, key -> new HashMap<>()).putIfAbsent(node, part);
        byIed.merge(ied, part, this::common);
    }

    private int common(int first, int second) {
        Set<Integer> around = new HashSet<>();
        for (int at = first; at >= 0; at = store.parent(at)) {
            around.add(at);
        }
        int at = second;
        while (!around.contains(at)) {
            at = store.parent(at);
        }
        return at;
    }

    Optional<SitePart> of(LogicalNode node) {
        int found = Arrays.binarySearch(nodes, node.row);
        if (found >= 0) {
            return Optional.of(new SitePart(store, parts[found]));
        }
        Integer shared = byIed.get(node.device().ied().name());
        return shared == null || SitePart.kind(store.tag(shared)) == null
                ? Optional.empty()
                : Optional.of(new SitePart(store, shared))
                        .filter(part -> part.within(SitePart.Kind.BAY).isPresent());
    }

    /** Returns whether the site section names the node itself. */
    boolean isNamed(LogicalNode node) {
        return Arrays.binarySearch(nodes, node.row) >= 0;
    }

    boolean isEmpty() {
        return byIed.isEmpty();
    }
}
