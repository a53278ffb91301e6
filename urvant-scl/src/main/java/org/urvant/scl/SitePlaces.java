package org.urvant.scl;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Which logical node belongs to which part of the site. A node that the substation section does not name belongs to the
 * innermost part that holds all nodes of its IED that are named, if that is a bay or within one.
 */
final class SitePlaces {
    private final SclFile file;
    private final SclStore store;
    /** By IED, the rows of the site that name a node of it. */
    private final Map<String, Rows> named = new HashMap<>();

    private final Map<String, Placed> placed = new ConcurrentHashMap<>();

    SitePlaces(SclFile file) {
        this.file = file;
        this.store = file.store;
        for (int top : store.children(0, null)) {
            if (SitePart.kind(store.tag(top)) != null) {
                for (int row = top; row < store.end(top); row++) {
                    if (store.tag(row) == Tag.L_NODE) {
                        add(row);
                    }
                }
            }
        }
    }

    private void add(int row) {
        String ied = store.attribute(row, "iedName", "None");
        if (!ied.equals("None") && isInSite(row)) {
            Rows rows = named.get(ied);
            if (rows == null) {
                rows = new Rows();
                named.put(ied, rows);
            }
            rows.add(row);
        }
    }

    /** Returns whether parts of the site alone are around a node, and no private element or one that SCL does not have. */
    private boolean isInSite(int row) {
        int around = store.parent(row);
        while (SitePart.kind(store.tag(around)) != null) {
            around = store.parent(around);
        }
        return store.tag(around) == Tag.SCL;
    }

    /** Rows that grow in number. */
    private static final class Rows {
        private int[] rows = new int[8];
        private int size;

        void add(int row) {
            if (size == rows.length) {
                rows = Arrays.copyOf(rows, 2 * size);
            }
            rows[size++] = row;
        }
    }

    /**
     * Where the nodes of one IED belong.
     *
     * @param nodes rows of its named nodes, rising
     * @param parts beside them the rows of their parts
     * @param common the innermost part that holds all that is named
     */
    private record Placed(int[] nodes, int[] parts, int common) {
        int part(LogicalNode node) {
            int found = Arrays.binarySearch(nodes, node.row);
            return found < 0 ? -1 : parts[found];
        }
    }

    /** Found when it is first asked for: a station has thousands of IEDs, and most questions are about one. */
    private Placed placed(Ied ied) {
        Placed known = placed.get(ied.name());
        if (known == null) {
            Rows rows = named.get(ied.name());
            if (rows == null) {
                return null;
            }
            known = place(ied.name(), rows);
            placed.put(ied.name(), known);
        }
        return known;
    }

    private Placed place(String ied, Rows rows) {
        Map<String, Integer> byNode = new HashMap<>();
        int common = -1;
        for (int i = 0; i < rows.size; i++) {
            int row = rows.rows[i];
            int part = store.parent(row);
            String node = store.attribute(row, "ldInst", "") + "/" + store.attribute(row, "prefix", "")
                    + store.attribute(row, "lnClass", "") + store.attribute(row, "lnInst", "");
            byNode.putIfAbsent(node, part);
            common = common < 0 ? part : common(common, part);
        }
        long[] pairs = new long[byNode.size()];
        int count = 0;
        Ied found = file.ied(ied).orElse(null);
        if (found != null) {
            for (LogicalDevice device : found.logicalDevices()) {
                String before = device.instance() + "/";
                for (LogicalNode node : device.nodes()) {
                    Integer part = byNode.get(before + node.name());
                    if (part != null && count < pairs.length) {
                        pairs[count++] = (long) node.row << 32 | part;
                    }
                }
            }
        }
        Arrays.sort(pairs, 0, count);
        int[] nodes = new int[count];
        int[] parts = new int[count];
        for (int i = 0; i < count; i++) {
            nodes[i] = (int) (pairs[i] >> 32);
            parts[i] = (int) pairs[i];
        }
        return new Placed(nodes, parts, common);
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
        Placed of = placed(node.device().ied());
        if (of == null) {
            return Optional.empty();
        }
        int part = of.part(node);
        if (part >= 0) {
            return Optional.of(new SitePart(store, part));
        }
        return SitePart.kind(store.tag(of.common())) == null
                ? Optional.empty()
                : Optional.of(new SitePart(store, of.common()))
                        .filter(shared -> shared.within(SitePart.Kind.BAY).isPresent());
    }

    /** Returns whether the site section names the node itself. */
    boolean isNamed(LogicalNode node) {
        Placed of = placed(node.device().ied());
        return of != null && of.part(node) >= 0;
    }

    boolean isEmpty() {
        return named.isEmpty();
    }
}
