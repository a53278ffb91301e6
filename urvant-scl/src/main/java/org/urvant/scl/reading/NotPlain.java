package org.urvant.scl.reading;

/** Says that something else stands here than programs write. Without a trace: it is nobody's mistake. */
final class NotPlain extends Exception {
    private static final long serialVersionUID = 1;

    NotPlain() {
        super("", null, false, false);
    }
}
