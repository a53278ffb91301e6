package org.urvant.scl;

/** A log control block as the file declares it (IEC 61850-6:2009, 9.3.9). */
public final class LogControl extends ControlBlock {
    LogControl(LogicalNode node, int row) {
        super(node, row);
    }

    /** Returns the reference with functional constraint, such as {@code F01CTRL/LLN0.LG.events}. */
    @Override
    public String reference() {
        return node.reference() + ".LG." + name();
    }

    /** Returns the name of the log that takes the entries; empty text when the file gives none. */
    public String logName() {
        return store.attribute(row, "logName", "");
    }
}
