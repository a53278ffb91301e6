package org.urvant.scl;

import java.util.List;
import java.util.Optional;

/** An access point of an IED (IEC 61850-6:2009+A1:2018, 9.3.3): where its server or its clients reach the network. */
public final class AccessPoint extends SclElement {
    private final Ied ied;

    AccessPoint(Ied ied, int row) {
        super(ied.store, row);
        this.ied = ied;
    }

    /** Returns the IED. */
    public Ied ied() {
        return ied;
    }

    /** Returns the name, unique in the IED. */
    public String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns whether a server with logical devices is here. */
    public boolean hasServer() {
        return store.child(row, Tag.SERVER) >= 0;
    }

    /** Returns the name of the access point whose server can be reached here too (ServerAt); empty when there is none. */
    public Optional<String> serverAt() {
        int at = store.child(row, Tag.SERVER_AT);
        return at < 0 ? Optional.empty() : Optional.of(store.attribute(at, "apName", ""));
    }

    /**
     * Returns the logical nodes that stand under the access point itself, such as {@code IHMI} of a client; their logical device
     * has no instance and the name of the IED (IEC 61850-6:2009, 9.3.2).
     */
    public List<LogicalNode> clientNodes() {
        LogicalDevice none = new LogicalDevice(ied, row);
        return views(none, row, Tag.LN, LogicalNode::new);
    }

    /** Returns the place on a subnetwork, or empty when it is connected to none. */
    public Optional<ConnectedAccessPoint> connection() {
        return ied.file().connectedAccessPoints().stream()
                .filter(point -> point.iedName().equals(ied.name())
                        && point.accessPointName().equals(name()))
                .findFirst();
    }
}
