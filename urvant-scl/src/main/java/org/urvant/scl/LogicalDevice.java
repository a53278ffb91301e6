package org.urvant.scl;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** One logical device of an IED, with its logical nodes, LLN0 first (IEC 61850-6:2009, 9.3.5). */
public final class LogicalDevice extends SclElement {
    private final Ied ied;

    LogicalDevice(Ied ied, int row) {
        super(ied.store, row);
        this.ied = ied;
    }

    /** Returns the IED. */
    public Ied ied() {
        return ied;
    }

    /** Returns the instance name, unique in the IED. */
    public String instance() {
        return store.attribute(row, "inst", "");
    }

    /**
     * Returns the name on the wire: {@code ldName} when the file gives one, else IED name and instance (IEC 61850-7-2:2010,
     * 8.2.3).
     */
    public String name() {
        String given = store.attribute(row, "ldName");
        return given == null ? ied.name() + instance() : given;
    }

    /** Returns the logical nodes, LLN0 first. */
    public List<LogicalNode> nodes() {
        List<LogicalNode> nodes = new ArrayList<>(views(this, row, Tag.LN0, LogicalNode::new));
        nodes.addAll(views(this, row, Tag.LN, LogicalNode::new));
        return Collections.unmodifiableList(nodes);
    }
}
