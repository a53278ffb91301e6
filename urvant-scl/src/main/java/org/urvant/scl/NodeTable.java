package org.urvant.scl;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/** The logical nodes of the IEDs of a file by what names them, and what members of datasets lead to. */
final class NodeTable {
    private final SclCheck check;
    private final SclStore store;
    private final TypeCheck types;
    /** The nodes of the IEDs looked at last; a message has few receivers, and all nodes of a file would be many. */
    private final Map<String, Map<NodeKey, LogicalNode>> nodes = new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Map<NodeKey, LogicalNode>> eldest) {
            return size() > 50;
        }
    };

    /**
     * What names a logical node within its IED; its parts are not joined, for that would be done millions of times. The
     * methods that a record has by itself are several times slower here.
     */
    record NodeKey(String device, String prefix, String nodeClass, String instance) {
        @Override
        public int hashCode() {
            return ((device.hashCode() * 31 + prefix.hashCode()) * 31 + nodeClass.hashCode()) * 31
                    + instance.hashCode();
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof NodeKey key
                    && device.equals(key.device)
                    && nodeClass.equals(key.nodeClass)
                    && instance.equals(key.instance)
                    && prefix.equals(key.prefix);
        }

        /** Returns the name of the node without its device. */
        String text() {
            return prefix + nodeClass + instance;
        }

        @Override
        public String toString() {
            return device + "/" + text();
        }
    }

    NodeTable(SclCheck check, TypeCheck types) {
        this.check = check;
        this.store = check.store();
        this.types = types;
    }

    /** Returns the nodes of an IED. */
    Map<NodeKey, LogicalNode> nodes(Ied ied) {
        Map<NodeKey, LogicalNode> known = nodes.get(ied.name());
        if (known == null) {
            known = new HashMap<>();
            for (LogicalDevice device : ied.logicalDevices()) {
                for (LogicalNode node : device.nodes()) {
                    known.putIfAbsent(key(device, node), node);
                }
            }
            nodes.put(ied.name(), known);
        }
        return known;
    }

    NodeKey key(LogicalDevice device, LogicalNode node) {
        return key(store, device.instance(), node);
    }

    /** Returns what names the node that a member or input leads to. */
    NodeKey key(int row) {
        return key(store, row);
    }

    /** Returns what names a node of a logical device; of none for a node outside any. */
    static NodeKey key(SclStore store, String device, LogicalNode node) {
        return new NodeKey(
                device,
                store.attribute(node.row, "prefix", ""),
                node.nodeClass(),
                store.attribute(node.row, "inst", ""));
    }

    static NodeKey key(SclStore store, int row) {
        return new NodeKey(
                store.attribute(row, "ldInst", ""),
                store.attribute(row, "prefix", ""),
                store.attribute(row, "lnClass", ""),
                store.attribute(row, "lnInst", ""));
    }

    static Set<String> texts(Set<NodeKey> keys) {
        Set<String> texts = new HashSet<>();
        keys.forEach(key -> texts.add(key.toString()));
        return texts;
    }

    /** Returns the type of a node; negative when it is not in the file. */
    int type(LogicalNode node) {
        return check.file().templates().type(Tag.L_NODE_TYPE, node.typeName());
    }

    /** Returns what a member of a dataset is; null when it is a whole node, or the node's type is not known. */
    TypeData.Data data(LogicalNode holder, int member) {
        String object = store.attribute(member, "doName", "");
        int type = type(holder);
        return type < 0 || object.isEmpty()
                ? null
                : types.data()
                        .resolve(
                                type, object, store.attribute(member, "daName", ""), store.attribute(member, "fc", ""));
    }

    /** Returns whether an object of a node type has a quality. */
    boolean quality(int nodeType, String object) {
        return types.data().resolve(nodeType, object, "q", "").exists();
    }

    String path(int row) {
        String attribute = store.attribute(row, "daName", "");
        return store.attribute(row, "doName", "") + (attribute.isEmpty() ? "" : "." + attribute);
    }
}
