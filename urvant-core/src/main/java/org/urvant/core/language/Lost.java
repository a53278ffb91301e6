package org.urvant.core.language;

/** Thrown to leave a statement that cannot be read on; its mistake was reported. */
final class Lost extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Lost() {
        super(null, null, false, false);
    }
}
