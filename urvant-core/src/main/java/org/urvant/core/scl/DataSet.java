package org.urvant.core.scl;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A dataset: the ordered list of data that a report or GOOSE message carries (IEC 61850-6:2009, 9.3.7). */
public final class DataSet extends SclElement {
    private final LogicalNode node;

    DataSet(LogicalNode node, int row) {
        super(node.store, row);
        this.node = node;
    }

    /** Returns the logical node that the dataset is defined in. */
    public LogicalNode node() {
        return node;
    }

    /** Returns the dataset's name. */
    public String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns the reference, such as {@code F01CTRL/LLN0.status}. */
    public String reference() {
        return node.reference() + "." + name();
    }

    /** Returns the members in the order of the file, which is the order on the wire. */
    public List<Member> members() {
        Map<String, String> devices = new HashMap<>();
        node.device().ied().logicalDevices().forEach(device -> devices.putIfAbsent(device.instance(), device.name()));
        return views(row, Tag.FCDA, at -> member(at, devices));
    }

    /** Returns whether some member carries an attribute. */
    public boolean carries(DataAttribute attribute) {
        return members().stream().anyMatch(member -> member.carries(attribute));
    }

    private Member member(int at, Map<String, String> devices) {
        String instance = store.attribute(at, "ldInst", "");
        String device = devices.getOrDefault(instance, node.device().ied().name() + instance);
        String nodeName = store.attribute(at, "prefix", "")
                + store.attribute(at, "lnClass", "")
                + store.attribute(at, "lnInst", "");
        String path = store.attribute(at, "doName", "");
        String attributePath = store.attribute(at, "daName", "");
        return new Member(
                device + "/" + nodeName,
                attributePath.isEmpty() ? path : path + "." + attributePath,
                store.attribute(at, "fc", ""),
                store.line(at));
    }

    /**
     * One member of a dataset: a data object or attribute with functional constraint.
     *
     * @param node reference of the logical node
     * @param path data object, or data object and attribute, joined by dots
     * @param constraint functional constraint as written
     * @param line 1-based line in the file
     */
    public record Member(String node, String path, String constraint, int line) {
        /** Returns whether the member is an attribute or holds it. */
        public boolean carries(DataAttribute attribute) {
            return node.equals(attribute.node().reference())
                    && attribute.constraint().map(Enum::name).orElse("").equals(constraint)
                    && (attribute.path().equals(path)
                            || attribute.path().startsWith(path)
                                    && ".(".indexOf(attribute.path().charAt(path.length())) >= 0);
        }
    }
}
