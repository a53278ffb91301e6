package org.urvant.core.scl;

/** An input of a logical node that a GOOSE message feeds (ExtRef, IEC 61850-6:2009, 9.3.13). */
public final class GooseInput extends SclElement {
    GooseInput(SclStore store, int row) {
        super(store, row);
    }

    /** Returns the name of the IED that sends the message. */
    public String publisher() {
        return store.attribute(row, "iedName", "");
    }

    /** Returns the name of the GOOSE control block; empty text when the file does not bind it. */
    public String controlBlock() {
        return store.attribute(row, "srcCBName", "");
    }

    /** Returns what the receiving IED calls the input; empty text when the file gives nothing. */
    public String internalAddress() {
        return store.attribute(row, "intAddr", "");
    }
}
