package org.urvant.scl;

/** An SCL element as it stands in the file: its name, attributes, text and children, for what no other view covers. */
public final class PlainElement extends SclElement {
    PlainElement(SclStore store, int row) {
        super(store, row);
    }

    /** Returns the element's local name; that of a foreign element as {@code {namespace}name}. */
    public String name() {
        return store.element(row);
    }

    /** Returns the text before the first child element, without blanks around it; empty text when there is none. */
    public String text() {
        return store.text(row);
    }

    boolean isPrivate() {
        return store.tag(row) == Tag.PRIVATE || name().startsWith("{");
    }
}
