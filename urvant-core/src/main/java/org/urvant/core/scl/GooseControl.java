package org.urvant.core.scl;

/** A GOOSE control block as the file declares it (IEC 61850-6:2009, 9.3.10). */
public final class GooseControl extends ControlBlock {
    GooseControl(LogicalNode node, int row) {
        super(node, row);
    }

    /** Returns the reference with functional constraint, such as {@code F01CTRL/LLN0.GO.trips}. */
    @Override
    public String reference() {
        return node.reference() + ".GO." + name();
    }

    /** Returns the GOOSE identifier; empty text when the file gives none. */
    public String gooseId() {
        return store.attribute(row, "appID", "");
    }
}
