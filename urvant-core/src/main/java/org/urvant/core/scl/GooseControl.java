package org.urvant.core.scl;

import java.util.Optional;

/** A GOOSE control block as the file declares it (IEC 61850-6:2009, 9.3.10). */
public final class GooseControl extends SclElement {
    private final LogicalNode node;

    GooseControl(LogicalNode node, int row) {
        super(node.store, row);
        this.node = node;
    }

    /** Returns the block's name. */
    public String name() {
        return store.attribute(row, "name", "");
    }

    /** Returns the reference with functional constraint, such as {@code F01CTRL/LLN0.GO.trips}. */
    public String reference() {
        return node.reference() + ".GO." + name();
    }

    /** Returns the GOOSE identifier; empty text when the file gives none. */
    public String gooseId() {
        return store.attribute(row, "appID", "");
    }

    /** Returns the dataset, or empty when the block names none or one that does not exist. */
    public Optional<DataSet> dataSet() {
        String wanted = store.attribute(row, "datSet", "");
        return node.dataSets().stream().filter(set -> set.name().equals(wanted)).findFirst();
    }
}
