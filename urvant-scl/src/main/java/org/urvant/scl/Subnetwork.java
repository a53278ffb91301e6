package org.urvant.scl;

import java.util.List;

/** A subnetwork and who is on it (IEC 61850-6:2009, 9.4.2). */
public final class Subnetwork extends SclElement {
    private final SclFile file;

    Subnetwork(SclFile file, int row) {
        super(file.store, row);
        this.file = file;
    }

    /** Returns the name, unique in the file. */
    public String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns the protocol type, such as {@code 8-MMS}; empty text when the file gives none. */
    public String type() {
        return store.attribute(row, "type", "");
    }

    /** Returns the bit rate as written, with its multiplier and unit, such as {@code 100 Mb/s}; empty text when not given. */
    public String bitRate() {
        int rate = store.child(row, Tag.BIT_RATE);
        return rate < 0
                ? ""
                : store.text(rate) + " " + store.attribute(rate, "multiplier", "")
                        + store.attribute(rate, "unit", "b/s");
    }

    /** Returns the connected access points in the order of the file. */
    public List<ConnectedAccessPoint> members() {
        return views(row, Tag.CONNECTED_AP, at -> new ConnectedAccessPoint(file.store, at));
    }
}
