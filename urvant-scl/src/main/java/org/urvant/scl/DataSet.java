package org.urvant.scl;

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
                instance + "/" + nodeName,
                attributePath.isEmpty() ? path : path + "." + attributePath,
                (int) Numbers.parse(store.attribute(at, "ix", ""), -1),
                store.attribute(at, "fc", ""),
                store.line(at));
    }

    /**
     * One member of a dataset: a data object or attribute with functional constraint.
     *
     * @param node reference of the logical node
     * @param place the node within its IED, such as {@code CTRL/XCBR1}
     * @param path data object, or data object and attribute, joined by dots
     * @param index element of the array that the path leads to or through, from 0; -1 for the whole array, or none
     * @param constraint functional constraint as written
     * @param line 1-based line in the file
     */
    public record Member(String node, String place, String path, int index, String constraint, int line) {
        /** Returns whether the member is an attribute or holds it. */
        public boolean carries(DataAttribute attribute) {
            return node.equals(attribute.node().reference())
                    && attribute.constraint().map(Enum::name).orElse("").equals(constraint)
                    && holds(path, index, attribute.path());
        }

        /**
         * Returns whether a path of a member is that of an attribute or leads to it. The member's path has no indexes, the
         * attribute's has that of each array in parentheses; the member's own index is that of the first array (IEC
         * 61850-6:2009, 9.3.7).
         *
         * @param index index of the member, or -1 when it has none
         */
        public static boolean holds(String path, int index, String attribute) {
            int at = 0;
            int wanted = index;
            int i = 0;
            while (i < attribute.length() && at < path.length()) {
                if (attribute.charAt(i) == '(' && path.charAt(at) != '(') {
                    int end = attribute.indexOf(')', i);
                    if (!fits(wanted, attribute, i, end)) {
                        return false;
                    }
                    wanted = -1;
                    i = end + 1;
                } else if (attribute.charAt(i++) != path.charAt(at++)) {
                    return false;
                }
            }
            if (at < path.length()) {
                return false;
            }
            if (i < attribute.length() && attribute.charAt(i) == '(') {
                int end = attribute.indexOf(')', i);
                return fits(wanted, attribute, i, end);
            }
            return i == attribute.length() || attribute.charAt(i) == '.';
        }

        private static boolean fits(int wanted, String attribute, int open, int close) {
            return wanted < 0
                    || close > open && attribute.substring(open + 1, close).equals(Integer.toString(wanted));
        }
    }
}
