package org.urvant.core.scl;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which logical node belongs to which part of the site. A node that the substation section does not name belongs to the
 * innermost part that holds all nodes of its IED that are named, if that is a bay or within one.
 */
final class SitePlaces {
    private final SclStore store;
    private final Map<String, Integer> byNode = new HashMap<>();
    private final Map<String, Integer> byIed = new HashMap<>();

    SitePlaces(SclStore store) {
        this.store = store;
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
        if (ied.equals("None")) {
            return;
        }
        int part = store.parent(row);
        String node = store.attribute(row, "prefix", "")
                + store.attribute(row, "lnClass", "")
                + store.attribute(row, "lnInst", "");
        byNode.putIfAbsent(key(ied, store.attribute(row, "ldInst", ""), node), part);
        byIed.merge(ied, part, this::common);
    }

    private int common(int first, int second) {
        List<Integer> around = new ArrayList<>();
        for (int at = first; at >= 0; at = store.parent(at)) {
            around.add(at);
        }
        int at = second;
        while (!around.contains(at)) {
            at = store.parent(at);
        }
        return at;
    }

    private static String key(String ied, String device, String node) {
        return ied + " " + device + "/" + node;
    }

    Optional<SitePart> of(LogicalNode node) {
        String ied = node.device().ied().name();
        Integer own = byNode.get(key(ied, node.device().instance(), node.name()));
        if (own != null) {
            return Optional.of(new SitePart(store, own));
        }
        Integer shared = byIed.get(ied);
        return shared == null || SitePart.kind(store.tag(shared)) == null
                ? Optional.empty()
                : Optional.of(new SitePart(store, shared))
                        .filter(part -> part.within(SitePart.Kind.BAY).isPresent());
    }

    boolean isEmpty() {
        return byIed.isEmpty();
    }
}
